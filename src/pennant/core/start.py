"""Where the pennant is planted: the lower left corner of one full tile, from the chosen school."""

from dataclasses import dataclass

from pennant.core.field import Field
from pennant.core.job import Job, Pattern, Tile
from pennant.core.planting import (
    Across,
    Carried,
    Centred,
    EqualCuts,
    FullCounter,
    FullLeft,
    FullRight,
    Start,
    UpSchool,
)
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
    """Return the job's tile as laid."""
    return module_for(job.tile, job.pattern)


def module_for(tile: Tile, pattern: Pattern) -> Module:
    """Return a tile as laid: a standing tile's height runs along the course."""
    if pattern.lay == "lying":
        return Module(tile.length, tile.height, pattern.joint)
    return Module(tile.height, tile.length, pattern.joint)


def plant_of(
    start: Start, field: Field, module: Module,
    carried: tuple[float | None, float | None] = (None, None),
) -> Plant:  # fmt: skip
    """Return where the pennant's tile stands, with its nudges.

    ``carried`` is a tile's corner (x, y) on the surface before, for what goes on from there.
    """
    across, up = start.across, start.up
    x, flag_x = _across(across, field, module)
    y, flag_y = _up(up, field, module, carried[1])
    if carried[0] is not None:
        x = flag_x = carried[0]
    return Plant(
        tidy(x + across.nudge), tidy(y + up.nudge),
        tidy(flag_x + across.nudge), tidy(flag_y + up.nudge),
    )  # fmt: skip


def _across(across: Across, field: Field, module: Module) -> tuple[float, float]:
    if isinstance(across, FullLeft):
        return field.inner.x0, field.inner.x0
    if isinstance(across, FullRight):
        return field.inner.x1 - module.width, field.inner.x1
    centre = _centre(across, field)
    if across.what == "tile":
        return centre - module.width / 2, centre
    return centre + module.joint / 2, centre


def _centre(across: Centred, field: Field) -> float:
    """The centreline: of what is tiled (between the end gaps), of a thing, or as given."""
    if across.on == "thing" and across.thing is not None:
        box = field.surface.thing(across.thing).box
        return (box.x0 + box.x1) / 2
    if across.on == "point" and across.x is not None:
        return across.x
    return (field.inner.x0 + field.inner.x1) / 2


def _up(up: UpSchool, field: Field, module: Module, carried: float | None) -> tuple[float, float]:
    """A full course stands at the low point of a scribed counter, and hangs from the high point
    of a sloping overhead: the other tiles are cut to the line, because a tile cannot grow.
    """
    if isinstance(up, Carried) and carried is not None:
        rows = round((field.foot - carried) / module.up)
        return carried + rows * module.up, carried + rows * module.up
    if isinstance(up, FullCounter | Carried):
        return field.foot, field.foot
    top = field.top_under(up.under)
    if isinstance(up, EqualCuts):
        bottom = field.foot + equal_cut(top - field.foot, module) + module.joint
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
