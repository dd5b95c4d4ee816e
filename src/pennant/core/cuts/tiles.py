"""The tiles of a job that the pieces of its plan are cut from."""

from collections.abc import Iterable, Iterator
from typing import Literal

from pennant.core.cuts.fewest import fewest
from pennant.core.cuts.items import Item, Stock, WholeTile, item_of
from pennant.core.cuts.stock import chips_alone, stocked
from pennant.core.document.job import Job
from pennant.core.document.pattern import Hexagon, Rounds, Scallop
from pennant.core.document.tiles import FIELD, tiles_of
from pennant.core.layout.lattice_of import may_turn, shape_of
from pennant.core.layout.pieces import Piece
from pennant.core.layout.tools import straight_kerf
from pennant.core.survey.placed import around


def sheet_of(job: Job, of: str = FIELD) -> WholeTile:
    """Return a tile of the job as it lies, to be cut."""
    _, tile, pattern = tiles_of(job)[of]
    kerf = straight_kerf(tile.material, job.tools, job.settings)
    box = around(shape_of(tile, pattern))
    return WholeTile(
        box.width,
        box.height,
        kerf,
        job.settings.least_drop,
        may_turn(tile, pattern),
        isinstance(pattern, Hexagon | Rounds | Scallop),
    )


Counted = Literal["quick", "known", "fewest"]
"""How tiles are counted: by the quick plan; by the fewest where those were found before, else by
the quick plan, for a drawing that follows a key; by the fewest, which may take a second.
"""


def stock_for(
    job: Job, pieces: Iterable[Piece], of: str = FIELD, counted: Counted = "quick"
) -> Stock:
    """Return the tiles that pieces of the plan are cut from: those that call theirs by ``of``."""
    items, sheet = items_for(job, pieces, of)
    if tiles_of(job)[of].tile.sheet is not None:
        return chips_alone(items, sheet)
    if counted == "fewest":
        return fewest(items, sheet)
    better = fewest.known(items, sheet) if counted == "known" else None
    return better or stocked(items, sheet)


def items_for(job: Job, pieces: Iterable[Piece], of: str) -> tuple[tuple[Item, ...], WholeTile]:
    """Return what pieces of the plan need of their tile, and the tile."""
    sheet = sheet_of(job, of)
    return tuple(_item_of(piece, sheet) for piece in pieces if piece.of == of), sheet


KEPT_ITEMS = 60_000
"""Pieces of which it is known what they need, as many as the surface plans that are kept hold."""
_known: dict[int, tuple[Piece, WholeTile, Item]] = {}


def _item_of(piece: Piece, sheet: WholeTile) -> Item:
    """What a piece needs; known of the pieces of surfaces that a change did not touch.

    An entry holds its piece, so that no other can have the same number while it stands.
    """
    found = _known.get(id(piece))
    if found is not None and found[0] is piece and found[1] == sheet:
        return found[2]
    if len(_known) >= KEPT_ITEMS:
        _known.clear()
    item = item_of(piece, sheet)
    _known[id(piece)] = piece, sheet, item
    return item


def may_be_fewer(job: Job, pieces: Iterable[Piece]) -> bool:
    """Return whether the fewest tiles have not been found yet, and may be fewer than are known."""
    for _, items, sheet in counted_apart(job, pieces):
        if fewest.known(items, sheet) is None:
            quick = stocked(items, sheet)
            if len(quick.tiles) > quick.bound:
                return True
    return False


def counted_apart(
    job: Job, pieces: Iterable[Piece]
) -> Iterator[tuple[str, tuple[Item, ...], WholeTile]]:
    """Yield each of a job's tiles that is cut singly: what pieces call it by, what they need of it,
    and the tile. Chips on sheets are packed by the sheet.
    """
    every = list(pieces)
    for of, one in tiles_of(job).items():
        if one.tile.sheet is None:
            yield of, *items_for(job, every, of)
