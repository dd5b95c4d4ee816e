"""Where the pennant is planted: the lower left corner of one full tile, from the chosen school."""

from dataclasses import dataclass

from pennant.core.field import Field
from pennant.core.job import Centred, EqualCuts, FullCounter, FullLeft, FullRight, Job
from pennant.core.tolerance import EPS, tidy


@dataclass(frozen=True)
class Module:
    """A tile as laid and its joint: the step from one tile to the next. Millimetres."""

    width: float
    height: float
    joint: float

    @property
    def across(self) -> float:
        """Tile plus joint along the course."""
        return self.width + self.joint

    @property
    def up(self) -> float:
        """Tile plus joint from course to course."""
        return self.height + self.joint


@dataclass(frozen=True)
class Plant:
    """A full tile's lower left corner (``x``, ``y``), and where its flag stands."""

    x: float
    y: float
    flag_x: float
    flag_y: float


def module_of(job: Job) -> Module:
    """Return the tile as laid: a standing tile's height runs along the course."""
    tile, pattern = job.tile, job.pattern
    if pattern.lay == "lying":
        return Module(tile.length, tile.height, pattern.joint)
    return Module(tile.height, tile.length, pattern.joint)


def plant_of(job: Job, field: Field) -> Plant:
    """Return where the pennant's tile stands, with its nudges."""
    module = module_of(job)
    across, up = job.start.across, job.start.up
    x, flag_x = _across(job, field, module)
    y, flag_y = _up(job, field, module)
    return Plant(
        tidy(x + across.nudge), tidy(y + up.nudge),
        tidy(flag_x + across.nudge), tidy(flag_y + up.nudge),
    )  # fmt: skip


def _across(job: Job, field: Field, module: Module) -> tuple[float, float]:
    across = job.start.across
    if isinstance(across, FullLeft):
        return field.inner.x0, field.inner.x0
    if isinstance(across, FullRight):
        return field.inner.x1 - module.width, field.inner.x1
    centre = _centre(across, job, field)
    if across.what == "tile":
        return centre - module.width / 2, centre
    return centre + module.joint / 2, centre


def _centre(across: Centred, job: Job, field: Field) -> float:
    """The centreline: of what is tiled (between the end gaps), of an opening, or as given."""
    if across.on == "opening":
        for opening in job.wall.openings:
            if opening.id == across.opening:
                return opening.x + opening.width / 2
    if across.on == "point" and across.x is not None:
        return across.x
    return (field.inner.x0 + field.inner.x1) / 2


def _up(job: Job, field: Field, module: Module) -> tuple[float, float]:
    up = job.start.up
    if isinstance(up, FullCounter):
        return field.inner.y0, field.inner.y0
    top = field.top_under(up.under)
    if isinstance(up, EqualCuts):
        bottom = field.inner.y0 + equal_cut(top - field.inner.y0, module) + module.joint
        return bottom, bottom
    return top - module.height, top


def equal_cut(clear: float, module: Module) -> float:
    """Return the height of the bottom piece (and of the top one) that divides ``clear`` evenly.

    The larger of the two that do: with n full courses, c = (clear - n h - (n + 1) joint) / 2, and
    c is at most a full tile. A clear height under one joint leaves nothing to divide: 0.
    """
    spare = clear - module.joint
    if spare <= EPS:
        return 0.0
    smaller = (spare % module.up) / 2
    larger = smaller + module.up / 2
    return larger if larger <= module.height + EPS and larger * 2 <= spare + EPS else smaller
