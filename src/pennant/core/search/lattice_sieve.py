"""Starts of a lattice over one surface that deserve to be planned, the most promising first.

What an edge leaves of a lattice's tile depends on where the tile's outermost points lie: the piece
is as deep as the tile reaches over the line. So a grid over the lattice's whole cell is reckoned
for all edges at once. At the better places what more than one line cuts is clipped as well, at the
best of those also a little to either side, and the few that come out best are planned in full.
"""

import itertools
import math
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt
import shapely

from pennant.core.document.settings import Settings
from pennant.core.geometry.clip import Outline, Point
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.field import Edge, Field, KeepOut
from pennant.core.layout.lattice import Lattice
from pennant.core.reading.edges import SAME
from pennant.core.reading.findings import BEHIND, HIDDEN, limits_at_holes
from pennant.core.reading.legs import legs_of
from pennant.core.survey.placed import around

Floats = npt.NDArray[np.float64]
ACROSS = 40
"""Places of a grid over the lattice's cell each way, besides those at which something jumps."""
FAR = 1e9
"""Millimetres: where tiles lie that stand in where an edge meets fewer than are looked at."""
SMALLEST = 8
"""Of an edge's pieces, as many are looked at: more slivers than that are no better than these."""
CLIPPED = 110
"""Of the grid's places, those whose tiles are clipped at the field's edges."""
REFINED = 8
"""Of these, the ones around which places half a step of the grid away are clipped as well."""
JUDGED = 60
"""Of all these, the ones that are clipped a little off either way."""
APART = 1.5
"""Millimetres: starts nearer to one another are one, and only the better is let through."""
PLANNED = 40
"""Starts that are let through."""
NEAR = 1e-4
"""Millimetres: a part that comes this near to a hole lies beside it."""
ON_LINE = 1e-4
"""Millimetres: what ends nearer to a line than this ends at it."""


@dataclass(frozen=True)
class _Met:
    """An edge, and for every tile that may meet it: how far it reaches across the edge and along.

    ``low`` and ``high`` are the tiles' extents across the edge, ``first`` and ``last`` those along,
    all for the lattice's origin at (0, 0).
    """

    edge: Edge
    at: float
    low: Floats
    high: Floats
    first: Floats
    last: Floats


def places_on(
    lattice: Lattice, field: Field, settings: Settings, y: float | None = None
) -> list[Point]:
    """Return where the lattice's origin may lie (mm), the most promising first.

    ``y`` is its height where the courses of the wall before are carried on.
    """
    by = settings.set_within
    starts = _starts(lattice, field.inner, y)
    coarse = _scores(lattice, field, settings, starts, (-by, 0.0, by))
    clip = Clipping(lattice, field, settings)
    first = starts[_order(coarse)[:CLIPPED]]
    best = first[_order(clip.scores(first))[:REFINED]]
    step = float(np.hypot(*(starts[1] - starts[0]))) / 2
    offs = np.array([(dx, dy if y is None else 0.0) for dx in (-1, 0, 1) for dy in (-1, 0, 1)])
    finer = (best[:, None, :] + step * offs[None, :, :]).reshape(-1, 2)
    every = np.unique(np.round(np.concatenate([first, finer]), 6), axis=0)
    judged = every[_order(clip.scores(every))[:JUDGED]]
    # A start counts at its worst when it is set a little off.
    moves = np.array([(0.0, 0.0), (by, 0.0), (-by, 0.0), (0.0, by), (0.0, -by)])
    worst = clip.scores((judged[:, None, :] + moves[None, :, :]).reshape(-1, 2))
    worst = worst.reshape(len(judged), len(moves), 4)
    scores = np.concatenate([worst[:, :, :3].max(axis=1), worst[:, :, 3:].min(axis=1)], axis=1)
    found: list[Point] = []
    for number in _order(scores):
        place = float(judged[number, 0]), float(judged[number, 1])
        if all(math.dist(place, other) >= APART for other in found):
            found.append(place)
        if len(found) == PLANNED:
            break
    return found


class Clipping:
    """Starts judged by what is really left of each tile at the field's edges, all at once.

    How deep a piece is behind a line is taken from the box around it: tiles of a lattice stand
    steep on every line, so that is what the plan reads too, but for the rarest.
    """

    def __init__(self, lattice: Lattice, field: Field, settings: Settings) -> None:
        self.lattice, self.field, self.settings = lattice, field, settings
        self.least_leg, self.least_strip = limits_at_holes(settings, lattice)
        self.edges = field.edges
        self.boxes = np.array([around(outline) for outline in lattice.outlines])
        self.whole = float((self.boxes[:, 3] - self.boxes[:, 1]).max())
        self.outlines = [np.array(outline) for outline in lattice.outlines]
        self.holes = _holes(field)
        shapely.prepare(field.tiled)

    def scores(self, starts: Floats) -> Floats:
        """Return for each start (a row) what must be cured and avoided, by how much the counter's
        largest piece falls short of a whole tile (mm), and the smallest piece.
        """
        return np.array([self._score(*_near(self.lattice, self.field.inner, x, y))
                         for x, y in starts])  # fmt: skip

    def _score(self, x: float, y: float) -> tuple[float, float, float, float]:
        laid = list(self.lattice.over(self.field.inner, x, y))
        places = np.array([(px, py, px, py) for _, px, py in laid])
        numbers = np.array([number for number, _, _ in laid])
        tiles = self.boxes[numbers] + places
        crossed = np.array([self._crosses(edge, tiles) for edge in self.edges])
        held = self._in_boxes(tiles)
        # A tile that one line cuts is as deep as it reaches over it; the others are clipped.
        complex_ = np.flatnonzero((crossed.sum(axis=0) > 1) | held)
        parts, of = self._clipped([laid[n] for n in complex_])
        clipped = np.asarray(shapely.bounds(parts)).reshape(-1, 4)
        simple = ~held & (crossed.sum(axis=0) == 1)
        never, avoid = self._beside_holes(parts, of, clipped)
        short = 0.0
        smallest = self.lattice.least_width
        for edge, cut in zip(self.edges, crossed, strict=True):
            low, high = (0, 2) if edge.upright else (1, 3)
            own = tiles[cut & simple]
            at = _where(edge, own)
            plain = own[:, high] - at if edge.inward > 0 else at - own[:, low]
            sizes = np.unique(np.round(np.concatenate([plain, self._sizes(edge, clipped)]), 2))
            if not len(sizes):
                continue
            smallest = min(smallest, float(sizes[0]))
            if edge.kind == "counter":
                short = max(short, self.whole - float(sizes[-1]))
            limit = _least(edge, self.lattice, self.settings) - EPS
            small = self.settings.small_share * self.lattice.least_width - EPS
            slivers = float((sizes < limit).sum())
            if edge.kind in BEHIND:
                avoid += slivers
            else:
                never += slivers
            if edge.kind not in HIDDEN:
                avoid += float(((sizes < small) & (sizes >= limit)).sum())
        return never, avoid, round(short), smallest

    def _crosses(self, edge: Edge, tiles: Floats) -> npt.NDArray[np.bool_]:
        """Which tiles an edge runs through, as far as their boxes tell."""
        low, high, first, last = (0, 2, 1, 3) if edge.upright else (1, 3, 0, 2)
        at = _where(edge, tiles)
        across = (tiles[:, low] < at - EPS) & (tiles[:, high] > at + EPS)
        return across & (tiles[:, first] < edge.high - EPS) & (tiles[:, last] > edge.low + EPS)

    def _in_boxes(self, tiles: Floats) -> npt.NDArray[np.bool_]:
        """Which tiles may meet the hole of a device or what is no upright rectangle."""
        met = np.zeros(len(tiles), dtype=bool)
        for keep in self.field.keep_outs:
            if keep.hidden or not keep.square:
                box = keep.box
                met |= (
                    (tiles[:, 0] < box.x1) & (tiles[:, 2] > box.x0)
                    & (tiles[:, 1] < box.y1) & (tiles[:, 3] > box.y0)
                )  # fmt: skip
        return met

    def _clipped(
        self, laid: list[tuple[int, float, float]]
    ) -> tuple[npt.NDArray[np.object_], npt.NDArray[np.intp]]:
        """What the field leaves of some tiles, in parts, and which tile each part is of."""
        if not laid:
            return np.zeros(0, dtype=object), np.zeros(0, dtype=np.intp)
        rings = [self.outlines[number] + (px, py) for number, px, py in laid]
        left = shapely.intersection(shapely.polygons(np.array(rings)), self.field.tiled)
        parts, of = shapely.get_parts(left, return_index=True)
        # Legs are read along the outline, as the plan's pieces have it: counterclockwise.
        parts = shapely.orient_polygons(parts)
        there = shapely.area(parts) > EPS
        return parts[there], of[there]

    def _beside_holes(
        self,
        parts: npt.NDArray[np.object_],
        of: npt.NDArray[np.intp],
        boxes: Floats,
    ) -> tuple[float, float]:
        """Strips to be cured and thin legs to be avoided beside holes, alike ones once: see
        `findings`, which says the same of the pieces of a plan.
        """
        never: set[tuple[str, str, int]] = set()
        avoid: set[tuple[str, str, int]] = set()
        split = np.bincount(of, minlength=1)[of] > 1 if len(of) else np.zeros(0, dtype=bool)
        for hole in self.holes:
            box = hole.box
            near = (
                (boxes[:, 0] < box.x1 + NEAR) & (boxes[:, 2] > box.x0 - NEAR)
                & (boxes[:, 1] < box.y1 + NEAR) & (boxes[:, 3] > box.y0 - NEAR)
            )  # fmt: skip
            for number in np.flatnonzero(near):
                x0, y0, x1, y1 = boxes[number]
                strip = bool(split[number]) and min(x1 - x0, y1 - y0) < self.least_strip
                outline = _outline(parts[number])
                for side, leg in legs_of(outline, hole, self.settings.box_clearance):
                    key = (hole.owner, side, round(leg * 100))
                    if strip:
                        never.add(key)
                    elif leg < self.least_leg - EPS:
                        avoid.add(key)
        return float(len(never)), float(len(avoid))

    def _sizes(self, edge: Edge, boxes: Floats) -> Floats:
        """The sizes of the pieces that lie at an edge."""
        across, along = (0, 1) if edge.upright else (1, 0)
        at = _where(edge, boxes)
        low, high = boxes[:, across], boxes[:, across + 2]
        # Along a slant a box ends somewhere between where the line is at its two ends.
        near = ON_LINE if edge.straight else (edge.reach[1] - edge.reach[0]) / 2
        on = np.abs((low if edge.inward > 0 else high) - at) <= near
        on &= (boxes[:, along] < edge.high - EPS) & (boxes[:, along + 2] > edge.low + EPS)
        return np.asarray((high - low)[on])


def _holes(field: Field) -> list[KeepOut]:
    """The holes of devices and rounds, beside which tile may be left as a thin leg."""
    owners = {
        thing.id for thing in field.surface.things
        if thing.cover is not None or thing.round is not None
    }  # fmt: skip
    return [keep for keep in field.keep_outs if keep.owner in owners]


def _outline(part: shapely.Polygon) -> Outline:
    """A part's rings, as a piece has them."""
    rings = (part.exterior, *part.interiors)
    return tuple(tuple((x, y) for x, y in ring.coords[:-1]) for ring in rings)


def _where(edge: Edge, boxes: Floats) -> Floats:
    """Where an edge is across, at the middle of each box along it."""
    first, last = (1, 3) if edge.upright else (0, 2)
    places, ats = zip(*edge.along, strict=True)
    return np.asarray(np.interp((boxes[:, first] + boxes[:, last]) / 2, places, ats))


def _order(scores: Floats) -> npt.NDArray[np.intp]:
    """The numbers of scores, the best first: as they stand, the less the better, but the last."""
    columns = [-scores[:, -1], *(scores[:, n] for n in reversed(range(scores.shape[1] - 1)))]
    return np.lexsort(columns)


def counts_on(lattice: Lattice, field: Field, settings: Settings, starts: Floats) -> Floats:
    """Return for each start (rows of x and y of the lattice's origin) at how many edges something
    must be cured, and at how many it should be avoided, as it is.
    """
    return _scores(lattice, field, settings, starts, (0.0,))[:, :2]


def _scores(
    lattice: Lattice, field: Field, settings: Settings, starts: Floats, offs: tuple[float, ...]
) -> Floats:
    """What all edges together get: see `_score`."""
    # Of a start anywhere the same lattice has one near the field, so that few tiles are reckoned.
    near = np.array([_near(lattice, field.inner, x, y) for x, y in starts])
    scores = np.zeros((len(starts), 3))
    for edge in field.edges:
        if edge.straight:
            scores += _score(_met(lattice, field, edge), near, lattice, settings, offs)
    return scores


def _near(lattice: Lattice, inner: Rect, x: float, y: float) -> Point:
    """The lattice point that lies in the cell at the lower left of the field."""
    first, second = lattice.within(x - inner.x0, y - inner.y0)
    (ax, ay), (bx, by) = lattice.steps
    return inner.x0 + first * ax + second * bx, inner.y0 + first * ay + second * by


def _starts(lattice: Lattice, inner: Rect, y: float | None) -> Floats:
    """A grid over one cell of the lattice, near the lower left of the field."""
    shares = (np.arange(ACROSS) + 0.5) / ACROSS
    (ax, ay), (bx, by) = lattice.steps
    if y is not None:
        # Along one height: as far as the steps reach across, which is at least one repeat.
        reach = abs(ax) + abs(bx)
        xs = inner.x0 + reach * (np.arange(ACROSS * 8) + 0.5) / (ACROSS * 8)
        return np.stack([xs, np.full(len(xs), y)], axis=1)
    found = [
        (inner.x0 + s * ax + t * bx, inner.y0 + s * ay + t * by)
        for s, t in itertools.product(shares, shares)
    ]
    return np.array(found)


def _met(lattice: Lattice, field: Field, edge: Edge) -> _Met:
    """The tiles that may meet an edge, wherever in its cell the lattice begins."""
    at = edge.along[0][1]
    (ax, ay), (bx, by) = lattice.steps
    reach = Rect(at, edge.low, at, edge.high) if edge.upright else Rect(edge.low, at, edge.high, at)
    inner = field.inner
    room = Rect(
        reach.x0 - inner.x0 - abs(ax) - abs(bx), reach.y0 - inner.y0 - abs(ay) - abs(by),
        reach.x1 - inner.x0 + abs(ax) + abs(bx), reach.y1 - inner.y0 + abs(ay) + abs(by),
    )  # fmt: skip
    boxes = [around(outline) for outline in lattice.outlines]
    rows = []
    for number, x, y in lattice.over(room, 0.0, 0.0):
        box = boxes[number]
        rows.append((box.x0 + x, box.x1 + x, box.y0 + y, box.y1 + y))
    rows += [(FAR, FAR, FAR, FAR)] * max(SMALLEST + 1 - len(rows), 0)
    x0, x1, y0, y1 = np.array(rows).T
    across, along = ((x0, x1), (y0, y1)) if edge.upright else ((y0, y1), (x0, x1))
    return _Met(edge, at, *across, *along)


def _score(
    met: _Met, starts: Floats, lattice: Lattice, settings: Settings, offs: tuple[float, ...]
) -> Floats:
    """What an edge gets for every start: pieces to be cured, to be avoided, and the smallest.

    Each at its worst where the start is moved by one of ``offs`` (mm) across the edge.
    """
    across, along = (0, 1) if met.edge.upright else (1, 0)
    worst = np.zeros((len(starts), 3))
    worst[:, 2] = FAR
    for off in offs:
        moved = starts[:, across, None] + off
        low, high = met.low + moved, met.high + moved
        first, last = met.first + starts[:, along, None], met.last + starts[:, along, None]
        cut = (low < met.at - EPS) & (high > met.at + EPS)
        cut &= (first < met.edge.high - EPS) & (last > met.edge.low + EPS)
        size = np.where(cut, high - met.at if met.edge.inward > 0 else met.at - low, FAR)
        few = np.sort(np.partition(size, SMALLEST, axis=1)[:, :SMALLEST], axis=1)
        # Pieces of one size at an edge are one finding.
        other = np.diff(few, axis=1, prepend=-1.0) > SAME
        least, limit = few[:, 0], _least(met.edge, lattice, settings) - EPS
        counted = np.zeros((len(starts), 3))
        never = (other & (few < limit)).sum(axis=1)
        counted[:, 1 if met.edge.kind in BEHIND else 0] = never
        if met.edge.kind not in HIDDEN:
            small = settings.small_share * lattice.least_width - EPS
            counted[:, 1] += (other & (few < small) & (few >= limit)).sum(axis=1)
        worst[:, :2] = np.maximum(worst[:, :2], counted[:, :2])
        worst[:, 2] = np.minimum(worst[:, 2], least)
    # Of many edges the sum is looked at: a little more everywhere is better than less somewhere.
    worst[:, 2] = np.minimum(worst[:, 2], lattice.least_width)
    return worst


def _least(edge: Edge, lattice: Lattice, settings: Settings) -> float:
    top = edge.kind in ("overhead", "ceiling", "open-top")
    least = settings.least_top_piece if top else settings.least_piece
    return min(least, settings.least_share * lattice.least_width)
