"""What others could still move: the smallest move of a thing after which there is less to fix.

A thing may move only while its line of the notebook says that it is unsettled. Each way that it can
go is tried mark by mark of the tape, as far as it may, and the whole kitchen planned at each: so
the move that is told is the smallest on the tape, and what it comes to is what its own plan has.
"""

from collections.abc import Iterable, Iterator, Sequence
from typing import Literal

from pennant.core.document.job import Job
from pennant.core.document.lengths import MM_PER_INCH, STEP_MM
from pennant.core.document.refusal import JobRefused
from pennant.core.document.survey import AnyThing, Block, Device, Opening, Overhead, Round
from pennant.core.document.values import Value
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.plan import Plan, drawn
from pennant.core.survey.moving import moved

MoveWay = Literal["up", "down", "right", "left", "longer", "shorter"]
FARTHEST = 2 * MM_PER_INCH
"""Millimetres: 2 in. Further nobody hangs a hood or moves a box for the tile's sake."""
FARTHEST_HORN = MM_PER_INCH
"""Millimetres: 1 in, for the ends of a sill board."""
MOST = 12
"""Moves that are told."""
_UP_AND_DOWN: tuple[MoveWay, ...] = ("up", "down")
_ALL_WAYS: tuple[MoveWay, ...] = ("up", "down", "right", "left")


class Move(Value):
    """The smallest move of a thing one way with which the least is left to fix.

    ``amount`` is in mm. ``never`` and ``avoid`` are what the whole kitchen then has to fix and to
    decide on.
    """

    wall: str
    thing: str
    way: MoveWay
    amount: float
    never: int
    avoid: int


def movable(job: Job) -> Iterator[tuple[str, AnyThing, tuple[MoveWay, ...]]]:
    """Yield each thing that may still move, with its wall and the ways it can go."""
    for wall in job.walls:
        for thing in wall.things:
            if thing.unsettled is not None and (ways := _ways(thing)):
                yield wall.id, thing, ways


def _ways(thing: AnyThing) -> tuple[MoveWay, ...]:
    match thing:
        case Overhead():  # cabinets and the hood hang where the range and the rooms are
            return _ALL_WAYS if thing.kind == "shelf" else _UP_AND_DOWN
        case Device() | Round() | Block():
            return _ALL_WAYS
        case Opening() if thing.kind == "niche":
            return _ALL_WAYS
        case Opening() if thing.stool > 0:
            return ("longer", "shorter")
        case _:
            return ()


def moves_of(job: Job) -> list[Move]:
    """Return the smallest move each way of each thing with which there is less to fix, or else
    less to decide; those that leave least first, then the smallest.
    """
    planned = drawn(job).plan
    now, asked = _counts(planned), _to_ask(planned)
    found = []
    for wall, thing, ways in movable(job):
        if not _concerned(job, planned, thing.id):
            continue  # tile changes beside a thing that is moved, and nowhere else
        for way in ways:
            best = _smallest(_along(job, wall, thing, way, asked), now)
            if best is not None:
                amount, (never, avoid) = best
                found.append(
                    Move(
                        wall=wall, thing=thing.id, way=way, amount=amount, never=never, avoid=avoid
                    )
                )
    found.sort(key=lambda move: (move.never, move.avoid, move.amount, move.wall, move.thing))
    return found[:MOST]


class MovesTogether(Value):
    """Moves of several things, each the smallest of its own, and what all of them leave."""

    moves: tuple[Move, ...]
    never: int
    avoid: int


def moves_together(job: Job, moves: Sequence[Move]) -> MovesTogether | None:
    """Return moves of several things after which less is left than after any one of ``moves``.

    Each thing goes as ``moves`` say, in their order, as long as that leaves less; None where one
    thing does as well alone.
    """
    planned = drawn(job).plan
    counts, asked = _counts(planned), _to_ask(planned)
    chosen: list[Move] = []
    for move in moves:
        if any(one.thing == move.thing for one in chosen):
            continue
        try:
            tried = drawn(with_moves(job, (*chosen, move))).plan
        except JobRefused:
            continue
        if _to_ask(tried) <= asked and _counts(tried) < counts:
            chosen.append(move)
            counts = _counts(tried)
    if len(chosen) < 2 or counts >= min((move.never, move.avoid) for move in moves):
        return None
    return MovesTogether(moves=tuple(chosen), never=counts[0], avoid=counts[1])


def with_moves(job: Job, moves: Iterable[Move]) -> Job:
    """Return the job with several things moved."""
    for move in moves:
        job = with_move(job, move.wall, move.thing, move.way, move.amount)
    return job


def _concerned(job: Job, planned: Plan, thing: str) -> bool:
    """Whether anything is to fix or to decide at a thing, or a start is planted by it."""
    places = {place.partition(":")[0] for one in planned.findings for place in one.places}
    by_it = (
        thing in (getattr(wall.start.across, "thing", None), getattr(wall.start.up, "under", None))
        for wall in job.walls
    )
    return thing in places or any(by_it)


def _smallest(
    tried: Iterable[tuple[float, tuple[int, int]]], now: tuple[int, int]
) -> tuple[float, tuple[int, int]] | None:
    """The smallest move that leaves least to fix; where none leaves less, least to decide."""
    better = []
    for one in tried:
        if one[1] < now:
            better.append(one)
        if one[1][0] == 0 < now[0] or one[1] == (0, 0):
            break  # nothing further on leaves less
    if not better:
        return None
    least = min(counts[0] for _, counts in better)
    better = [one for one in better if one[1][0] == least]
    if least == now[0]:
        fewest = min(counts[1] for _, counts in better)
        better = [one for one in better if one[1][1] == fewest]
    return min(better)


def _along(
    job: Job, wall: str, thing: AnyThing, way: MoveWay, asked: int
) -> Iterator[tuple[float, tuple[int, int]]]:
    """Each mark of the tape on the way, with what is then to fix and to decide, as far as no more
    than ``asked`` measurements are to be taken again.
    """
    step = STEP_MM[job.step]
    farthest = FARTHEST
    if isinstance(thing, Opening) and way in ("longer", "shorter"):
        farthest = FARTHEST_HORN if way == "longer" else min(FARTHEST_HORN, thing.horn)
    for number in range(1, int(farthest / step + EPS) + 1):
        try:
            planned = drawn(with_move(job, wall, thing.id, way, number * step)).plan
        except JobRefused:
            return  # off the wall
        if _to_ask(planned) > asked:
            return  # it runs into something, or what was measured does not close any more
        yield tidy(number * step), _counts(planned)


def with_move(job: Job, wall: str, thing: str, way: MoveWay, amount: float) -> Job:
    """Return the job with a thing moved so far (mm)."""
    match way:
        case "up" | "down":
            return moved(job, wall, thing, up=amount if way == "up" else -amount)
        case "right" | "left":
            return moved(job, wall, thing, right=amount if way == "right" else -amount)
        case _:
            return moved(job, wall, thing, horn=amount if way == "longer" else -amount)


def _to_ask(planned: Plan) -> int:
    return sum(doubt.weight == "ask" for doubt in planned.doubts)


def _counts(planned: Plan) -> tuple[int, int]:
    return planned.never, len(planned.findings) - planned.never
