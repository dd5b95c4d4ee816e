"""Products tried on a job: what could hold the tile, and what could fill its joints, each planned.

Nothing is promised that was not planned.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from pennant.core.document.job import Job
from pennant.core.document.products import Adhesive, Grout, Mat
from pennant.core.plan import Plan, plan
from pennant.core.takes.mixing import is_pointed, pieces_an_hour
from pennant.core.takes.quantity import MM2_PER_M2
from pennant.core.takes.suitability import unsuited

Holder = Adhesive | Mat


@dataclass(frozen=True)
class TriedProduct:
    """A job with a product instead of its own, and its plan. ``hours`` are two hands' at setting or
    grouting; ``against`` are the rules that speak against it and not against the job without any.
    """

    product: Holder | Grout
    job: Job
    plan: Plan
    hours: float
    against: frozenset[str]


def products_tried(job: Job, products: Iterable[Holder | Grout]) -> Iterator[TriedProduct]:
    """Yield each adhesive, mat and grout as it would be on a job, in the order given."""
    bare = {False: held_by(job, None), True: filled_with(job, None)}
    before = {fills: {one.rule for one in unsuited(without)} for fills, without in bare.items()}
    for product in products:
        fills = isinstance(product, Grout)
        tried = filled_with(job, product) if isinstance(product, Grout) else held_by(job, product)
        planned = plan(tried)
        rules = frozenset(one.rule for one in planned.unsuited) - before[fills]
        yield TriedProduct(product, tried, planned, _hours(tried, planned, product), rules)


def held_by(job: Job, holder: Holder | None) -> Job:
    """Return the job with its tile held by an adhesive or a mat; by nothing said, for None."""
    update = {
        "adhesive": holder if isinstance(holder, Adhesive) else None,
        "mat": holder if isinstance(holder, Mat) else None,
    }
    return job.model_copy(update={"products": job.products.model_copy(update=update)})


def filled_with(job: Job, grout: Grout | None) -> Job:
    """Return the job with its joints filled with a grout; with nothing said, for None."""
    products = job.products.model_copy(update={"grout": grout})
    return job.model_copy(update={"products": products})


def _hours(job: Job, planned: Plan, product: Holder | Grout) -> float:
    """Setting by the tile's size, or grouting by the area; mixing each batch; hanging a mat."""
    square_metres = (planned.areas.pieces + planned.areas.joints) / MM2_PER_M2
    batches = {line.id: line.amount for line in planned.quantities if line.id.endswith("-batches")}
    if isinstance(product, Grout):
        mixing = batches.get("grout-batches", 0.0) * job.times.mix_grout / 60
        pace = job.times.point_pace if is_pointed(job) else job.settings.grout_pace
        return square_metres / pace + mixing
    hours = len(planned.pieces) / pieces_an_hour(job).value
    hours += batches.get("adhesive-batches", 0.0) * job.times.mix_each / 60
    if isinstance(product, Mat):
        hours += square_metres / job.times.mat_pace
    return hours
