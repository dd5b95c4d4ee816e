"""One line of what a job takes, and the steps that lines are reckoned with."""

from typing import Annotated, Literal

from pydantic import Field

from pennant.core.document.products import Goods, Product
from pennant.core.document.settings import Settings, field_of, meta
from pennant.core.document.times import Times, time_meta
from pennant.core.document.values import Value
from pennant.core.geometry.tolerance import tidy
from pennant.core.takes.sticks import Stick
from pennant.core.takes.strips import Strip
from pennant.core.takes.working import Working, given, step

Group = Literal["tile", "wall", "setting", "edges", "grouting", "devices", "protection", "tools"]
GROUPS: tuple[Group, ...] = (
    "tile",
    "wall",
    "setting",
    "edges",
    "grouting",
    "devices",
    "protection",
    "tools",
)
"""In the order in which one walks through a shop."""
LineId = Literal[
    "tiles",
    "boxes",
    "border",
    "border-boxes",
    "adhesive",
    "adhesive-water",
    "adhesive-batches",
    "counter-adhesive",
    "counter-adhesive-water",
    "counter-adhesive-batches",
    "mat",
    "grout",
    "grout-water",
    "grout-batches",
    "sealant",
    "trim",
    "spacers",
    "wedges",
    "batten",
    "batten-screws",
    "gap-screws",
    "primer",
    "sealer",
    "patch",
    "boards",
    "board-screws",
    "extenders",
    "device-spacers",
    "device-screws",
    "sheeting",
    "tape",
    "sponges",
    "buckets",
    "gloves",
    "blade",
    "edge-adhesive",
    "layer-screws",
]
Mixable = Literal["adhesive", "counter-adhesive", "grout"]
"""What is mixed with water, by the line of its powder."""
MM2_PER_M2 = 1e6
MM_PER_M = 1e3


AreaLine = Annotated[str, Field(pattern=r"^(tiles|boxes|layers)@[^@]{1,80}$")]
"""Tiles and boxes of an area, a liner, a counter or its edge, by what they are called by, such as
``tiles@panel``; and sheets of a counter's layers: ``layers@counter.1``."""


class Amount(Value):
    """So much of something."""

    value: float
    unit: str


class Mix(Value):
    """One batch of what is mixed with water: kilograms of powder, litres of water and of what they
    make, minutes that it lives, square metres that it covers, and how many batches there are before
    they are rounded up.
    """

    of: Mixable
    powder: float
    water: float
    makes: float
    lives: float
    covers: float
    exactly: float


class Quantity(Value):
    """One line: ``amount`` to have, ``to_get`` after what is in hand, and how it was reckoned.

    ``price`` and ``weight`` (kg) are of one unit. ``need`` is what whole packs are bought for, and
    ``left`` what they hold over it. ``each`` is what one of what a line is for takes or covers:
    spacers of a piece, litres of sealer of a stage, square metres of a batch; ``run`` is metres of
    bead, ``mix`` one batch. ``used`` are the tiles or sheets in boxes that the plan uses; the rest
    of the need is for breakage. ``sticks`` is the cutting plan of trim, ``strips`` that of a mat.
    """

    id: LineId | AreaLine
    group: Group
    amount: float
    unit: str
    working: Working
    beside: Working | None = None
    to_get: float
    price: float | None = None
    weight: float | None = None
    need: Amount | None = None
    left: float = 0.0
    each: float | None = None
    run: float | None = None
    used: float | None = None
    mix: Mix | None = None
    sticks: tuple[Stick, ...] = Field(default=())
    strips: tuple[Strip, ...] = Field(default=())


def line(
    id_: LineId | AreaLine,
    group: Group,
    working: Working,
    *,
    beside: Working | None = None,
    product: Product | None = None,
    price: float | None = None,
    weight: float | None = None,
    each: float | None = None,
    run: float | None = None,
    mix: Mix | None = None,
    sticks: tuple[Stick, ...] = (),
    strips: tuple[Strip, ...] = (),
) -> Quantity:
    """Return a line of which nothing is in hand yet; price and weight are the product's, if any."""
    need, left = needed(working)
    return Quantity(
        id=id_,
        group=group,
        amount=working.value,
        unit=working.unit,
        working=working,
        beside=beside,
        to_get=working.value,
        price=product.price if product else price,
        weight=product.heavy if product else weight,
        need=need,
        left=left,
        each=each,
        run=run,
        mix=mix,
        sticks=sticks,
        strips=strips,
    )


def needed(working: Working) -> tuple[Amount | None, float]:
    """Return what `packs` cover and what they hold over it; none and nothing for anything else."""
    if working.op != "round-up" or working.terms[0].op != "quotient":
        return None, 0.0
    need, pack = working.terms[0].terms
    over = tidy(max(working.value * pack.value - need.value, 0.0))
    return Amount(value=need.value, unit=need.unit), over


def of_job(value: float, unit: str, source: str) -> Working:
    """Return a field of the job as an input."""
    return given(source.split(".")[-1].replace("_", " "), value, unit, source)


def setting(settings: Settings, name: str) -> Working:
    """Return a setting as an input; its label is its name and its unit comes with it."""
    unit = str(meta(name)["unit"])
    assert field_of(name).description, name
    return given(name.replace("_", " "), getattr(settings, name), unit, f"settings.{name}")


def time_of(times: Times, name: str) -> Working:
    """Return one of the times as an input, as `setting` does."""
    unit = str(time_meta(name)["unit"])
    return given(name.replace("_", " "), getattr(times, name), unit, f"times.{name}")


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


def by_the_pack(
    id_: LineId, group: Group, need: Working, product: Goods | None, label: str = "packs"
) -> Quantity:
    """Return a line in whole packs where a product is chosen, else in what it is counted by."""
    if product is None:
        return line(id_, group, need)
    pack = given("in a pack", product.pack, need.unit, f"sheet: {product.name}")
    return line(id_, group, packs(need, label, pack), product=product)


def square_metres(label: str, mm2: float) -> Working:
    """Return an area of the plan as an input."""
    return given(label, mm2 / MM2_PER_M2, "m2", "plan")


def metres(label: str, mm: float, source: str = "plan") -> Working:
    """Return a length, of the plan if nothing else is said, as an input."""
    return given(label, mm / MM_PER_M, "m", source)


def in_metres(label: str, mm: Working) -> Working:
    """Return a length that was given in mm in metres."""
    return step("quotient", label, "m", mm, given("mm in a m", MM_PER_M, "mm a m", "plan"))
