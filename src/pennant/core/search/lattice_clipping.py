"""Starts of a lattice judged by what is really left of each tile at the field's edges.

Only tiles that a line or a hole takes something from are looked at, so that hundreds of starts can
be judged while one is planned in full. What is counted is what the plan's findings count.
"""

import math
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from typing import Literal, NamedTuple

import numpy as np
import numpy.typing as npt
import shapely

from pennant.core.document.module import Module
from pennant.core.document.settings import Settings
from pennant.core.document.wishes import ALL, Wish, WishKind
from pennant.core.geometry.clip import Outline, Point, from_lowest
from pennant.core.geometry.columns import Columns
from pennant.core.geometry.half_plane import HalfPlane, kept_of
from pennant.core.geometry.placement import Placement
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, SAME_SIZE, tidy
from pennant.core.layout.field import Edge, Field, FinishedLine, KeepOut
from pennant.core.layout.finished_top import is_left_out
from pennant.core.layout.lattice import Lattice
from pennant.core.layout.pieces import bounds
from pennant.core.layout.sides import ON_SIDE
from pennant.core.reading.edges import SAME, size_at
from pennant.core.reading.findings import (
    BEHIND,
    HIDDEN,
    TOPS,
    least_setting,
    limits_at_holes,
    sides_differ,
)
from pennant.core.reading.legs import legs_of
from pennant.core.reading.seen import SeenWeights
from pennant.core.reading.sizes_at_once import Lines, bulges, sizes_at_once
from pennant.core.search.measured import in_bands
from pennant.core.search.priorities import (
    Sizes,
    TopPiece,
    base_of,
    counter_short,
    ends_short,
    failing_tops,
    open_ends,
    window_short,
)
from pennant.core.survey.placed import around

Floats = npt.NDArray[np.float64]
Numbers = npt.NDArray[np.intp]
Flags = npt.NDArray[np.bool_]
EVERY_WISH = tuple(Wish(kind=kind) for kind in ALL)
NEAR = 1e-4
"""Millimetres: a part that comes this near to a hole or a line lies beside it."""


class Judged(NamedTuple):
    """What a start comes to in the wishes that the pieces of one wall tell: see `Measured`."""

    never: int = 0
    fix_seen: int = 0
    fix_hidden: int = 0
    avoid: int = 0
    legs: int = 0
    own_start: float = 0.0
    counter: float = 0.0
    window: float = 0.0
    ends: float = 0.0
    even: float = 0.0
    smallest: float = 0.0
    full_left: float = 0.0
    full_right: float = 0.0
    whole_counter: float = 0.0
    whole_top: float = 0.0
    cut: int = 0

    def key(self, wishes: Iterable[Wish]) -> tuple[int, ...]:
        """Return what starts are sorted by; wishes that are not known here make no difference."""
        return tuple(
            in_bands(wish.kind, -value if wish.kind == "smallest" else value)
            for wish in known_of(wishes)
            for value in [getattr(self, wish.kind.replace("-", "_"))]
        )


def known_of(wishes: Iterable[Wish]) -> Iterator[Wish]:
    """Yield the wishes that the pieces of one wall tell, which `Judged.key` has in this order."""
    yield from (wish for wish in wishes if wish.kind.replace("-", "_") in Judged._fields)


@dataclass
class _Gets:
    """What an edge gets, piece by piece: how deep, and of which turn of the tile.

    ``pieces`` tells those apart that are seen from two edges; -1 is seen from one.
    """

    sizes: list[float]
    turns: list[int]
    pieces: list[int]


class _Tiles(NamedTuple):
    """Tiles that reach into the field and are cut by no more than one line right across: where
    their lattice points lie (x, y), of which unit each is, and the boxes around them.
    """

    at: Floats
    units: Numbers
    boxes: Floats


class _Edges:
    """Edges as arrays: from where to where each runs (mm) along and reaches across, and which
    columns of boxes (x0, y0, x1, y1) lie across it, low and high, and along it.
    """

    def __init__(self, edges: Sequence[Edge]) -> None:
        self.low, self.high = np.array([(edge.low, edge.high) for edge in edges]).reshape(-1, 2).T
        self.near, self.far = np.array([edge.reach for edge in edges]).reshape(-1, 2).T
        self.columns = np.array([_columns(edge) for edge in edges], dtype=int).reshape(-1, 4).T
        self.straight: Flags = np.array([edge.straight for edge in edges], dtype=bool)
        self.lines = Lines.of(edges)


class _Parts:
    """What is left of tiles that are clipped, in parts without crumbs.

    Less than ``crumb`` (mm) both ways is a crumb, and less than ``nothing`` (mm2) off is no cut.
    ``tile`` is which of the tiles each part is of, ``unit`` the number of its unit, ``boxes`` lie
    around them, and ``cut`` says which are less than a whole tile.
    """

    def __init__(
        self, rings: Floats, units: Numbers, tiled: Columns, crumb: float, nothing: float
    ) -> None:
        """``rings`` are the corners of each tile (tiles x corners x 2)."""
        whole = shapely.polygons(shapely.linearrings(rings)) if len(rings) else np.zeros(0, object)
        near = tiled.near(rings[..., 0].min(axis=1, initial=np.inf))
        parts, of = shapely.get_parts(shapely.intersection(whole, near), return_index=True)
        # Legs are read along the outline, as the plan's pieces have it: counterclockwise.
        parts = shapely.orient_polygons(parts)
        boxes, areas = np.asarray(shapely.bounds(parts)).reshape(-1, 4), shapely.area(parts)
        x0, y0, x1, y1 = boxes.T
        there = (areas > EPS) & ((x1 - x0 >= crumb) | (y1 - y0 >= crumb))
        self.parts, self.tile, self.boxes = parts[there], of[there], boxes[there]
        self.unit: Numbers = units[self.tile] if len(units) else np.zeros(0, dtype=np.intp)
        missing = shapely.area(whole)[of] - areas if len(whole) else areas
        self.cut: Flags = missing[there] > nothing
        self._outlines: dict[int, Outline] = {}
        rings, self._of_part = shapely.get_rings(self.parts, return_index=True)
        corners, of_ring = shapely.get_coordinates(rings, return_index=True)
        self._corners: list[Point] = list(map(tuple, corners.tolist()))
        ends = np.searchsorted(of_ring, np.arange(len(rings) + 1))
        self._rings = ends.tolist()
        # Of those without holes the corners as arrays, the last repeated.
        single = np.bincount(self._of_part, minlength=len(self.parts)) == 1
        first = ends[np.searchsorted(self._of_part, np.arange(len(self.parts)))]
        count = np.where(single, ends[np.searchsorted(ends, first) + 1] - first - 1, 0)
        within = np.minimum(np.arange(count.max(initial=1)), np.maximum(count - 1, 0)[:, None])
        self.rings: Floats = corners[first[:, None] + within]
        self.plain: Flags = single & bulges(self.rings)

    def outline(self, number: int) -> Outline:
        """Return a part's rings, as a piece has them: each from its lowest corner on."""
        if number not in self._outlines:
            first, last = np.searchsorted(self._of_part, (number, number + 1))
            # Shapely's rings end where they begin.
            self._outlines[number] = tuple(
                from_lowest(tuple(self._corners[self._rings[ring] : self._rings[ring + 1] - 1]))
                for ring in range(first, last)
            )
        return self._outlines[number]

    def near(self, edges: _Edges, slack: float) -> tuple[Numbers, Numbers]:
        """Return the edges, and to each of them a part that comes within ``slack`` (mm) of it."""
        low, high, first, last = (self.boxes[:, column].T for column in edges.columns)
        near, far = edges.near[:, None], edges.far[:, None]
        there = (low - slack <= far) & (near <= high + slack)
        there &= (first < edges.high[:, None]) & (last > edges.low[:, None])
        of_edge, parts = np.nonzero(there)
        return of_edge, parts


class Clipping:
    """Starts of a lattice on a field, each judged by the tiles that something is taken from."""

    def __init__(
        self,
        lattice: Lattice,
        field: Field,
        settings: Settings,
        wishes: Sequence[Wish] = EVERY_WISH,
        weights: SeenWeights | None = None,
        *,
        chips: bool = False,
    ) -> None:
        """``wishes`` are those that count: what only others ask for is not reckoned. What is to
        be avoided counts by ``weights``; without them each place counts once. ``chips`` are on
        sheets, which begin in a corner and on the counter.
        """
        kinds = {wish.kind for wish in wishes}
        self.chips, self.own = chips, chips and "centred" not in kinds
        self.shown = open_ends(field, wishes)
        self.base = base_of(field).edges
        self.failing = failing_tops(field, lattice_module(lattice), settings, weights)
        self.weights = weights
        self.lattice, self.field, self.settings = lattice, field, settings
        self.kinds = set(kinds)
        self.least_leg, self.least_strip = limits_at_holes(settings, lattice.least_width)
        self.edges, self.arrays = field.edges, _Edges(field.edges)
        self.boxes = np.array([around(outline) for outline in lattice.outlines])
        turns = sorted({unit.at.turn for unit in lattice.units})
        self.turns = np.array([turns.index(unit.at.turn) for unit in lattice.units])
        self.outlines = np.array(lattice.outlines)
        shape = around(lattice.shape)
        self.nothing = ON_SIDE * (shape.width + shape.height)
        self.holes, self.nick = _holes(field), settings.least_cut
        hidden = [keep.polygon for keep in field.keep_outs if keep.hidden]
        # Cuts for boxes lie under a plate: at the edges tile counts as if there were none.
        covered = shapely.union_all([field.tiled, *hidden]) if hidden else field.tiled
        width = float((self.boxes[:, 2] - self.boxes[:, 0]).max())
        self.covered, self.tiled = Columns(covered, width), Columns(field.tiled, width)

    def judge(self, x: float, y: float) -> Judged:
        """Return what the lattice comes to with its origin at a place near the field's lower left
        (mm).
        """
        units, at = self.lattice.all_over(self.field.inner, x, y)
        line = self.field.finished
        if line is not None:
            laid = [not self._left_out(line, *one) for one in zip(units, *at.T, strict=True)]
            units, at = units[laid], at[laid]
        boxes = self.boxes[units] + np.tile(at, 2)
        crossed = np.array([self._crosses(edge, boxes) for edge in self.edges])
        held = self._in_boxes(boxes)
        # A tile that one line cuts right across is as deep as it reaches over it; the others are
        # clipped, and so is what may be a crumb.
        odd = held | (crossed.sum(axis=0) > 1)
        for edge, cut in zip(self.edges, crossed, strict=True):
            odd[cut] |= self._odd(edge, boxes[cut])
        left = self._left(at, units, odd, self.covered)
        holed = self._left(at, units, held, self.tiled)
        gets = [
            self._gets(edge, boxes[cut & ~odd], units[cut & ~odd])
            for edge, cut in zip(self.edges, crossed, strict=True)
        ]
        for number, part, size in self._sizes_of(left):
            gets[number].sizes.append(size)
            gets[number].turns.append(int(self.turns[left.unit[part]]))
            gets[number].pieces.append(part)
        there = ~odd & ~self._within_things(boxes)
        tiles = _Tiles(at[there], units[there], boxes[there])
        seen, hidden, avoid = self._small(gets)
        strips, legs = self._beside_holes(holed)
        even, uneven, window = self._uneven(gets)
        ends = "corner", "open-end", "side"
        return Judged(
            seen + hidden + strips,
            seen,
            hidden + strips,
            avoid + uneven,
            legs,
            self._own_start(gets, tiles, left),
            self._counter(gets, tiles, left),
            window,
            self._open_ends(gets, tiles, left),
            even,
            min((min(one.sizes) for one in gets if one.sizes), default=0.0),
            self._short("full-left", gets, tiles, left, *ends, side="left"),
            self._short("full-right", gets, tiles, left, *ends, side="right"),
            self._short("whole-counter", gets, tiles, left, "counter", side="bottom"),
            self._short("whole-top", gets, tiles, left, *TOPS),
            int(
                (crossed & ~odd).any(axis=0).sum()
                + holed.cut.sum()
                + left.cut[~held[odd][left.tile]].sum()
            ),
        )

    def _left_out(self, line: FinishedLine, unit: int, x: float, y: float) -> bool:
        """Whether a tile would pass the line that tips end on."""
        x0, y0, x1, y1 = self.boxes[unit]
        return is_left_out(line, self.lattice, Rect(x0 + x, y0 + y, x1 + x, y1 + y))

    def _left(self, at: Floats, units: Numbers, which: Flags, tiled: Columns) -> _Parts:
        """What a shape leaves of some of the tiles."""
        rings = self.outlines[units[which]] + at[which][:, None, :]
        crumb = self.settings.least_cut - EPS
        return _Parts(rings, units[which], tiled, crumb, self.nothing)

    def _crosses(self, edge: Edge, tiles: Floats) -> Flags:
        """Which tiles an edge runs through, as far as their boxes tell."""
        low, high, first, last = _columns(edge)
        at = _where(edge, tiles)
        across = (tiles[:, low] < at - EPS) & (tiles[:, high] > at + EPS)
        return across & (tiles[:, first] < edge.high - EPS) & (tiles[:, last] > edge.low + EPS)

    def _odd(self, edge: Edge, tiles: Floats) -> Flags:
        """Which tiles reach past an end of an edge, hardly over it to either side, or meet one that
        slants.
        """
        if not edge.straight:
            return np.ones(len(tiles), dtype=bool)
        low, high, first, last = _columns(edge)
        ends: Flags = (tiles[:, first] < edge.low - EPS) | (tiles[:, last] > edge.high + EPS)
        depths = self._depths(edge, tiles)
        off = tiles[:, high] - tiles[:, low] - depths
        return ends | (np.minimum(depths, off) < self.settings.least_cut)

    def _depths(self, edge: Edge, tiles: Floats) -> Floats:
        """How far tiles reach over an edge, to the side where tile is (mm)."""
        low, high, _, _ = _columns(edge)
        at = _where(edge, tiles)
        return np.asarray(tiles[:, high] - at if edge.inward > 0 else at - tiles[:, low])

    def _in_boxes(self, tiles: Floats) -> Flags:
        """Which tiles may meet the hole of a device or what is no upright rectangle."""
        met = np.zeros(len(tiles), dtype=bool)
        for keep in self.field.keep_outs:
            if keep.hidden or not keep.square:
                met |= _meeting(tiles, keep.box)
        return met

    def _within_things(self, tiles: Floats) -> Flags:
        """Which tiles lie wholly where there is a thing instead of tile."""
        met = np.zeros(len(tiles), dtype=bool)
        for keep in self.field.keep_outs:
            box = keep.box
            met |= (
                (tiles[:, 0] >= box.x0 - EPS)
                & (tiles[:, 2] <= box.x1 + EPS)
                & (tiles[:, 1] >= box.y0 - EPS)
                & (tiles[:, 3] <= box.y1 + EPS)
            )
        return met

    def _gets(self, edge: Edge, boxes: Floats, units: Numbers) -> _Gets:
        """What an edge gets of the tiles that it alone cuts."""
        return _Gets(
            self._depths(edge, boxes).tolist(), self.turns[units].tolist(), [-1] * len(units)
        )

    def _sizes_of(self, left: _Parts) -> Iterator[tuple[int, int, float]]:
        """Yield an edge's number, a part that lies at it, and how far the part reaches from it."""
        joint = self.lattice.joint
        of_edge, parts = left.near(self.arrays, joint + EPS)
        plain = left.plain[parts] & self.arrays.straight[of_edge]
        at_once = np.full(len(parts), np.nan)
        at_once[plain], unknown = sizes_at_once(
            left.rings[parts[plain]], self.arrays.lines.chosen(of_edge[plain]), joint
        )
        plain[np.flatnonzero(plain)[unknown]] = False
        for number, part, known, size in zip(
            of_edge.tolist(), parts.tolist(), plain.tolist(), at_once.tolist(), strict=True
        ):
            if known and not math.isnan(size):
                yield number, part, size
            elif not known:
                found = size_at(left.outline(part), self.edges[number], joint, self.nick)
                if found is not None:
                    yield number, part, found

    def _own_start(self, gets: list[_Gets], tiles: _Tiles, left: _Parts) -> float:
        """How far sheets are from beginning with whole chips in a corner (mm)."""
        if not self.own or "own-start" not in self.kinds:
            return 0.0
        corners = [
            edge
            for edge in self.edges
            if edge.kind == "corner" and edge.owner == self.field.surface.id
        ]
        return min(
            (
                self._short("own-start", gets, tiles, left, "corner", side=edge.side)
                for edge in corners
            ),
            default=0.0,
        )

    def _counter(self, gets: list[_Gets], tiles: _Tiles, left: _Parts) -> float:
        """How far chips fall short at the counter (mm): see `priorities`."""
        if not self.chips or "counter" not in self.kinds:
            return 0.0
        full = self.lattice.least_width
        bottom = full - self._short(
            "counter", gets, tiles, left, "counter", "raised", only=self.base
        )
        tops = [
            TopPiece(min(one.sizes, default=full), *self.failing[edge.id])
            for edge, one in zip(self.edges, gets, strict=True)
            if edge.id in self.failing
        ]
        return float(counter_short(full, bottom, tops, 0.0))

    def _open_ends(self, gets: list[_Gets], tiles: _Tiles, left: _Parts) -> float:
        """How far the open ends fall short of a whole tile (mm)."""
        if not self.shown.ends or "ends" not in self.kinds:
            return 0.0
        shorts: dict[str, float] = {
            side: self._short("ends", gets, tiles, left, "open-end", side=side)
            for side in self.shown.ends
        }
        full = max(self._reach(edge, 0) for edge in self.edges if edge.kind == "open-end")
        sizes: dict[str, Sizes] = {side: full - short for side, short in shorts.items()}
        return float(ends_short(full, self.shown, sizes, sizes).max())

    def _small(self, gets: list[_Gets]) -> tuple[int, int, int]:
        """Pieces to be fixed in view, where they hide, and to be avoided: at an edge those of one
        size and turn are one, and the same pieces seen from two edges are.
        """
        small = self.settings.small_share * self.lattice.least_width - SAME_SIZE
        never: dict[tuple[object, ...], bool] = {}
        avoid: dict[tuple[object, ...], int] = {}
        for number, (edge, one) in enumerate(zip(self.edges, gets, strict=True)):
            limit = least_at(edge, self.lattice, self.settings) - SAME_SIZE
            alike: dict[tuple[int, int], list[int]] = {}
            sizes: dict[tuple[int, int], float] = {}
            for size, turn, piece in zip(one.sizes, one.turns, one.pieces, strict=True):
                if size < limit or (size < small and edge.kind not in HIDDEN):
                    key = (round(tidy(size) / SAME), turn) if edge.straight else (0, turn)
                    alike.setdefault(key, []).append(piece)
                    sizes[key] = min(size, sizes.get(key, size))
            for key, pieces in alike.items():
                sliver = sizes[key] < limit
                same = (number, key) if -1 in pieces else tuple(pieces)
                top = sliver and edge.kind in TOPS
                one_finding = sliver, top, round(sizes[key] * 100), same
                if sliver and edge.kind not in BEHIND:
                    shown = self.weights is None or self.weights.strip_shows(edge.id)
                    never[one_finding] = shown or never.get(one_finding, False)
                else:
                    times = self._times(edge.id)
                    avoid[one_finding] = max(times, avoid.get(one_finding, times))
        seen = sum(never.values())
        return seen, len(never) - seen, sum(avoid.values())

    def _uneven(self, gets: list[_Gets]) -> tuple[float, int, float]:
        """By how much the smallest pieces at the two jambs of an opening differ at most where that
        is seen (mm), how often these openings count, and how far they are from alike.
        """
        least = {
            edge.id: min(one.sizes) for edge, one in zip(self.edges, gets, strict=True) if one.sizes
        }
        most, count, window = 0.0, 0, 0.0
        full, share = self.lattice.least_width, self.settings.small_share
        for thing in self.field.surface.things:
            left, right = least.get(f"{thing.id}:left"), least.get(f"{thing.id}:right")
            if thing.form != "opening" or left is None or right is None:
                continue
            window = max(window, float(window_short(full, share, [(left, right)]).max()))
            if sides_differ(self.settings, left, right):
                most = max(most, abs(left - right))
                count += self._times(f"{thing.id}:left", f"{thing.id}:right")
        return most, count, window

    def _short(
        self,
        wish: WishKind,
        gets: list[_Gets],
        tiles: _Tiles,
        left: _Parts,
        *kinds: str,
        side: str | None = None,
        only: frozenset[str] | None = None,
    ) -> float:
        """How much the best piece at edges falls short of a whole tile, the worst edge's (mm).

        At the ends of a wall only its own edges count. ``only`` are the ids of those that count.
        """
        if wish not in self.kinds:
            return 0.0
        wall = self.field.surface.id
        worst = 0.0
        for edge, one in zip(self.edges, gets, strict=True):
            own = edge.owner == wall or side not in ("left", "right")
            if only is not None and edge.id not in only:
                continue
            if edge.kind in kinds and side in (None, edge.side) and own:
                clipped = [
                    (int(left.unit[piece]), size)
                    for piece, size in zip(one.pieces, one.sizes, strict=True)
                    if piece >= 0
                ]
                shorts = [
                    self._reach(edge, unit) - size
                    for unit, size in (*clipped, *self._sizes_at(edge, tiles))
                ]
                worst = max(worst, min(shorts, default=0.0))
        return worst

    def _reach(self, edge: Edge, unit: int) -> float:
        """What a whole tile of a unit measures square to an edge (mm)."""
        low, high, _, _ = _columns(edge)
        return float(self.boxes[unit, high] - self.boxes[unit, low])

    def _sizes_at(self, edge: Edge, tiles: _Tiles) -> Iterator[tuple[int, float]]:
        """Yield the unit and size of every tile that lies at an edge and that it alone cuts, or
        none does; alike ones once.
        """
        joint = self.lattice.joint
        axis: Literal[0, 1] = 0 if edge.upright else 1
        line = edge.along[0][1]
        off = self._depths(edge, tiles.boxes)
        reach = np.array([self._reach(edge, int(unit)) for unit in tiles.units])
        _, _, first, last = _columns(edge)
        there = (off > EPS) & (off <= reach + joint + EPS)
        there &= (tiles.boxes[:, first] < edge.high) & (tiles.boxes[:, last] > edge.low)
        told: set[tuple[int, float]] = set()
        for n in np.flatnonzero(there).tolist():
            unit = int(tiles.units[n])
            alike = unit, round(off[n], 4)
            if alike in told:
                continue
            ring = tuple(map(tuple, (self.outlines[unit] + tiles.at[n]).tolist()))
            ring = kept_of(ring, [HalfPlane(axis, -1 if edge.inward > 0 else 1, line)])
            size = size_at((ring,), edge, joint, self.nick) if ring else None
            # One that only reaches past the line's end has nothing of its side on the line.
            if size is not None:
                told.add(alike)
                yield unit, size

    def _beside_holes(self, left: _Parts) -> tuple[int, int]:
        """Strips to be cured and thin legs to be avoided beside holes, alike ones once: see
        `findings`, which says the same of the pieces of a plan.
        """
        if not len(left.parts):
            return 0, 0
        never: set[tuple[str, str, int]] = set()
        avoid: set[tuple[str, str, int]] = set()
        split = np.bincount(left.tile)[left.tile] > 1
        for hole in self.holes:
            beside = _meeting(left.boxes, hole.box.grown(NEAR, NEAR, NEAR, NEAR))
            for number in map(int, np.flatnonzero(beside)):
                strip = bool(split[number]) and self._is_strip(left, number)
                for side, leg in legs_of(left.outline(number), hole, self.settings.box_clearance):
                    key = (hole.owner, side, round(leg * 100))
                    if strip:
                        never.add(key)
                    elif leg < self.least_leg - SAME_SIZE:
                        avoid.add(key)
        return len(never), sum(self._times(owner) for owner, _, _ in avoid)

    def _times(self, *places: str) -> int:
        """How often something to be avoided counts there."""
        return self.weights.times(*places) if self.weights else 1

    def _is_strip(self, left: _Parts, number: int) -> bool:
        """Whether a part is too small, by its width and height as it lies in its tile."""
        turn = self.lattice.units[left.unit[number]].at.turn
        box = bounds(Placement(0.0, 0.0, turn).outline_in_tile(left.outline(number)))
        return min(box.width, box.height) < self.least_strip - SAME_SIZE


def lattice_module(lattice: Lattice) -> Module:
    """Return the module of a lattice's tile as if it lay in rows: as high as its figure."""
    side, joint = lattice.least_width, lattice.joint
    return Module(side, side, joint, joint)


def least_at(edge: Edge, lattice: Lattice, settings: Settings) -> float:
    """Return the least piece (mm) that an edge may get of a lattice's tile."""
    least: float = getattr(settings, least_setting(edge.kind))
    return min(least, settings.least_share * lattice.least_width)


def _holes(field: Field) -> list[KeepOut]:
    """The holes of devices and rounds, beside which tile may be left as a thin leg."""
    owners = {
        thing.id
        for thing in field.surface.things
        if thing.cover is not None or thing.round is not None
    }
    return [keep for keep in field.keep_outs if keep.owner in owners]


def _columns(edge: Edge) -> tuple[int, int, int, int]:
    """Of boxes (x0, y0, x1, y1) the columns across an edge, from low to high, and those along."""
    return (0, 2, 1, 3) if edge.upright else (1, 3, 0, 2)


def _meeting(boxes: Floats, box: Rect) -> Flags:
    """Which boxes overlap another."""
    x0, y0, x1, y1 = boxes.T
    return np.asarray((x0 < box.x1) & (x1 > box.x0) & (y0 < box.y1) & (y1 > box.y0))


def _where(edge: Edge, boxes: Floats) -> Floats:
    """Where an edge is across, at the middle of each box along it."""
    if edge.straight:
        return np.full(len(boxes), edge.along[0][1])
    _, _, first, last = _columns(edge)
    places, ats = zip(*edge.along, strict=True)
    return np.asarray(np.interp((boxes[:, first] + boxes[:, last]) / 2, places, ats))
