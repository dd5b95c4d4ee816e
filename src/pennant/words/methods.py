"""Adhesives set side by side for one job: packs, cost, batches, waiting, and what speaks against.

Each is reckoned by planning the job with it; nothing is kept.
"""

from collections.abc import Iterable, Iterator

from pennant.core.job import Job
from pennant.core.plan import plan
from pennant.core.products import SET_HOURS, Adhesive
from pennant.core.suits import unsuited
from pennant.core.values import Value
from pennant.words.names import Names
from pennant.words.quantities import said_quantities
from pennant.words.suits import said_unsuited


class Method(Value):
    """One way to hold the tile on the wall. ``against`` is what does not go with it, in words."""

    name: str
    kind: str
    packs: str
    cost: float | None
    batches: str
    wait: str
    against: tuple[str, ...]


def methods(job: Job, adhesives: Iterable[Adhesive]) -> Iterator[Method]:
    """Yield each adhesive as it would be on this job, in the order given."""
    for adhesive in adhesives:
        products = job.products.model_copy(update={"adhesive": adhesive})
        tried = job.model_copy(update={"products": products})
        made = plan(tried)
        said = {line.id: line for line in said_quantities(tried, made)}
        line, batches = said.get("adhesive"), said.get("adhesive-batches")
        hours = adhesive.set_hours or SET_HOURS[adhesive.kind]
        before = {one.rule for one in unsuited(_without(job))}
        yield Method(
            name=adhesive.name, kind=adhesive.kind, packs=line.amount if line else "none",
            cost=line.cost if line else None, batches=batches.amount if batches else "ready-mixed",
            wait=f"{hours:g} h before grout",
            against=tuple(
                one.title for one in said_unsuited(tried, Names(made.kitchen), made)
                if one.rule not in before
            ),
        )  # fmt: skip


def _without(job: Job) -> Job:
    """The job with no adhesive chosen: what speaks against it then, no adhesive cures."""
    products = job.products.model_copy(update={"adhesive": None})
    return job.model_copy(update={"products": products})
