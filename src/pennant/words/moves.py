"""What others could still move, in words: what, how far, what it saves, and who is asked."""

from collections.abc import Iterator, Mapping, Sequence

from pennant.core.document.job import Job
from pennant.core.document.lengths import Step, Units, show_with_unit
from pennant.core.document.survey import AnyThing, Device, Opening, Overhead, Round
from pennant.core.document.values import Value
from pennant.core.plan import Plan
from pennant.core.search.moves import FARTHEST, Move, MovesTogether, movable, with_move
from pennant.core.survey.moving import wished
from pennant.core.survey.placing import WallPlaces, places_of
from pennant.words.names import Names

_CARPENTER: dict[Units, str] = {"in": "the carpenter", "mm": "the joiner"}
WISHED = "wished: "
"""How the reason begins why a thing is unsettled whose place somebody wishes for."""


class MoveText(Value):
    """A move in words. ``limit`` is what decides besides the tile, ``job`` has the move wished."""

    title: str
    gives: str
    ask: str
    limit: str
    job: Job


class WishedText(Value):
    """What another trade is told: the thing, what is wished, and from where to measure."""

    who: str
    thing: str
    wish: str
    measure: str


class MovesText(Value):
    """The moves of a job, and what of it may still move at all."""

    moves: tuple[MoveText, ...]
    movable: tuple[str, ...]
    says: str


def moves_in_words(
    job: Job, planned: Plan, moves: Sequence[Move], together: MovesTogether | None = None
) -> MovesText:
    """Return the moves of a job and its own plan in words; those of several things first."""
    names = Names(planned.kitchen)
    now = f"{planned.never} to fix and {len(planned.findings) - planned.never} to decide now"
    things = {thing.id: thing for _, thing, _ in movable(job)}
    said = [_say(job, names, things[move.thing], move, now) for move in moves]
    if together is not None:
        said.insert(0, _all_of(job, names, things, together, now))
    return MovesText(
        moves=tuple(said),
        movable=tuple(names.thing(id_) for id_ in things),
        says=_says(job.step, len(planned.findings), list(things), moves),
    )


def _says(step: Step, findings: int, things: Sequence[str], moves: Sequence[Move]) -> str:
    if not findings:
        return "Nothing is to fix or to decide: nothing needs to move."
    if not things:
        return (
            "Nothing here may still move. Write it behind what may, such as "
            'outlet 14 up 9 unsettled "the wall is open", or hood … unsettled "not hung yet".'
        )
    if not moves:
        return f"No move of up to {show_with_unit(FARTHEST, step)} leaves less to fix or to decide."
    return "Each is the smallest move on the tape; every mark of it was planned."


def _say(job: Job, names: Names, thing: AnyThing, move: Move, now: str) -> MoveText:
    who, limit = _asked(thing, job.units)
    return MoveText(
        title=_title(job, names, move),
        gives=f"then {move.never} to fix and {move.avoid} to decide; {now}",
        ask=_who(thing, who),
        limit=limit,
        job=_wished(job, move),
    )


def _all_of(
    job: Job, names: Names, things: Mapping[str, AnyThing], together: MovesTogether, now: str
) -> MoveText:
    """Moves of several things as one."""
    asked = [_asked(things[move.thing], job.units) for move in together.moves]
    who = [
        _who(things[move.thing], usual)
        for move, (usual, _) in zip(together.moves, asked, strict=True)
    ]
    for move in together.moves:
        job = _wished(job, move)
    return MoveText(
        title=" and ".join(_title(job, names, move) for move in together.moves),
        gives=f"then {together.never} to fix and {together.avoid} to decide; {now}",
        ask=" and ".join(dict.fromkeys(who)),
        limit=" ".join(dict.fromkeys(limit for _, limit in asked)),
        job=job,
    )


_AT_ENDS = {"longer": "longer at each end", "shorter": "shorter at each end"}


def _title(job: Job, names: Names, move: Move) -> str:
    board = "The sill board of " if move.way in _AT_ENDS else ""
    return f"{board}{names.thing(move.thing)} {_how_far(job, move)}"


def _how_far(job: Job, move: Move) -> str:
    return f"{show_with_unit(move.amount, job.step)} {_AT_ENDS.get(move.way, move.way)}"


def _wished(job: Job, move: Move) -> Job:
    """The job with a move wished for."""
    found = with_move(job, move.wall, move.thing, move.way, move.amount)
    return wished(found, move.wall, move.thing, f"{WISHED}{_how_far(job, move)}")


def moves_report(said: MovesText) -> str:
    """Return the moves for a person at a terminal."""
    lines = [said.says]
    for move in said.moves:
        lines += [f"  {move.title}: {move.gives}.", f"    Ask {move.ask}. {move.limit}"]
    if not said.moves and said.movable:
        lines.append(f"  May still move: {', '.join(said.movable)}.")
    return "\n".join(lines) + "\n"


def _who(thing: AnyThing, usual: str) -> str:
    """Who waits for its size, where the line says so."""
    return (thing.unsettled.owed_to if thing.unsettled else "") or usual


def _asked(thing: AnyThing, units: Units) -> tuple[str, str]:
    """Who must be asked, and what decides besides the tile."""
    match thing:
        case Overhead(kind="hood"):
            return "who hangs the hood", "Its maker's clearance over the cooktop decides."
        case Overhead() | Opening():
            return _CARPENTER[units], "What it is fixed to decides."
        case Device():
            return (
                "a licensed electrician",
                "Only while the wall is open. Local code decides heights and distances.",
            )
        case Round():
            return "the plumber", "Only while the wall is open."
        case _:
            return "who fixes it", "What it is fixed to decides."


def count_wished(job: Job) -> int:
    """Return of how many things somebody wishes for another place."""
    return sum(bool(_wish(thing)) for wall in job.walls for thing in wall.things)


def _wish(thing: AnyThing) -> str:
    """What is wished of a thing; empty where nothing is."""
    why = thing.unsettled.why if thing.unsettled else ""
    return why.removeprefix(WISHED) if why.startswith(WISHED) else ""


def wished_in_words(job: Job) -> Iterator[WishedText]:
    """Yield what was wished and not measured since, with where it is to be."""
    for number, places in enumerate(places_of(job)):
        for thing in job.walls[number].things:
            if wish := _wish(thing):
                yield WishedText(
                    who=_who(thing, _asked(thing, job.units)[0]),
                    thing=thing.name or thing.id,
                    wish=wish,
                    measure=_measured(job, places, thing),
                )


def _measured(job: Job, places: WallPlaces, thing: AnyThing) -> str:
    """Where the thing is to be, from the wall's left end and from the counter below it."""
    along = places.along(thing.id)
    left = along.low.at
    said = [f"its left side {show_with_unit(left, job.step)} from the wall's left end"]
    if isinstance(thing, Overhead):
        low = places.underside(thing, left, right=False).at
    else:
        low = places.up(thing.id).low.at
    above = low - places.counter_at(along.middle.at)
    if isinstance(thing, Opening) and thing.stool:
        said = [
            f"the board runs {show_with_unit(thing.horn, job.step)} past the casing at each end"
        ]
    else:
        said.append(f"its lower edge {show_with_unit(above, job.step)} above the counter")
    if isinstance(thing, Device):
        said.append("both to the box, not to the plate")
    return "; ".join(said)
