"""The tiles of a job that the pieces of its plan are cut from."""

from collections.abc import Iterable

from pennant.core.cuts.stock import Sheet, Stock, item_of, stocked
from pennant.core.document.job import Job
from pennant.core.document.module import module_for
from pennant.core.document.tile import Tile
from pennant.core.layout.pieces import Piece
from pennant.core.layout.tools import straight_kerf


def sheet_of(job: Job, tile: Tile) -> Sheet:
    """Return a tile of the job as it lies, to be cut."""
    module = module_for(tile, job.pattern)
    kerf = straight_kerf(tile.material, job.tools, job.settings)
    return Sheet(module.width, module.height, kerf, job.settings.least_drop, tile.turns)


def stock_for(job: Job, pieces: Iterable[Piece], *, border: bool = False) -> Stock:
    """Return the tiles of the job, or of its border, that pieces of the plan are cut from."""
    tile = job.pattern.border.tile if border and job.pattern.border else job.tile
    items = tuple(item_of(piece) for piece in pieces if piece.border == border)
    return stocked(items, sheet_of(job, tile))
