"""Starts of a wall compared: each planned in full, measured from its pieces, and ranked.

The client's wishes decide, in their order. Two starts that lay the same tiles are one.
"""

from collections.abc import Iterable, Sequence

from pennant.core.field import field_of
from pennant.core.job import Job
from pennant.core.placed import Kitchen
from pennant.core.plan import Laid, lay
from pennant.core.planting import Carried, FullCounter, FullLeft, Start
from pennant.core.quantities import quantities_of
from pennant.core.search import Search
from pennant.core.start import module_of
from pennant.core.things import changed, wall_number
from pennant.core.tolerance import EPS, tidy
from pennant.core.values import Value
from pennant.core.wish import Kind
from pennant.core.wishes import Measured, measure, rank_key

SHORT_LIST = 8
"""Starts that the sieve lets through to be planned in full, each also a little off either way."""


class Outcome(Value):
    """What a start comes to.

    ``worst`` is what it comes to at its worst when it is set a little off, for starts that the
    search found. ``decided_by`` is the first wish in which it is better than the next in rank; None
    if they are alike in all.
    """

    start: Start
    measured: Measured
    worst: Measured | None = None
    decided_by: Kind | None = None


def wishes_of(job: Job) -> tuple[Kind, ...]:
    """Return the wishes that count, in the client's order."""
    return tuple(wish.kind for wish in job.wishes if wish.on)


def compare(job: Job, kitchen: Kitchen, wall: str, starts: Iterable[Start]) -> list[Outcome]:
    """Return the outcome of each start of a wall that lays tiles otherwise than those before.

    Best first. The other walls stay as they are; what is measured is the kitchen, and for ends,
    counter and top the wall.
    """
    seen: set[tuple[int, int]] = set()
    outcomes = []
    for start in starts:
        tried = started(job, wall, start)
        laid = list(lay(tried, kitchen))
        layout = _layout(tried, next(one for one in laid if one.plan.surface == wall))
        if layout not in seen:
            seen.add(layout)
            outcomes.append(Outcome(start=start, measured=measured_of(tried, wall, laid)))
    return ranked(outcomes, wishes_of(job))


def ranked(outcomes: Iterable[Outcome], wishes: Sequence[Kind]) -> list[Outcome]:
    """Return outcomes in order, each with the wish that puts it before the next."""
    order = sorted(outcomes, key=lambda one: rank_key(one.measured, wishes))
    return [
        one.model_copy(update={"decided_by": _decider(one, after, wishes)})
        for one, after in zip(order, [*order[1:], None], strict=True)
    ]


def best_found(job: Job, kitchen: Kitchen, wall: str) -> Outcome:
    """Return the best start of a wall, across and up, by the client's wishes.

    The sieve (`search`) goes over every place where anything changes; the few starts that it lets
    through are planned in full, as they are and set a little off either way, and the one that is
    best at its worst wins. A wall that carries its courses on from the one before keeps their
    heights: walls that join share their courses.
    """
    wishes, module, own = wishes_of(job), module_of(job), job.wall(wall).start
    field = field_of(kitchen.surface(wall), job.settings)
    carried = isinstance(own.up, Carried)
    now = next(one for one in lay(job, kitchen) if one.plan.surface == wall).plan.pennant
    found = Search(field, module, job.pattern.bond, job.settings).best(
        wishes, SHORT_LIST, now.tile_y if carried else None
    )
    outcomes = []
    for x, y in found.places:
        # A whole tile more or less across changes nothing: say the start by its smallest nudge.
        across = x - field.inner.x0
        across -= round(across / module.across) * module.across
        up = own.up if carried else FullCounter(nudge=tidy(y - field.foot))
        start = Start(across=FullLeft(nudge=tidy(across)), up=up)
        outcomes.append(outcome_near(job, kitchen, wall, start))
    return min(outcomes, key=lambda one: rank_key(one.worst or one.measured, wishes))


def outcome_near(job: Job, kitchen: Kitchen, wall: str, start: Start) -> Outcome:
    """Measure a start as it is, and at its worst within the tolerance of setting."""
    by = job.settings.set_within
    measured = []
    for right, up in ((0.0, 0.0), (by, 0.0), (-by, 0.0), (0.0, by), (0.0, -by)):
        moved = Start(
            across=start.across.model_copy(update={"nudge": start.across.nudge + right}),
            up=start.up.model_copy(update={"nudge": start.up.nudge + up}),
        )
        tried = started(job, wall, moved)
        measured.append(measured_of(tried, wall, list(lay(tried, kitchen))))
    wishes = wishes_of(job)
    worst = max(measured, key=lambda one: rank_key(one, wishes))
    return Outcome(start=start, measured=measured[0], worst=worst)


def started(job: Job, wall: str, start: Start) -> Job:
    """Return the job with another start on one wall."""
    return changed(job, wall_number(job, wall), start=start)


def measured_of(job: Job, wall: str, laid: list[Laid]) -> Measured:
    """Measure the whole kitchen as it is laid."""
    pieces = [piece for one in laid for piece in one.plan.pieces]
    joints = sum(one.joint_area for one in laid)
    quantities = quantities_of(job, [one.field for one in laid], pieces, joints)
    return measure(wall, laid, round(quantities[0].amount))


def _layout(job: Job, laid: Laid) -> tuple[int, int]:
    """Where the tiles of a start lie, whichever of them the pennant stands for.

    A row up is a shift to the right, so a start is brought down to its lowest row first.
    """
    module, bond, flag = module_of(job), job.pattern.bond, laid.plan.pennant
    rows = int((flag.tile_y + EPS) // module.up)
    steps = rows % 2 if bond.way == "back" else rows
    x = (flag.tile_x - steps * bond.p / bond.q * module.across + EPS) % module.across
    y = (flag.tile_y + EPS) % module.up
    return round(x * 1000), round(y * 1000)


def _decider(one: Outcome, after: Outcome | None, wishes: Sequence[Kind]) -> Kind | None:
    if after is None:
        return None
    keys = zip(rank_key(one.measured, wishes), rank_key(after.measured, wishes), strict=True)
    return next((name for name, (a, b) in zip(wishes, keys, strict=True) if a != b), None)
