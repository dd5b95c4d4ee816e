"""What pieces need of a tile, and the tiles that they are cut from."""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from types import MappingProxyType
from typing import NamedTuple

from pennant.core.geometry.clip import Point, Ring, ring_of
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.field import Side
from pennant.core.layout.pieces import Piece

ALL_SIDES: frozenset[Side] = frozenset(("left", "right", "bottom", "top"))

NEAR = 1e-4
"""Millimetres: corners of slanted outlines lie on a grid, and no nearer than this."""


class WholeTile(NamedTuple):
    """A whole tile as laid, in mm: what a cut takes away, the least offcut that is kept, whether it
    may be turned round by half. Of a ``shaped`` one, no oblong, a piece keeps its place.
    """

    width: float
    height: float
    kerf: float
    least_drop: float
    turns: bool
    shaped: bool = False


class Slant(NamedTuple):
    """An end piece's slanted end: how long the piece is along the tile's lower and upper side (mm),
    as it lies at the left end of a tile, turned round by half if it is of the right one.
    """

    bottom: float
    top: float

    @property
    def mean(self) -> float:
        """The length that counts where it is laid against another of the same slant."""
        return (self.bottom + self.top) / 2


class Item(NamedTuple):
    """A piece to be cut: its extents (mm), and the sides where it needs a factory edge.

    ``area`` (mm2), ``corners`` and ``ring`` (its shell where it lies in its tile) are those of a
    piece that is less than its extents, and ``slant`` is that of an end piece.
    """

    id: str
    width: float
    height: float
    needs: frozenset[Side]
    slant: Slant | None = None
    area: float | None = None
    corners: int | None = None
    ring: Ring = ()


class FromTile(NamedTuple):
    """Where in a tile a piece comes from: mm from its lower left corner; ``turned`` by half.

    ``cut`` is where a slanted end meets the tile's lower and upper side, and ``ring`` the shell of
    a piece that shares its tile with another of a shape of its own.
    """

    piece: str
    at: Rect
    turned: bool
    cut: tuple[float, float] | None = None
    ring: Ring = ()

    @property
    def outline(self) -> Ring:
        """What is cut from the tile, for a look at it: the rectangle, or with its slanted end."""
        if self.ring:
            return self.ring
        ring = ring_of(self.at)
        if self.cut is None:
            return ring
        (x0, y0), (x1, _), (_, y1), _ = ring
        low, high = self.cut
        if x0 <= EPS:
            return ((x0, y0), (low, y0), (high, y1), (x0, y1))
        return ((low, y0), (x1, y0), (x1, y1), (high, y1))


@dataclass(frozen=True, slots=True)
class StockTile:
    """A tile, its number from 1, the pieces cut from it in order, and the offcuts left of it."""

    number: int
    cuts: tuple[FromTile, ...]
    offcuts: tuple[Rect, ...]


@dataclass(frozen=True)
class Stock:
    """The tiles of one product. No plan can do with fewer than ``bound`` of them."""

    sheet: WholeTile
    tiles: tuple[StockTile, ...]
    bound: int

    @cached_property
    def places(self) -> Mapping[str, tuple[int, FromTile]]:
        """For each piece the number of its tile, from 1, and its place in it."""
        return MappingProxyType(
            {cut.piece: (tile.number, cut) for tile in self.tiles for cut in tile.cuts}
        )

    @property
    def whole(self) -> int:
        """How many are set as they come."""
        return sum(tile.cuts[0].at == self._all for tile in self.tiles)

    @property
    def _all(self) -> Rect:
        return Rect(0.0, 0.0, self.sheet.width, self.sheet.height)


def item_of(piece: Piece, sheet: WholeTile) -> Item:
    """Return what a piece needs of a tile."""
    needs = ALL_SIDES.difference(piece.cut_sides)
    if piece.kept is None or piece.kind == "full":
        return Item(piece.id, piece.width, piece.height, needs)
    inside = piece.placement.outline_in_tile(piece.outline)
    return Item(
        piece.id,
        piece.width,
        piece.height,
        needs,
        _slant(inside[0], needs, sheet) if piece.kind == "angled" and not sheet.shaped else None,
        piece.area,
        _corners_in(inside[0], sheet),
        _ring_in(inside[0], sheet) if piece.kind != "hole" else (),
    )


def _ring_in(shell: Ring, sheet: WholeTile) -> Ring:
    """A piece's shell in its tile, to a tenth of a micrometre, so that like ones are the same."""
    return tuple(
        (min(max(round(x, 4), 0.0), sheet.width), min(max(round(y, 4), 0.0), sheet.height))
        for x, y in shell
    )


def _slant(shell: Ring, needs: frozenset[Side], sheet: WholeTile) -> Slant | None:
    """The slanted end of a piece that has one whole end of its tile and is as high as it."""
    if len(shell) != 4 or len(needs) != 3 or not {"bottom", "top"} <= needs:
        return None
    low = [x for x, y in shell if y <= NEAR]
    high = [x for x, y in shell if y >= sheet.height - NEAR]
    if len(low) != 2 or len(high) != 2:
        return None
    left, right = max(min(low), min(high)), min(max(low), max(high))
    if ("left" in needs and left > NEAR) or ("left" not in needs and right < sheet.width - NEAR):
        return None  # its end is cut as well, and only a corner of it reaches the tile's
    if "left" in needs:
        return Slant(max(low), max(high))
    return Slant(sheet.width - min(high), sheet.width - min(low))


def _corners_in(shell: Ring, sheet: WholeTile) -> int:
    """How many of its tile's corners a piece has, with both sides that meet there."""
    corners = [(x, y) for x in (0.0, sheet.width) for y in (0.0, sheet.height)]
    return sum(
        math.dist(p, corner) <= NEAR and _square(o, p) and _square(p, q)
        for o, p, q in zip((shell[-1], *shell[:-1]), shell, (*shell[1:], shell[0]), strict=True)
        for corner in corners
    )


def _square(a: Point, b: Point) -> bool:
    return abs(a[0] - b[0]) <= NEAR or abs(a[1] - b[1]) <= NEAR
