"""How tile is held: the method of fixing, by which steps, cards, cautions and amounts go."""

from typing import Literal

from pennant.core.document.job import Job
from pennant.core.document.notch import Notch, notch_of
from pennant.core.document.tile import Tile

Fixing = Literal["combed", "buttered", "ready-mixed", "mat", "own glue", "glue and dabs", "dabs"]
CEMENT: tuple[Fixing, ...] = ("combed", "buttered")
"""Methods whose adhesive is mixed of cement."""
NOTHING_IN_JOINTS: tuple[Fixing, ...] = ("mat", "own glue", "glue and dabs")
"""Methods that leave no adhesive in the joints to be scraped."""


def fixing_of(job: Job) -> Fixing:
    """Return how a job's wall tile is held; combed in thinset where nothing else is chosen."""
    if job.tile.material == "stick-on":
        return "glue and dabs" if job.ways.stuck == "dabs" else "own glue"
    if job.products.mat is not None:
        return "mat"
    adhesive = job.products.adhesive
    if adhesive is not None and adhesive.kind == "construction":
        return "dabs"
    if adhesive is not None and adhesive.ready_mixed:
        return "ready-mixed"
    return "buttered" if job.tile.ledger is not None else "combed"


def comb_of(job: Job, tile: Tile) -> Notch:
    """Return the notch that a job's adhesive is combed with behind one of its tiles."""
    adhesive = job.products.adhesive
    return notch_of(tile, ready_mixed=adhesive is not None and adhesive.ready_mixed)
