"""Starts compared: each planned in full, measured from its own pieces, and ranked.

The measures, in the order in which they decide: what must be cured, what is to be looked at, the
smallest piece at any edge, cut pieces, tiles. Two starts that lay the same tiles are one.
"""

from collections.abc import Iterable
from typing import Literal

from pennant.core.field import Field, field_of
from pennant.core.job import Job, Start
from pennant.core.plan import Plan, plan
from pennant.core.start import module_of, plant_of
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


def compare(job: Job, starts: Iterable[Start]) -> list[Outcome]:
    """Return the outcome of each start that lays tiles otherwise than those before, best first."""
    seen: set[tuple[int, int]] = set()
    outcomes = []
    field = field_of(job)  # the start does not change where tile may lie
    for start in starts:
        tried = job.model_copy(update={"start": start})
        layout = _layout(tried, field)
        if layout not in seen:
            seen.add(layout)
            outcomes.append(outcome_of(start, plan(tried)))
    ranked = sorted(outcomes, key=_rank)
    return [
        one.model_copy(update={"decided_by": _decider(one, after)})
        for one, after in zip(ranked, [*ranked[1:], None], strict=True)
    ]


def outcome_of(start: Start, made: Plan) -> Outcome:
    """Measure a plan."""
    return Outcome(
        start=start, never=made.never, avoid=len(made.findings) - made.never,
        smallest=min((g.size for reading in made.edges for g in reading.gets), default=0.0),
        cut=made.cut, tiles=round(made.quantities[0].amount),
    )  # fmt: skip


def _layout(job: Job, field: Field) -> tuple[int, int]:
    """Where the tiles of a start lie, whichever of them the pennant stands for.

    A row up is a shift to the right, so a start is brought down to its lowest row first.
    """
    module, bond = module_of(job), job.pattern.bond
    plant = plant_of(job, field)
    rows = int((plant.y + EPS) // module.up)
    x = (plant.x - rows * bond.p / bond.q * module.across + EPS) % module.across
    y = (plant.y + EPS) % module.up
    return round(x * 1000), round(y * 1000)


def _rank(one: Outcome) -> tuple[float, ...]:
    return (one.never, one.avoid, -round(one.smallest / SAME_PIECE), one.cut, one.tiles)


def _decider(one: Outcome, after: Outcome | None) -> Measure | None:
    if after is None:
        return None
    differs = (a != b for a, b in zip(_rank(one), _rank(after), strict=True))
    return next((name for name, other in zip(MEASURES, differs, strict=True) if other), None)
