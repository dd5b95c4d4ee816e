"""Starts of a wall compared: each planned in full, measured from its pieces, and ranked.

The measures, in the order in which they decide: what must be cured, what is to be looked at, the
smallest piece at any edge, cut pieces, tiles. Two starts that lay the same tiles are one.
"""

from collections.abc import Iterable
from typing import Literal

from pennant.core.job import Job
from pennant.core.placed import Kitchen
from pennant.core.plan import Laid, lay
from pennant.core.planting import Start
from pennant.core.quantities import quantities_of
from pennant.core.start import module_of
from pennant.core.things import wall_number
from pennant.core.tolerance import EPS
from pennant.core.values import Value

Measure = Literal["never", "avoid", "smallest", "cut", "tiles"]
MEASURES: tuple[Measure, ...] = ("never", "avoid", "smallest", "cut", "tiles")
SAME_PIECE = 0.8
"""Millimetres: half a sixteenth. Smallest pieces nearer than this are the same to the eye."""


class Outcome(Value):
    """What a start comes to. ``smallest`` is in mm, the others are counts.

    ``decided_by`` is the first measure in which it is better than the next in rank; None if they
    are alike in all.
    """

    start: Start
    never: int
    avoid: int
    smallest: float
    cut: int
    tiles: int
    decided_by: Measure | None = None


def compare(job: Job, kitchen: Kitchen, wall: str, starts: Iterable[Start]) -> list[Outcome]:
    """Return the outcome of each start of a wall that lays tiles otherwise than those before.

    Best first. The other walls stay as they are; what is measured is the wall with its returns and
    the walls that go on from it.
    """
    seen: set[tuple[int, int]] = set()
    outcomes = []
    for start in starts:
        tried = started(job, wall, start)
        laid = list(lay(tried, kitchen))
        layout = _layout(tried, next(one for one in laid if one.plan.surface == wall))
        if layout not in seen:
            seen.add(layout)
            outcomes.append(outcome_of(tried, start, laid))
    ranked = sorted(outcomes, key=_rank)
    return [
        one.model_copy(update={"decided_by": _decider(one, after)})
        for one, after in zip(ranked, [*ranked[1:], None], strict=True)
    ]


def started(job: Job, wall: str, start: Start) -> Job:
    """Return the job with another start on one wall."""
    number = wall_number(job, wall)
    walls = list(job.walls)
    walls[number] = walls[number].model_copy(update={"start": start})
    return job.model_copy(update={"walls": tuple(walls)})


def outcome_of(job: Job, start: Start, laid: list[Laid]) -> Outcome:
    """Measure the whole kitchen as it comes out with a start."""
    plans = [one.plan for one in laid]
    findings = [finding for one in plans for finding in one.findings]
    pieces = [piece for one in plans for piece in one.pieces]
    never = sum(finding.weight == "never" for finding in findings)
    joints = sum(one.joint_area for one in laid)
    quantities = quantities_of(job, [one.field for one in laid], pieces, joints)
    sizes = (g.size for one in plans for reading in one.edges for g in reading.gets)
    return Outcome(
        start=start, never=never, avoid=len(findings) - never, smallest=min(sizes, default=0.0),
        cut=sum(piece.kind != "full" for piece in pieces), tiles=round(quantities[0].amount),
    )  # fmt: skip


def _layout(job: Job, laid: Laid) -> tuple[int, int]:
    """Where the tiles of a start lie, whichever of them the pennant stands for.

    A row up is a shift to the right, so a start is brought down to its lowest row first.
    """
    module, bond, flag = module_of(job), job.pattern.bond, laid.plan.pennant
    rows = int((flag.tile_y + EPS) // module.up)
    x = (flag.tile_x - rows * bond.p / bond.q * module.across + EPS) % module.across
    y = (flag.tile_y + EPS) % module.up
    return round(x * 1000), round(y * 1000)


def _rank(one: Outcome) -> tuple[float, ...]:
    return (one.never, one.avoid, -round(one.smallest / SAME_PIECE), one.cut, one.tiles)


def _decider(one: Outcome, after: Outcome | None) -> Measure | None:
    if after is None:
        return None
    differs = (a != b for a, b in zip(_rank(one), _rank(after), strict=True))
    return next((name for name, other in zip(MEASURES, differs, strict=True) if other), None)
