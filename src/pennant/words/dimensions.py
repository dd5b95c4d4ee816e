"""Dimension strings over the drawing: the overall, and a chain of partials that closes on it."""

from itertools import pairwise

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_length
from pennant.core.document.values import Value
from pennant.core.geometry.tolerance import distinct_lines
from pennant.core.survey.placed import Surface


class Dimension(Value):
    """A distance along the wall, from ``x0`` to ``x1`` (mm), and how it reads."""

    x0: float
    x1: float
    text: str


def overall(job: Job, surface: Surface) -> Dimension:
    """Return the surface's whole length."""
    return _between(job, *_ends(job, surface))


def chain(job: Job, surface: Surface) -> tuple[Dimension, ...]:
    """Return the partials between the ends and every side of what stands high on it."""
    low, high = _ends(job, surface)
    things = (thing for thing in surface.things if thing.form in ("hanging", "opening"))
    marks = {x for thing in things for x in (thing.box.x0, thing.box.x1)}
    kept = distinct_lines(low, high, marks)
    return tuple(_between(job, a, b) for a, b in pairwise(kept))


def _ends(job: Job, surface: Surface) -> tuple[float, float]:
    """A wall is measured from substrate to substrate, whichever tile laps at its corners."""
    if surface.id != surface.of:
        return surface.x0, surface.x1
    return 0.0, job.wall(surface.of).length


def _between(job: Job, x0: float, x1: float) -> Dimension:
    return Dimension.model_construct(x0=x0, x1=x1, text=show_length(x1 - x0, job.step))
