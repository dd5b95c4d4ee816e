"""The field: the part of a surface that gets tile, and the gaps it keeps from everything else.

Gross area is the surface less what stands on it (cabinets, windows, boxes, the counter). The field
is the gross area less the stand-offs: sealant joints, clearances at boxes, faces of trim.

A line that runs out by no more than `Settings.max_edge_gap` is taken straight and its joint takes
up the rest; otherwise the field has the line's true shape.
"""

from dataclasses import dataclass
from functools import cached_property
from typing import Literal, NamedTuple

import shapely
from shapely import Polygon

from pennant.core.geometry.clip import Line, Point, Ring, ring_of
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.survey.placed import (
    Surface,
)

Side = Literal["left", "right", "bottom", "top"]
SIDES: tuple[Side, ...] = ("left", "right", "bottom", "top")
GapKind = Literal["sealant", "clearance", "trim", "joint"]
EdgeKind = Literal[
    "corner",
    "open-end",
    "side",
    "counter",
    "ceiling",
    "open-top",
    "overhead",
    "jamb",
    "sill",
    "head",
    "box",
    "raised",
    "foot",
    "gap-side",
    "around",
    "front",
    "frame",
    "panel",
    "counter-edge",
    "back",
    "mitre",
]
CORNERS_OF_A_ROUND = 48
"""A round is cut as a polygon of so many sides around it: on a 100 mm hole, 0.2 mm at most."""


@dataclass(frozen=True)
class Gap:
    """What keeps tile off one edge: how wide it is, and what fills it."""

    edge: EdgeKind
    fills: GapKind
    width: float


@dataclass(frozen=True)
class KeepOut:
    """What tile keeps out of. ``hidden`` is what lies under a plate or collar."""

    owner: str
    ring: Ring
    box: Rect
    square: bool
    hidden: bool

    def line(self, side: Side) -> Line:
        """One side of the rectangle around it, as a line up or to the right."""
        return side_line(ring_of(self.box), side)

    @cached_property
    def polygon(self) -> Polygon:
        """Its outline for cutting with; a ring that crosses itself is what lies within it."""
        plain = Polygon(self.ring)
        return plain if plain.is_valid else shapely.make_valid(plain)


@dataclass(frozen=True)
class Edge:
    """A line at which tile stops. ``side`` is the side of the owner that it is on.

    ``line`` is where tile stops and ``face`` the owner's own line, both ordered along the edge.
    ``inward`` is +1 where tile lies to the right of or above the line, -1 where left or below.
    """

    owner: str
    side: Side
    gap: Gap
    line: Line
    face: Line
    inward: int

    @property
    def id(self) -> str:
        """Owner and side, such as ``window:left``."""
        return f"{self.owner}:{self.side}"

    @property
    def kind(self) -> EdgeKind:
        """What it is an edge of."""
        return self.gap.edge

    @property
    def upright(self) -> bool:
        """Whether the line runs up the wall."""
        return self.side in ("left", "right")

    @cached_property
    def along(self) -> Line:
        """The line as (distance along the edge, where tile stops across it)."""
        return tuple((y, x) for x, y in self.line) if self.upright else self.line

    @property
    def low(self) -> float:
        """Where it begins, along itself."""
        return self.along[0][0]

    @property
    def high(self) -> float:
        """Where it ends, along itself."""
        return self.along[-1][0]

    @cached_property
    def straight(self) -> bool:
        """Whether it runs along x or y."""
        first = self.along[0][1]
        return all(abs(at - first) <= EPS for _, at in self.along)

    @cached_property
    def reach(self) -> tuple[float, float]:
        """The least and the greatest coordinate across it."""
        across = [at for _, at in self.along]
        return min(across), max(across)

    @property
    def innermost(self) -> float:
        """The coordinate across it that lies furthest into the tile: of a slant its tightest."""
        return self.reach[1] if self.inward > 0 else self.reach[0]


class Contact(NamedTuple):
    """Where open wall meets an edge: how long (mm), across which gap, and in which runs.

    A run is from one point to another, up or to the right; around a round there is none.
    """

    length: float
    gap: Gap
    runs: tuple[tuple[Point, Point], ...]


class FinishedLine(NamedTuple):
    """A line that tips end on (mm), from one place along the wall to another."""

    y: float
    x0: float
    x1: float

    def is_along(self, edge: Edge) -> bool:
        """Whether an edge lies on the line."""
        level = not edge.upright and edge.inward < 0
        return level and abs(edge.reach[1] - self.y) <= EPS


@dataclass(frozen=True)
class Field:
    """The field of one surface. Areas are mm2, lengths mm.

    Where tips end on a ``finished`` line, the wall above them is ``bare`` and no part of ``tiled``.
    """

    surface: Surface
    frame: Rect
    inner: Rect
    foot: float
    keep_outs: tuple[KeepOut, ...]
    edges: tuple[Edge, ...]
    gross_area: float
    area: float
    gap_areas: dict[GapKind, float]
    contacts: dict[tuple[str, Side], Contact]
    tiled: Polygon
    finished: FinishedLine | None = None
    bare: Polygon | None = None

    def area_between(self, x0: float, x1: float) -> float:
        """Return how much of the field (mm2) lies between two places along the surface."""
        strip = shapely.box(x0, self.frame.y0 - 1, x1, self.frame.y1 + 1)
        return float(shapely.intersection(self.tiled, strip).area)

    def foot_on(self, owner: str) -> float:
        """Return the height at which tile begins over a thing that it stands on."""
        for edge in self.edges:
            if edge.owner == owner and edge.side == "top":
                return edge.reach[1]
        return self.foot

    def top_under(self, overhead: str | None) -> float:
        """Return the height at which tile ends under an overhead, or at the top line."""
        for edge in self.edges:
            if edge.owner == overhead and edge.side == "bottom":
                return edge.reach[1]
        return self.inner.y1


def side_line(ring: Ring, side: Side) -> Line:
    """Return one side of a ring of four (from its lower left) as a line up or to the right."""
    a, b, c, d = ring
    return {"bottom": (a, b), "right": (b, c), "top": (d, c), "left": (a, d)}[side]
