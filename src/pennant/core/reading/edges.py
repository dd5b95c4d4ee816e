"""What every edge gets: at each line where tile stops, the pieces that meet it and their size.

The size is measured from the line into the piece, at the place where the piece meets the line. A
notched piece therefore shows its leg there, not its greatest extent: the leg is what is seen. Where
a joint falls on the line, the tile that ends within a joint of it is what the edge gets. Cuts for
boxes do not count: they lie under a plate. Along a line that slants every piece is another size:
what counts is the least, and the greatest is told beside it.
"""

import itertools
from collections.abc import Iterable

from pennant.core.document.module import Module
from pennant.core.document.values import Value
from pennant.core.geometry.clip import Outline, Point, is_square
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.layout.field import Edge, EdgeKind, Field, Side
from pennant.core.layout.pieces import Cutting, Piece
from pennant.core.survey.placed import height_at

SAME = 0.01
"""Millimetres. Sizes nearer than this are one answer; no one can cut the difference."""


TONGUE = 0.25
"""Of a piece's longest stretch along a corner: a shorter one is a tongue beside a bite."""


class Gets(Value):
    """One answer at an edge: so large a piece, in these courses.

    Along a slant ``size`` is the smallest and ``largest`` the greatest of them. ``whole`` is what
    a full tile measures there, and ``share`` how much of it the piece is.
    """

    size: float
    largest: float | None = None
    whole: float
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


def read_edges(
    field: Field, cutting: Cutting, module: Module, border: Module | None = None
) -> list[EdgeReading]:
    """Return a reading for each edge that some piece meets; edges with no tile are left out.

    ``border`` is the module of the border's tile, by which its own pieces are judged.
    """
    boxed = [(piece, piece.box) for piece in cutting.pieces]
    readings = []
    for edge in field.edges:
        (near_at, far_at), first, last = edge.reach, edge.low, edge.high
        joint = module.joint if edge.upright else module.bed
        slack = joint + EPS
        if edge.upright:
            near = [piece for piece, box in boxed
                    if box.x0 - slack <= far_at and near_at <= box.x1 + slack
                    and box.y0 < last and box.y1 > first]  # fmt: skip
        else:
            near = [piece for piece, box in boxed
                    if box.y0 - slack <= far_at and near_at <= box.y1 + slack
                    and box.x0 < last and box.x1 > first]  # fmt: skip
        met = [
            (piece, size)
            for piece in near
            if (size := size_at(cutting.seen.get(piece.id, piece.outline), edge, joint)) is not None
        ]
        if met:
            readings.append(_reading(edge, met, _full(module, edge), _full(border or module, edge)))
    return readings


def _full(module: Module, edge: Edge) -> float:
    return module.width if edge.upright else module.height


def _reading(
    edge: Edge, met: list[tuple[Piece, float]], full: float, of_border: float
) -> EdgeReading:
    groups: dict[tuple[int | None, int, bool], list[tuple[Piece, float]]] = {}
    for piece, size in met:
        phase = piece.phase if edge.upright else None
        answer = round(size / SAME) if edge.straight else 0 if edge.upright else piece.course
        groups.setdefault((phase, answer, piece.border), []).append((piece, size))
    gets = []
    for (phase, _, border), group in groups.items():
        whole = of_border if border else full
        sizes = [size for _, size in group]
        least, most = (sizes[0], sizes[0]) if edge.straight else (min(sizes), max(sizes))
        gets.append(Gets.model_construct(
            size=tidy(least), largest=tidy(most) if most - least > SAME else None,
            whole=tidy(whole), share=tidy(least / whole), phase=phase,
            courses=tuple(sorted({piece.course for piece, _ in group})),
            pieces=tuple(piece.id for piece, _ in group),
        ))  # fmt: skip
    gets.sort(key=lambda g: (g.courses[0], g.size))
    at = height_at(edge.along, (edge.low + edge.high) / 2)
    return EdgeReading.model_construct(
        edge=edge.id, owner=edge.owner, side=edge.side, kind=edge.kind, at=tidy(at),
        low=tidy(edge.low), high=tidy(edge.high), gets=tuple(gets),
    )  # fmt: skip


def size_at(outline: Outline, edge: Edge, joint: float) -> float | None:
    """Return how far (mm) a piece reaches from the edge, at its thinnest; None if it is clear.

    Only those stretches of the outline count that lie on the line, or within a joint of it, with
    tile on the right side.
    """
    square = len(outline) == 1 and is_square(outline[0])
    sizes: list[tuple[float, float]] = []
    for a, b in _segments(outline):
        if (span := _on_line(a, b, edge, joint)) is not None:
            for low, high in _stretches(outline, edge, *span):
                hair = (high - low) * 1e-6
                places = ((low + high) / 2,) if square else (low + hair, high - hair)
                reached = (_reach(outline, edge, a, b, place) for place in places)
                sizes += [(reach, high - low) for reach in reached if reach is not None]
    if edge.kind == "corner":
        # A cabinet that stops short of a corner bites into the tile beside it; what is in the
        # corner is the tile, not the low tongue over the bite.
        longest = max((run for _, run in sizes), default=0.0)
        sizes = [(reach, run) for reach, run in sizes if run >= longest * TONGUE]
    return min((reach for reach, _ in sizes), default=None)


def _segments(outline: Outline) -> Iterable[tuple[Point, Point]]:
    for ring in outline:
        yield from zip(ring, (*ring[1:], ring[0]), strict=True)


def _on_line(a: Point, b: Point, edge: Edge, joint: float) -> tuple[float, float] | None:
    """From where to where a side of the outline faces the line; None if it does not.

    The inside is to the left of the walk, so the direction of the side tells where the tile is.
    """
    across, along = (0, 1) if edge.upright else (1, 0)
    tile_toward = (a[along] - b[along]) if edge.upright else (b[along] - a[along])
    if tile_toward * edge.inward <= EPS:
        return None
    line = edge.along
    for point in (a, b):
        off = (point[across] - height_at(line, point[along])) * edge.inward
        if not -2 * EPS <= off <= joint + 2 * EPS:
            return None
    low = max(min(a[along], b[along]), edge.low)
    high = min(max(a[along], b[along]), edge.high)
    return (low, high) if high - low > EPS else None


def _stretches(
    outline: Outline, edge: Edge, low: float, high: float
) -> Iterable[tuple[float, float]]:
    """Split a stretch where the outline behind it changes, so that each part has even sides."""
    along = 1 if edge.upright else 0
    cuts = {p[along] for ring in outline for p in ring if low + EPS < p[along] < high - EPS}
    marks = [low, *sorted(cuts), high]
    return ((a, b) for a, b in itertools.pairwise(marks) if b - a > EPS)


def _reach(outline: Outline, edge: Edge, first: Point, last: Point, place: float) -> float | None:
    """Distance from a side of the outline to the next one that faces it, at a place; or None.

    A side that runs off more than it runs along (the leaning end of a taper) faces another edge.
    """
    across, along = (0, 1) if edge.upright else (1, 0)
    at = _crossing(first, last, across, along, place)
    depths = [
        (_crossing(a, b, across, along, place) - at) * edge.inward
        for a, b in _segments(outline)
        if min(a[along], b[along]) < place < max(a[along], b[along])
        and abs(a[across] - b[across]) <= abs(a[along] - b[along])
        and (a, b) != (first, last)
    ]
    # A piece that tapers to nothing comes down to nothing there.
    return min((max(depth, 0.0) for depth in depths if depth > -EPS), default=None)


def _crossing(a: Point, b: Point, across: int, along: int, place: float) -> float:
    if a[across] == b[across]:
        return a[across]
    share = (place - a[along]) / (b[along] - a[along])
    return a[across] + share * (b[across] - a[across])
