"""The fewest tiles: the quick plan of `stock` bettered, and how few there could be at best.

Every way to cut one tile is found (`patterns`), and an integer program takes the fewest tiles by
those ways that give every piece. Where all ways were found, no plan can do with fewer than the
program's own bound. It is limited by counts, never by time, so that the same pieces come from the
same tiles on every machine.
"""

import math
from collections.abc import Sequence
from typing import Any, NamedTuple

import highspy
import numpy as np

from pennant.core.cuts.items import FromTile, Item, Stock, StockTile, WholeTile
from pennant.core.cuts.stock import fixed, offcuts_beside, stocked, takes_all, turned_round
from pennant.core.cuts.ways_to_cut import (
    Kind,
    PlaceInTile,
    WayToCut,
    kinds_of,
    ways_by_cuts_across,
    ways_in_place,
)
from pennant.core.geometry.kept import kept
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.field import Side

MOST_NODES = 400
"""Nodes of the search for whole numbers of tiles: mostly a few are enough."""
MOST_PIECES = 1_500
"""Pieces that are not whole: beyond that the quick plan stands."""
KEPT_PIECES = 20_000
"""Pieces of the results that are kept."""
HAIR = 1e-6


def _weight(stock: Stock) -> int:
    return len(stock.tiles)


@kept(KEPT_PIECES, weigh=_weight)
def fewest(items: tuple[Item, ...], sheet: WholeTile) -> Stock:
    """Return the tiles that items are cut from, as few as can be found, with the bound."""
    quick = stocked(items, sheet)
    rest = [item for item in items if not takes_all(item, sheet)]
    whole = len(items) - len(rest)
    if len(quick.tiles) == quick.bound or not 0 < len(rest) <= MOST_PIECES:
        return quick
    kinds = kinds_of(rest, sheet)
    number_of = {item.id: number for number, kind in enumerate(kinds) for item in kind.items}
    odd = any(kind.ring for kind in kinds)
    across = None if sheet.shaped else ways_by_cuts_across(kinds, sheet)
    in_place = ways_in_place(kinds, sheet) if odd else None
    ways = [_way_of(tile, number_of) for tile in quick.tiles if tile.cuts[0].piece in number_of]
    ways += [way for found in (across, in_place) if found for way in found.ways]
    demand = [len(kind.items) for kind in kinds]
    answer = _solved(demand, ways)
    bound = quick.bound
    if not odd and across is not None and across.all_of_them:
        bound = max(bound, whole + answer.bound)
    elif in_place is not None and in_place.all_of_them:
        # Pieces that keep their places need as many tiles, whatever the others share. Of a fan or
        # another shaped tile every odd piece keeps its place: its own edge is where it is.
        kept_there = [
            number
            for number, kind in enumerate(kinds)
            if fixed(kind.items[0]) or (sheet.shaped and kind.ring)
        ]
        own = [_only(way, set(kept_there)) for way in in_place.ways]
        some = [count if n in kept_there else 0 for n, count in enumerate(demand)]
        bound = max(bound, whole + _solved(some, [way for way in own if way.kinds]).bound)
    if answer.tiles is None or whole + len(answer.tiles) >= len(quick.tiles):
        return Stock(sheet, quick.tiles, min(bound, len(quick.tiles)))
    tiles = _cut(answer.tiles, kinds, sheet)
    every = [*tiles, *(tile.cuts for tile in quick.tiles if tile.cuts[0].piece not in number_of)]
    offcuts = [*(_offcuts(cuts, sheet) for cuts in tiles), *((),) * whole]
    tiles_cut = tuple(
        StockTile(number, cuts, left)
        for number, (cuts, left) in enumerate(zip(every, offcuts, strict=True), 1)
    )
    return Stock(sheet, tiles_cut, min(bound, len(tiles_cut)))


def _offcuts(cuts: Sequence[FromTile], sheet: WholeTile) -> tuple[Rect, ...]:
    """What is left of a tile; nothing beside odd pieces, nor beside two that a slant parts."""
    slanted = len(cuts) > 1 and any(cut.cut is not None for cut in cuts)
    return () if slanted or any(cut.ring for cut in cuts) else offcuts_beside(cuts, sheet)


def _way_of(tile: StockTile, number_of: dict[str, int]) -> WayToCut:
    """The way in which a tile of the quick plan is cut."""
    places = tuple(
        PlaceInTile(number_of[cut.piece], cut.at, cut.turned, cut.ring, cut.cut)
        for cut in tile.cuts
    )
    return WayToCut(tuple(sorted(place.kind for place in places)), places, tile.offcuts)


def _only(way: WayToCut, kinds: set[int]) -> WayToCut:
    return way._replace(kinds=tuple(one for one in way.kinds if one in kinds))


_Solver: Any = highspy.Highs.__base__
"""The solver itself: the class over it greets on standard output before it can be told not to, and
there commands print their answers, and searches theirs.
"""


class _Answer(NamedTuple):
    """What the program found: the ways of all tiles, None if nothing; and its bound."""

    tiles: list[WayToCut] | None
    bound: int


def _solved(demand: Sequence[int], ways: Sequence[WayToCut]) -> _Answer:
    """Take the fewest tiles by some ways that give as many of each kind as are wanted, or more."""
    counts = np.zeros((len(demand), len(ways)))
    for column, way in enumerate(ways):
        for kind in way.kinds:
            counts[kind, column] += 1
    if not ways:
        return _Answer(None, 0)
    solver = _Solver()
    for option, value in (
        ("output_flag", False),
        ("threads", 1),
        ("random_seed", 1),
        ("parallel", "off"),
        ("mip_max_nodes", MOST_NODES),
        ("mip_rel_gap", 0.0),
        ("mip_abs_gap", 0.999),
    ):
        solver.setOptionValue(option, value)
    for _ in ways:
        solver.addVar(0.0, float(max(demand)))
    solver.changeColsCost(len(ways), np.arange(len(ways)), np.ones(len(ways)))
    integer = np.full(len(ways), int(highspy.HighsVarType.kInteger), dtype=np.uint8)
    solver.changeColsIntegrality(len(ways), np.arange(len(ways)), integer)
    for kind, wanted in enumerate(demand):
        columns = np.flatnonzero(counts[kind])
        solver.addRow(
            float(wanted), highspy.kHighsInf, len(columns), columns, counts[kind, columns]
        )
    solver.run()
    info = solver.getInfo()
    bound = (
        max(0, math.ceil(info.mip_dual_bound - HAIR)) if math.isfinite(info.mip_dual_bound) else 0
    )
    solution = solver.getSolution()
    if not solution.value_valid:
        return _Answer(None, bound)
    taken = [round(value) for value in solution.col_value]
    tiles = [way for way, times in zip(ways, taken, strict=True) for _ in range(times)]
    return _Answer(tiles, bound)


def _cut(
    tiles: Sequence[WayToCut], kinds: Sequence[Kind], sheet: WholeTile
) -> list[tuple[FromTile, ...]]:
    """The pieces of each tile; where ways give more of a kind than are wanted, they are left."""
    left = [list(reversed(kind.items)) for kind in kinds]
    tiles_cut = []
    for way in tiles:
        cuts = []
        for place in way.places:
            if left[place.kind]:
                item = left[place.kind].pop()
                turned = place.turned
                if not place.ring and not _has_its_edges(item, place.at, sheet, turned=turned):
                    turned = not turned  # alike but for lying the other way round
                cuts.append(FromTile(item.id, place.at, turned, place.cut, place.ring))
        if cuts:
            tiles_cut.append(tuple(cuts))
    return tiles_cut


def _has_its_edges(item: Item, at: Rect, sheet: WholeTile, *, turned: bool) -> bool:
    """Whether a piece has the factory edges that it needs where it lies in its tile."""
    own: dict[Side, bool] = {
        "left": at.x0 <= EPS,
        "right": at.x1 >= sheet.width - EPS,
        "bottom": at.y0 <= EPS,
        "top": at.y1 >= sheet.height - EPS,
    }
    needs = turned_round(item.needs) if turned else item.needs
    return all(own[side] for side in needs)
