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

from pennant.core.cuts.stock import (
    FromTile,
    Item,
    Sheet,
    Stock,
    StockTile,
    chips_alone,
    stocked,
)
from pennant.core.document.job import Job
from pennant.core.document.pattern import Pattern
from pennant.core.document.tile import Tile
from pennant.core.document.tiles import FIELD, tiles_of
from pennant.core.geometry.placement import Placement
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.cut_kind import Kind
from pennant.core.layout.lattice import Lattice
from pennant.core.layout.lattice_of import lattice_of, may_turn
from pennant.core.layout.pieces import Piece
from pennant.core.layout.tools import straight_kerf
from pennant.core.survey.placed import around

MOST_STEPS = 12
"""Steps of a lattice that are looked through for where it repeats level and plumb."""
SheetKind = Literal["whole", "part"]
SAWN_THROUGH: tuple[Kind, ...] = ("crosscut", "rip", "both", "angled", "taper")
"""Cuts that a straight line through the sheet makes; what goes around a box is cut singly."""


class SheetSize(NamedTuple):
    """A sheet with half a joint all round, in mm, and how many chips are on it."""

    width: float
    height: float
    chips: int


@dataclass(frozen=True)
class LaidSheet:
    """A sheet on the wall. ``room`` is its rectangle on the wall with half a joint all round.

    ``points`` is the rectangle around its outermost points as it comes: a zigzag reaches beyond the
    room. ``full`` are its chips that stay whole, ``cut`` the pieces of the others that are there,
    ``single`` those of them that are cut and set one by one, and ``missing`` how many of its chips
    are not there at all. ``kept`` is the rectangle around what stays on the backing.
    """

    id: str
    surface: str
    column: int
    row: int
    room: Rect
    points: Rect
    full: tuple[str, ...]
    cut: tuple[str, ...]
    single: tuple[str, ...]
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
    def as_stock(self) -> Stock:
        """All sheets that are taken, as a stock of tiles whose pieces are the sheets laid."""
        whole = [one.id for one in self.laid if one.kind == "whole"]
        at = Rect(0.0, 0.0, self.stock.sheet.width, self.stock.sheet.height)
        cuts: list[tuple[FromTile, ...]] = [(FromTile(id_, at, False),) for id_ in whole]
        cuts += [tile.cuts for tile in self.stock.tiles]
        cuts += [()] * self.more
        tiles = tuple(StockTile(number, own, ()) for number, own in enumerate(cuts, 1))
        return Stock(self.stock.sheet, tiles, self.bound)

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
        found += _on(surface, own, size, lattice, sawn=job.ways.sheets == "sawn")
    return found


def _on(
    surface: str, pieces: Sequence[Piece], size: SheetSize, lattice: Lattice, *, sawn: bool
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
    origin = lattice_origin(pieces[0], lattice)
    reach = _points(lattice, origin, Rect(x0, y0, x0 + size.width, y0 + size.height))
    for tile, (x, y) in middles.items():
        at = math.floor((y - y0) / size.height), math.floor((x - x0) / size.width)
        cells.setdefault(at, []).append(tile)
    for number, (row, column) in enumerate(sorted(cells), 1):
        tiles = cells[row, column]
        own = [piece for tile in tiles for piece in parts[tile]]
        full = tuple(piece.id for piece in own if piece.kind == "full")
        cut = tuple(piece.id for piece in own if piece.kind != "full")
        single = tuple(
            piece.id
            for piece in own
            if piece.kind != "full" and not (sawn and piece.kind in SAWN_THROUGH)
        )
        boxes = [piece.box for piece in own if piece.id not in single]
        room = Rect(x0 + column * size.width, y0 + row * size.height,
                    x0 + (column + 1) * size.width, y0 + (row + 1) * size.height)  # fmt: skip
        yield LaidSheet(
            id=f"{pieces[0].id.split('1.')[0]}s{number}", surface=surface, column=column, row=row,
            room=room, points=reach.grown(x0 - room.x0, y0 - room.y0, room.x0 - x0, room.y0 - y0),
            full=full, cut=cut, single=single, missing=size.chips - len(tiles),
            kept=_around(boxes),
        )  # fmt: skip


def lattice_origin(piece: Piece, lattice: Lattice) -> tuple[float, float]:
    """Return where a lattice's origin lies, from one of its tiles on the wall.

    Of units that are turned alike any will do where the lattice is the same seen from each.
    """
    unit = next(
        one for one in lattice.units
        if abs((one.at.turn - piece.turn + 180) % 360 - 180) <= EPS
    )  # fmt: skip
    return piece.tile_at[0] - unit.at.x, piece.tile_at[1] - unit.at.y


def _points(lattice: Lattice, origin: tuple[float, float], room: Rect) -> Rect:
    """The rectangle around the chips whose middles lie in a sheet's room."""
    box = around(lattice.shape)
    middle = ((box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2)
    boxes = []
    for number, x, y in lattice.over(room, *origin):
        ((mx, my),) = lattice.units[number].at.moved(x, y).on_wall([middle])
        if room.x0 <= mx < room.x1 and room.y0 <= my < room.y1:
            own = around(lattice.outlines[number])
            boxes.append(own.grown(-x, -y, x, y))
    return _around(boxes)


def zigzag(lattice: Lattice, origin: tuple[float, float], line: float) -> tuple[float, float]:
    """Return the tips and the valleys (mm, heights) of the chips whose middles lie under a line of
    the sheets' grid: the upper edge of a course of sheets.
    """
    across, up = repeats(lattice)
    room = Rect(0.0, line - 2 * up - 2 * max(lattice.figure.width, lattice.figure.height),
                3 * across, line)  # fmt: skip
    box = around(lattice.shape)
    middle = ((box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2)
    highest: dict[int, float] = {}
    for number, x, y in lattice.over(room, *origin):
        ((_, my),) = lattice.units[number].at.moved(x, y).on_wall([middle])
        if my >= line:
            continue
        ring = [(a + x, b + y) for a, b in lattice.units[number].cell]
        for (ax, ay), (bx, by) in zip(ring, (*ring[1:], ring[0]), strict=True):
            for at in range(math.ceil(min(ax, bx)), math.floor(max(ax, bx)) + 1):
                if across <= at <= 2 * across:
                    run = bx - ax
                    y_at = max(ay, by) if abs(run) < 1 else ay + (by - ay) * (at - ax) / run
                    highest[at] = max(highest.get(at, y_at), y_at)
    half = lattice.joint / 2
    return max(highest.values()) - half, min(highest.values()) - half


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
    by_turn: dict[float, tuple[float, float]] = {}  # chips are turned a few ways, and are many

    def of(piece: Piece) -> tuple[float, float]:
        off = by_turn.get(piece.turn)
        if off is None:
            (off,) = Placement(0.0, 0.0, piece.turn).on_wall([middle])
            by_turn[piece.turn] = off
        return piece.tile_at[0] + off[0], piece.tile_at[1] + off[1]

    return of


def _around(boxes: Sequence[Rect]) -> Rect:
    if not boxes:
        return Rect(0.0, 0.0, 0.0, 0.0)
    return Rect(min(b.x0 for b in boxes), min(b.y0 for b in boxes),
                max(b.x1 for b in boxes), max(b.y1 for b in boxes))  # fmt: skip


def sheet_plan(job: Job, pieces: Sequence[Piece], of: str = FIELD) -> SheetPlan | None:
    """Return the sheets of one of the job's tiles and what they are cut from; None without sheets.

    Whole chips are taken off the backing with a knife, a joint lost at each line, or the sheet is
    sawn through; a part is held to be as large as the rectangle around what stays on its backing.
    Chips that are cut singly come off what is left of sheets that are begun, one for each.
    """
    _, tile, pattern = tiles_of(job)[of]
    size, lattice = sheet_size(tile, pattern), lattice_of(tile, pattern)
    if size is None or lattice is None:
        return None
    laid = tuple(sheets_of(job, pieces, of))
    joint = pattern.joint
    parts = [one for one in laid if one.kind == "part" and not one.kept.empty()]
    items = tuple(
        Item(one.id, min(one.kept.width, size.width - joint),
             min(one.kept.height, size.height - joint), frozenset())
        for one in parts
    )  # fmt: skip
    sawn = job.ways.sheets == "sawn"
    kerf = straight_kerf(tile.material, job.tools, job.settings) if sawn else joint
    sheet = Sheet(size.width - joint, size.height - joint, kerf, joint, may_turn(tile, pattern))
    stock = stocked(items, sheet) if items else chips_alone((), sheet)
    tiles = {piece.id: piece.tile for piece in pieces}
    singles = len({tiles[id_] for one in laid for id_ in one.single})
    # Only whole chips can be cut singly: what a saw went through is no more.
    on_backing = {tiles[id_] for one in parts for id_ in (*one.full, *one.cut)}
    on_backing -= {tiles[id_] for one in parts for id_ in one.single}
    lost = len(stock.tiles) * (max(size.width, size.height) / joint_step(lattice)) if sawn else 0
    spare = max(0, size.chips * len(stock.tiles) - len(on_backing) - math.ceil(lost))
    from_spare = min(spare, singles)
    more = math.ceil((singles - from_spare) / size.chips - EPS)
    return SheetPlan(size, laid, stock, singles, from_spare, more)


def joint_step(lattice: Lattice) -> float:
    """Return the mean step (mm) from chip to chip along a line through a lattice."""
    return math.sqrt(lattice.cell_area)


def sheet_rows(job: Job, pieces: Sequence[Piece]) -> dict[str, int]:
    """Return for each piece of the wall's own tile which course of sheets it is in, from 0."""
    laid = sheets_of(job, pieces)
    lowest: dict[str, int] = {}
    for one in laid:
        lowest[one.surface] = min(lowest.get(one.surface, one.row), one.row)
    return {
        id_: one.row - lowest[one.surface] for one in laid for id_ in (*one.full, *one.cut)
    }  # fmt: skip


def sheets_by_piece(laid: Iterable[LaidSheet]) -> Mapping[str, str]:
    """Return for each piece the sheet that it comes on."""
    return {id_: one.id for one in laid for id_ in (*one.full, *one.cut)}
