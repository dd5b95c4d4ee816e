"""The tiles of a job: the wall's own, the border's, those of areas, liners and counters."""

from typing import NamedTuple

from pennant.core.document.counter import edge_tile_of
from pennant.core.document.job import Job
from pennant.core.document.pattern import Bond, Courses, Pattern
from pennant.core.document.tile import Tile

FIELD, BORDER = "", "border"
STACKED = Bond(p=0, q=1)
"""Edge pieces stand in one row."""


class LaidTile(NamedTuple):
    """One tile of a job and the pattern that it is laid in; ``of`` is what pieces call it by."""

    of: str
    tile: Tile
    pattern: Pattern


def liner_of(area: str) -> str:
    """Return what pieces of an area's liner call their tile by."""
    return f"{area}.liner"


def tiles_of(job: Job) -> dict[str, LaidTile]:
    """Return every tile of a job by what pieces call it by, the wall's own first."""
    found = [LaidTile(FIELD, job.tile, job.pattern)]
    if job.border:
        found.append(LaidTile(BORDER, job.border.tile, job.pattern))
    for area in job.areas:
        found.append(LaidTile(area.id, area.tile, area.pattern))
        if area.liner:
            level = Courses(joint=job.pattern.joint)
            found.append(LaidTile(liner_of(area.id), area.liner.tile, level))
    for counter in job.counters:
        found.append(LaidTile(counter.id, counter.tile, counter.pattern))
        if counter.front is not None:
            row = Courses(joint=counter.pattern.joint, bond=STACKED)
            found.append(LaidTile(edge_tile_of(counter.id), counter.front.tile, row))
    return {one.of: one for one in found}
