"""What would cure a finding: changes tried by planning the whole kitchen again.

Nothing is promised that was not planned: what a cure says it comes to is what its own plan has.
"""

from collections.abc import Callable, Iterable, Iterator
from typing import Literal

from pennant.core.document.job import Job
from pennant.core.document.lengths import MM_PER_INCH, Units
from pennant.core.document.pattern import Bond, Courses, Pattern
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.starts import Carried, Start
from pennant.core.document.survey import Device
from pennant.core.document.values import Value
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.layout.field_of import field_of
from pennant.core.plan import Plan, drawn
from pennant.core.reading.finding import Finding
from pennant.core.reading.laying import LaidKitchen, laid_wall
from pennant.core.search.best import best_found
from pennant.core.search.counter_starts import counter_starts
from pennant.core.search.ranking import with_ends_moved
from pennant.core.search.schools import fitting_of
from pennant.core.search.slack import Slack, slack_of
from pennant.core.search.starting import start_of, started
from pennant.core.survey.counters import counter_of
from pennant.core.survey.edits import changed, wall_number

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
_OWN = {"ragged-end": "move-end", "thin-leg": "cut-leg"}
"""The cure that belongs to a finding."""
MOST = 6
"""Cures that are shown: more than one reads."""


class Cure(Value):
    """A change that a finding is gone with. ``amount`` is the move in mm, the new size, or by how
    much a tile or joint is fitted.

    ``never`` and ``avoid`` are what the whole kitchen then has to cure and to look at.
    """

    kind: Literal["best-start", "fit", "move-across", "move-up", "bond", "joint", "trim",
                  "move-end", "cut-leg"]  # fmt: skip
    amount: float | None = None
    bond: Bond | None = None
    start: Start | None = None
    device: str = ""
    never: int
    avoid: int


def cures_of(job: Job, surface: str, finding: str) -> list[Cure]:
    """Return what would cure a finding, the best first; empty if nothing that was tried does.

    Raise `JobRefused` for a finding that the job does not have.
    """
    planned = drawn(job).plan
    here = next((one for one in planned.surfaces if one.surface == surface), None)
    found = next((one for one in here.findings if one.id == finding), None) if here else None
    if found is None:
        message = "has no such finding; it may be cured already"
        raise JobRefused([Problem(pointer="", message=message)])
    wall = start_belongs_to(job, planned, surface)
    now = (planned.never, len(planned.findings) - planned.never)
    cures = []
    for kind, tried, extra in _tries(job, planned, wall, found):
        try:
            after = drawn(tried).plan
        except JobRefused:
            continue
        count = (after.never, len(after.findings) - after.never)
        if count < now and not _still(after, surface, found):
            cures.append(Cure(kind=kind, never=count[0], avoid=count[1], **extra))
    cures.sort(key=lambda cure: (cure.never, cure.avoid, abs(cure.amount or 0.0)))
    # What tilers do about just this is among those shown, though others may leave less to look at.
    own = [cure for cure in cures if cure.kind == _OWN.get(found.rule)][:1]
    others = [cure for cure in cures if cure not in own][: MOST - len(own)]
    return [cure for cure in cures if cure in own or cure in others]


def start_belongs_to(job: Job, planned: LaidKitchen, surface: str) -> str:
    """Return the wall or counter whose start a surface is laid by."""
    counter = counter_of(job, surface)
    return planned.kitchen.surface(surface).of if counter is None else counter.id


def with_cure(job: Job, wall: str, cure: Cure) -> Job:
    """Return the job with a cure taken."""
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
        case "move-up":
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
        for planned in after.surfaces if planned.surface == surface
        for one in planned.findings
    )  # fmt: skip


def _tries(job: Job, planned: Plan, wall: str, finding: Finding) -> Iterator[Try]:
    def put(kind: str, **extra: object) -> Try:
        cure = Cure(kind=kind, never=0, avoid=0, **extra)
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
    if finding.rule == "ragged-end":
        for start in with_ends_moved(job, planned.kitchen, wall, own):
            moved = next(getattr(start, side) - getattr(own, side)
                         for side in ("left", "right", "top")
                         if getattr(start, side) != getattr(own, side))  # fmt: skip
            yield put("move-end", start=start, amount=tidy(moved))
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


def _moved(job: Job, where: str, slacks: Iterable[Slack], put: Callable[..., Try]) -> Iterator[Try]:
    """The start moved into the nearest stretches in which there is less to cure."""
    by = job.settings.set_within
    carried = isinstance(start_of(job, where).up, Carried)
    for slack in slacks:
        if carried and slack.way == "up":
            continue  # the courses go on round the corner; moving them here would break their line
        kind = "move-across" if slack.way == "across" else "move-up"
        here = next(one for one in slack.stretches if one.low <= 0 <= one.high)
        better = [
            one for one in slack.stretches if (one.never, one.avoid) < (here.never, here.avoid)
        ]
        moves = sorted((_into(one.low, one.high, by) for one in better), key=abs)
        for move in moves[:MOVES]:
            yield put(kind, amount=move)


def _legs_off(job: Job, wall: str, device: str) -> Job:
    """The job with the thin legs beside a device's box cut away."""
    number = wall_number(job, wall)
    things = tuple(
        thing.model_copy(update={"legs_off": True})
        if isinstance(thing, Device) and thing.id == device else thing
        for thing in job.walls[number].things
    )  # fmt: skip
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


def _into(low: float, high: float, by: float) -> float:
    """The nearest move into a stretch, and a tile-setter's tolerance further if there is room."""
    room = min(by, (high - low) / 2)
    return tidy(low + room if low > 0 else high - room)
