"""Where the pennant is planted: the lower left corner of one full tile, from the chosen school."""

from dataclasses import dataclass
from typing import NamedTuple

from pennant.core.document.module import Module
from pennant.core.document.starts import (
    Across,
    Carried,
    Centred,
    EqualCuts,
    Fitted,
    FlatCounter,
    Folded,
    FullCounter,
    FullOn,
    FullRight,
    FullTop,
    Start,
    UpSchool,
    WholeCourses,
)
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.layout.field import Edge, Field
from pennant.core.layout.lattice import Lattice


@dataclass(frozen=True)
class Plant:
    """A full tile's lower left corner (``x``, ``y``), and where its flag stands."""

    x: float
    y: float
    flag_x: float
    flag_y: float


class Carries(NamedTuple):
    """What goes on from the surface before.

    ``x`` is a tile's left edge, ``y`` a course's lower edge; ``past`` is how far the last tile of
    the pennant's course reaches into the corner, from its left edge.
    """

    x: float | None = None
    y: float | None = None
    past: float | None = None


def plant_of(
    start: Start,
    field: Field,
    module: Module,
    line: Edge | None = None,
    carries: Carries | None = None,
    kerf: float = 0.0,
) -> Plant:
    """Return where the pennant's tile stands, with its nudges.

    ``line`` is the first line that the start names; ``kerf`` is what a tile folded round the
    corner loses where it is cut in two.
    """
    across, up, carries = start.across, start.up, carries or Carries()
    x, flag_x = _across(across, field, module, line)
    y, flag_y = _up(up, field, module, carries.y)
    if carries.x is not None:
        x = flag_x = carries.x
    if isinstance(across, Folded) and carries.past is not None:
        x, flag_x = folded(field.inner.x0, carries.past, module, kerf), field.inner.x0
    return Plant(
        tidy(x + across.nudge),
        tidy(y + up.nudge),
        tidy(flag_x + across.nudge),
        tidy(flag_y + up.nudge),
    )


def lattice_plant_of(
    start: Start,
    field: Field,
    lattice: Lattice,
    line: Edge | None = None,
    carries: Carries | None = None,
    kerf: float = 0.0,
) -> Plant:
    """Return where a lattice's figure stands (lower left corner), with its nudges.

    Its outermost points stand at an end, on the counter or under a line; *tile on centre* brings
    its middle there, *joint on centre* the middle of the gap to its right. Equal cuts bring its
    middle half way up: a lattice turned round by half about it is the same. Round a corner the
    lattice goes on as if both walls were one, less what the cut there takes away.
    """
    across, up, carries, inner = start.across, start.up, carries or Carries(), field.inner
    figure, joint = lattice.figure, lattice.joint
    if isinstance(across, FullRight):
        x, flag_x = inner.x1 - figure.width + lattice.ends[1], inner.x1
    elif isinstance(across, Centred):
        flag_x = _centre(across, field)
        x = flag_x - figure.width / 2 if across.what == "tile" else flag_x + joint / 2
    elif line is not None:
        flag_x, (left, right) = line.innermost, lattice.ends
        x = flag_x - left if line.inward > 0 else flag_x - figure.width + right
    else:
        x, flag_x = inner.x0 - lattice.ends[0], inner.x0
    if carries.x is not None:
        x = flag_x = carries.x
    if isinstance(across, Folded) and carries.past is not None:
        x, flag_x = inner.x0 - carries.past - kerf, inner.x0
    top = field.top_under(up.under) if isinstance(up, FullTop | EqualCuts | WholeCourses) else 0.0
    if isinstance(up, Carried) and carries.y is not None:
        y = carries.y
    elif isinstance(up, FullTop):
        y = top - figure.height
    elif isinstance(up, EqualCuts):
        y = (field.foot + top - figure.height) / 2
    elif isinstance(up, FlatCounter):
        y = field.foot - figure.height / 2
    elif isinstance(up, FullOn):
        y = field.foot_on(up.on)
    else:
        y = field.foot
    flag_y = field.foot if isinstance(up, FlatCounter) else y
    return Plant(
        tidy(x + across.nudge),
        tidy(y + up.nudge),
        tidy(flag_x + across.nudge),
        tidy(flag_y + up.nudge),
    )


def folded(begin: float, past: float, module: Module, kerf: float) -> float:
    """Return the left edge of the tile that goes on round a corner to a field begun at ``begin``.

    Its first part reaches ``past`` into the corner on the wall before; what is left of it, less
    the kerf, is what the second wall begins with: b = W - a - kerf. A tile that ends right in the
    corner is not cut, and a full one follows it.
    """
    if past >= module.width - EPS:
        return begin
    return begin - past - kerf


def _across(across: Across, field: Field, module: Module, line: Edge | None) -> tuple[float, float]:
    inner = field.inner
    if isinstance(across, FullRight):
        return inner.x1 - module.width + module.lock, inner.x1
    if isinstance(across, Centred):
        centre = _centre(across, field)
        if across.what == "tile":
            return centre - module.width / 2, centre
        return centre + module.joint / 2, centre
    if line is None:
        return inner.x0 - module.lock, inner.x0
    at = line.innermost
    if line.inward > 0:
        return at - module.lock, at
    if isinstance(across, Fitted):
        return at + module.joint, at
    return at - module.width + module.lock, at


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
        return carried, carried
    if isinstance(up, FullCounter | WholeCourses | Carried):
        return field.foot, field.foot
    if isinstance(up, FlatCounter):
        return field.foot, field.foot
    if isinstance(up, FullOn):
        foot = field.foot_on(up.on)
        return foot, foot
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
