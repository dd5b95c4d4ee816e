"""Pieces of a lattice: what each of its tiles comes to when the field has been cut out of it.

Most tiles are whole, and most others are cut as some other is: one piece is made of each kind, and
the rest are that one, moved.
"""

import math
from collections.abc import Iterable
from typing import NamedTuple

import numpy as np

from pennant.core.geometry.clip import Outline, Point, Ring, outline_area, ring_area
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import DECIMALS, EPS, tidy
from pennant.core.layout.cut_kind import CutKind
from pennant.core.layout.field import Field, Side
from pennant.core.layout.lattice import Floats, Lattice
from pennant.core.layout.lattice_cutting import (
    Alike,
    LaidUnit,
    LaidUnits,
    is_under,
    left_of,
    with_plates_on,
)
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


def lattice_pieces(
    code: str, field: Field, lattice: Lattice, at: Point, crumb: float = 0.0, of: str = ""
) -> Cutting:
    """Return the pieces, row by row from the left, and the joint area among them.

    ``at`` is where the lattice's origin lies. Rows are bands of `Lattice.rows` up the wall; ids are
    as those of courses. What is smaller than a ``crumb`` (mm) both ways is joint.
    """
    tiles = LaidUnits(lattice, *lattice.all_over(field.inner, *at))
    if not len(tiles.units):
        return Cutting([], 0.0, {})
    left = left_of(field, tiles)
    make = PieceMaker(field, lattice, crumb, of)
    moved: dict[int, _Moved] = {}
    joints = 0.0
    for alike in left.whole:
        joints += len(alike.numbers) * (alike.room - make.area)
        moved |= _moved(tiles, alike, make.whole_tile(_first_of(tiles, alike)))
    for alike in left.cut:
        sound = make.sound([(alike.ring,)]) if alike.ring else []
        joints += len(alike.numbers) * (alike.room - sum(map(outline_area, sound)))
        if sound:
            moved |= _moved(tiles, alike, make.cut_tile(_first_of(tiles, alike), alike.ring))
    odd: dict[int, list[Outline]] = {}
    for number, (parts, room) in left.odd.items():
        odd[number] = make.sound(parts)
        joints += room - sum(map(outline_area, odd[number]))
    under = [
        number
        for number, parts in odd.items()
        if parts and is_under(make.hidden, tiles.one(number).box)
    ]
    seen = with_plates_on(field, tiles, under)
    base = at[1] + (lattice.figure.y0 + lattice.figure.y1) / 2
    rows = np.rint((tiles.middles[:, 1] - base) / lattice.rows).astype(int)
    order = np.lexsort((tiles.middles[:, 1], tiles.middles[:, 0], rows)).tolist()
    pieces: list[Piece] = []
    before: int | None = None
    row_number, place = -1, 0
    for number, row in zip(order, rows[order].tolist(), strict=True):
        one = moved.get(number)
        if one is None and not odd.get(number):
            continue  # nothing is left of it, and a row without any is none
        if row != before:
            before, place, row_number = row, 0, row_number + 1
        place += 1
        id_ = f"{code}{row_number + 1}.{place}"
        if one is not None:
            pieces.append(_like(one, id_, row_number))
        else:
            pieces += make.parts(tiles.one(number), id_, row_number, odd[number], seen.get(number))
    return Cutting(pieces, joints, make.seen)


def _first_of(tiles: LaidUnits, alike: Alike) -> LaidUnit:
    """Return the first of some tiles that are left alike."""
    return tiles.one(int(alike.numbers[0]))


class _Moved(NamedTuple):
    """A piece that is as another one, and where it lies (mm on the wall)."""

    like: Piece
    outline: Ring
    box: Rect
    at: tuple[float, float]


def _moved(tiles: LaidUnits, alike: Alike, like: Piece) -> Iterable[tuple[int, _Moved]]:
    """The pieces of tiles that are left as one is, by their number."""
    places = tiles.places[alike.numbers]
    corners = _tidied(np.array(alike.ring) + places[:, None, :])
    points = list(
        zip(corners[..., 0].ravel().tolist(), corners[..., 1].ravel().tolist(), strict=True)
    )
    rings = zip(*[iter(points)] * len(alike.ring), strict=True)
    boxes = np.concatenate((corners.min(axis=1), corners.max(axis=1)), axis=1).tolist()
    lies = tiles.lattice.units[int(tiles.units[alike.numbers[0]])].at
    ats = _tidied(np.array((lies.x, lies.y)) + places).tolist()
    return (
        (number, _Moved(like, ring, Rect(*box), (at[0], at[1])))
        for number, ring, box, at in zip(alike.numbers.tolist(), rings, boxes, ats, strict=True)
    )


def _tidied(values: Floats) -> Floats:
    """Coordinates as they are given out: see `tidy`."""
    rounded: Floats = np.round(values, DECIMALS) + 0.0
    return rounded


def _like(one: _Moved, id_: str, row: int) -> Piece:
    like, ring, box, at = one
    return Piece(
        id_,
        like.wall,
        row,
        like.phase,
        id_,
        like.kind,
        like.cut_sides,
        (ring,),
        box,
        like.width,
        like.height,
        like.area,
        at,
        like.shaved,
        like.turn,
        like.kept,
        like.of,
    )


class PieceMaker:
    """Makes pieces of what is left of tiles, and keeps how they look with the plates on."""

    def __init__(self, field: Field, lattice: Lattice, crumb: float, of: str = "") -> None:
        """``of`` is what the pieces call their tile by."""
        self.of = of
        self.field, self.lattice, self.crumb = field, lattice, crumb
        self.seen: dict[str, Outline] = {}
        self.hidden = [keep for keep in field.keep_outs if keep.hidden]
        self.rounds = [keep for keep in field.keep_outs if not keep.square and len(keep.ring) > 8]
        self.whole = around(lattice.shape)
        self.area = ring_area(lattice.shape)

    def sound(self, parts: list[Outline]) -> list[Outline]:
        """The parts of what is left of a tile, without crumbs."""
        boxes = ((part, bounds(part)) for part in parts)
        limit = self.crumb - EPS
        return [part for part, box in boxes if box.width >= limit or box.height >= limit]

    def parts(
        self,
        one: LaidUnit,
        id_: str,
        row: int,
        parts: list[Outline],
        seen: list[Outline] | None = None,
    ) -> list[Piece]:
        """The pieces of one tile that is cut. ``seen`` is what is left of it with the plates on,
        where a box is cut out of it.
        """
        ids = part_ids(id_, len(parts))
        found = [self.piece(one, own, id_, row, part) for own, part in zip(ids, parts, strict=True)]
        if seen is not None:
            self.seen |= {piece.id: around_piece(piece.outline, seen) for piece in found}
        return found

    def whole_tile(self, one: LaidUnit) -> Piece:
        """A tile that nothing is cut from."""
        size = tidy(self.whole.width), tidy(self.whole.height), tidy(self.area)
        return Piece(
            id="",
            wall=self.field.surface.id,
            course=0,
            phase=0,
            tile="",
            kind="full",
            cut_sides=(),
            outline=(one.outline,),
            box=one.box,
            width=size[0],
            height=size[1],
            area=size[2],
            tile_at=one.at[:2],
            turn=one.at.turn,
            kept=tuple(range(len(self.lattice.shape))),
            of=self.of,
        )

    def cut_tile(self, one: LaidUnit, ring: Ring) -> Piece:
        """A tile of which so much is left, from its lattice point."""
        first = self.lattice.units[one.unit].at
        x, y = one.at.x - first.x, one.at.y - first.y
        return self.piece(one, "", "", 0, (tuple((a + x, b + y) for a, b in ring),))

    def piece(self, one: LaidUnit, id_: str, tile: str, row: int, outline: Outline) -> Piece:
        """One piece of a tile, with its outline on the wall."""
        box = bounds(outline)
        inside = one.at.outline_in_tile(outline)
        own = _snapped(bounds(inside), self.whole)
        sides = cut_sides(own, self.whole)
        edges = segments(inside)
        numbers = sides_of(edges, self.lattice.shape)
        kept = tuple(sorted({number for number in numbers if number is not None}))
        area = outline_area(outline)
        kind: CutKind = "full"
        if abs(area - self.area) > ON_SIDE * (own.width + own.height):
            cuts = [edge for edge, number in zip(edges, numbers, strict=True) if number is None]
            kind = self._kind(inside, cuts, own, sides, box)
        return Piece(
            id=id_,
            wall=self.field.surface.id,
            course=row,
            phase=0,
            tile=tile,
            kind=kind,
            cut_sides=sides if kind != "full" else (),
            outline=tuple(tuple((tidy(x), tidy(y)) for x, y in ring) for ring in outline),
            box=Rect(*(tidy(side) for side in box)),
            width=tidy(own.width),
            height=tidy(own.height),
            area=tidy(area),
            tile_at=(tidy(one.at.x), tidy(one.at.y)),
            turn=one.at.turn,
            kept=kept,
            of=self.of,
        )

    def _kind(
        self, inside: Outline, cuts: list[Segment], own: Rect, sides: tuple[Side, ...], box: Rect
    ) -> CutKind:
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
    return Rect(
        *(own if abs(side - own) <= ON_SIDE else side for side, own in zip(box, whole, strict=True))
    )
