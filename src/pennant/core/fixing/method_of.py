"""Which method a job's tile is held by, and the comb that goes with it."""

from pennant.core.document.job import Job
from pennant.core.document.notch import Notch, notch_of
from pennant.core.document.tile import Tile
from pennant.core.fixing.buttered import BUTTERED
from pennant.core.fixing.combed import COMBED
from pennant.core.fixing.dabs import DABS
from pennant.core.fixing.glue_and_dabs import GLUE_AND_DABS
from pennant.core.fixing.mat import MAT
from pennant.core.fixing.method import Method, MethodId
from pennant.core.fixing.own_glue import OWN_GLUE
from pennant.core.fixing.ready_mixed import READY_MIXED

METHODS: dict[MethodId, Method] = {
    one.id: one for one in (COMBED, BUTTERED, READY_MIXED, MAT, OWN_GLUE, GLUE_AND_DABS, DABS)
}
"""Every method, by its id."""


def method_of(job: Job) -> Method:
    """Return how a job's wall tile is held; combed in thinset where nothing else is chosen."""
    if job.tile.material == "stick-on":
        return GLUE_AND_DABS if job.ways.stuck == "dabs" else OWN_GLUE
    if job.products.mat is not None:
        return MAT
    adhesive = job.products.adhesive
    if adhesive is not None and adhesive.kind == "construction":
        return DABS
    if adhesive is not None and adhesive.ready_mixed:
        return READY_MIXED
    return BUTTERED if job.tile.ledger is not None else COMBED


def comb_of(job: Job, tile: Tile) -> Notch:
    """Return the notch that a job's adhesive is combed with behind one of its tiles."""
    adhesive = job.products.adhesive
    return notch_of(tile, ready_mixed=adhesive is not None and adhesive.ready_mixed)
