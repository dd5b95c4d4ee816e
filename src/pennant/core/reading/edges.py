"""What every edge gets: at each line where tile stops, the pieces that meet it and their size.

The size is measured from the line into the piece, at the place where the piece meets the line. A
notched piece therefore shows its leg there, not its greatest extent: the leg is what is seen. Where
a joint falls on the line, the tile that ends within a joint of it is what the edge gets. Cuts for
boxes do not count: they lie under a plate. Along a line that slants every piece is another size:
what counts is the least, and the greatest is told beside it.
"""

import math
from collections.abc import Iterator

import numpy as np

from pennant.core.document.module import Module
from pennant.core.document.values import Value
from pennant.core.geometry.clip import Outline, Point, Ring, is_square
from pennant.core.geometry.placement import Placement
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, SAME_SIZE, tidy
from pennant.core.layout.field import Edge, EdgeKind, Field, Side
from pennant.core.layout.pieces import Cutting, Piece
from pennant.core.layout.sides import segments
from pennant.core.reading.depth import ALONG, runs_behind
from pennant.core.reading.sizes_at_once import Lines, bulges, filled, sizes_at_once
from pennant.core.survey.placed import around, height_at

STRAIGHT_ON = 1e-6
"""Slope between two sides that are one: what the grid of outlines rounds is less."""

SAME = 0.01
"""Millimetres. Sizes nearer than this are one answer; no one can cut the difference."""

TONGUE = 0.25
"""Of a piece's longest stretch along a corner: a shorter one is a tongue beside a bite."""

MOST_CORNERS = 12
"""A piece with more corners is read by itself: arrays are as wide as the piece with most."""

MOST_STRAIGHT = 8
"""Sides of a tile that has no round one: an octagon's."""
NEARLY = 0.9
"""Of a tile that is not cut, what lies behind a line that its round side touches."""


class Gets(Value):
    """One answer at an edge: so large a piece, in these courses.

    Along a slant ``size`` is the smallest and ``largest`` the greatest of them. ``whole`` is what
    a full tile measures there, and ``share`` how much of it the piece is. ``notched`` are tongues
    of tiles that run past the line, round a corner, and keep half or more: they are judged by the
    whole of the piece.
    """

    size: float
    largest: float | None = None
    whole: float
    share: float
    phase: int | None
    courses: tuple[int, ...]
    pieces: tuple[str, ...]
    notched: bool = False

    @property
    def full(self) -> bool:
        """Whether the edge gets a whole tile here."""
        return self.share > 1 - 1e-6

    def under(self, share: float, joint: float) -> bool:
        """Return whether it is less than a share of a tile less its joint (mm), as a bond makes it:
        two halves and a joint are a tile. Notched pieces keep half or more.
        """
        return not self.notched and self.size < share * (self.whole - joint) - SAME_SIZE


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


class Whole:
    """What a whole tile measures square to an edge: by it pieces at the edge are judged."""

    def __init__(self, module: Module, border: Module | None, shape: Ring | None) -> None:
        """``border`` is the module of the border's tile; ``shape`` that of a lattice's, in its own
        frame.
        """
        self.module, self.border, self.shape = module, border, shape
        self.round = shape is not None and len(shape) > MOST_STRAIGHT
        self._reach: dict[float, Rect] = {}

    def at(self, piece: Piece, *, upright: bool) -> float:
        """Return what the piece's tile measures square to an upright or a level edge, in mm."""
        if self.shape is None:
            module = self.border if piece.border and self.border else self.module
            return module.width if upright else module.height
        box = self._reach.get(piece.turn)
        if box is None:
            turned = Placement(0.0, 0.0, piece.turn).on_wall(self.shape)
            box = self._reach[piece.turn] = around(turned)
        return box.width if upright else box.height


def read_edges(
    field: Field, cutting: Cutting, whole: Whole, nick: float = 0.0
) -> list[EdgeReading]:
    """Return a reading for each edge that some piece meets; edges with no tile are left out.

    Where a piece meets a line for less than ``nick`` (mm) beside a longer stretch, that is no place
    at which anybody would measure it.
    """
    module = whole.module
    if not cutting.pieces:
        return []
    pieces = cutting.pieces
    near = list(_near(field, pieces, module))
    at_once: list[dict[int, float | None]] = [{} for _ in near]
    if whole.shape is not None:
        at_once = _at_once(field, cutting, near, module)
    readings = []
    for edge, numbers, reckoned in zip(field.edges, near, at_once, strict=True):
        limits = _joint_at(edge, module), nick
        known: dict[Shape, float | None] = {}
        met = [
            (pieces[number], size)
            for number in numbers
            if (
                size := reckoned[number]
                if number in reckoned
                else _known_size(pieces[number], cutting, edge, limits, known)
            )
            is not None
        ]
        tips = field.finished is not None and field.finished.is_along(edge)
        if whole.shape is not None:
            met = [(p, _as_whole(p, s, whole, edge, tips)) for p, s in met]
        if met:
            readings.append(_reading(edge, met, whole))
    return readings


def _runs_past(piece: Piece, edge: Edge, whole: Whole) -> bool:
    """Whether a piece is notched round a corner of the thing that the edge is of, and is half a
    tile or more: then it is judged by the whole of it, and not by its tongue.
    """
    if piece.kind != "notch" or not edge.straight or whole.shape is not None:
        return False
    low, high = (piece.box.x0, piece.box.x1) if edge.upright else (piece.box.y0, piece.box.y1)
    at = edge.along[0][1]
    past = at - low if edge.inward > 0 else high - at
    tile = whole.at(piece, upright=True) * whole.at(piece, upright=False)
    return past > EPS and piece.area >= tile / 2


def _joint_at(edge: Edge, module: Module) -> float:
    return module.joint if edge.upright else module.bed


def _near(field: Field, pieces: list[Piece], module: Module) -> Iterator[list[int]]:
    """For each edge the numbers of the pieces that come within a joint of it."""
    x0, y0, x1, y1 = np.array([piece.box for piece in pieces]).T
    for edge in field.edges:
        (near_at, far_at), first, last = edge.reach, edge.low, edge.high
        slack = _joint_at(edge, module) + EPS
        across, along = ((x0, x1), (y0, y1)) if edge.upright else ((y0, y1), (x0, x1))
        beside = (across[0] - slack <= far_at) & (near_at <= across[1] + slack)
        beside &= (along[0] < last) & (along[1] > first)
        yield np.flatnonzero(beside).tolist()


def _at_once(
    field: Field, cutting: Cutting, near: list[list[int]], module: Module
) -> list[dict[int, float | None]]:
    """For each edge what it gets of those pieces near it of which that is known for many at once:
    see `sizes_at_once`.
    """
    found: list[dict[int, float | None]] = [{} for _ in near]
    pairs: list[tuple[int, int]] = []
    shells: list[Ring] = []
    for place, (edge, numbers) in enumerate(zip(field.edges, near, strict=True)):
        for number in numbers if edge.straight else ():
            piece = cutting.pieces[number]
            shell, *holes = cutting.seen.get(piece.id, piece.outline)
            if not holes and len(shell) <= MOST_CORNERS and not is_square(shell):
                pairs.append((place, number))
                shells.append(shell)
    if not pairs:
        return found
    rings = filled(shells)
    plain = np.flatnonzero(bulges(rings))
    edges = [field.edges[pairs[which][0]] for which in plain.tolist()]
    joints = np.array([_joint_at(edge, module) for edge in edges])
    sizes, unknown = sizes_at_once(rings[plain], Lines.of(edges), joints)
    for which, size, left in zip(plain.tolist(), sizes.tolist(), unknown.tolist(), strict=True):
        place, number = pairs[which]
        if not left:
            found[place][number] = None if math.isnan(size) else size
    return found


Shape = tuple[tuple[float, float], ...]
"""An outline from where a line is across, and from its own lowest point along."""


def _known_size(
    piece: Piece,
    cutting: Cutting,
    edge: Edge,
    limits: tuple[float, float],
    known: dict[Shape, float | None],
) -> float | None:
    """`size_at`, once for all pieces of a shape that lie alike at a straight line.

    A lattice repeats along a line, and where none of a piece is beyond the line's ends, what the
    line gets of it does not depend on where along the line it lies.
    """
    outline, box = cutting.seen.get(piece.id, piece.outline), piece.box
    low, high = (box.y0, box.y1) if edge.upright else (box.x0, box.x1)
    plain = len(outline) == 1 and edge.straight and low >= edge.low and high <= edge.high
    if not plain or (len(outline[0]) == 4 and is_square(outline[0])):
        return size_at(outline, edge, *limits)
    at = edge.along[0][1]
    x0, y0 = (at, low) if edge.upright else (low, at)
    shape = tuple((round(x - x0, 4), round(y - y0, 4)) for x, y in outline[0])
    if shape not in known:
        known[shape] = size_at(outline, edge, *limits)
    return known[shape]


def _as_whole(piece: Piece, size: float, of: Whole, edge: Edge, tips: bool) -> float:
    """What an edge gets of a piece: a round side only touches the line, and a tile that is not cut
    and lies along it is a full one, also where something else cuts it; at a line that tips end on,
    every tile that is not cut.
    """
    whole = of.at(piece, upright=edge.upright)
    if piece.kind == "full" and (tips or size >= NEARLY * whole):
        return whole
    reach = piece.box.width if edge.upright else piece.box.height
    uncut = of.round and reach > whole - SAME
    return whole if uncut and size >= NEARLY * whole else size


def _reading(edge: Edge, met: list[tuple[Piece, float]], tile: Whole) -> EdgeReading:
    groups: dict[tuple[int | None, int, bool, float, bool], list[tuple[Piece, float]]] = {}
    for piece, size in met:
        phase = piece.phase if edge.upright else None
        answer = round(tidy(size) / SAME) if edge.straight else 0 if edge.upright else piece.course
        key = phase, answer, piece.border, piece.turn, _runs_past(piece, edge, tile)
        groups.setdefault(key, []).append((piece, size))
    gets = []
    for (phase, *_, notched), group in groups.items():
        whole = tile.at(group[0][0], upright=edge.upright)
        sizes = [size for _, size in group]
        least, most = (sizes[0], sizes[0]) if edge.straight else (min(sizes), max(sizes))
        gets.append(
            Gets.model_construct(
                size=tidy(least),
                largest=tidy(most) if most - least > SAME else None,
                whole=tidy(whole),
                share=tidy(least / whole),
                phase=phase,
                courses=tuple(sorted({piece.course for piece, _ in group})),
                pieces=tuple(piece.id for piece, _ in group),
                notched=notched,
            )
        )
    gets.sort(key=lambda g: (g.courses[0], g.size))
    at = height_at(edge.along, (edge.low + edge.high) / 2)
    return EdgeReading.model_construct(
        edge=edge.id,
        owner=edge.owner,
        side=edge.side,
        kind=edge.kind,
        at=tidy(at),
        low=tidy(edge.low),
        high=tidy(edge.high),
        gets=tuple(gets),
    )


def size_at(outline: Outline, edge: Edge, joint: float, nick: float = 0.0) -> float | None:
    """Return how far (mm) a piece reaches from the edge, at its thinnest; None if it is clear.

    Only those stretches of the outline count that lie on the line, or within a joint of it, with
    tile on the right side. The depth behind each is measured square to the line (see `depth`).
    """
    if edge.straight and len(outline) == 1 and is_square(outline[0]):
        return _of_square(outline[0], edge, joint)
    sides = [
        (a, b, span)
        for a, b in segments(outline)
        if (span := _on_line(a, b, edge, joint)) is not None
    ]
    runs = [
        run
        for a, b, span in _without_flanks(sides, edge)
        for run in runs_behind(outline, edge.upright, edge.inward, (a, b), *span)
    ]
    longest = max((run.along for run in runs), default=0.0)
    runs = [run for run in runs if run.along >= min(nick, longest)]
    if edge.kind == "corner":
        # A cabinet that stops short of a corner bites into the tile beside it; what is in the
        # corner is the tile, not the low tongue over the bite.
        runs = [run for run in runs if run.along >= longest * TONGUE]
    return min((run.depth for run in runs), default=None)


_Sides = list[tuple[Point, Point, tuple[float, float]]]


def _without_flanks(sides: _Sides, edge: Edge) -> _Sides:
    """Sides that face a line, of those that follow one another only what is nearest to it.

    A fan's tip, cut or whole, is what the line gets; the round side that falls away from it is no
    answer by itself, also where it is still within a joint of the line.
    """
    ends = {a: number for number, (a, _, _) in enumerate(sides)}
    kept: _Sides = []
    starts = {b for _, b, _ in sides}
    for first, _, _ in sides:
        if first in starts:
            continue
        chain, at = [], first
        while at in ends:
            chain.append(sides[ends[at]])
            at = chain[-1][1]
        offs = [_off_line(a, edge) + _off_line(b, edge) for a, b, _ in chain]
        slopes = [_slope(a, b, edge) for a, b, _ in chain]
        near = [slope for slope, off in zip(slopes, offs, strict=True) if off <= min(offs) + EPS]
        # A side that goes straight on from the nearest is the same side.
        kept += [
            side
            for side, slope in zip(chain, slopes, strict=True)
            if min(abs(slope - one) for one in near) <= STRAIGHT_ON
        ]
    return kept


def _slope(a: Point, b: Point, edge: Edge) -> float:
    """How much a side runs off a line for each millimetre along it."""
    along = 1 if edge.upright else 0
    return (_off_line(b, edge) - _off_line(a, edge)) / (b[along] - a[along])


def _off_line(point: Point, edge: Edge) -> float:
    """How far a point is off a line, toward the tile."""
    across, along = (0, 1) if edge.upright else (1, 0)
    return (point[across] - height_at(edge.along, point[along])) * edge.inward


def _of_square(ring: Ring, edge: Edge, joint: float) -> float | None:
    """The same for a rectangle at a straight line: its extent, if it lies there."""
    (x0, y0), _, (x1, y1), _ = ring
    low, high, first, last = (x0, x1, y0, y1) if edge.upright else (y0, y1, x0, x1)
    near, far = (low, high) if edge.inward > 0 else (high, low)
    off = (near - edge.along[0][1]) * edge.inward
    if not -2 * EPS <= off <= joint + 2 * EPS:
        return None
    if min(last, edge.high) - max(first, edge.low) <= EPS:
        return None
    return (far - near) * edge.inward


def _on_line(a: Point, b: Point, edge: Edge, joint: float) -> tuple[float, float] | None:
    """From where to where a side of the outline faces the line; None if it does not.

    The inside is to the left of the walk, so the direction of the side tells where the tile is.
    """
    along = 1 if edge.upright else 0
    tile_toward = (a[along] - b[along]) if edge.upright else (b[along] - a[along])
    if tile_toward * edge.inward <= EPS:
        return None
    offs = [_off_line(p, edge) for p in (a, b)]
    if min(offs) < -2 * EPS or max(offs) > joint + 2 * EPS:
        return None
    # The side of a turned tile that only crosses the joint runs off from the line and not along it.
    if abs(offs[0] - offs[1]) > ALONG * abs(tile_toward) - 2 * EPS and joint > 0:
        return None
    low = max(min(a[along], b[along]), edge.low)
    high = min(max(a[along], b[along]), edge.high)
    return (low, high) if high - low > EPS else None
