"""What would cure a finding: changes tried by planning the whole kitchen again.

Nothing is promised that was not planned: what a cure says it comes to is what its own plan has.
"""

import math
from collections.abc import Callable, Iterable, Iterator
from typing import Literal

from pydantic import Field

from pennant.core.document.job import Job
from pennant.core.document.lengths import MM_PER_INCH, STEP_MM, Units
from pennant.core.document.pattern import Bond, Courses, Pattern
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.starts import Carried, Start
from pennant.core.document.survey import Device
from pennant.core.document.values import Value
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.laying.lay_kitchen import laid_wall
from pennant.core.laying.surface_plan import LaidKitchen
from pennant.core.layout.field_of import field_of
from pennant.core.plan import Plan, drawn
from pennant.core.reading.finding import Finding, SmallPiece
from pennant.core.reading.findings import TOPS
from pennant.core.reading.seen import SeenWeights
from pennant.core.search.best import best_found
from pennant.core.search.counter_starts import counter_starts
from pennant.core.search.ranking import with_ends_moved
from pennant.core.search.schools import fitting_of
from pennant.core.search.slack import Slack, slack_of
from pennant.core.search.starting import start_of, started
from pennant.core.survey.counters import counter_of
from pennant.core.survey.edits import changed, wall_number
from pennant.core.survey.kitchen import floats_of

BONDS = ((0, 1), (1, 2), (1, 3), (1, 4))
"""The bonds that are tried instead."""
SPACERS: dict[Units, tuple[float, ...]] = {
    "in": tuple(MM_PER_INCH * n / 32 for n in (2, 3, 4, 6, 8, 10, 12, 16)),
    "mm": (1, 1.5, 2, 3, 4, 5, 6, 8, 10),
}
"""The sizes (mm) that spacers come in; nobody can set a joint in between."""
SEEDS = 3
"""Other staggers that are tried in place of one."""
MOVES = 4
"""Places each way that are planned, the nearest first."""
Try = tuple[str, Job, dict[str, object]]
"""A cure's kind, the job with it taken, and what it changes."""
MOST = 6
"""Cures that are shown: more than one reads."""
CureKind = Literal[
    "move-end",
    "gap",
    "cut-leg",
    "trim",
    "move-across",
    "move-up",
    "best-start",
    "fit",
    "joint",
    "bond",
]
COST: dict[CureKind, int] = {
    "move-end": 0,
    "gap": 1,
    "cut-leg": 2,
    "trim": 3,
    "move-across": 4,
    "move-up": 4,
    "best-start": 5,
    "fit": 5,
    "joint": 6,
    "bond": 7,
}
"""What a change costs before tile is cut, the cheapest first: a line that floats, the counter's
gap, a leg beside a box, a trim, the start, the spacers, the bond. A stagger's other number comes
before another bond."""


class Cure(Value):
    """A change that a finding is gone with. ``amount`` is the move in mm, the new size, or by how
    much a tile or joint is fitted; ``wall`` is whose start changes, where it is another's than the
    finding's.

    ``never`` and ``avoid`` are what the whole kitchen then has to fix and to decide on.
    """

    kind: CureKind
    wall: str = ""
    amount: float | None = None
    bond: Bond | None = None
    start: Start | None = None
    device: str = ""
    whole: bool = Field(default=True, description="Whole tiles end at a line that is moved.")
    never: int
    avoid: int


def cures_of(job: Job, surface: str, finding: str) -> list[Cure]:
    """Return what would cure a finding, the cheapest first; empty if nothing that was tried does.

    None causes a finding that stands higher in the order than the one it cures. Raise `JobRefused`
    for a finding that the job does not have.
    """
    planned = drawn(job).plan
    here = next((one for one in planned.surfaces if one.surface == surface), None)
    found = next((one for one in here.findings if one.id == finding), None) if here else None
    if found is None:
        message = "has no such finding; it may be cured already"
        raise JobRefused([Problem(pointer="", message=message)])
    wall = start_belongs_to(job, planned, surface)
    now = (planned.never, len(planned.findings) - planned.never)
    rank = _ranks(job, planned).get((surface, found.id), 0)
    before = {(surface, one.rule, one.places) for surface, one in _findings(planned)}
    cures = []
    for kind, tried, extra in _tries(job, planned, wall, found):
        try:
            after = drawn(tried).plan
        except JobRefused:
            continue
        count = (after.never, len(after.findings) - after.never)
        if count >= now or _still(after, surface, found):
            continue
        ranks = _ranks(tried, after)
        if all(
            ranks[where, one.id] >= rank or (where, one.rule, one.places) in before
            for where, one in _findings(after)
        ):
            cures.append(Cure(kind=kind, never=count[0], avoid=count[1], **extra))
    cures.sort(key=_cost)
    return cures[:MOST]


def _cost(cure: Cure) -> tuple[float, ...]:
    """What cures are sorted by: what they cost, what they leave, and how far they go."""
    cost: float = COST[cure.kind]
    if cure.bond is not None and cure.bond.by_rule:
        cost -= 0.5
    return cost, cure.never, cure.avoid, abs(cure.amount or 0.0)


def _findings(planned: Plan) -> Iterator[tuple[str, Finding]]:
    for surface in planned.surfaces:
        for one in surface.findings:
            yield surface.surface, one


def _ranks(job: Job, planned: Plan) -> dict[tuple[str, str], int]:
    """How high each finding stands in the usual order, by its surface and id; 0 is the highest."""
    ranks = {}
    for surface in planned.surfaces:
        of = planned.kitchen.surface(surface.surface).of
        weights = SeenWeights.of_readings(job, of, surface.edges)
        for one in surface.findings:
            if one.weight == "never":
                rank = 0 if weights.in_view(one) else 1
            else:
                rank = 3 if one.rule == "thin-leg" else 2
            ranks[surface.surface, one.id] = rank
    return ranks


def start_belongs_to(job: Job, planned: LaidKitchen, surface: str) -> str:
    """Return the wall or counter whose start a surface is laid by."""
    counter = counter_of(job, surface)
    return planned.kitchen.surface(surface).of if counter is None else counter.id


def with_cure(job: Job, wall: str, cure: Cure) -> Job:
    """Return the job with a cure taken."""
    wall = cure.wall or wall
    start = start_of(job, wall)
    amount = cure.amount or 0.0
    match cure.kind:
        case "best-start" | "fit" | "move-end" if cure.start is not None:
            return started(job, wall, cure.start)
        case "cut-leg":
            return _legs_off(job, wall, cure.device)
        case "move-across":
            across = start.across.model_copy(update={"nudge": tidy(start.across.nudge + amount)})
            return started(job, wall, start.model_copy(update={"across": across}))
        case "move-up" | "gap":
            up = start.up.model_copy(update={"nudge": tidy(start.up.nudge + amount)})
            return started(job, wall, start.model_copy(update={"up": up}))
        case "bond":
            pattern = job.pattern.model_copy(update={"bond": cure.bond})
            return job.model_copy(update={"pattern": pattern})
        case "joint":
            pattern = job.pattern.model_copy(update={"joint": amount})
            return job.model_copy(update={"pattern": pattern})
        case _:
            settings = job.settings.model_copy(update={"trim_face": amount})
            return job.model_copy(update={"settings": settings})


def _still(after: Plan, surface: str, finding: Finding) -> bool:
    """Whether a plan breaks the same rule at one of the same places."""
    places = set(finding.places)
    return any(
        one.rule == finding.rule and places & set(one.places)
        for planned in after.surfaces
        if planned.surface == surface
        for one in planned.findings
    )


def _tries(job: Job, planned: Plan, wall: str, finding: Finding) -> Iterator[Try]:
    def put(kind: CureKind, **extra: object) -> Try:
        cure = Cure.model_validate({"kind": kind, "never": 0, "avoid": 0, **extra})
        return kind, with_cure(job, wall, cure), extra

    on_counter = counter_of(job, wall) is not None
    if on_counter:
        best = counter_starts(job, planned.kitchen, wall)[1]
    else:
        best = best_found(job, planned.kitchen, wall)
    yield put("best-start", start=best.start)
    slacks = slack_of(laid_wall(job, planned.kitchen, wall), job.settings)
    yield from _moved(job, wall, slacks, put)
    if on_counter:
        return  # its bond, joint and ends are chosen with its tile
    own = job.wall(wall).start
    for across in fitting_of(job.wall(wall)):
        start = own.model_copy(update={"across": across})
        spans = laid_wall(started(job, wall, start), planned.kitchen, wall).layout.spans
        each = max((abs(span.each) for span in spans), default=0.0)
        yield put("fit", start=start, amount=tidy(each))
    floating = any(place.startswith(f"{wall}:") for place in finding.places)
    if floating:
        for start in with_ends_moved(job, planned.kitchen, wall, own):
            moved = next(
                getattr(start, side) - getattr(own, side)
                for side in ("left", "right", "top")
                if getattr(start, side) != getattr(own, side)
            )
            yield put("move-end", start=start, amount=tidy(moved))
        yield from _end_out(job, wall, finding, put)
    yield from _gap_opened(job, planned, wall, finding, put)
    if finding.rule == "thin-leg":
        yield put("cut-leg", device=finding.places[0].partition(":")[0])
    for bond in _other_bonds(job.pattern):
        yield put("bond", bond=bond)
    for joint in other_joints(job):
        yield put("joint", amount=joint)
    # A trim's width takes room from the field at its own edge, and is a cure there alone.
    edges = field_of(planned.kitchen.surface(wall), job.settings).edges
    if any(edge.gap.fills == "trim" and edge.id in finding.places for edge in edges):
        small = MM_PER_INCH / 32 if job.units == "in" else 0.5
        for steps in (1, 2, 4):
            yield put("trim", amount=tidy(job.settings.trim_face + steps * small))


def _end_out(job: Job, wall: str, finding: Finding, put: Callable[..., Try]) -> Iterator[Try]:
    """A line that floats moved out so far that the piece at it is no longer too small."""
    if not isinstance(finding, SmallPiece):
        return
    own = job.wall(wall).start
    step = STEP_MM[job.step]
    for side, (_, out) in floats_of(job.wall(wall)).items():
        if f"{wall}:{side}" in finding.places:
            by = math.ceil((finding.least - finding.size) / step - EPS) * step
            sign = -1 if side == "left" else 1
            now = getattr(own, side)
            if by > 0 and now * sign + by <= out + EPS:
                start = own.model_copy(update={side: tidy(now + sign * by)})
                yield put("move-end", start=start, amount=tidy(sign * by), whole=False)


def _moved(job: Job, where: str, slacks: Iterable[Slack], put: Callable[..., Try]) -> Iterator[Try]:
    """The start moved into the nearest stretches in which there is less to cure."""
    by = job.settings.set_within
    first = heights_from(job, where)
    for slack in slacks:
        kind: CureKind = "move-across" if slack.way == "across" else "move-up"
        here = next(one for one in slack.stretches if one.low <= 0 <= one.high)
        better = [
            one for one in slack.stretches if (one.never, one.avoid) < (here.never, here.avoid)
        ]
        step = STEP_MM[job.step]
        found = (_into(one.low, one.high, by, step) for one in better)
        moves = sorted((move for move in found if move is not None), key=abs)
        # Courses that go on round a corner are moved where they come from.
        other = {"wall": first} if slack.way == "up" and first != where else {}
        for move in moves[:MOVES]:
            yield put(kind, amount=move, **other)


def heights_from(job: Job, where: str) -> str:
    """Return the wall that a wall's course heights come from: its own, unless carried on."""
    if counter_of(job, where) is not None:
        return where
    number = wall_number(job, where)
    while number and isinstance(job.walls[number].start.up, Carried):
        number -= 1
    return job.walls[number].id


def _gap_opened(
    job: Job, planned: Plan, wall: str, finding: Finding, put: Callable[..., Try]
) -> Iterator[Try]:
    """The counter's gap opened so far that a strip along the top is none any more: the courses are
    raised by no more than a joint, and than wedges and sealant take up.
    """
    if not isinstance(finding, SmallPiece) or not any(
        reading.edge in finding.places and reading.kind in TOPS
        for surface in planned.surfaces
        for reading in surface.edges
    ):
        return
    first = heights_from(job, wall)
    module = laid_wall(job, planned.kitchen, first).layout.module
    most = min(module.bed, job.settings.max_edge_gap)
    raised = finding.size
    if raised <= most + EPS:
        yield put("gap", amount=tidy(raised), **({"wall": first} if first != wall else {}))


def _legs_off(job: Job, wall: str, device: str) -> Job:
    """The job with the thin legs beside a device's box cut away."""
    number = wall_number(job, wall)
    things = tuple(
        thing.model_copy(update={"legs_off": True})
        if isinstance(thing, Device) and thing.id == device
        else thing
        for thing in job.walls[number].things
    )
    return changed(job, number, things=things)


def _other_bonds(pattern: Pattern) -> Iterator[Bond]:
    """Bonds that courses could be laid in instead; a lattice has none."""
    if not isinstance(pattern, Courses):
        return
    bond = pattern.bond
    if bond.by_rule:
        for seed in range(bond.seed + 1, bond.seed + 1 + SEEDS):
            yield bond.model_copy(update={"seed": (seed - 1) % 9999 + 1})
    for p, q in BONDS:
        if (p, q) != (bond.p, bond.q):
            yield Bond(p=p, q=q)


def other_joints(job: Job) -> list[float]:
    """Return the joints (mm) that could be set instead: one size of spacer narrower, and one wider.

    Lugs have a least joint of their own, and panels that stick by themselves have none to change.
    """
    now = job.pattern.joint
    if job.tile.material == "stick-on":
        return []
    sizes = [size for size in SPACERS[job.units] if size >= job.tile.lugs - EPS]
    narrower = [size for size in sizes if size < now - EPS][-1:]
    wider = [size for size in sizes if size > now + EPS][:1]
    return [tidy(size) for size in (*narrower, *wider)]


def _into(low: float, high: float, by: float, step: float) -> float | None:
    """The nearest mark of the tape in a stretch, a tile-setter's tolerance within it if there is
    room; None where it holds no mark, because nobody could strike it.
    """
    if low < 0:
        move = _into(-high, -low, by, step)
        return None if move is None else -move
    wanted = low + min(by, (high - low) / 2)
    marks = math.ceil(wanted / step - EPS) * step, math.floor(wanted / step + EPS) * step
    return next((tidy(mark) for mark in marks if low <= mark <= high), None)
