"""Adhesives and mats side by side for one job: packs, cost, mixing, waiting, what is against.

Each is reckoned by planning the job with it; nothing is kept.
"""

from collections.abc import Iterable, Iterator

from pennant.core.document.job import Job
from pennant.core.document.products import SET_HOURS, Adhesive, Mat
from pennant.core.document.values import Value
from pennant.core.plan import plan
from pennant.core.takes.suitability import unsuited
from pennant.words.names import Names
from pennant.words.quantities import SaidQuantity, said_quantities
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


def methods(job: Job, holders: Iterable[Adhesive | Mat]) -> Iterator[Method]:
    """Yield each adhesive and mat as it would be on this job, in the order given."""
    before = {one.rule for one in unsuited(held_by(job, None))}
    for holder in holders:
        tried = held_by(job, holder)
        made = plan(tried)
        said = {line.id: line for line in said_quantities(tried, made)}
        line, batches = said.get("adhesive") or said.get("mat"), said.get("adhesive-batches")
        yield Method(
            name=holder.name, kind="mat" if isinstance(holder, Mat) else holder.kind,
            packs=line.amount if line else "none", cost=line.cost if line else None,
            batches=_mixing(holder, batches), wait=_wait(holder),
            against=tuple(
                one.title for one in said_unsuited(tried, Names(made.kitchen), made)
                if one.rule not in before
            ),
        )  # fmt: skip


def held_by(job: Job, holder: Adhesive | Mat | None) -> Job:
    """Return the job with its tile held by an adhesive or a mat; by nothing said, for None."""
    update = {
        "adhesive": holder if isinstance(holder, Adhesive) else None,
        "mat": holder if isinstance(holder, Mat) else None,
    }
    return job.model_copy(update={"products": job.products.model_copy(update=update)})


def _mixing(holder: Adhesive | Mat, batches: SaidQuantity | None) -> str:
    if isinstance(holder, Mat):
        return "none: cut and pressed on"
    return batches.amount if batches else "ready-mixed"


def _wait(holder: Adhesive | Mat) -> str:
    if isinstance(holder, Mat):
        return "none: grout the same day"
    return f"{holder.set_hours or SET_HOURS[holder.kind]:g} h before grout"
