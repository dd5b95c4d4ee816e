"""Sheets of chips: which chips come on which sheet, what is cut of one, and how many are bought.

A sheet repeats its pattern a whole number of times each way, so that the sheets' places form a grid
of rectangles over the wall. A chip belongs to the sheet in whose rectangle its middle lies; the
sheets of a wall therefore share its chips out without gap or overlap.
"""

import math
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal, NamedTuple

from pennant.core.cuts.stock import Item, Sheet, Stock, chips_alone, stocked
from pennant.core.document.job import Job
from pennant.core.document.pattern import Pattern
from pennant.core.document.tile import Tile
from pennant.core.document.tiles import FIELD, tiles_of
from pennant.core.geometry.placement import Placement
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.lattice import Lattice
from pennant.core.layout.lattice_of import lattice_of, may_turn
from pennant.core.layout.pieces import Piece
from pennant.core.survey.placed import around

MOST_STEPS = 12
"""Steps of a lattice that are looked through for where it repeats level and plumb."""
SheetKind = Literal["whole", "part"]


class SheetSize(NamedTuple):
    """A sheet with half a joint all round, in mm, and how many chips are on it."""

    width: float
    height: float
    chips: int


@dataclass(frozen=True)
class LaidSheet:
    """A sheet on the wall. ``room`` is its rectangle on the wall with half a joint all round.

    ``full`` are its chips that stay whole, ``cut`` the pieces that are nipped or sawn, ``missing``
    how many of its chips are not there at all. ``kept`` is the rectangle around its whole chips.
    """

    id: str
    surface: str
    column: int
    row: int
    room: Rect
    full: tuple[str, ...]
    cut: tuple[str, ...]
    missing: int
    kept: Rect

    @property
    def kind(self) -> SheetKind:
        """Whether it is set as it comes."""
        return "whole" if not self.cut and not self.missing else "part"


@dataclass(frozen=True)
class SheetPlan:
    """All sheets of a tile. ``stock`` is what parts are taken from; ``singles`` are chips that are
    cut one by one, of which ``left_over`` come off what is left of sheets that are begun and
    ``more`` sheets are taken for the rest. No plan can do with fewer than ``bound``.
    """

    size: SheetSize
    laid: tuple[LaidSheet, ...]
    stock: Stock
    singles: int
    left_over: int
    more: int

    @property
    def whole(self) -> int:
        """Sheets that are set as they come."""
        return sum(one.kind == "whole" for one in self.laid)

    @property
    def for_parts(self) -> int:
        """Sheets that parts are taken from."""
        return len(self.stock.tiles)

    @property
    def taken(self) -> int:
        """All sheets that are taken."""
        return self.whole + self.for_parts + self.more

    @property
    def bound(self) -> int:
        """No plan can do with fewer: chips that are set, by what a sheet holds."""
        chips = sum(len(one.full) for one in self.laid) + self.singles
        return math.ceil(chips / self.size.chips - EPS)


def repeats(lattice: Lattice) -> tuple[float, float]:
    """Return after how much (mm) a lattice repeats level, and plumb; raise ValueError if never."""
    (ax, ay), (bx, by) = lattice.steps
    reach = range(-MOST_STEPS, MOST_STEPS + 1)
    level = [
        abs(m * ax + n * bx) for m in reach for n in reach
        if abs(m * ay + n * by) <= EPS and abs(m * ax + n * bx) > EPS
    ]  # fmt: skip
    plumb = [
        abs(m * ay + n * by) for m in reach for n in reach
        if abs(m * ax + n * bx) <= EPS and abs(m * ay + n * by) > EPS
    ]  # fmt: skip
    return min(level), min(plumb)


@lru_cache(maxsize=64)
def sheet_size(tile: Tile, pattern: Pattern) -> SheetSize | None:
    """Return the size of a sheet; None for tile that is set one by one."""
    lattice = lattice_of(tile, pattern)
    if tile.sheet is None or lattice is None:
        return None
    across, up = repeats(lattice)
    width, height = across * tile.sheet.across, lattice_rows(lattice, pattern, up) * tile.sheet.up
    return SheetSize(width, height, round(width * height / lattice.cell_area))


def lattice_rows(lattice: Lattice, pattern: Pattern, plumb: float) -> float:
    """Return what ``up`` of a sheet counts (mm): single rows in courses, else what repeats."""
    return lattice.rows if pattern.kind == "courses" else plumb


def sheets_of(job: Job, pieces: Sequence[Piece], of: str = FIELD) -> list[LaidSheet]:
    """Return the sheets of one of the job's tiles, wall by wall, from the lowest left on.

    The grid of each wall begins at its lowest chip on the left.
    """
    _, tile, pattern = tiles_of(job)[of]
    size, lattice = sheet_size(tile, pattern), lattice_of(tile, pattern)
    if size is None or lattice is None:
        return []
    by_surface: dict[str, list[Piece]] = {}
    for piece in pieces:
        if piece.of == of:
            by_surface.setdefault(piece.wall, []).append(piece)
    found: list[LaidSheet] = []
    for surface, own in by_surface.items():
        found += _on(surface, own, size, lattice)
    return found


def _on(
    surface: str, pieces: Sequence[Piece], size: SheetSize, lattice: Lattice
) -> Iterator[LaidSheet]:
    middle_of = _middles(lattice)
    middles: dict[str, tuple[float, float]] = {}
    parts: dict[str, list[Piece]] = {}
    for piece in pieces:
        parts.setdefault(piece.tile, []).append(piece)
        middles[piece.tile] = middle_of(piece)
    half = lattice.joint / 2
    # A little inside the first chip, so that no middle lies on a line of the grid.
    x0 = min(piece.box.x0 for piece in pieces) - half
    y0 = min(piece.box.y0 for piece in pieces) - half
    first = min(middles.values(), key=lambda at: (round(at[1] - y0, 3), at[0]))
    x0, y0 = _begin(first, lattice, x0, y0)
    cells: dict[tuple[int, int], list[str]] = {}
    for tile, (x, y) in middles.items():
        at = math.floor((y - y0) / size.height), math.floor((x - x0) / size.width)
        cells.setdefault(at, []).append(tile)
    for number, (row, column) in enumerate(sorted(cells), 1):
        tiles = cells[row, column]
        own = [piece for tile in tiles for piece in parts[tile]]
        full = tuple(piece.id for piece in own if piece.kind == "full")
        cut = tuple(piece.id for piece in own if piece.kind != "full")
        boxes = [piece.box for piece in own if piece.kind == "full"]
        room = Rect(x0 + column * size.width, y0 + row * size.height,
                    x0 + (column + 1) * size.width, y0 + (row + 1) * size.height)  # fmt: skip
        yield LaidSheet(
            id=f"{pieces[0].id.split('1.')[0]}s{number}", surface=surface, column=column, row=row,
            room=room, full=full, cut=cut, missing=size.chips - len(tiles), kept=_around(boxes),
        )  # fmt: skip


def _begin(
    first: tuple[float, float], lattice: Lattice, x0: float, y0: float
) -> tuple[float, float]:
    """Where the grid begins: below and left of the first chip that is there, at its own edge."""
    half = lattice.joint / 2
    figure = lattice.figure
    return (
        min(x0, first[0] - figure.width / 2 - half) + 1e-6,
        min(y0, first[1] - figure.height / 2 - half) + 1e-6,
    )


def _middles(lattice: Lattice) -> Callable[[Piece], tuple[float, float]]:
    """A function that gives the middle of a piece's whole chip on the wall."""
    box = around(lattice.shape)
    middle = ((box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2)

    def of(piece: Piece) -> tuple[float, float]:
        ((x, y),) = Placement(*piece.tile_at, piece.turn).on_wall([middle])
        return x, y

    return of


def _around(boxes: Sequence[Rect]) -> Rect:
    if not boxes:
        return Rect(0.0, 0.0, 0.0, 0.0)
    return Rect(min(b.x0 for b in boxes), min(b.y0 for b in boxes),
                max(b.x1 for b in boxes), max(b.y1 for b in boxes))  # fmt: skip


def sheet_plan(job: Job, pieces: Sequence[Piece], of: str = FIELD) -> SheetPlan | None:
    """Return the sheets of one of the job's tiles and what they are cut from; None without sheets.

    Whole chips are taken off the backing with a knife, a joint lost at each line; a part is held to
    be as large as the rectangle around its whole chips. Chips that are cut come off what is left of
    sheets that are begun, one for each.
    """
    _, tile, pattern = tiles_of(job)[of]
    size = sheet_size(tile, pattern)
    if size is None:
        return None
    laid = tuple(sheets_of(job, pieces, of))
    joint = pattern.joint
    parts = [one for one in laid if one.kind == "part" and one.full]
    items = tuple(
        Item(one.id, min(one.kept.width, size.width - joint),
             min(one.kept.height, size.height - joint), frozenset())
        for one in parts
    )  # fmt: skip
    sheet = Sheet(size.width - joint, size.height - joint, joint, joint, may_turn(tile, pattern))
    stock = stocked(items, sheet) if items else chips_alone((), sheet)
    singles = len({piece.tile for piece in pieces if piece.of == of and piece.kind != "full"})
    spare = size.chips * len(stock.tiles) - sum(len(one.full) for one in parts)
    from_spare = min(spare, singles)
    more = math.ceil((singles - from_spare) / size.chips - EPS)
    return SheetPlan(size, laid, stock, singles, from_spare, more)


def sheets_by_piece(laid: Iterable[LaidSheet]) -> Mapping[str, str]:
    """Return for each piece the sheet that it comes on."""
    return {id_: one.id for one in laid for id_ in (*one.full, *one.cut)}
