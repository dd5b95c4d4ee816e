"""The tile as laid with its joints: the steps of the layout across and up."""

from dataclasses import dataclass

from pennant.core.document.job import Job
from pennant.core.document.pattern import Courses, Pattern
from pennant.core.document.tile import Tile


@dataclass(frozen=True)
class Module:
    """A tile as laid and its joints: the step from one tile to the next. Millimetres.

    ``joint`` is the upright joint between tiles, ``bed`` the level one between courses. At an end
    of the tiled wall a full tile loses ``lock``: the ends of ledger stone are cut straight there.
    """

    width: float
    height: float
    joint: float
    bed: float
    lock: float = 0.0

    @property
    def across(self) -> float:
        """Tile plus joint along the course."""
        return self.width + self.joint

    @property
    def up(self) -> float:
        """Tile plus joint from course to course."""
        return self.height + self.bed


def module_of(job: Job) -> Module:
    """Return the job's tile as laid."""
    return module_for(job.tile, job.pattern)


def module_for(tile: Tile, pattern: Pattern) -> Module:
    """Return a tile as laid: a standing tile's height runs along the course.

    On a lattice tiles lie several ways, and the module is that of one lying in its own frame.
    """
    if isinstance(pattern, Courses) and pattern.lay == "standing":
        return Module(tile.height, tile.length, pattern.joint, pattern.joint)
    lock = tile.ledger.interlock if tile.ledger is not None else 0.0
    return Module(tile.length, tile.height, pattern.joint, pattern.joint, lock)
