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


def counter_job(job: Job) -> Job:
    """Return a job as its counters are tiled: their tile and pattern, and what holds it there.

    What carries a wall's tile by a mat, by dabs or by the tile's own glue has hollows or gives: on
    a counter pans are put down, so its tile has a full bed. Where several counters have tile of
    their own, the first one's is meant.
    """
    products, first = job.products, job.counters[0]
    own = products.counter_adhesive
    if own is None and products.adhesive is not None and products.adhesive.kind != "construction":
        own = products.adhesive
    return job.model_copy(
        update={
            "tile": first.tile,
            "pattern": first.pattern,
            "products": products.model_copy(update={"adhesive": own, "mat": None}),
        }
    )


def buys_for_counters(job: Job) -> bool:
    """Return whether counters have an adhesive that no wall of a job is tiled with."""
    if not job.counters:
        return False
    there = counter_job(job).products.adhesive
    return there != job.products.adhesive or method_of(job).id == "glue and dabs"


def sets_counters_apart(job: Job) -> bool:
    """Return whether counters are tiled in a way of their own, before the walls."""
    if not job.counters:
        return False
    return buys_for_counters(job) or method_of(counter_job(job)) is not method_of(job)


def comb_of(job: Job, tile: Tile) -> Notch:
    """Return the notch that a job's adhesive is combed with behind one of its tiles."""
    adhesive = job.products.adhesive
    return notch_of(tile, ready_mixed=adhesive is not None and adhesive.ready_mixed)
