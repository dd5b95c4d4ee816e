"""Stretches without counter, and what carries the tile over them while its adhesive sets."""

from pennant.core.document.job import Job
from pennant.core.document.pattern import has_finished_top
from pennant.core.document.survey import Below


def gaps_of(job: Job) -> int:
    """Return how many stretches have no counter."""
    return sum(isinstance(thing, Below) for wall in job.walls for thing in wall.things)


def battens_of(job: Job) -> int:
    """Return how many battens are screwed on: over gaps, and under the rows of finished tips."""
    over_gaps = gaps_of(job) if job.ways.gap == "batten" else 0
    tips = has_finished_top(job.pattern) and job.ways.tips == "batten"
    return over_gaps + (len(job.walls) if tips else 0)
