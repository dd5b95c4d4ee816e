"""What a field leaves of each tile of a lattice, for a whole wall of tiles at once.

Tiles whose room lies wholly in the field are whole, and nothing is reckoned for them. Those that
straight lines cut right across are cut along them, each way of cutting once: along a line a lattice
repeats, and with it what is left of its tiles. What meets a corner, a slant or a round is cut by
shapely, on the same grid as every slanted outline.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

import numpy as np
import numpy.typing as npt
import shapely

from pennant.core.geometry.clip import Outline, Point, Ring, outlines_of, ring_area
from pennant.core.geometry.columns import columns_of
from pennant.core.geometry.half_plane import HalfPlane, kept_of
from pennant.core.geometry.kept import Same
from pennant.core.geometry.placement import Placement
from pennant.core.geometry.prepared import prepared
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import DECIMALS, GRID
from pennant.core.layout.field import Field, KeepOut
from pennant.core.layout.lattice import Floats, Lattice, Numbers
from pennant.core.survey.placed import around

Marks = npt.NDArray[np.bool_]


class LaidUnit(NamedTuple):
    """One tile of the lattice on the wall."""

    at: Placement
    outline: Ring
    box: Rect
    room: Rect
    unit: int
    lattice: Lattice

    @property
    def cell(self) -> Ring:
        """Its room on the wall."""
        box = self.lattice.boxes[self.unit]
        x, y = self.room.x0 - box.x0, self.room.y0 - box.y0
        return tuple((a + x, b + y) for a, b in self.lattice.units[self.unit].cell)

    @property
    def middle(self) -> Point:
        """The middle of its outline's box."""
        return (self.box.x0 + self.box.x1) / 2, (self.box.y0 + self.box.y1) / 2


def laid_unit(lattice: Lattice, unit: int, x: float, y: float) -> LaidUnit:
    """Return one of a lattice's units with its lattice point at x, y."""
    lies, first = lattice.units[unit].at, lattice.outlines[unit]
    outline = tuple((a + x, b + y) for a, b in first)
    return LaidUnit(
        Placement(lies.x + x, lies.y + y, lies.turn),
        outline,
        around(outline),
        lattice.boxes[unit].grown(-x, -y, x, y),
        unit,
        lattice,
    )


def laid_units(lattice: Lattice, inner: Rect, at: Point) -> list[LaidUnit]:
    """Return the tiles whose room reaches into a rectangle, the lattice's origin ``at`` a place."""
    return [laid_unit(lattice, number, x, y) for number, x, y in lattice.over(inner, *at)]


@dataclass(frozen=True)
class LaidUnits:
    """Tiles of a lattice on the wall: for each its unit's number, and its lattice point (n x 2)."""

    lattice: Lattice
    units: Numbers
    places: Floats

    @cached_property
    def rooms(self) -> Floats:
        """The rectangle around each tile's room, n x 4."""
        boxes: Floats = np.array(self.lattice.boxes)[self.units] + np.tile(self.places, 2)
        return boxes

    @cached_property
    def middles(self) -> Floats:
        """The middle of the rectangle around each tile, n x 2."""
        outlines = np.array(self.lattice.outlines)
        corners = np.concatenate((outlines.min(axis=1), outlines.max(axis=1)), axis=1)
        boxes = corners[self.units] + np.tile(self.places, 2)
        found: Floats = (boxes[:, :2] + boxes[:, 2:]) / 2
        return found

    def one(self, number: int) -> LaidUnit:
        """One of them by itself."""
        x, y = self.places[number].tolist()
        return laid_unit(self.lattice, int(self.units[number]), x, y)


Cuts = tuple[int, tuple[HalfPlane, ...]]
"""Which of the lattice's units a tile is, and the lines that cut it, from its lattice point."""


class Alike(NamedTuple):
    """Tiles that are left alike: their numbers, what is left of one from its lattice point, and the
    area (mm2) left of its room.
    """

    numbers: Numbers
    ring: Ring
    room: float


class Odd(NamedTuple):
    """What is left of a tile that is cut like no other, and the area (mm2) left of its room."""

    parts: list[Outline]
    room: float


@dataclass(frozen=True)
class Left:
    """What a field leaves of tiles. ``whole`` and ``cut`` are those left alike, ``odd`` the others
    by their number; tiles of which nothing is left are in none.
    """

    whole: list[Alike]
    cut: list[Alike]
    odd: dict[int, Odd]


def left_of(field: Field, tiles: LaidUnits) -> Left:
    """Return what a field leaves of tiles."""
    lattice = tiles.lattice
    count = len(tiles.units)
    if _convex(lattice.shape):
        lines = _lines(field, tiles.rooms)
        touched, odd = lines.touched & ~lines.gone, lines.odd & ~lines.gone
        cut = list(_cut_alike(tiles, lines, np.flatnonzero(touched & ~odd)))
        whole = ~touched & ~lines.gone
    else:
        # A room that is not convex is held against the field itself, which tips may end short of.
        cut, odd, whole = [], np.ones(count, bool), np.zeros(count, bool)
    by_shapely = np.flatnonzero(odd)
    found = _by_shapely(field, tiles, by_shapely.tolist())
    for number in by_shapely.tolist():
        whole[number] = number not in found
    rooms = [ring_area(unit.cell) for unit in lattice.units]
    alike = [
        Alike(np.flatnonzero(whole & (tiles.units == unit)), lattice.outlines[unit], rooms[unit])
        for unit in range(len(lattice.units))
    ]
    return Left([one for one in alike if len(one.numbers)], cut, found)


def _convex(ring: Ring) -> bool:
    return all(
        (b[0] - a[0]) * (c[1] - b[1]) >= (b[1] - a[1]) * (c[0] - b[0])
        for a, b, c in zip(ring, (*ring[1:], ring[0]), (*ring[2:], *ring[:2]), strict=True)
    )


class _Lines(NamedTuple):
    """The straight lines of a field, and which of them (columns) cut which tiles' rooms (rows).

    ``gone`` are rooms of which nothing is left; ``odd`` meet more than lines right across them.
    """

    planes: list[HalfPlane]
    cutting: Marks
    gone: Marks
    odd: Marks

    @property
    def touched(self) -> Marks:
        found: Marks = self.cutting.any(axis=1) | self.odd
        return found


def _lines(field: Field, rooms: Floats) -> _Lines:
    """Hold rooms (n x 4) against the field's own sides and what tile keeps out of."""
    x0, y0, x1, y1 = rooms.T
    inner = field.inner
    planes = [
        HalfPlane(0, -1, inner.x0),
        HalfPlane(0, 1, inner.x1),
        HalfPlane(1, -1, inner.y0),
        HalfPlane(1, 1, inner.y1),
    ]
    cutting = [x0 < inner.x0, x1 > inner.x1, y0 < inner.y0, y1 > inner.y1]
    gone = (x1 <= inner.x0) | (x0 >= inner.x1) | (y1 <= inner.y0) | (y0 >= inner.y1)
    odd = np.zeros(len(rooms), bool)
    for keep in field.keep_outs:
        block = keep.box
        meets = (block.x0 < x1) & (x0 < block.x1) & (block.y0 < y1) & (y0 < block.y1)
        if not keep.square or keep.hidden:
            odd |= meets
            continue
        wide, high = (block.x0 <= x0) & (block.x1 >= x1), (block.y0 <= y0) & (block.y1 >= y1)
        gone |= meets & wide & high
        above, below = wide & (block.y1 >= y1), wide & (block.y0 <= y0)
        right, left = high & (block.x1 >= x1), high & (block.x0 <= x0)
        across = meets & ~(wide & high)
        planes += [
            HalfPlane(1, 1, block.y0),
            HalfPlane(1, -1, block.y1),
            HalfPlane(0, 1, block.x0),
            HalfPlane(0, -1, block.x1),
        ]
        cutting += [across & above, across & below, across & right, across & left]
        odd |= across & ~(above | below | right | left)
    return _Lines(planes, np.column_stack(cutting), gone, odd)


def _cut_alike(tiles: LaidUnits, lines: _Lines, numbers: Numbers) -> Iterator[Alike]:
    """Tiles that only straight lines right across them take something from, by how they are cut."""
    lattice = tiles.lattice
    by_cuts: dict[Cuts, list[int]] = {}
    sets: dict[bytes, list[HalfPlane]] = {}
    exact: dict[Cuts, list[HalfPlane]] = {}
    for number, row, unit, place in zip(
        numbers.tolist(),
        lines.cutting[numbers],
        tiles.units[numbers].tolist(),
        tiles.places[numbers].tolist(),
        strict=True,
    ):
        key = row.tobytes()
        planes = sets.get(key)
        if planes is None:
            planes = sets[key] = [lines.planes[n] for n in np.flatnonzero(row).tolist()]
        own = [HalfPlane(axis, sign, at - place[axis]) for axis, sign, at in planes]
        cuts = unit, tuple(HalfPlane(axis, sign, round(at, DECIMALS)) for axis, sign, at in own)
        by_cuts.setdefault(cuts, []).append(number)
        exact.setdefault(cuts, own)
    for cuts, same in by_cuts.items():
        unit, own = cuts[0], exact[cuts]
        room = kept_of(lattice.units[unit].cell, own)
        if room:
            yield Alike(np.array(same), kept_of(lattice.outlines[unit], own), ring_area(room))


def _by_shapely(field: Field, tiles: LaidUnits, numbers: list[int]) -> dict[int, Odd]:
    """What is left of tiles that are not wholly in the field."""
    if not numbers:
        return {}
    lattice = tiles.lattice
    cells = _polygons(tiles, numbers, [unit.cell for unit in lattice.units])
    inside = shapely.covers(prepared(field.tiled), cells)
    rest = [number for number, whole in zip(numbers, inside, strict=True) if not whole]
    near = _near(field, tiles, rest)
    rooms = shapely.area(shapely.intersection(cells[~inside], near))
    outlines = _polygons(tiles, rest, list(lattice.outlines))
    cut = shapely.intersection(outlines, near, grid_size=GRID)
    return {
        number: Odd(outlines_of(part), float(room))
        for number, room, part in zip(rest, rooms, cut, strict=True)
    }


def _near(field: Field, tiles: LaidUnits, numbers: list[int]) -> npt.NDArray[np.object_]:
    """For each tile what is tiled near it; all of it where that is another at every start."""
    if field.finished is not None or not numbers:
        return np.full(len(numbers), field.tiled, dtype=object)
    widest = max(box.width for box in tiles.lattice.boxes)
    return columns_of(Same(field.tiled), widest).near(tiles.rooms[numbers, 0])


def with_plates_on(field: Field, tiles: LaidUnits, numbers: list[int]) -> dict[int, list[Outline]]:
    """Return what is left of tiles as if no box were cut out of them."""
    if not numbers:
        return {}
    outlines = _polygons(tiles, numbers, list(tiles.lattice.outlines))
    return dict(zip(numbers, _as_seen(field, outlines), strict=True))


def one_with_plates_on(field: Field, one: LaidUnit) -> list[Outline]:
    """Return what is left of one tile as if no box were cut out of it."""
    (found,) = _as_seen(field, np.array([shapely.Polygon(one.outline)]))
    return found


def _as_seen(field: Field, outlines: npt.NDArray[np.object_]) -> Iterator[list[Outline]]:
    left = shapely.intersection(outlines, shapely.box(*field.inner))
    seen = [keep.polygon for keep in field.keep_outs if not keep.hidden]
    if seen:
        left = shapely.difference(left, shapely.union_all(seen, grid_size=GRID), grid_size=GRID)
    return map(outlines_of, left)


def _polygons(tiles: LaidUnits, numbers: list[int], shapes: list[Ring]) -> npt.NDArray[np.object_]:
    """Shapes of the lattice's units, where tiles lie."""
    rings = [np.array((*shape, shape[0])) for shape in shapes]
    units, places = tiles.units[numbers], tiles.places[numbers]
    found: npt.NDArray[np.object_] = np.empty(len(numbers), dtype=object)
    for unit in np.unique(units).tolist():
        own = units == unit
        found[own] = shapely.polygons(rings[unit] + places[own][:, None, :])
    return found


def is_under(hidden: list[KeepOut], box: Rect) -> bool:
    """Whether a box for a device takes something from what lies in a rectangle."""
    return any(keep.box.overlaps(box) for keep in hidden)
