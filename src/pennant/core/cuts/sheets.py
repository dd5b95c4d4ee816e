"""Sheets of chips: which chips come on which sheet, what is cut of one, and how many are bought.

A sheet repeats its pattern a whole number of times each way, so that the sheets' places form a grid
of rectangles over the wall. A chip belongs to the sheet in whose rectangle its middle lies; the
sheets of a wall therefore share its chips out without gap or overlap.
"""

import math
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal, NamedTuple

import numpy as np
import numpy.typing as npt

from pennant.core.cuts.items import FromTile, Item, Stock, StockTile, WholeTile
from pennant.core.cuts.stock import chips_alone, stocked
from pennant.core.document.job import Job
from pennant.core.document.pattern import Courses, Pattern, rows_of
from pennant.core.document.tile import Tile
from pennant.core.document.tiles import FIELD, tiles_of
from pennant.core.geometry.clip import Ring
from pennant.core.geometry.placement import Placement
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.cut_kind import CutKind
from pennant.core.layout.lattice import Lattice
from pennant.core.layout.lattice_of import lattice_of, may_turn
from pennant.core.layout.pieces import Piece
from pennant.core.layout.tools import CHIP, straight_kerf
from pennant.core.survey.placed import around

INSIDE = 1e-6
"""Millimetres: by so much the grid of sheets begins inside the first chip's room."""
MOST_STEPS = 12
"""Steps of a lattice that are looked through for where it repeats level and plumb."""
SheetKind = Literal["whole", "part"]
Middles = npt.NDArray[np.float64]
"""Of chips on the wall, n x 2."""
SAWN_THROUGH: tuple[CutKind, ...] = ("crosscut", "rip", "both", "angled", "taper")
"""Cuts that a straight line through the sheet makes; what goes around a box is cut singly."""


class SheetSize(NamedTuple):
    """A sheet with half a joint all round, in mm, and how many chips are on it."""

    width: float
    height: float
    chips: int


@dataclass(frozen=True)
class LaidSheet:
    """A sheet on the wall. ``room`` is its rectangle on the wall with half a joint all round.

    ``full`` are its chips that stay whole, ``cut`` the pieces of the others that are there,
    ``single`` those of them that are cut and set one by one, and ``missing`` how many of its chips
    are not there at all. ``kept`` is the rectangle around what stays on the backing.
    """

    id: str
    surface: str
    column: int
    row: int
    room: Rect
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
        abs(m * ax + n * bx)
        for m in reach
        for n in reach
        if abs(m * ay + n * by) <= EPS and abs(m * ax + n * bx) > EPS
    ]
    plumb = [
        abs(m * ay + n * by)
        for m in reach
        for n in reach
        if abs(m * ax + n * bx) <= EPS and abs(m * ay + n * by) > EPS
    ]
    return min(level), min(plumb)


@lru_cache(maxsize=64)
def sheet_size(tile: Tile, pattern: Pattern) -> SheetSize | None:
    """Return the size of a sheet; None for tile that is set one by one."""
    lattice = lattice_of(tile, pattern)
    if tile.sheet is None or lattice is None:
        return None
    across, up = repeats(lattice)
    row = lattice_rows(lattice, pattern, up)
    many, rows = tile.sheet.counted(across, row)
    if tile.sheet.up is None and isinstance(pattern, Courses):
        # Rows that are shifted go on from sheet to sheet only after as many as the bond repeats.
        each = rows_of(pattern.bond)
        rows = max(each, rows // each * each)
    width, height = across * many, row * rows
    return SheetSize(width, height, round(width * height / lattice.cell_area))


def chips_of_a_sheet(tile: Tile, pattern: Pattern) -> tuple[Ring, ...]:
    """Return the outlines of the chips of one sheet as it lies (mm from its lower left corner)."""
    size, lattice = sheet_size(tile, pattern), lattice_of(tile, pattern)
    if size is None or lattice is None:
        return ()
    x0, y0 = lattice.boxes[0].x0 - INSIDE, lattice.boxes[0].y0 - INSIDE
    room = Rect(x0, y0, x0 + size.width, y0 + size.height)
    found = []
    for unit, x, y in lattice.over(room, 0.0, 0.0):
        box = lattice.boxes[unit].grown(-x, -y, x, y)
        middle = (box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2
        if room.x0 <= middle[0] < room.x1 and room.y0 <= middle[1] < room.y1:
            found.append(tuple((a + x - x0, b + y - y0) for a, b in lattice.outlines[unit]))
    return tuple(found)


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
        found += _on(surface, own, size, lattice, sawn=saws_through(job, tile))
    return found


def saws_through(job: Job, tile: Tile) -> bool:
    """Return whether a sheet of a tile's chips that ends short is sawn through, backing and all.

    Chips of which no side is too small for a saw hold on their backing under the blade, where
    nobody chose otherwise.
    """
    large = min(tile.length, tile.height) > CHIP
    return job.ways.sheets == "sawn" or (job.ways.sheets == "size" and large)


def _on(
    surface: str, pieces: Sequence[Piece], size: SheetSize, lattice: Lattice, *, sawn: bool
) -> Iterator[LaidSheet]:
    parts: dict[str, list[Piece]] = {}
    for piece in pieces:
        parts.setdefault(piece.tile, []).append(piece)
    middles = _middles(lattice, [own[0] for own in parts.values()])
    x0, y0 = _begin(pieces, middles, lattice)
    columns = np.floor((middles[:, 0] - x0) / size.width).astype(int).tolist()
    rows = np.floor((middles[:, 1] - y0) / size.height).astype(int).tolist()
    cells: dict[tuple[int, int], list[str]] = {}
    for tile, row, column in zip(parts, rows, columns, strict=True):
        cells.setdefault((row, column), []).append(tile)
    code = pieces[0].id.split("1.")[0]
    for number, (row, column) in enumerate(sorted(cells), 1):
        tiles = cells[row, column]
        own = [piece for tile in tiles for piece in parts[tile]]
        cut = [piece for piece in own if piece.kind != "full"]
        single = tuple(piece.id for piece in cut if not (sawn and piece.kind in SAWN_THROUGH))
        yield LaidSheet(
            id=f"{code}s{number}",
            surface=surface,
            column=column,
            row=row,
            room=Rect(
                x0 + column * size.width,
                y0 + row * size.height,
                x0 + (column + 1) * size.width,
                y0 + (row + 1) * size.height,
            ),
            full=tuple(piece.id for piece in own if piece.kind == "full"),
            cut=tuple(piece.id for piece in cut),
            single=single,
            missing=size.chips - len(tiles),
            kept=_around([piece.box for piece in own if piece.id not in single]),
        )


def _begin(pieces: Sequence[Piece], middles: Middles, lattice: Lattice) -> tuple[float, float]:
    """Where the grid begins: below and left of the lowest chip on the left, at its own edge.

    A little inside it, so that no middle lies on a line of the grid.
    """
    half, figure = lattice.joint / 2, lattice.figure
    lowest = np.lexsort((middles[:, 0], np.round(middles[:, 1], 3)))[0]
    x, y = middles[lowest].tolist()
    left = min(min(piece.box[0] for piece in pieces), x - figure.width / 2)
    low = min(min(piece.box[1] for piece in pieces), y - figure.height / 2)
    return left - half + INSIDE, low - half + INSIDE


@dataclass(frozen=True)
class SheetShape:
    """How far a sheet as it comes reaches beyond its room, in mm: a zigzag goes to and fro.

    ``points`` is the rectangle around its outermost points, from the room's lower left corner on.
    ``tips`` and ``valleys`` are those of its upper edge, over the room's.
    """

    points: Rect
    tips: float
    valleys: float


def sheet_shapes(
    plan: SheetPlan, pieces: Iterable[Piece], lattice: Lattice
) -> dict[str, SheetShape]:
    """Return the shape of a sheet on each surface, from all chips that are there: what one sheet
    lacks another has.
    """
    chips = {piece.id: piece for piece in pieces}
    rooms = {unit.at.turn % 360: unit.at.in_tile(unit.cell) for unit in lattice.units}
    across, _ = repeats(lattice)
    found = {}
    for surface in dict.fromkeys(one.surface for one in plan.laid):
        boxes: list[Rect] = []
        upper: dict[int, float] = {}
        for one in plan.laid:
            if one.surface != surface:
                continue
            for id_ in (*one.full, *one.cut):
                piece = chips[id_]
                at = piece.placement.moved(-one.room.x0, -one.room.y0)
                boxes.append(around(at.on_wall(lattice.shape)))
                _raise(upper, at.on_wall(rooms[piece.turn % 360]), across)
        points, height = _around(boxes), plan.size.height
        valleys = min(upper.values()) - lattice.joint / 2 - height
        found[surface] = SheetShape(points, points.y1 - height, valleys)
    return found


def _raise(upper: dict[int, float], ring: Ring, across: float) -> None:
    """Raise an upper edge, by the millimetre along what repeats, to where a ring reaches."""
    for (ax, ay), (bx, by) in zip(ring, (*ring[1:], ring[0]), strict=True):
        for x in range(math.ceil(min(ax, bx)), math.floor(max(ax, bx)) + 1):
            y = max(ay, by) if abs(bx - ax) < 1 else ay + (by - ay) * (x - ax) / (bx - ax)
            at = math.floor(x % across)
            upper[at] = max(upper.get(at, y), y)


def _middles(lattice: Lattice, chips: Sequence[Piece]) -> Middles:
    """The middles of the whole chips that pieces are of, on the wall."""
    box = around(lattice.shape)
    middle = ((box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2)
    # Chips are turned a few ways, and are many.
    offs = {
        turn: Placement(0.0, 0.0, turn).on_wall([middle])[0]
        for turn in {piece.turn for piece in chips}
    }
    ats = np.array([piece.tile_at for piece in chips])
    found: Middles = ats + np.array([offs[piece.turn] for piece in chips])
    return found


def _around(boxes: Sequence[Rect]) -> Rect:
    if not boxes:
        return Rect(0.0, 0.0, 0.0, 0.0)
    return Rect(
        min(b.x0 for b in boxes),
        min(b.y0 for b in boxes),
        max(b.x1 for b in boxes),
        max(b.y1 for b in boxes),
    )


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
        Item(
            one.id,
            min(one.kept.width, size.width - joint),
            min(one.kept.height, size.height - joint),
            frozenset(),
        )
        for one in parts
    )
    sawn = saws_through(job, tile)
    kerf = straight_kerf(tile.material, job.tools, job.settings) if sawn else joint
    sheet = WholeTile(size.width - joint, size.height - joint, kerf, joint, may_turn(tile, pattern))
    stock = stocked(items, sheet) if items else chips_alone((), sheet)
    tiles = {piece.id: piece.tile for piece in pieces}
    singles = len({tiles[id_] for one in laid for id_ in one.single})
    # Only whole chips can be cut singly: what a saw went through is no more.
    on_backing = {tiles[id_] for one in parts for id_ in (*one.full, *one.cut)}
    on_backing -= {tiles[id_] for one in parts for id_ in one.single}
    along = max(size.width, size.height) / math.sqrt(lattice.cell_area)  # chips that a saw meets
    lost = len(stock.tiles) * along if sawn else 0
    spare = max(0, size.chips * len(stock.tiles) - len(on_backing) - math.ceil(lost))
    from_spare = min(spare, singles)
    more = math.ceil((singles - from_spare) / size.chips - EPS)
    return SheetPlan(size, laid, stock, singles, from_spare, more)
