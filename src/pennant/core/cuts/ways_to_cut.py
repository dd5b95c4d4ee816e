"""Ways to cut one tile: which pieces can come from it together, and where in it each lies.

A way is a set of *kinds*, pieces that are alike, so that one of a kind does as well as another.
Ways by cuts right across are found for every set of kinds: a set fits into a room if it is one
piece that does, or if a cut divides it into two that the two parts of the set fit into; a cut lies
no further out than what is on its one side needs. Ways of odd pieces are found from pieces that
keep their places in the tile, with room for a cut between each two.
"""

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from itertools import combinations, product
from typing import NamedTuple

from shapely import Polygon

from pennant.core.cuts.items import ALL_SIDES, Item, WholeTile
from pennant.core.cuts.stock import alike_corner, apart, corners_of, fixed, spun, turned_round
from pennant.core.geometry.clip import Ring, ring_of
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.field import Side
from pennant.core.survey.placed import around

MOST_TOGETHER = 16
"""Pieces from one tile that are looked at together: with more, some ways are left out."""
MOST_LOOKS = 20_000
"""Sets of kinds that are tried: beyond that, some ways are left out."""

MOST_DIVIDED = 250_000
"""Cuts through rooms that are tried for them, some seconds' work: beyond that likewise."""


class WayToCut(NamedTuple):
    """A way to cut one tile: its kinds by their numbers, in order, and where each lies.

    ``offcuts`` are the rooms that are left.
    """

    kinds: tuple[int, ...]
    places: tuple["PlaceInTile", ...]
    offcuts: tuple[Rect, ...]


class PlaceInTile(NamedTuple):
    """Where a piece of a kind lies in a tile, ``turned`` by half; an odd one has its ``ring``."""

    kind: int
    at: Rect
    turned: bool
    ring: Ring = ()
    cut: tuple[float, float] | None = None


@dataclass(frozen=True)
class Kind:
    """Pieces that are alike: their extents (mm), the factory edges they need, their outline."""

    width: float
    height: float
    needs: frozenset[Side]
    ring: Ring
    area: float
    items: list[Item] = field(default_factory=list)


@dataclass(frozen=True)
class FoundWays:
    """Ways that were found, and whether they are all that there are."""

    ways: tuple[WayToCut, ...]
    all_of_them: bool


def kinds_of(items: Sequence[Item], sheet: WholeTile) -> list[Kind]:
    """Return items by their kinds, the largest first."""
    groups: dict[tuple[object, ...], Kind] = {}
    for item in items:
        sides = tuple(sorted(item.needs))
        if sheet.turns and not item.ring:
            sides = min(sides, tuple(sorted(turned_round(item.needs))))
        key = (round(item.width, 4), round(item.height, 4), sides, item.ring, item.slant)
        if key not in groups:
            area = item.width * item.height if item.area is None else item.area
            groups[key] = Kind(item.width, item.height, item.needs, item.ring, area)
        groups[key].items.append(item)
    return sorted(groups.values(), key=lambda one: (-one.width * one.height, one.items[0].id))


def ways_by_cuts_across(kinds: Sequence[Kind], sheet: WholeTile) -> FoundWays:
    """Return the ways to cut a tile by cuts right across that nothing more can be added to."""
    return _Across(kinds, sheet).found()


def ways_in_place(kinds: Sequence[Kind], sheet: WholeTile) -> FoundWays:
    """Return the ways to cut kinds that keep their places from a tile, with room for cuts between.

    Kinds that do not keep their places are left out.
    """
    shapes: list[tuple[int, bool, Ring]] = []
    for number, kind in enumerate(kinds):
        item = kind.items[0]
        if not fixed(item) and not item.ring:
            continue
        ring = item.ring or ring_of(_in_tile(item, sheet))
        shapes.append((number, False, ring))
        if sheet.turns:
            shapes.append((number, True, spun(ring, sheet)))
    polygons = [Polygon(ring) for _, _, ring in shapes]
    beside: list[set[int]] = [set() for _ in shapes]
    for a, b in combinations(range(len(shapes)), 2):
        if apart(polygons[a], polygons[b], sheet):
            beside[a].add(b)
            beside[b].add(a)
    ways: list[WayToCut] = []
    looks = 0

    def grow(chosen: list[int], free: set[int]) -> bool:
        """Add every set that goes on from the chosen ones; return whether none was left out."""
        nonlocal looks
        looks += 1
        if looks > MOST_LOOKS:
            return False
        whole, more = True, False
        for shape in sorted(one for one in free if not chosen or one > chosen[-1]):
            number = shapes[shape][0]
            used = sum(shapes[one][0] == number for one in chosen)
            if used < len(kinds[number].items):
                more = True
                whole &= grow([*chosen, shape], free & beside[shape])
        if chosen and not more:
            places = tuple(
                PlaceInTile(shapes[one][0], around(shapes[one][2]), shapes[one][1], shapes[one][2])
                for one in chosen
            )
            ways.append(WayToCut(tuple(sorted(one.kind for one in places)), places, ()))
        return whole

    whole = grow([], set(range(len(shapes))))
    return FoundWays(tuple(ways), whole)


def _in_tile(item: Item, sheet: WholeTile) -> Rect:
    """Where an item lies in its tile by the factory edges it needs."""
    x0 = sheet.width - item.width if "left" not in item.needs else 0.0
    y0 = sheet.height - item.height if "bottom" not in item.needs else 0.0
    return Rect(x0, y0, x0 + item.width, y0 + item.height)


class _Room(NamedTuple):
    """A part of the tile: its size, and which of its sides are the tile's own."""

    width: float
    height: float
    sides: frozenset[Side]


class _Across:
    """Looks for sets of kinds that one tile gives by cuts right across."""

    def __init__(self, kinds: Sequence[Kind], sheet: WholeTile) -> None:
        self.kinds, self.sheet = kinds, sheet
        self.known: dict[tuple[tuple[int, ...], _Room], tuple[PlaceInTile, ...] | None] = {}
        self.may_lie: dict[frozenset[Side], frozenset[int]] = {}
        self.from_one: dict[tuple[int, ...], bool] = {}
        self.too_small: dict[tuple[int, ...], list[_Room]] = {}
        self.widths: dict[tuple[tuple[int, ...], bool], list[float]] = {}
        self.parts: dict[tuple[int, ...], list[tuple[tuple[int, ...], tuple[int, ...]]]] = {}
        self.ways: list[WayToCut] = []
        self.looks, self.divided, self.whole = 0, 0, True
        kerf = sheet.kerf
        self.sizes = [(kind.width + kerf) * (kind.height + kerf) for kind in kinds]
        # A piece from one end of the tile to the other lets no cut through between them.
        self.spans = [
            ({"left", "right"} <= kind.needs) + 2 * ({"bottom", "top"} <= kind.needs)
            for kind in kinds
        ]
        self.corners = [
            tuple(alike_corner(corner) if sheet.turns else corner for corner in corners_of(kind))
            for kind in kinds
        ]
        self.room = _Room(sheet.width, sheet.height, ALL_SIDES)

    def found(self) -> FoundWays:
        """Every way that nothing more can be added to."""
        self._grow((), 0, 0.0)
        return FoundWays(tuple(self.ways), self.whole)

    def _grow(self, chosen: tuple[int, ...], begin: int, size: float) -> None:
        kerf = self.sheet.kerf
        most = (self.sheet.width + kerf) * (self.sheet.height + kerf) + EPS
        more = False
        for number in range(begin, len(self.kinds)):
            if size + self.sizes[number] > most:
                continue
            if chosen.count(number) >= len(self.kinds[number].items):
                continue
            done = self.looks >= MOST_LOOKS or self.divided >= MOST_DIVIDED
            if len(chosen) >= MOST_TOGETHER or done:
                self.whole = False
                break
            wider = (*chosen, number)
            if not self._corners_last(wider):
                continue
            self.looks += 1
            if self._from_one(wider):
                more = True
                self._grow(wider, number, size + self.sizes[number])
        if chosen and not more:
            places = self._fits(chosen, self.room)
            assert places is not None
            self.ways.append(WayToCut(chosen, places, ()))

    def _corners_last(self, chosen: tuple[int, ...]) -> bool:
        """Whether a tile has the corners that a set needs: one of each, and a corner is like the
        one opposite where the tile may be turned round.
        """
        most = 2 if self.sheet.turns else 1
        used = Counter(corner for one in chosen for corner in self.corners[one])
        return all(count <= most for count in used.values())

    def _from_one(self, chosen: tuple[int, ...]) -> bool:
        """Whether a set can be cut from a tile: not unless every smaller part of it can."""
        if chosen not in self.from_one:
            fewer = {(*chosen[:n], *chosen[n + 1 :]) for n in range(len(chosen))} - {()}
            self.from_one[chosen] = (
                all(self._from_one(one) for one in fewer)
                and self._fits(chosen, self.room) is not None
            )
        return self.from_one[chosen]

    def _fits(self, chosen: tuple[int, ...], room: _Room) -> tuple[PlaceInTile, ...] | None:
        """Where kinds lie in a room, from its lower left corner; None where they do not fit."""
        if len(chosen) == 1:
            return self._one(chosen[0], room)
        key = (chosen, room)
        if key not in self.known:
            # What does not fit into a room fits into no smaller one.
            larger = self.too_small.setdefault(chosen, [])
            if any(
                room.width <= one.width and room.height <= one.height and room.sides <= one.sides
                for one in larger
            ):
                return None
            self.known[key] = self._cut(chosen, room)
            if self.known[key] is None:
                larger.append(room)
        return self.known[key]

    def _one(self, number: int, room: _Room) -> tuple[PlaceInTile, ...] | None:
        kind = self.kinds[number]
        if kind.width > room.width + EPS or kind.height > room.height + EPS:
            return None
        for turned in (False, True) if self.sheet.turns else (False,):
            needs = turned_round(kind.needs) if turned else kind.needs
            if needs <= room.sides:
                x0 = room.width - kind.width if {"right"} == needs & {"left", "right"} else 0.0
                y0 = room.height - kind.height if {"top"} == needs & {"bottom", "top"} else 0.0
                at = Rect(x0, y0, x0 + kind.width, y0 + kind.height)
                return (PlaceInTile(number, at, turned),)
        return None

    def _cut(self, chosen: tuple[int, ...], room: _Room) -> tuple[PlaceInTile, ...] | None:
        own = [self.kinds[one] for one in chosen]
        if sum(kind.width * kind.height for kind in own) > room.width * room.height + EPS:
            return None
        if any(k.width > room.width + EPS or k.height > room.height + EPS for k in own):
            return None
        if not self._may_lie(room.sides).issuperset(chosen):
            return None
        span = 0
        for one in chosen:
            span |= self.spans[one]
        if all(self.spans[one] & 2 for one in chosen):  # side by side, and no other way
            need = sum(kind.width for kind in own) + self.sheet.kerf * (len(own) - 1)
            if need > room.width + EPS:
                return None
        ways = [upright for upright in (True, False) if not span & (1 if upright else 2)]
        for first, last in self._parts(chosen) if ways else ():
            for upright in ways:
                found = self._divided(first, last, room, upright=upright)
                if found is not None:
                    return found
        return None

    def _may_lie(self, sides: frozenset[Side]) -> frozenset[int]:
        """The kinds for which a room with these of the tile's sides has the edges they need."""
        if sides not in self.may_lie:
            self.may_lie[sides] = frozenset(
                number
                for number, kind in enumerate(self.kinds)
                if kind.needs <= sides or (self.sheet.turns and turned_round(kind.needs) <= sides)
            )
        return self.may_lie[sides]

    def _divided(
        self, first: tuple[int, ...], last: tuple[int, ...], room: _Room, *, upright: bool
    ) -> tuple[PlaceInTile, ...] | None:
        """One part on the left or below, the other on the right or above, as near as it may be."""
        self.divided += 1
        kerf = self.sheet.kerf
        long = room.width if upright else room.height
        low: tuple[Side, Side] = ("right", "left") if upright else ("top", "bottom")
        near_sides, far_sides = room.sides - {low[0]}, room.sides - {low[1]}
        if not self._may_lie(near_sides).issuperset(first):
            return None
        if not self._may_lie(far_sides).issuperset(last):
            return None
        most = long - kerf - self._widths(last, upright)[0] + EPS
        for at in self._widths(first, upright):
            if at > most:
                return None
            rest = long - at - kerf
            near = self._part(room, at, near_sides, upright=upright)
            one = self._fits(first, near)
            if one is None:
                continue
            far = self._part(room, rest, far_sides, upright=upright)
            other = self._fits(last, far)
            if other is None:
                return None  # a wider first part leaves even less
            dx, dy = (at + kerf, 0.0) if upright else (0.0, at + kerf)
            return (*one, *(_moved(place, dx, dy) for place in other))
        return None

    def _part(self, room: _Room, size: float, sides: frozenset[Side], *, upright: bool) -> _Room:
        if upright:
            return _Room(round(size, 6), room.height, sides)
        return _Room(room.width, round(size, 6), sides)

    def _widths(self, chosen: tuple[int, ...], upright: bool) -> list[float]:
        """How wide (or high) a room for kinds may have to be, the least first: rows of some of
        them, with cuts between.
        """
        known = self.widths.get((chosen, upright))
        if known is None:
            kerf = self.sheet.kerf
            own = [self.kinds[one].width if upright else self.kinds[one].height for one in chosen]
            sums = {0.0}
            for one in own:
                sums |= {round(before + one + kerf, 6) for before in sums}
            sums = {round(one - kerf, 6) for one in sums if one > 0}
            known = sorted(one for one in sums if one >= max(own) - EPS)
            self.widths[chosen, upright] = known
        return known

    def _parts(self, chosen: tuple[int, ...]) -> Sequence[tuple[tuple[int, ...], tuple[int, ...]]]:
        """Every way to part a set in two, each side once as the first; like kinds are alike."""
        if chosen not in self.parts:
            self.parts[chosen] = list(_parted(chosen))
        return self.parts[chosen]


def _parted(chosen: tuple[int, ...]) -> Iterator[tuple[tuple[int, ...], tuple[int, ...]]]:
    for first, last in _splits(tuple(Counter(chosen).values())):
        yield tuple([chosen[n] for n in first]), tuple([chosen[n] for n in last])


@lru_cache(maxsize=4096)
def _splits(counts: tuple[int, ...]) -> list[tuple[tuple[int, ...], tuple[int, ...]]]:
    """How a set with so many of each kind, in a row, is parted: the places of either part."""
    begins = [sum(counts[:n]) for n in range(len(counts))]
    found = []
    for taken in product(*(range(count + 1) for count in counts)):
        if 0 < sum(taken) < sum(counts):
            first = [b + n for b, some in zip(begins, taken, strict=True) for n in range(some)]
            found.append((tuple(first), tuple(sorted(set(range(sum(counts))) - set(first)))))
    return found


def _moved(place: PlaceInTile, dx: float, dy: float) -> PlaceInTile:
    x0, y0, x1, y1 = place.at
    return place._replace(at=Rect(x0 + dx, y0 + dy, x1 + dx, y1 + dy))
