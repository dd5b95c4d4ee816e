"""The tiles of a job that the pieces of its plan are cut from."""

from collections.abc import Iterable

from pennant.core.cuts.stock import Sheet, Stock, item_of, stocked
from pennant.core.document.job import Job
from pennant.core.document.pattern import Hexagon, Scallop
from pennant.core.document.tile import Tile
from pennant.core.layout.lattice_of import may_turn, shape_of
from pennant.core.layout.pieces import Piece
from pennant.core.layout.tools import straight_kerf
from pennant.core.survey.placed import around


def sheet_of(job: Job, tile: Tile) -> Sheet:
    """Return a tile of the job as it lies, to be cut."""
    kerf = straight_kerf(tile.material, job.tools, job.settings)
    box = around(shape_of(tile, job.pattern))
    return Sheet(
        box.width, box.height, kerf, job.settings.least_drop, may_turn(tile, job.pattern),
        isinstance(job.pattern, Hexagon | Scallop),
    )  # fmt: skip


def stock_for(job: Job, pieces: Iterable[Piece], *, border: bool = False) -> Stock:
    """Return the tiles of the job, or of its border, that pieces of the plan are cut from."""
    tile = job.border.tile if border and job.border else job.tile
    sheet = sheet_of(job, tile)
    items = tuple(item_of(piece, sheet) for piece in pieces if piece.border == border)
    return stocked(items, sheet)
