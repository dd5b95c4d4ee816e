"""Dimension strings over the drawing: the overall, and a chain of partials that closes on it."""

from itertools import pairwise

from pennant.core.job import Job
from pennant.core.lengths import show_length
from pennant.core.tolerance import distinct_lines
from pennant.core.values import Value


class Dimension(Value):
    """A distance along the wall, from ``x0`` to ``x1`` (mm), and how it reads."""

    x0: float
    x1: float
    text: str


def overall(job: Job) -> Dimension:
    """Return the wall's whole length."""
    return _between(job, 0.0, job.wall.length)


def chain(job: Job) -> tuple[Dimension, ...]:
    """Return the partials between the wall's ends and every side of what stands on it."""
    wall = job.wall
    spans = [(overhead.x, overhead.width) for overhead in wall.overheads]
    spans += [(opening.x, opening.width) for opening in wall.openings]
    marks = {x for start, width in spans for x in (start, start + width)}
    kept = distinct_lines(0.0, wall.length, marks)
    return tuple(_between(job, a, b) for a, b in pairwise(kept))


def _between(job: Job, x0: float, x1: float) -> Dimension:
    return Dimension.model_construct(x0=x0, x1=x1, text=show_length(x1 - x0, job.step))
