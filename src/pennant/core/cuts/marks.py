"""How a piece is marked: from the tile's own factory edges to each line of the cut, face up.

Millimetres in the tile's frame: x right and y up from its lower left corner, as it will sit.
Clearance around boxes is in the lines already, because it is in the piece.
"""

import math
from collections.abc import Iterable, Iterator
from typing import NamedTuple

from pennant.core.geometry.clip import Point, Ring
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.layout.field import CORNERS_OF_A_ROUND, Side
from pennant.core.layout.pieces import Piece
from pennant.core.layout.sides import segments, sides_of
from pennant.core.survey.placed import Placed, around


class MarkLine(NamedTuple):
    """One line of a cut from ``a`` to ``b``.

    ``ends`` are its distances from the edge ``measured_from``, at a and at b: the same unless it
    slants. ``from_low`` and ``from_high`` say where it begins and ends along the tile; None where
    it runs right across.
    """

    a: Point
    b: Point
    measured_from: Side
    ends: tuple[float, float]
    from_low: float | None
    from_high: float | None

    @property
    def upright(self) -> bool:
        """Whether it is measured along the tile."""
        return self.measured_from in ("left", "right")

    @property
    def straight(self) -> bool:
        """Whether it runs square to the edges."""
        return abs(self.ends[0] - self.ends[1]) <= EPS


class MarkRound(NamedTuple):
    """A round to cut out: its centre, from the tile's left and lower edge, and its radius."""

    x: float
    y: float
    radius: float


class Marks(NamedTuple):
    """All marks of a piece, in the order in which they are cut, and its outline in the tile.

    ``shape`` is the whole tile's outline; width and height are those around it.
    """

    width: float
    height: float
    outline: tuple[Ring, ...]
    lines: tuple[MarkLine, ...]
    rounds: tuple[MarkRound, ...]
    shape: Ring


def marks_of(piece: Piece, shape: Ring, things: Iterable[Placed], clearance: float) -> Marks:
    """Return the marks of a piece on its tile, whose outline in its own frame is ``shape``.

    ``things`` are what stands on the wall: pipes and the like are cut out round, ``clearance`` mm
    wider than they are.
    """
    inside = piece.placement.outline_in_tile(piece.outline)
    outline = tuple(tuple((tidy(x), tidy(y)) for x, y in ring) for ring in inside)
    box = around(shape)
    width, height = box.width, box.height
    rounds = tuple(_rounds(outline, piece, things, clearance))
    sides = segments(outline)
    lines = [
        _line(a, b, piece, width, height)
        for (a, b), own in zip(sides, sides_of(sides, shape), strict=True)
        if own is None and not any(_on_round(a, b, one) for one in rounds)
    ]
    own = around(outline[0])
    lines.sort(key=lambda line: (_inner_ends(line, own), line.upright, line.ends))
    return Marks(width, height, outline, tuple(lines), rounds, shape)


def narrowest_strip(marks: Marks) -> float:
    """Return the width (mm) of the narrowest strip beside a line that runs right across, kept or
    cut off, at its widest; infinite where no line does.
    """
    strips = [math.inf]
    for line in marks.lines:
        if line.from_low is None and line.from_high is None:
            size = marks.width if line.upright else marks.height
            strips += [max(line.ends), size - min(line.ends)]
    return min(strips)


def _line(a: Point, b: Point, piece: Piece, width: float, height: float) -> MarkLine:
    upright = abs(a[0] - b[0]) < abs(a[1] - b[1])
    low, high = sorted((a, b), key=lambda point: point[1 if upright else 0])
    first: Side = "left" if upright else "bottom"
    last: Side = "right" if upright else "top"
    across, along = (0, 1) if upright else (1, 0)
    size, length = (width, height) if upright else (height, width)
    # From the edge that the piece keeps; if it keeps both, from the nearer one.
    keeps_first, keeps_last = first not in piece.cut_sides, last not in piece.cut_sides
    nearer = (low[across] + high[across]) / 2 <= size / 2
    from_first = (keeps_first and (nearer or not keeps_last)) or not (keeps_first or keeps_last)
    ends = (low[across], high[across])
    if not from_first:
        ends = (size - low[across], size - high[across])
    # Of a piece that is ripped and crosscut, the other cut has a line end earlier.
    through = piece.kind in ("crosscut", "rip", "both")
    return MarkLine(
        low,
        high,
        first if from_first else last,
        (tidy(ends[0]), tidy(ends[1])),
        tidy(low[along]) if low[along] > EPS and not through else None,
        tidy(high[along]) if high[along] < length - EPS and not through else None,
    )


def _inner_ends(line: MarkLine, box: Rect) -> int:
    """How many ends of a line lie within the piece's own box: a notch's back is cut last."""
    sides = (box.x0, box.x1), (box.y0, box.y1)

    def inside(point: Point) -> bool:
        return all(
            low + EPS < at < high - EPS for at, (low, high) in zip(point, sides, strict=True)
        )

    return inside(line.a) + inside(line.b)


def _rounds(
    outline: tuple[Ring, ...], piece: Piece, things: Iterable[Placed], clearance: float
) -> Iterator[MarkRound]:
    for thing in things:
        if thing.round is None or piece.kind not in ("curve", "hole", "notch", "taper"):
            continue
        x, y, radius = thing.round
        ((x, y),) = piece.placement.in_tile([(x, y)])
        mark = MarkRound(tidy(x), tidy(y), tidy(radius + clearance))
        points = (point for ring in outline for point in ring)
        if sum(_near(point, mark) for point in points) > 1:
            yield mark


def _near(point: Point, mark: MarkRound) -> bool:
    out = mark.radius / math.cos(math.pi / CORNERS_OF_A_ROUND)
    off = math.dist(point, (mark.x, mark.y))
    return mark.radius - 1e-3 <= off <= out + 1e-3


def _on_round(a: Point, b: Point, mark: MarkRound) -> bool:
    return _near(a, mark) and _near(b, mark)


def turned(marks: Marks) -> Marks:
    """Return the marks of the same piece, the tile turned round by half."""
    w, h = marks.width, marks.height
    other: dict[Side, Side] = {"left": "right", "right": "left", "bottom": "top", "top": "bottom"}

    def spin(point: Point) -> Point:
        return (tidy(w - point[0]), tidy(h - point[1]))

    lines = tuple(
        MarkLine(
            spin(line.b),
            spin(line.a),
            other[line.measured_from],
            line.ends[::-1],
            None if line.from_high is None else tidy((h if line.upright else w) - line.from_high),
            None if line.from_low is None else tidy((h if line.upright else w) - line.from_low),
        )
        for line in marks.lines
    )
    rounds = tuple(MarkRound(*spin((one.x, one.y)), one.radius) for one in marks.rounds)
    outline = tuple(tuple(spin(point) for point in ring) for ring in marks.outline)
    return Marks(w, h, outline, lines, rounds, marks.shape)
