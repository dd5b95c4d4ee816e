"""What could hold the tile, and what could fill its joints, side by side for one job: packs, cost,
mixing, hours, waiting, what is used besides, what is against.

Each is reckoned by planning the job with it; nothing is kept.
"""

from collections.abc import Iterable, Iterator, Mapping
from typing import Literal

from pennant.core.document.job import Job
from pennant.core.document.notch import notch_of
from pennant.core.document.products import SET_HOURS, Adhesive, Grout, Mat
from pennant.core.document.values import Value
from pennant.core.plan import Plan, plan
from pennant.core.takes.mixing import pieces_an_hour
from pennant.core.takes.quantity import LineId
from pennant.core.takes.suitability import unsuited
from pennant.words.names import Names
from pennant.words.quantities import SaidQuantity, said_quantities
from pennant.words.suits import said_unsuited


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


def methods(job: Job, products: Iterable[Adhesive | Mat | Grout]) -> Iterator[Method]:
    """Yield each adhesive, mat and grout as it would be on this job, in the order given."""
    bare = {False: held_by(job, None), True: filled_with(job, None)}
    for product in products:
        fills = isinstance(product, Grout)
        before = {one.rule for one in unsuited(bare[fills])}
        tried = _with(job, product)
        made = plan(tried)
        said = {line.id: line for line in said_quantities(tried, made)}
        line = said.get("grout") if fills else said.get("adhesive") or said.get("mat")
        batches = said.get("grout-batches" if fills else "adhesive-batches")
        yield Method(
            does="fills" if fills else "holds",
            name=product.name, kind="mat" if isinstance(product, Mat) else product.kind,
            packs=line.amount if line else "none", cost=line.cost if line else None,
            whole=round(sum(one.cost or 0.0 for one in said.values()), 2),
            batches=_mixing(product, batches), hours=_hours(tried, made, product),
            wait=_wait(product, job.times.water_after),
            besides=tuple(_besides(tried, product, said)),
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


def _with(job: Job, product: Adhesive | Mat | Grout) -> Job:
    if isinstance(product, Grout):
        return filled_with(job, product)
    return held_by(job, product)


def filled_with(job: Job, grout: Grout | None) -> Job:
    """Return the job with its joints filled with a grout; with nothing said, for None."""
    products = job.products.model_copy(update={"grout": grout})
    return job.model_copy(update={"products": products})


def _hours(job: Job, made: Plan, product: Adhesive | Mat | Grout) -> str:
    """Hours of two hands: setting by the tile's size, mixing each batch, hanging a mat."""
    square_metres = sum(surface.areas.pieces + surface.areas.joints for surface in made.surfaces)
    square_metres /= 1e6
    batches = {line.id: line.amount for line in made.quantities if line.id.endswith("-batches")}
    if isinstance(product, Grout):
        hours = square_metres / job.settings.grout_pace
        hours += batches.get("grout-batches", 0.0) * job.times.mix_grout / 60
        return f"{hours:.1f} h to grout"
    hours = len(made.pieces) / pieces_an_hour(job).value
    hours += batches.get("adhesive-batches", 0.0) * job.times.mix_each / 60
    if isinstance(product, Mat):
        hours += square_metres / job.times.mat_pace
    return f"{hours:.1f} h to set"


def _besides(
    job: Job, product: Adhesive | Mat | Grout, said: Mapping[str, SaidQuantity]
) -> Iterator[str]:
    """The tools for it, and what is used up or laid out with them."""
    if isinstance(product, Grout):
        yield "a rubber float"
        used: tuple[LineId, ...] = ("sponges", "buckets", "gloves")
    elif isinstance(product, Mat):
        yield "a knife and a float to press it on"
        used = ("blade",)
    elif product.kind == "construction":
        yield "a cartridge gun"
        used = ("gloves", "blade")
    else:
        yield f"a {notch_of(job.tile).name} notched trowel"
        used = ("buckets", "gloves", "sheeting", "blade") if product.powder else (
            "gloves", "sheeting", "blade")  # fmt: skip
    for id_ in used:
        if id_ in said:
            of = f" of {id_}" if id_ in ("gloves", "sheeting") else ""
            yield f"{said[id_].amount}{of}"


def _mixing(holder: Adhesive | Mat | Grout, batches: SaidQuantity | None) -> str:
    if isinstance(holder, Mat):
        return "none: cut and pressed on"
    return batches.amount if batches else "ready-mixed"


def _wait(holder: Adhesive | Mat | Grout, water_after: float) -> str:
    if isinstance(holder, Grout):
        return f"{holder.water_hours or water_after:g} h before it gets wet"
    if isinstance(holder, Mat):
        return "none: grout the same day"
    return f"{holder.set_hours or SET_HOURS[holder.kind]:g} h before grout"
