"""Pieces of a lattice: what each of its tiles comes to when the field has been cut out of it.

Tiles whose room lies wholly in the field are whole, and nothing is reckoned for them. Those that
straight lines cut right across are cut along them; what meets a corner, a slant or a round is cut
by shapely, on the same grid as every slanted outline.
"""

import math
from collections.abc import Mapping
from dataclasses import replace
from typing import Any, NamedTuple

import numpy as np
import numpy.typing as npt
import shapely
from shapely import Polygon

from pennant.core.geometry.clip import Outline, Point, Ring, outline_area, outlines_of, ring_area
from pennant.core.geometry.half_plane import HalfPlane, kept_of
from pennant.core.geometry.placement import Placement
from pennant.core.geometry.prepared import prepared
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import DECIMALS, EPS, GRID, tidy
from pennant.core.layout.cut_kind import Kind
from pennant.core.layout.field import Field, Side
from pennant.core.layout.lattice import Lattice
from pennant.core.layout.pieces import (
    Cutting,
    Piece,
    around_piece,
    bounds,
    cut_sides,
    kind_of,
    part_ids,
)
from pennant.core.layout.sides import ON_SIDE, Segment, segments, sides_of
from pennant.core.survey.placed import around

Units = npt.NDArray[np.int_]
Places = npt.NDArray[np.float64]


class LaidUnit(NamedTuple):
    """One tile of the lattice on the wall."""

    at: Placement
    outline: Ring
    box: Rect
    room: Rect
    unit: int
    lattice: Lattice

    @property
    def place(self) -> Point:
        """How far it lies from where its unit does in the lattice's own frame."""
        box = self.lattice.boxes[self.unit]
        return self.room.x0 - box.x0, self.room.y0 - box.y0

    @property
    def cell(self) -> Ring:
        """Its room on the wall."""
        x, y = self.place
        return tuple((a + x, b + y) for a, b in self.lattice.units[self.unit].cell)

    @property
    def middle(self) -> Point:
        """The middle of its outline's box."""
        return (self.box.x0 + self.box.x1) / 2, (self.box.y0 + self.box.y1) / 2


def lattice_pieces(
    code: str, field: Field, lattice: Lattice, at: Point, crumb: float = 0.0, of: str = ""
) -> Cutting:
    """Return the pieces, row by row from the left, and the joint area among them.

    ``at`` is where the lattice's origin lies. Rows are bands of `Lattice.rows` up the wall; ids are
    as those of courses. What is smaller than a ``crumb`` (mm) both ways is joint.
    """
    found = list(lattice.over(field.inner, *at))
    if not found:
        return Cutting([], 0.0, {})
    units = np.array([number for number, _, _ in found])
    places = np.array([(x, y) for _, x, y in found])
    convex = _convex(lattice.shape)
    # A room that is not convex is held against the field itself, which tips may end short of.
    looked_at = _touched(field, lattice, units, places) if convex else range(len(found))
    laid = {n: _laid(lattice, *found[n]) for n in looked_at}
    left = _left_of(field, laid, convex=convex)
    joints, made = 0.0, PieceMaker(field, lattice, crumb, of)
    whole = _WholeTiles(lattice, units, places)
    base = at[1] + (lattice.figure.y0 + lattice.figure.y1) / 2
    rows = np.rint((whole.middles[:, 1] - base) / lattice.rows).astype(int)
    pieces: list[Piece] = []
    before: int | None = None
    row_number, place = -1, 0
    for number in np.lexsort((whole.middles[:, 1], whole.middles[:, 0], rows)).tolist():
        if rows[number] != before:
            # A row of which nothing is left is none.
            row_number += bool(place) or before is None
            before, place = rows[number], 0
        cut = left.get(number)
        if cut is None:
            joints += made.rooms[found[number][0]] - made.area
            place += 1
            pieces.append(made.whole_tile(whole, number, f"{code}{row_number + 1}.{place}",
                                          row_number))  # fmt: skip
            continue
        parts = made.sound(cut.parts)
        joints += cut.room - sum(outline_area(part) for part in parts)
        if parts:
            place += 1
            id_ = f"{code}{row_number + 1}.{place}"
            pieces += made.parts(laid[number], id_, row_number, parts, cut.cuts)
    return Cutting(pieces, joints, made.seen)


class _WholeTiles:
    """Where all tiles of a lattice lie, as arrays: most of them are whole, and only moved."""

    def __init__(self, lattice: Lattice, units: Units, places: Places) -> None:
        outlines = np.array(lattice.outlines)
        self.outlines: list[list[list[float]]] = _tidied(outlines[units] + places[:, None, :])
        low, high = outlines.min(axis=1), outlines.max(axis=1)
        corners = np.concatenate((low, high), axis=1)
        boxes = corners[units] + np.tile(places, 2)
        self.boxes: list[list[float]] = _tidied(boxes)
        self.middles = (boxes[:, :2] + boxes[:, 2:]) / 2
        self.at: list[list[float]] = _tidied(
            np.array([(unit.at.x, unit.at.y) for unit in lattice.units])[units] + places
        )
        self.turns = [lattice.units[number].at.turn for number in units.tolist()]


def _tidied(values: Places) -> list[Any]:
    """Coordinates as they are given out: see `tidy`."""
    rounded: list[Any] = (np.round(values, DECIMALS) + 0.0).tolist()
    return rounded


def _touched(field: Field, lattice: Lattice, units: Units, places: Places) -> list[int]:
    """The tiles whose room reaches over the field's box or to something that tile keeps out of."""
    rooms = np.array(lattice.boxes)[units] + np.tile(places, 2)
    x0, y0, x1, y1 = rooms.T
    inner = field.inner
    touched = (x0 < inner.x0) | (x1 > inner.x1) | (y0 < inner.y0) | (y1 > inner.y1)
    for keep in field.keep_outs:
        box = keep.box
        touched |= (box.x0 < x1) & (x0 < box.x1) & (box.y0 < y1) & (y0 < box.y1)
    return np.flatnonzero(touched).tolist()


def laid_units(lattice: Lattice, inner: Rect, at: Point) -> list[LaidUnit]:
    """Return the tiles whose room reaches into a rectangle, the lattice's origin ``at`` a place."""
    return [_laid(lattice, number, x, y) for number, x, y in lattice.over(inner, *at)]


def _laid(lattice: Lattice, number: int, x: float, y: float) -> LaidUnit:
    lies, first = lattice.units[number].at, lattice.outlines[number]
    outline = tuple((a + x, b + y) for a, b in first)
    return LaidUnit(
        Placement(lies.x + x, lies.y + y, lies.turn), outline, around(outline),
        lattice.boxes[number].grown(-x, -y, x, y), number, lattice,
    )  # fmt: skip


Cuts = tuple[int, tuple[HalfPlane, ...]]
"""Which of the lattice's units a tile is, and the lines that cut it, from its own place."""


class _Left(NamedTuple):
    """What the field leaves of a tile: its parts, and the area (mm2) left of its room.

    Tiles that straight lines cut alike have the same ``cuts``.
    """

    parts: list[Outline]
    room: float
    cuts: Cuts | None = None


def _left_of(field: Field, laid: Mapping[int, LaidUnit], *, convex: bool) -> dict[int, _Left]:
    """What is left of each tile whose room is not wholly in the field, by its number.

    A tile that only straight lines right across it take something from is cut along them; what
    meets a corner, a slant or a round is left to shapely.
    """
    found: dict[int, _Left] = {}
    rest = []
    # Along a line the lattice repeats, and what is left of a tile with it.
    known: dict[Cuts, tuple[Ring, float]] = {}
    for number, one in laid.items():
        planes = _planes(field, one.room) if convex else None
        if planes is None:
            rest.append(number)
        elif planes:
            x, y = one.place
            own = [plane._replace(at=plane.at - (x, y)[plane.axis]) for plane in planes]
            cuts = one.unit, tuple(plane._replace(at=round(plane.at, DECIMALS)) for plane in own)
            if cuts not in known:
                room = kept_of(one.lattice.units[one.unit].cell, own)
                tile = kept_of(one.lattice.outlines[one.unit], own)
                known[cuts] = tile, ring_area(room) if room else 0.0
            ring, area = known[cuts]
            parts: list[Outline] = [(tuple((a + x, b + y) for a, b in ring),)] if ring else []
            found[number] = _Left(parts, area, cuts)
    if not rest:
        return found
    cells = shapely.polygons([np.array((*laid[n].cell, laid[n].cell[0])) for n in rest])
    inside = shapely.covers(prepared(field.tiled), cells)
    rest = [number for number, whole in zip(rest, inside, strict=True) if not whole]
    rooms = shapely.area(shapely.intersection(cells[~inside], field.tiled))
    tiles = [np.array((*laid[n].outline, laid[n].outline[0])) for n in rest]
    cut = shapely.intersection(shapely.polygons(tiles), field.tiled, grid_size=GRID)
    for number, room, part in zip(rest, rooms, cut, strict=True):
        found[number] = _Left(outlines_of(part), float(room))
    return found


def _planes(field: Field, box: Rect) -> list[HalfPlane] | None:
    """The straight lines that take from what lies in a box; None if more than lines do."""
    inner = field.inner
    planes: list[HalfPlane] = []
    if box.x0 < inner.x0:
        planes.append(HalfPlane(0, -1, inner.x0))
    if box.x1 > inner.x1:
        planes.append(HalfPlane(0, 1, inner.x1))
    if box.y0 < inner.y0:
        planes.append(HalfPlane(1, -1, inner.y0))
    if box.y1 > inner.y1:
        planes.append(HalfPlane(1, 1, inner.y1))
    for keep in field.keep_outs:
        block = keep.box
        if not (
            block.x0 < box.x1 and box.x0 < block.x1 and block.y0 < box.y1 and box.y0 < block.y1
        ):
            continue
        if not keep.square or keep.hidden:
            return None
        wide = block.x0 <= box.x0 and block.x1 >= box.x1
        high = block.y0 <= box.y0 and block.y1 >= box.y1
        if wide and block.y1 >= box.y1:
            planes.append(HalfPlane(1, 1, block.y0))
        elif wide and block.y0 <= box.y0:
            planes.append(HalfPlane(1, -1, block.y1))
        elif high and block.x1 >= box.x1:
            planes.append(HalfPlane(0, 1, block.x0))
        elif high and block.x0 <= box.x0:
            planes.append(HalfPlane(0, -1, block.x1))
        else:
            return None
    return planes


def _convex(ring: Ring) -> bool:
    return all(
        (b[0] - a[0]) * (c[1] - b[1]) >= (b[1] - a[1]) * (c[0] - b[0])
        for a, b, c in zip(ring, (*ring[1:], ring[0]), (*ring[2:], *ring[:2]), strict=True)
    )


class PieceMaker:
    """Makes pieces of what is left of tiles, and keeps how they look with the plates on."""

    def __init__(self, field: Field, lattice: Lattice, crumb: float, of: str = "") -> None:
        """``of`` is what the pieces call their tile by."""
        self.of = of
        self.field, self.lattice, self.crumb = field, lattice, crumb
        self.seen: dict[str, Outline] = {}
        self.alike: dict[Cuts, Piece] = {}
        self.hidden = [keep for keep in field.keep_outs if keep.hidden]
        self.rounds = [keep for keep in field.keep_outs if not keep.square and len(keep.ring) > 8]
        self.whole = around(lattice.shape)
        self.area = ring_area(lattice.shape)
        self.rooms = [ring_area(unit.cell) for unit in lattice.units]
        self.all = tuple(range(len(lattice.shape)))
        self.size = tidy(self.whole.width), tidy(self.whole.height), tidy(self.area)

    def sound(self, parts: list[Outline]) -> list[Outline]:
        """The parts of what is left of a tile, without crumbs."""
        boxes = ((part, bounds(part)) for part in parts)
        limit = self.crumb - EPS
        return [part for part, box in boxes if box.width >= limit or box.height >= limit]

    def parts(
        self, one: LaidUnit, id_: str, row: int, parts: list[Outline], cuts: Cuts | None = None
    ) -> list[Piece]:
        """The pieces of one tile that is cut; those of the same ``cuts`` are alike."""
        if cuts is not None:
            (part,) = parts
            like = self.alike.get(cuts)
            if like is None:
                like = self.alike[cuts] = self._piece(one, id_, id_, row, part)
                return [like]
            return [self._like(like, one, id_, row, part)]
        ids = part_ids(id_, len(parts))
        found = [
            self._piece(one, own, id_, row, part) for own, part in zip(ids, parts, strict=True)
        ]
        if any(keep.box.overlaps(one.box) for keep in self.hidden):
            covered = self._with_plates_on(one)
            for piece in found:
                self.seen[piece.id] = around_piece(piece.outline, covered)
        return found

    def _with_plates_on(self, one: LaidUnit) -> list[Outline]:
        """What is left of a tile as if no box were cut out of it."""
        box = one.box
        near = [k.polygon for k in self.field.keep_outs if not k.hidden and k.box.overlaps(box)]
        left = shapely.intersection(Polygon(one.outline), shapely.box(*self.field.inner))
        away = shapely.union_all(near, grid_size=GRID) if near else Polygon()
        return outlines_of(shapely.difference(left, away, grid_size=GRID))

    def whole_tile(self, tiles: _WholeTiles, number: int, id_: str, row: int) -> Piece:
        """A tile that nothing is cut from."""
        x, y = tiles.at[number]
        return Piece(
            id=id_, wall=self.field.surface.id, course=row, phase=0, tile=id_, kind="full",
            cut_sides=(), outline=(tuple(map(tuple, tiles.outlines[number])),),  # type: ignore[arg-type]
            box=Rect(*tiles.boxes[number]), width=self.size[0], height=self.size[1],
            area=self.size[2], tile_at=(x, y), turn=tiles.turns[number], kept=self.all, of=self.of,
        )  # fmt: skip

    def _like(self, other: Piece, one: LaidUnit, id_: str, row: int, outline: Outline) -> Piece:
        """A piece that is cut as another one is, and lies elsewhere."""
        (ring,) = outline
        return replace(
            other, id=id_, tile=id_, course=row,
            outline=(tuple((tidy(x), tidy(y)) for x, y in ring),),
            box=Rect(*(tidy(side) for side in bounds(outline))),
            tile_at=(tidy(one.at.x), tidy(one.at.y)),
        )  # fmt: skip

    def _piece(self, one: LaidUnit, id_: str, tile: str, row: int, outline: Outline) -> Piece:
        box = bounds(outline)
        inside = one.at.outline_in_tile(outline)
        own = _snapped(bounds(inside), self.whole)
        sides = cut_sides(own, self.whole)
        edges = segments(inside)
        numbers = sides_of(edges, self.lattice.shape)
        kept = tuple(sorted({number for number in numbers if number is not None}))
        area = outline_area(outline)
        kind: Kind = "full"
        if abs(area - self.area) > ON_SIDE * (own.width + own.height):
            cuts = [edge for edge, number in zip(edges, numbers, strict=True) if number is None]
            kind = self._kind(inside, cuts, own, sides, box)
        return Piece(
            id=id_, wall=self.field.surface.id, course=row, phase=0, tile=tile, kind=kind,
            cut_sides=sides if kind != "full" else (),
            outline=tuple(tuple((tidy(x), tidy(y)) for x, y in ring) for ring in outline),
            box=Rect(*(tidy(side) for side in box)), width=tidy(own.width), height=tidy(own.height),
            area=tidy(area), tile_at=(tidy(one.at.x), tidy(one.at.y)), turn=one.at.turn,
            kept=kept, of=self.of,
        )  # fmt: skip

    def _kind(
        self, inside: Outline, cuts: list[Segment], own: Rect, sides: tuple[Side, ...], box: Rect
    ) -> Kind:
        """Name the cut, by the piece as it lies in its tile."""
        if len(inside) > 1:
            return "hole"
        shape = self.lattice.shape
        shell = inside[0]
        if any(keep.box.overlaps(box) for keep in self.rounds) and len(cuts) > 4:
            return "curve"
        if _bends_in(shell, shape):
            return "notch"
        square = all(abs(a[0] - b[0]) <= ON_SIDE or abs(a[1] - b[1]) <= ON_SIDE for a, b in cuts)
        if not square:
            return "angled"
        if len(shape) == 4:
            corners = (own.x0, own.y0), (own.x1, own.y0), (own.x1, own.y1), (own.x0, own.y1)
            return kind_of((corners,), self.whole, sides)
        return "crosscut" if len(cuts) == 1 else "both"


def _bends_in(shell: Ring, shape: Ring) -> bool:
    """Whether a piece has a corner that bends in and is none of its tile's own."""
    for a, b, c in zip(shell, (*shell[1:], shell[0]), (*shell[2:], *shell[:2]), strict=True):
        turn = (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0])
        if turn < -ON_SIDE and not any(math.dist(b, own) <= ON_SIDE for own in shape):
            return True
    return False


def _snapped(box: Rect, whole: Rect) -> Rect:
    """A piece's box in its tile, with sides that are the tile's own made exactly so."""
    return Rect(*(
        own if abs(side - own) <= ON_SIDE else side for side, own in zip(box, whole, strict=True)
    ))  # fmt: skip
