"""What every edge gets: at each line where tile stops, the pieces that meet it and their size.

The size is measured from the line into the piece, at the place where the piece meets the line. A
notched piece therefore shows its leg there, not its greatest extent: the leg is what is seen. Where
a joint falls on the line, the tile that ends within a joint of it is what the edge gets. Cuts for
boxes do not count: they lie under a plate.
"""

import itertools
from collections.abc import Iterable

from pennant.core.clip import Outline, Point
from pennant.core.field import Edge, EdgeKind, Field, Side
from pennant.core.pieces import Cutting, Piece
from pennant.core.start import Module
from pennant.core.tolerance import EPS, tidy
from pennant.core.values import Value

SAME = 0.01
"""Millimetres. Sizes nearer than this are one answer; no one can cut the difference."""


class Gets(Value):
    """One answer at an edge: so large a piece, in these courses."""

    size: float
    share: float
    phase: int | None
    courses: tuple[int, ...]
    pieces: tuple[str, ...]

    @property
    def full(self) -> bool:
        """Whether the edge gets a whole tile here."""
        return self.share > 1 - 1e-6


class EdgeReading(Value):
    """A line where tile stops, and every different answer that it gets."""

    edge: str
    owner: str
    side: Side
    kind: EdgeKind
    at: float
    low: float
    high: float
    gets: tuple[Gets, ...]


def read_edges(field: Field, cutting: Cutting, module: Module) -> list[EdgeReading]:
    """Return a reading for each edge that some piece meets; edges with no tile are left out."""
    boxed = [(piece, piece.box) for piece in cutting.pieces]
    slack = module.joint + EPS
    readings = []
    for edge in field.edges():
        at, first, last = edge.at, edge.low, edge.high
        if edge.upright:
            near = [piece for piece, box in boxed if box.x0 - slack <= at <= box.x1 + slack
                    and box.y0 < last and box.y1 > first]  # fmt: skip
        else:
            near = [piece for piece, box in boxed if box.y0 - slack <= at <= box.y1 + slack
                    and box.x0 < last and box.x1 > first]  # fmt: skip
        met = [
            (piece, size)
            for piece in near
            if (size := size_at(cutting.seen.get(piece.id, piece.outline), edge, module.joint))
            is not None
        ]
        if met:
            readings.append(_reading(edge, met, module.width if edge.upright else module.height))
    return readings


def _reading(edge: Edge, met: list[tuple[Piece, float]], full: float) -> EdgeReading:
    groups: dict[tuple[int | None, int], list[tuple[Piece, float]]] = {}
    for piece, size in met:
        phase = piece.phase if edge.upright else None
        groups.setdefault((phase, round(size / SAME)), []).append((piece, size))
    gets = [
        Gets.model_construct(
            size=tidy(group[0][1]), share=tidy(group[0][1] / full), phase=phase,
            courses=tuple(sorted({piece.course for piece, _ in group})),
            pieces=tuple(piece.id for piece, _ in group),
        )
        for (phase, _), group in groups.items()
    ]  # fmt: skip
    gets.sort(key=lambda g: (g.courses[0], g.size))
    return EdgeReading.model_construct(
        edge=edge.id, owner=edge.owner, side=edge.side, kind=edge.kind, at=tidy(edge.at),
        low=tidy(edge.low), high=tidy(edge.high), gets=tuple(gets),
    )  # fmt: skip


def size_at(outline: Outline, edge: Edge, joint: float) -> float | None:
    """Return how far (mm) a piece reaches from the edge, at its thinnest; None if it is clear.

    Only those stretches of the outline count that lie on the line, or within a joint of it, with
    tile on the right side.
    """
    sizes = []
    for a, b in _segments(outline):
        if (span := _on_line(a, b, edge, joint)) is not None:
            at, first, last = span
            for low, high in _stretches(outline, edge, first, last):
                sizes.append(_reach(outline, edge, at, low, high))
    return min(sizes, default=None)


def _segments(outline: Outline) -> Iterable[tuple[Point, Point]]:
    for ring in outline:
        yield from zip(ring, (*ring[1:], ring[0]), strict=True)


def _on_line(a: Point, b: Point, edge: Edge, joint: float) -> tuple[float, float, float] | None:
    """Where a side of the outline faces the line, and from where to where; else None.

    The inside is to the left of the walk, so the direction of the side tells where the tile is.
    """
    across, along = (0, 1) if edge.upright else (1, 0)
    if a[across] != b[across]:
        return None
    if not -EPS <= (a[across] - edge.at) * edge.inward <= joint + EPS:
        return None
    tile_toward = (a[along] - b[along]) if edge.upright else (b[along] - a[along])
    if tile_toward * edge.inward <= 0:
        return None
    low = max(min(a[along], b[along]), edge.low)
    high = min(max(a[along], b[along]), edge.high)
    return (a[across], low, high) if high - low > EPS else None


def _stretches(
    outline: Outline, edge: Edge, low: float, high: float
) -> Iterable[tuple[float, float]]:
    """Split a stretch where the outline behind it changes, so that each part has one depth."""
    along = 1 if edge.upright else 0
    cuts = {p[along] for ring in outline for p in ring if low + EPS < p[along] < high - EPS}
    marks = [low, *sorted(cuts), high]
    return ((a, b) for a, b in itertools.pairwise(marks) if b - a > EPS)


def _reach(outline: Outline, edge: Edge, at: float, low: float, high: float) -> float:
    """Distance from the side at ``at`` to the next side of the outline, straight into the piece."""
    across, along = (0, 1) if edge.upright else (1, 0)
    mid = (low + high) / 2
    depths = [
        (a[across] - at) * edge.inward
        for a, b in _segments(outline)
        if min(a[along], b[along]) < mid < max(a[along], b[along])
    ]
    return min((depth for depth in depths if depth > EPS), default=0.0)
