"""An independent look at which pieces come from which tile, and the slow search for the fewest."""

from collections.abc import Iterator, Sequence
from itertools import combinations

from shapely import Polygon, box

from pennant.core.cuts.items import Item, Stock, WholeTile

HAIR = 2e-4
"""Millimetres: both ends of a piece in its tile are rounded to a ten-thousandth."""
TURNED = {"left": "right", "right": "left", "bottom": "top", "top": "bottom"}


def faults(stock: Stock, items: Sequence[Item]) -> Iterator[str]:
    """Yield what is wrong with a stock; nothing if it can be cut as told."""
    sheet, wanted = stock.sheet, {item.id: item for item in items}
    told = [cut.piece for tile in stock.tiles for cut in tile.cuts]
    if sorted(told) != sorted(wanted):
        yield "not every piece is cut once"
    for tile in stock.tiles:
        for cut in tile.cuts:
            item, at = wanted[cut.piece], cut.at
            if abs(at.width - item.width) > HAIR or abs(at.height - item.height) > HAIR:
                yield f"{cut.piece} is not its size"
            if cut.turned and not sheet.turns:
                yield f"{cut.piece} is turned round"
            own = {
                "left": at.x0 <= HAIR,
                "bottom": at.y0 <= HAIR,
                "right": at.x1 >= sheet.width - HAIR,
                "top": at.y1 >= sheet.height - HAIR,
            }
            for side in item.needs:
                if not own[TURNED[side] if cut.turned else side]:
                    yield f"{cut.piece} lacks its factory edge at the {side}"
            if (
                min(at.x0, at.y0) < -HAIR
                or at.x1 > sheet.width + HAIR
                or at.y1 > sheet.height + HAIR
            ):
                yield f"{cut.piece} hangs over the tile"
        parts = [Polygon(cut.outline) for cut in tile.cuts]
        parts += [box(*offcut) for offcut in tile.offcuts]
        for a, b in combinations(parts, 2):
            # Where slanted ends lie against one another only a hair of a grid may be shared.
            if a.distance(b) < sheet.kerf - HAIR or a.intersection(b).area > HAIR * sheet.width:
                yield f"no kerf between {a} and {b}"


def fewest(items: Sequence[Item], sheet: WholeTile) -> int:
    """Return the fewest tiles, by trying every way to share items out; for a handful of them."""
    best = len(items)

    def share(left: list[Item], tiles: list[list[Item]]) -> None:
        nonlocal best
        if len(tiles) >= best:
            return
        if not left:
            best = len(tiles)
            return
        item, rest = left[0], left[1:]
        for number, tile in enumerate(tiles):
            if fits((*tile, item), sheet):
                share(rest, [*tiles[:number], [*tile, item], *tiles[number + 1 :]])
        share(rest, [*tiles, [item]])

    share(sorted(items, key=lambda one: -one.width * one.height), [])
    return best


def fits(items: tuple[Item, ...], sheet: WholeTile) -> bool:
    """Whether items can be cut from one tile by cuts right across, in any order and place."""
    return _cut((0.0, 0.0, sheet.width, sheet.height), items, sheet)


def _cut(
    room: tuple[float, float, float, float], items: tuple[Item, ...], sheet: WholeTile
) -> bool:
    """One item fills a corner or edge of the room, two cuts free the rest, and so on."""
    if not items:
        return True
    x0, y0, x1, y1 = room
    for number, item in enumerate(items):
        rest = (*items[:number], *items[number + 1 :])
        for turned in (False, True) if sheet.turns else (False,):
            needs = {TURNED[side] if turned else side for side in item.needs}
            for left in (True, False):
                for low in (True, False):
                    ax = x0 if left else x1 - item.width
                    ay = y0 if low else y1 - item.height
                    bx, by = ax + item.width, ay + item.height
                    if ax < x0 - HAIR or bx > x1 + HAIR or ay < y0 - HAIR or by > y1 + HAIR:
                        continue
                    own = {
                        "left": ax <= HAIR,
                        "bottom": ay <= HAIR,
                        "right": bx >= sheet.width - HAIR,
                        "top": by >= sheet.height - HAIR,
                    }
                    if not all(own[side] for side in needs):
                        continue
                    beside = (bx + sheet.kerf, x1) if left else (x0, ax - sheet.kerf)
                    over = (by + sheet.kerf, y1) if low else (y0, ay - sheet.kerf)
                    for one, other in (
                        ((beside[0], y0, beside[1], y1), (ax, over[0], bx, over[1])),
                        ((x0, over[0], x1, over[1]), (beside[0], ay, beside[1], by)),
                    ):
                        if _shared(rest, one, other, sheet):
                            return True
    return False


def _shared(
    items: tuple[Item, ...],
    one: tuple[float, float, float, float],
    other: tuple[float, float, float, float],
    sheet: WholeTile,
) -> bool:
    for count in range(len(items) + 1):
        for chosen in combinations(items, count):
            rest = tuple(item for item in items if item not in chosen)
            if _cut(one, chosen, sheet) and _cut(other, rest, sheet):
                return True
    return False
