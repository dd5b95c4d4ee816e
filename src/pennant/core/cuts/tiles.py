"""The tiles of a job that the pieces of its plan are cut from."""

from collections.abc import Iterable

from pennant.core.cuts.stock import Sheet, Stock, chips_alone, item_of, stocked
from pennant.core.document.job import Job
from pennant.core.document.pattern import Hexagon, Scallop
from pennant.core.document.tiles import FIELD, tiles_of
from pennant.core.layout.lattice_of import may_turn, shape_of
from pennant.core.layout.pieces import Piece
from pennant.core.layout.tools import straight_kerf
from pennant.core.survey.placed import around


def sheet_of(job: Job, of: str = FIELD) -> Sheet:
    """Return a tile of the job as it lies, to be cut."""
    _, tile, pattern = tiles_of(job)[of]
    kerf = straight_kerf(tile.material, job.tools, job.settings)
    box = around(shape_of(tile, pattern))
    return Sheet(
        box.width, box.height, kerf, job.settings.least_drop, may_turn(tile, pattern),
        isinstance(pattern, Hexagon | Scallop),
    )  # fmt: skip


def stock_for(job: Job, pieces: Iterable[Piece], of: str = FIELD) -> Stock:
    """Return the tiles that pieces of the plan are cut from: those that call theirs by ``of``."""
    sheet = sheet_of(job, of)
    items = tuple(item_of(piece, sheet) for piece in pieces if piece.of == of)
    if tiles_of(job)[of].tile.sheet is not None:
        return chips_alone(items, sheet)
    return stocked(items, sheet)
