"""What the wall, the devices and the room take: primer, sealer, patch, extenders, protection."""

import math
from collections.abc import Iterator, Sequence

from pennant.core.field import Field
from pennant.core.job import Job
from pennant.core.kitchen import build_up
from pennant.core.products import Coating
from pennant.core.quantity import (
    MM_PER_M,
    Group,
    LineId,
    Quantity,
    by_sheet,
    line,
    packs,
    setting,
    square_metres,
)
from pennant.core.survey import Device, Wall, Zone, zones_of
from pennant.core.tools import tools_for
from pennant.core.working import Working, given, step

PRIMED = ("painted board", "old tile", "laminate", "plywood")
"""What is primed before thinset, so that it holds."""


def around(job: Job, fields: Sequence[Field], field_area: float) -> Iterator[Quantity]:
    """Yield what is needed besides tile and what joins it; areas in mm2."""
    zones = list(zones_of(job.walls))
    area = square_metres("field", field_area)
    primed = any(zone.made_of in PRIMED for _, zone in zones)
    if primed or (job.products.primer and not zones):
        yield _coating(job, "primer", "wall", job.products.primer, area, times=1)
    yield from _patch(job, zones)
    if job.tile.porous:
        # Once before it is grouted and once after: the face, then face and joints.
        yield _coating(job, "sealer", "grouting", job.products.sealer, area, times=2)
    yield from _devices(job)
    yield from _protection(job, fields)
    yield from _tools(job)


def _coating(
    job: Job, id_: LineId, group: Group, product: Coating | None, area: Working, times: int
) -> Quantity:
    """Area x coats x times / cover, in whole tins."""
    coats = given("coats", (product.coats if product else 1) * times, "coats",
                  f"sheet: {product.name}" if product else "plan")  # fmt: skip
    painted = step("product", "to coat", "m2", area, coats)
    need = step("quotient", "needed", "litres", painted,
                by_sheet(product, "cover", job.settings, "coat_cover"))  # fmt: skip
    pack = by_sheet(product, "pack", job.settings, "coat_pack")
    return line(id_, group, packs(need, "tins", pack), price=product.price if product else None)


def _patch(job: Job, zones: Sequence[tuple[Wall, Zone]]) -> Iterator[Quantity]:
    """Half the gap under the straightedge over each stretch that is too wavy for the bed."""
    hollows = []
    for wall, zone in zones:
        if zone.flat > job.settings.flat_within:
            face = square_metres(f"face of {zone.id}", zone.width * wall.top.height)
            half = given(f"half the gap at {zone.id}", zone.flat / 2, "mm", "survey")
            hollows.append(step("product", f"patch at {zone.id}", "litres", face, half))
    if hollows:
        yield line("patch", "wall", step("sum", "patch", "litres", *hollows))


def _devices(job: Job) -> Iterator[Quantity]:
    """An extender and two longer screws for each gang, where tile and bed build the wall up."""
    forward = build_up(job)
    gangs = sum(thing.gangs for wall in job.walls for thing in wall.things
                if isinstance(thing, Device))  # fmt: skip
    if not gangs or forward <= job.settings.extend_over:
        return
    count = given("gangs", gangs, "gangs", "survey")
    one = given("extenders a gang", 1, "extenders", "plan")
    two = given("screws a gang", 2, "screws", "plan")
    yield line("extenders", "devices", step("product", "extenders", "extenders", count, one))
    yield line("device-screws", "devices", step("product", "screws", "screws", count, two))


def _protection(job: Job, fields: Sequence[Field]) -> Iterator[Quantity]:
    """Sheeting over the counter, and tape along its edge and the cabinets'."""
    counter = sum(
        length
        for field in fields
        for (_, side), (length, gap) in field.contacts.items()
        if gap.edge == "counter" and side == "bottom"
    )
    if counter <= 0:
        return
    run = given("counter", counter / MM_PER_M, "m", "plan")
    wide = step("quotient", "wide", "m", setting(job.settings, "sheet_width"),
                given("mm in a m", MM_PER_M, "mm a m", "plan"))  # fmt: skip
    yield line("sheeting", "protection", step("product", "sheeting", "m2", run, wide))
    cabinets = sum(
        length for field in fields for (length, gap) in field.contacts.values()
        if gap.edge == "overhead"
    )  # fmt: skip
    along = given("cabinets", cabinets / MM_PER_M, "m", "plan")
    yield line("tape", "protection", step("sum", "tape", "m", run, along))


def _tools(job: Job) -> Iterator[Quantity]:
    """What is used up by the method: nothing is mixed or grouted with stick-on panels."""
    if job.tile.material == "stick-on":
        return
    counts: tuple[tuple[LineId, int, str], ...] = (
        ("sponges", 2, "sponges"), ("buckets", 2, "buckets"), ("gloves", 2, "pairs"),
    )  # fmt: skip
    for id_, count, unit in counts:
        yield line(id_, "tools", given(unit, count, unit, "method"))
    if "wet saw" in tools_for("notch", job.tile.material):
        suited = "glass blade" if job.tile.material == "glass" else "blade"
        yield line("blade", "tools", given(suited, 1, suited, "method"))


def screw_length(job: Job, old: float) -> float:
    """Return the length (mm) of a device's screw: the old one's and what the wall has come forward,
    the next 5 mm up.
    """
    return math.ceil(round((old + build_up(job)) / 5, 6)) * 5.0
