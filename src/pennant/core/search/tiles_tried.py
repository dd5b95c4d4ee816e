"""Which tile: the job laid with each tile that it is being chosen from, each at its best start.

One survey, many tiles. Every row is a whole plan from the same search as the job's own (see
`whole_kitchen`), so that what is compared is what would be laid.
"""

from collections.abc import Iterator
from dataclasses import dataclass

from pennant.core.document.candidates import Candidate
from pennant.core.document.job import Job
from pennant.core.document.pattern import Bond, Courses
from pennant.core.document.refusal import JobRefused
from pennant.core.document.starts import Carried, FromCounter, FullCounter, FullLeft, Start
from pennant.core.plan import Plan, plan
from pennant.core.search.starting import started
from pennant.core.search.whole_kitchen import best_of_kitchen
from pennant.core.survey.blank import NOT_CHOSEN
from pennant.core.survey.kitchen import joined_before


@dataclass(frozen=True)
class TiledWith:
    """A job laid with a tile, in one bond and joint. ``candidate`` is its number among those of the
    job, None for the job's own tile.
    """

    candidate: int | None
    job: Job
    plan: Plan


@dataclass(frozen=True)
class NotTiled:
    """A tile that cannot be laid so, and why."""

    candidate: int
    job: Job
    refused: JobRefused


def tiles_tried(job: Job) -> Iterator[TiledWith | NotTiled]:
    """Yield the job with its own tile at its best start, if it has one yet, then with each
    candidate in turn.
    """
    if job.tile.name != NOT_CHOSEN:
        yield _tiled(None, best_of_kitchen(job).job)
    for number, candidate in enumerate(job.candidates):
        for bond, joint in candidate.ways():
            tried = laid_with(job, candidate, bond, joint)
            try:
                yield _tiled(number, best_of_kitchen(tried).best)
            except JobRefused as refused:
                yield NotTiled(number, tried, refused)


def laid_with(job: Job, candidate: Candidate, bond: Bond | None, joint: float | None) -> Job:
    """Return the job with another tile; where each wall starts is left to be found.

    A joint narrower than the tile's lugs is as wide as they leave it.
    """
    tile = candidate.tile
    joint = max(job.pattern.joint if joint is None else joint, tile.lugs)
    pattern = job.pattern.model_copy(update={"joint": joint})
    if bond is not None:
        lay = pattern.lay if isinstance(pattern, Courses) else "lying"
        pattern = Courses(bond=bond, joint=joint, lay=lay)
    job = job.model_copy(update={"tile": tile, "pattern": pattern})
    for number, wall in enumerate(job.walls):
        if isinstance(wall.start.across, FromCounter):
            continue
        up = Carried() if joined_before(job.walls, number) else FullCounter()
        job = started(job, wall.id, Start(across=FullLeft(), up=up))
    return job


def _tiled(candidate: int | None, job: Job) -> TiledWith:
    return TiledWith(candidate, job, plan(job))
