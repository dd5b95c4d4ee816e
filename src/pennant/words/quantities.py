"""Each line of what it takes in words: the amount to get, and the number that people know it by."""

from collections.abc import Iterator

from pennant.core.job import Job
from pennant.core.lengths import MM_PER_INCH
from pennant.core.notch import notch_for
from pennant.core.plan import Plan
from pennant.core.quantities import Quantity
from pennant.core.values import Value
from pennant.core.working import Working

_NAMES = {
    "tiles": "Tile", "boxes": "Boxes of tile", "grout": "Grout", "adhesive": "Adhesive",
    "sealant": "Sealant",
}  # fmt: skip
_ONE = {"tiles": "tile", "boxes": "box", "bags": "bag", "cartridges": "cartridge"}
_M_PER_FOOT = 12 * MM_PER_INCH / 1000


class SaidQuantity(Value):
    """One line of what it takes, in words; its working is in the plan."""

    id: str
    name: str
    amount: str
    gist: str


def said_quantities(job: Job, plan: Plan) -> Iterator[SaidQuantity]:
    """Yield the plan's quantities in words, in their order."""
    for quantity in plan.quantities:
        unit = _ONE[quantity.unit] if quantity.amount == 1 else quantity.unit
        yield SaidQuantity.model_construct(
            id=quantity.id, name=_NAMES[quantity.id], amount=f"{quantity.amount:g} {unit}",
            gist=_gist(job, plan, quantity),
        )  # fmt: skip


def _gist(job: Job, plan: Plan, quantity: Quantity) -> str:
    match quantity.id:
        case "tiles":
            full = len(plan.pieces) - plan.cut
            thumb = quantity.beside.value if quantity.beside else 0
            return f"{full} full and {plan.cut} cut pieces; by rule of thumb {thumb:g}"
        case "boxes":
            return f"{job.tile.per_box} in a box"
        case "grout":
            return f"{_need(quantity)} for {_area(job, plan.areas.joints)} of joint"
        case "adhesive":
            notch = notch_for(job.tile.length, job.tile.height)
            return f"{_need(quantity)} with a {notch.name} notch"
        case "sealant":
            # A step may stand twice in a working (itself, and in its own waste): count it once.
            runs = {w.label: w.value for w in _steps(quantity.working) if w.unit == "m"}
            return f"{_length(job, sum(runs.values()))} of bead, {_need(quantity)}"


def _need(quantity: Quantity) -> str:
    need = quantity.working.terms[0].terms[0]
    return f"{need.value:.1f} {need.unit}" if need.unit == "kg" else f"{need.value:.0f} {need.unit}"


def _area(job: Job, mm2: float) -> str:
    if job.units == "in":
        return f"{mm2 / (12 * MM_PER_INCH) ** 2:.1f} sq ft"
    return f"{mm2 / 1e6:.2f} m²"


def _length(job: Job, metres: float) -> str:
    return f"{metres / _M_PER_FOOT:.1f} ft" if job.units == "in" else f"{metres:.1f} m"


def _steps(working: Working) -> Iterator[Working]:
    yield working
    for term in working.terms:
        yield from _steps(term)
