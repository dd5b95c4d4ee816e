"""One line of what a job takes, and the steps that lines are reckoned with."""

from typing import Literal

from pydantic import Field

from pennant.core.products import Product
from pennant.core.settings import Settings, field_of, meta
from pennant.core.sticks import Stick
from pennant.core.values import Value
from pennant.core.working import Working, given, step

Group = Literal["tile", "wall", "setting", "edges", "grouting", "devices", "protection", "tools"]
GROUPS: tuple[Group, ...] = (
    "tile", "wall", "setting", "edges", "grouting", "devices", "protection", "tools",
)  # fmt: skip
"""In the order in which one walks through a shop."""
LineId = Literal[
    "tiles", "boxes", "border", "border-boxes", "adhesive", "adhesive-water", "adhesive-batches",
    "grout", "grout-water", "grout-batches", "sealant", "trim", "spacers", "wedges", "batten",
    "batten-screws", "primer", "sealer", "patch", "extenders", "device-screws", "sheeting", "tape",
    "sponges", "buckets", "gloves", "blade",
]  # fmt: skip
MM2_PER_M2 = 1e6
MM_PER_M = 1e3


class Quantity(Value):
    """One line: ``amount`` to have, ``to_get`` after what is in hand, and how it was reckoned.

    ``price`` is of one unit. ``sticks`` is the cutting plan of trim.
    """

    id: LineId
    group: Group
    amount: float
    unit: str
    working: Working
    beside: Working | None = None
    to_get: float
    price: float | None = None
    sticks: tuple[Stick, ...] = Field(default=())


def line(
    id_: LineId,
    group: Group,
    working: Working,
    *,
    beside: Working | None = None,
    price: float | None = None,
    sticks: tuple[Stick, ...] = (),
) -> Quantity:
    """Return a line of which nothing is in hand yet."""
    return Quantity(
        id=id_, group=group, amount=working.value, unit=working.unit, working=working,
        beside=beside, to_get=working.value, price=price, sticks=sticks,
    )  # fmt: skip


def of_job(value: float, unit: str, source: str) -> Working:
    """Return a field of the job as an input."""
    return given(source.split(".")[-1].replace("_", " "), value, unit, source)


def setting(settings: Settings, name: str) -> Working:
    """Return a setting as an input; its label is its name and its unit comes with it."""
    unit = str(meta(name)["unit"])
    assert field_of(name).description, name
    return given(name.replace("_", " "), getattr(settings, name), unit, f"settings.{name}")


def by_sheet(product: Product | None, field: str, settings: Settings, name: str) -> Working:
    """Return what a product's sheet says, or the setting where it says nothing."""
    value = getattr(product, field, None)
    if product is None or value is None:
        return setting(settings, name)
    unit = str(meta(name)["unit"])
    return given(name.replace("_", " "), value, unit, f"sheet: {product.name}")


def with_waste(working: Working, settings: Settings, name: str) -> Working:
    """Return what is needed and what is wasted on top of it."""
    waste = step("product", "waste", working.unit, working, setting(settings, name))
    return step("sum", f"{working.label} with waste", working.unit, working, waste)


def packs(need: Working, label: str, pack: Working) -> Working:
    """Return whole packs that cover a need."""
    return step("round-up", label, label, step("quotient", f"{label}, exactly", label, need, pack))


def square_metres(label: str, mm2: float) -> Working:
    """Return an area of the plan as an input."""
    return given(label, mm2 / MM2_PER_M2, "m2", "plan")


def metres(label: str, mm: float) -> Working:
    """Return a length of the plan as an input."""
    return given(label, mm / MM_PER_M, "m", "plan")
