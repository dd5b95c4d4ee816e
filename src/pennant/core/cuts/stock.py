"""What each piece is cut from: the fewest tiles, offcuts used again across the whole kitchen.

A piece needs the tile's own factory edge on each side at which it is not cut. Cuts run right across
what is cut (a tile is snapped or sawn through), a notched piece takes the rectangle around it, and
a tile may be turned round by half where its face allows, never by a quarter.

Straight end pieces of full height are at most two a tile, so fewest tiles is pieces less a maximum
matching; full-length rips likewise; the two kinds cannot share a tile, because they would cross.
What else there is goes into what these leave, the largest first, each where it leaves least: near
the best, and the bound beside it says how near.
"""

import math
from bisect import bisect_right, insort
from collections import Counter
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Protocol

from shapely import Polygon

from pennant.core.cuts.items import ALL_SIDES, NEAR, FromTile, Item, Stock, StockTile, WholeTile
from pennant.core.geometry.clip import Ring, ring_area
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.field import Side
from pennant.core.survey.placed import around

_TURNED: dict[Side, Side] = {"left": "right", "right": "left", "bottom": "top", "top": "bottom"}

KEPT = 8
"""Stocks kept: the plan, its cut sheet and its record all ask for the same one."""


@dataclass(slots=True)
class _Open:
    """A tile while pieces are being dealt to it."""

    number: int
    cuts: list[FromTile] = field(default_factory=list)
    offcuts: list[Rect] = field(default_factory=list)

    def closed(self) -> StockTile:
        return StockTile(self.number, tuple(self.cuts), tuple(self.offcuts))


@lru_cache(maxsize=KEPT)
def chips_alone(items: tuple[Item, ...], sheet: WholeTile) -> Stock:
    """Return a stock of one tile for each item: chips that come on sheets are not cut in two."""
    packing = _Packing(sheet)
    for item in items:
        packing.alone(item)
    tiles = tuple(StockTile(one.number, tuple(one.cuts), ()) for one in packing.tiles)
    return Stock(sheet, tiles, len(items))


@lru_cache(maxsize=KEPT)
def stocked(items: tuple[Item, ...], sheet: WholeTile) -> Stock:
    """Return the tiles that items are cut from, with the bound.

    Parts of one tile that an obstacle splits are items of their own.
    """
    whole = [item for item in items if takes_all(item, sheet)]
    rest = [item for item in items if not takes_all(item, sheet)]
    tall, long, others = _sorted(rest)
    bound = _bound(len(whole), tall, long, rest, sheet)
    odd = [item for item in others if item.ring]
    packed = _packed(tall, long, others, whole, [], sheet)
    if odd:
        # Two odd pieces of one tile leave no offcut; whether that is better is seen by doing both.
        pairs = list(nested_pairs(odd, sheet))
        packed = min(packed, _packed(tall, long, others, whole, pairs, sheet), key=len)
    return Stock(sheet, packed, bound)


def _packed(
    tall: Sequence[Item],
    long: Sequence[Item],
    others: Sequence[Item],
    whole: Sequence[Item],
    nested: Sequence[tuple[Item, Item, bool]],
    sheet: WholeTile,
) -> tuple[StockTile, ...]:
    """The tiles that items are cut from, the ``nested`` ones two by two from tiles of their own."""
    packing = _Packing(sheet)
    for ends in alike(tall):
        packing.paired(ends, "width")
    packing.paired(long, "height")
    for pair in nested:
        packing.nested(*pair)
    done = {one.id for pair in nested for one in pair[:2]}
    left = sorted(
        (one for one in others if one.id not in done),
        key=lambda one: (-one.width * one.height, one.id),
    )
    for item in left:
        if sheet.shaped and not fixed(item):
            packing.alone(item)
        else:
            packing.best_fit(item)
    for item in whole:  # numbered last: at the saw one counts the tiles that are cut
        packing.alone(item)
    return tuple(tile.closed() for tile in packing.tiles)


def takes_all(item: Item, sheet: WholeTile) -> bool:
    """Return whether an item leaves nothing of its tile: the rectangle around it is the whole tile.

    An odd piece no larger than half of it may leave room for another.
    """
    if item.ring and item.area is not None and item.area <= sheet.width * sheet.height / 2 + EPS:
        return False
    return item.needs == ALL_SIDES or _as_large(item, sheet)


def _as_large(item: Item, sheet: WholeTile) -> bool:
    """Whether the rectangle around it is the whole tile."""
    return item.width >= sheet.width - EPS and item.height >= sheet.height - EPS


def fixed(item: Item) -> bool:
    """Return whether the sides that an item needs leave it one place in its tile (two, turned)."""
    return bool({"left", "right"} & item.needs) and bool({"bottom", "top"} & item.needs)


def _sorted(items: Iterable[Item]) -> tuple[list[Item], list[Item], list[Item]]:
    """End pieces of full height, full-length rips with one edge, and what else there is."""
    tall, long, others = [], [], []
    for item in items:
        upright = {"left", "right"} & item.needs
        level = {"bottom", "top"} & item.needs
        if len(level) == 2 and len(upright) == 1:
            tall.append(item)
        elif len(upright) == 2 and len(level) == 1:
            long.append(item)
        else:
            others.append(item)
    return tall, long, others


def _bound(
    whole: int, tall: Sequence[Item], long: Sequence[Item], rest: Sequence[Item], sheet: WholeTile
) -> int:
    """The fewest tiles that any plan needs, by three ways of counting; the largest counts.

    By matching: pairs of end pieces, pairs of rips. By corners: a tile has one of each, and turned
    round by half the opposite one does as well; an end piece or rip uses two, a piece ripped and
    crosscut one. By area, each piece with the kerf around it.
    """
    # An odd piece as high as its tile is no end piece: three of a kind may come from one tile.
    tall = [item for item in tall if item.area is None or item.slant is not None]
    ends = len(tall) - len(pairs_of(tall, "width", sheet))
    rips = len(long) - len(pairs_of(long, "height", sheet))
    used = Counter(
        frozenset(alike_corner(corner) if sheet.turns else corner)
        for item in rest
        if item.corners is None
        for corner in corners_of(item)
    )
    most = 2 if sheet.turns else 1
    corners = max((-(-count // most) for count in used.values()), default=0)
    # Of odd pieces it is only known how many corners they have: a tile has four.
    odd = -(-sum(item.corners or 0 for item in rest) // 4)
    kerf = sheet.kerf
    area = sum((i.width + kerf) * (i.height + kerf) if i.area is None else i.area for i in rest)
    tiles = area / ((sheet.width + kerf) * (sheet.height + kerf))
    return whole + max(ends + rips, corners, odd, int(-(-(tiles - 1e-9) // 1)))


class NeedsSides(Protocol):
    """What needs factory edges of a tile: a piece, or pieces that are alike."""

    @property
    def needs(self) -> frozenset[Side]:
        """The sides at which it needs one."""


def corners_of(item: NeedsSides) -> Iterator[tuple[Side, Side]]:
    """Yield the corners of the tile that an item has."""
    sides: tuple[Side, Side] = ("left", "right")
    levels: tuple[Side, Side] = ("bottom", "top")
    for side in sides:
        for level in levels:
            if side in item.needs and level in item.needs:
                yield side, level


def alike_corner(corner: tuple[Side, Side]) -> tuple[Side, ...]:
    """Return a corner or the opposite one, which are one when a tile may be turned round."""
    return min(corner, (_TURNED[corner[0]], _TURNED[corner[1]]))


def pairs_of(
    items: Sequence[Item], along: str, sheet: WholeTile, kerf: float | None = None
) -> list[tuple[Item, Item]]:
    """Return the most pairs that share a tile: a + b + kerf <= W, by two pointers.

    The shortest goes with the longest that it fits with. Where tiles may not be turned, one of a
    pair must need the one end and one the other: the longest goes with the longest that fits.
    Slanted ends lie against one another, so their mean lengths count.
    """
    whole = getattr(sheet, along) + EPS - (sheet.kerf if kerf is None else kerf)

    def size(item: Item) -> float:
        return reach_of(item, along)

    ordered = sorted(items, key=lambda one: (size(one), one.id))
    sizes = [size(one) for one in ordered]
    if sheet.turns:
        pairs, low, high = [], 0, len(ordered) - 1
        while low < high:
            if sizes[low] + sizes[high] <= whole:
                pairs.append((ordered[low], ordered[high]))
                low += 1
            high -= 1
        return pairs
    first = "left" if along == "width" else "bottom"
    ones = [item for item in ordered if first in item.needs]
    free: list[tuple[float, int]] = []
    others = [item for item in ordered if first not in item.needs]
    for number, item in enumerate(others):
        insort(free, (size(item), number))
    pairs = []
    for item in reversed(ones):
        place = bisect_right(free, (whole - size(item), len(others)))
        if place:
            pairs.append((item, others[free.pop(place - 1)[1]]))
    return pairs


def reach_of(item: Item, along: str) -> float:
    """Return how much of a tile's length an end piece takes beside another of its kind."""
    return item.slant.mean if item.slant and along == "width" else float(getattr(item, along))


def alike(items: Iterable[Item]) -> list[list[Item]]:
    """Return end pieces by the slant of their ends, square ones first; like ones lie close."""
    groups: dict[float, list[Item]] = {}
    for item in items:
        slant = round(item.slant.bottom - item.slant.top, 1) if item.slant else 0.0
        groups.setdefault(slant + 0.0, []).append(item)
    return [groups[slant] for slant in sorted(groups, key=lambda one: (one != 0.0, one))]


def nested_pairs(items: Sequence[Item], sheet: WholeTile) -> Iterator[tuple[Item, Item, bool]]:
    """Yield pairs of odd pieces that come from one tile, and whether the second is turned by half.

    Each keeps its place in the tile, so that it has the sides that it needs. The largest goes with
    the largest that it leaves room for. Pieces of one outline are tried once for all.
    """
    groups: dict[Ring, list[Item]] = {}
    for item in items:
        groups.setdefault(item.ring, []).append(item)
    rings = sorted(groups, key=lambda ring: (-ring_area(ring), ring))
    shapes = {ring: Polygon(ring) for ring in rings}
    turned_ones = {ring: Polygon(spun(ring, sheet)) for ring in rings}
    for number, ring in enumerate(rings):
        for other in rings[number:]:
            ways = (
                [(shapes[other], False), (turned_ones[other], True)]
                if sheet.turns
                else [(shapes[other], False)]
            )
            turned = next((way for shape, way in ways if apart(shapes[ring], shape, sheet)), None)
            own, others = groups[ring], groups[other]
            while turned is not None and len(own) > (own is others) and others:
                yield own.pop(), others.pop(), turned


def turned_round(needs: Iterable[Side]) -> frozenset[Side]:
    """Return the sides that are needed of a tile when it is turned round by half."""
    return frozenset(_TURNED[side] for side in needs)


def spun(ring: Ring, sheet: WholeTile) -> Ring:
    """Return an outline in its tile, the tile turned round by half."""
    return tuple((sheet.width - x, sheet.height - y) for x, y in ring)


def apart(one: Polygon, other: Polygon, sheet: WholeTile) -> bool:
    """Return whether a cut fits between two pieces, or, if it takes nothing, they only touch."""
    if sheet.kerf > EPS:
        return bool(one.distance(other) >= sheet.kerf - NEAR)
    return bool(one.intersection(other).area <= NEAR * sheet.width)


def offcuts_beside(cuts: Sequence[FromTile], sheet: WholeTile) -> tuple[Rect, ...]:
    """Return what is left of a tile beside pieces that come from it by cuts right across."""
    packing = _Packing(sheet)

    def left(room: Rect, own: Sequence[Rect]) -> Iterator[Rect]:
        if not own:
            if min(room.width, room.height) >= packing.least:
                yield room
        elif len(own) == 1:
            yield from packing.split(room, own[0])
        else:
            one, other = _divided(room, own, sheet.kerf)
            for part in (one, other):
                yield from left(part, [at for at in own if _within(at, part)])

    return tuple(left(packing.whole, [cut.at for cut in cuts]))


def _divided(room: Rect, own: Sequence[Rect], kerf: float) -> tuple[Rect, Rect]:
    """A room in two by a cut right across that meets none of some pieces."""
    for at in sorted(own):
        if all(one.x1 <= at.x1 + EPS or one.x0 >= at.x1 + kerf - EPS for one in own) and any(
            one.x0 >= at.x1 + kerf - EPS for one in own
        ):
            return room._replace(x1=at.x1), room._replace(x0=at.x1 + kerf)
        if all(one.y1 <= at.y1 + EPS or one.y0 >= at.y1 + kerf - EPS for one in own) and any(
            one.y0 >= at.y1 + kerf - EPS for one in own
        ):
            return room._replace(y1=at.y1), room._replace(y0=at.y1 + kerf)
    raise ValueError("no cut goes right across between these pieces")


def _within(at: Rect, room: Rect) -> bool:
    return (
        at.x0 >= room.x0 - EPS
        and at.x1 <= room.x1 + EPS
        and at.y0 >= room.y0 - EPS
        and at.y1 <= room.y1 + EPS
    )


def offcut_for(
    item: Item, offcuts: Sequence[tuple[int, Rect]], sheet: WholeTile
) -> tuple[int, Rect] | None:
    """Return the smallest of offcuts (tile number, where in it) that an item can be cut from."""
    packing = _Packing(sheet)
    fit = [one for one in offcuts if packing.fits(one[1], item)]
    return min(fit, key=lambda one: (one[1].area, one[0]), default=None)


class _Packing:
    """Tiles being filled; offcuts too small for anything are not kept."""

    def __init__(self, sheet: WholeTile) -> None:
        self.sheet = sheet
        # Of mosaic an offcut is kept that of a large tile would not be: up to a quarter of it.
        self.least = max(min(sheet.least_drop, sheet.width / 4, sheet.height / 4), EPS)
        self.whole = Rect(0.0, 0.0, sheet.width, sheet.height)
        self.tiles: list[_Open] = []
        self.open: dict[int, _Open] = {}

    def alone(self, item: Item) -> None:
        """Cut an item from a tile that gives nothing else."""
        at = self.whole if item.needs == ALL_SIDES else self._in(self.whole, item, item.needs)
        self.tiles.append(_Open(len(self.tiles) + 1, [FromTile(item.id, at, False)]))

    def paired(self, items: Sequence[Item], along: str) -> None:
        """Cut end pieces or rips of one slant, two from a tile where they fit."""
        kerf = self._kerf(items)
        pairs = pairs_of(items, along, self.sheet, kerf)
        done = {item.id for pair in pairs for item in pair}
        low: Side = "left" if along == "width" else "bottom"
        for one, other in pairs:
            first, last = (one, other) if low in one.needs else (other, one)
            self._ends(along, first, last)
        for item in items:
            if item.id not in done:
                self._ends(along, *((item, None) if low in item.needs else (None, item)))

    def nested(self, one: Item, other: Item, turned: bool) -> None:
        """Cut two odd pieces from one tile, each where it lies in it."""
        cuts = []
        for item, way in ((one, False), (other, turned)):
            ring = spun(item.ring, self.sheet) if way else item.ring
            cuts.append(FromTile(item.id, around(ring), way, None, ring))
        self.tiles.append(_Open(len(self.tiles) + 1, cuts))

    def _kerf(self, items: Sequence[Item]) -> float:
        """What a cut takes along the tile: more where it runs aslant."""
        slant = items[0].slant if items else None
        if slant is None:
            return self.sheet.kerf
        return self.sheet.kerf * math.hypot(1.0, (slant.bottom - slant.top) / self.sheet.height)

    def _ends(self, along: str, first: Item | None, last: Item | None) -> None:
        """Cut one item from the low end of a new tile and another from its high end.

        Each is turned round if it needs the other end; what is left between them is the offcut.
        """
        sheet, low = self.sheet, "left" if along == "width" else "bottom"
        end = sheet.width if along == "width" else sheet.height
        cuts, begin, stop = [], 0.0, end
        if first is not None:
            size, slant = getattr(first, along), first.slant
            cut = (slant.bottom, slant.top) if slant else None
            at = self._across(along, 0.0, size)
            cuts.append(FromTile(first.id, at, low not in first.needs, cut))
            begin = size + sheet.kerf
        if last is not None:
            size, slant = getattr(last, along), last.slant
            cut = (end - slant.top, end - slant.bottom) if slant else None
            at = self._across(along, end - size, end)
            cuts.append(FromTile(last.id, at, low in last.needs, cut))
            stop = end - size - sheet.kerf
        offcuts = [self._across(along, begin, stop)] if stop - begin >= self.least else []
        tile = _Open(len(self.tiles) + 1, cuts, offcuts)
        self.tiles.append(tile)
        if offcuts:
            self.open[tile.number] = tile

    def _across(self, along: str, begin: float, stop: float) -> Rect:
        """A part of the tile from one place to another along it, all across it."""
        if along == "width":
            return Rect(begin, 0.0, stop, self.sheet.height)
        return Rect(0.0, begin, self.sheet.width, stop)

    def best_fit(self, item: Item) -> None:
        """Cut an item where it leaves least; from a new tile if it fits into no offcut."""
        best: _Open | None = None
        least = math.inf
        wide, high = item.width - EPS, item.height - EPS
        for tile in self.open.values():
            for offcut in tile.offcuts:
                width, height = offcut[2] - offcut[0], offcut[3] - offcut[1]
                small = width < wide or height < high or width * height >= least
                if not small and self.fits(offcut, item):
                    best, least = tile, width * height
        self._put(best or self._tile(), item)

    def _tile(self) -> _Open:
        tile = _Open(len(self.tiles) + 1, [], [self.whole])
        self.open[tile.number] = tile
        self.tiles.append(tile)
        return tile

    def _ways(self, item: Item) -> Iterator[tuple[frozenset[Side], bool]]:
        yield item.needs, False
        if self.sheet.turns:
            yield frozenset(_TURNED[side] for side in item.needs), True

    def fits(self, offcut: Rect, item: Item) -> bool:
        """Whether an item can be cut from an offcut."""
        if item.width > offcut.width + EPS or item.height > offcut.height + EPS:
            return False
        return any(self._has(offcut, needs, item) for needs, _ in self._ways(item))

    def _has(self, offcut: Rect, needs: frozenset[Side], item: Item) -> bool:
        """Whether an offcut has the factory edges needed, where the item would lie in it."""
        sheet = self.sheet
        if "left" in needs and "right" in needs and offcut.width < sheet.width - EPS:
            return False
        if "bottom" in needs and "top" in needs and offcut.height < sheet.height - EPS:
            return False
        return not (
            ("left" in needs and offcut.x0 > EPS)
            or ("right" in needs and offcut.x1 < sheet.width - EPS)
            or ("bottom" in needs and offcut.y0 > EPS)
            or ("top" in needs and offcut.y1 < sheet.height - EPS)
        )

    def _put(self, tile: _Open, item: Item) -> None:
        """Cut an item from the smallest offcut of a tile that it fits into."""
        fit = [offcut for offcut in tile.offcuts if self.fits(offcut, item)]
        offcut = min(fit, key=lambda one: one.area)
        needs, turned = next(way for way in self._ways(item) if self._has(offcut, way[0], item))
        at = self._in(offcut, item, needs)
        tile.cuts.append(FromTile(item.id, at, turned))
        tile.offcuts.remove(offcut)
        tile.offcuts += self.split(offcut, at)
        if not tile.offcuts:
            del self.open[tile.number]

    def _in(self, offcut: Rect, item: Item, needs: frozenset[Side]) -> Rect:
        """Where an item lies in an offcut: at the factory edges it needs, else lower left."""
        x0 = offcut.x1 - item.width if "right" in needs and "left" not in needs else offcut.x0
        y0 = offcut.y1 - item.height if "top" in needs and "bottom" not in needs else offcut.y0
        return Rect(x0, y0, x0 + item.width, y0 + item.height)

    def split(self, offcut: Rect, at: Rect) -> list[Rect]:
        """Return what two cuts right through leave of an offcut, the larger piece being kept."""
        kerf, least = self.sheet.kerf, self.least
        beside = (
            offcut._replace(x0=at.x1 + kerf)
            if at.x0 <= offcut.x0 + EPS
            else offcut._replace(x1=at.x0 - kerf)
        )
        over = (
            offcut._replace(y0=at.y1 + kerf)
            if at.y0 <= offcut.y0 + EPS
            else offcut._replace(y1=at.y0 - kerf)
        )
        upright_first = [beside, over._replace(x0=at.x0, x1=at.x1)]
        level_first = [over, beside._replace(y0=at.y0, y1=at.y1)]
        ways = [
            [rest for rest in way if rest.width >= least and rest.height >= least]
            for way in (upright_first, level_first)
        ]
        return max(ways, key=lambda way: max((rest.area for rest in way), default=0.0))
