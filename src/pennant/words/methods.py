"""What could hold the tile, and what could fill its joints, side by side for one job: packs, cost,
mixing, hours, waiting, what is used besides, what is against.
"""

from collections.abc import Iterable, Iterator, Mapping
from typing import Literal

from pennant.core.document.job import Job
from pennant.core.document.products import SET_HOURS, Adhesive, Grout, Mat
from pennant.core.document.values import Value
from pennant.core.fixing.method_of import comb_of
from pennant.core.search.products_tried import TriedProduct
from pennant.core.takes.mixing import is_pointed
from pennant.core.takes.quantity import LineId, Quantity
from pennant.words.names import Names
from pennant.words.quantities import QuantityText, quantities_in_words, said_area
from pennant.words.suits import unsuited_in_words


class Method(Value):
    """One way to hold the tile on the wall, or to fill the joints.

    ``hours`` are of two hands at this tile's size, ``besides`` is what is used with it, ``whole``
    what all that has a price comes to with it. ``against`` is what does not go with it, in words.
    """

    does: Literal["holds", "fills"]
    name: str
    kind: str
    packs: str
    cost: float | None
    whole: float
    batches: str
    hours: str
    wait: str
    besides: tuple[str, ...]
    against: tuple[str, ...]


def methods(tried: Iterable[TriedProduct]) -> Iterator[Method]:
    """Yield each adhesive, mat and grout in words as it would be on a job, in the order given."""
    for one in tried:
        product, job = one.product, one.job
        fills = isinstance(product, Grout)
        lines = {line.id: line for line in quantities_in_words(job, one.plan)}
        line = lines.get("grout") if fills else lines.get("adhesive") or lines.get("mat")
        of = "grout-batches" if fills else "adhesive-batches"
        batch = next((line for line in one.plan.quantities if line.id == of), None)
        yield Method(
            does="fills" if fills else "holds",
            name=product.name,
            kind="mat" if isinstance(product, Mat) else product.kind,
            packs=line.amount if line else "none",
            cost=line.cost if line else None,
            whole=round(sum(one.cost or 0.0 for one in lines.values()), 2),
            batches=_mixing(job, product, batch),
            hours=f"{one.hours:.1f} h to {'grout' if fills else 'set'}",
            wait=_wait(product, job.times.water_after),
            besides=tuple(_besides(job, product, lines)),
            against=tuple(
                words.title
                for words in unsuited_in_words(job, Names(one.plan.kitchen), one.plan)
                if words.rule in one.against
            ),
        )


def _besides(
    job: Job, product: Adhesive | Mat | Grout, lines: Mapping[str, QuantityText]
) -> Iterator[str]:
    """The tools for it, and what is used up or laid out with them."""
    if isinstance(product, Grout):
        yield "a grout bag and a jointer" if is_pointed(job) else "a rubber float"
        used: tuple[LineId, ...] = ("sponges", "buckets", "gloves")
    elif isinstance(product, Mat):
        yield "a knife and a float to press it on"
        used = ("blade",)
    elif product.kind == "construction":
        yield "a cartridge gun"
        used = ("gloves", "blade")
    else:
        yield f"a {comb_of(job, job.tile).name} notched trowel"
        used = (
            ("buckets", "gloves", "sheeting", "blade")
            if product.powder
            else ("gloves", "sheeting", "blade")
        )
    for id_ in used:
        if id_ in lines:
            of = f" of {id_}" if id_ in ("gloves", "sheeting") else ""
            yield f"{lines[id_].amount}{of}"


def _mixing(job: Job, holder: Adhesive | Mat | Grout, batch: Quantity | None) -> str:
    if isinstance(holder, Mat):
        return "none: cut and pressed on"
    if batch is None or batch.each is None:
        return "ready-mixed"
    return f"a batch lasts for {said_area(job, batch.each * 1e6)}"


def _wait(holder: Adhesive | Mat | Grout, water_after: float) -> str:
    if isinstance(holder, Grout):
        return f"{holder.water_hours or water_after:g} h before it gets wet"
    if isinstance(holder, Mat):
        return "none: grout the same day"
    return f"{holder.set_hours or SET_HOURS[holder.kind]:g} h before grout"
