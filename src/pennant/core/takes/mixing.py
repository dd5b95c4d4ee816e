"""What is mixed: grout and adhesive, their water, and in what batches."""

from collections.abc import Iterator, Sequence

from pennant.core.cuts.sheets import sheet_size
from pennant.core.document.job import Job
from pennant.core.document.module import module_of
from pennant.core.document.notch import MIDDLE_FACE, V_5_4, bed_of, notch_of
from pennant.core.document.pattern import Courses, Herringbone
from pennant.core.takes.quantity import (
    MM2_PER_M2,
    Quantity,
    by_sheet,
    line,
    of_job,
    packs,
    setting,
    square_metres,
    time_of,
    with_waste,
)
from pennant.core.takes.working import Working, given, step

MINUTES = given("minutes an hour", 60, "minutes", "plan")
PACED_FACE = 203.2 * 63.5
"""Square millimetres: the tile that `pace` is meant for, 8 x 2 1/2 in."""
SLOWER = 0.45
"""How pieces an hour fall with the size of a piece: eight times as large, two fifths as many."""
LEAST_AN_HOUR = 0.2
"""Square metres: chips too small to be set one by one come on sheets."""
LAST_SHARED = 0.05
"""Of a batch: so little more is mixed into the others."""


def mixes(
    job: Job, field_area: float, joint_area: float, pieces: int, hollows: Sequence[Working] = ()
) -> Iterator[Quantity]:
    """Yield adhesive and grout with their water and batches; areas in mm2, ``pieces`` a count.

    ``hollows`` are the litres that the bed fills where the wall is wavy, stretch by stretch.
    """
    if job.products.mat is None:
        yield from _adhesive(job, field_area, pieces, hollows)
    if job.tile.material != "stick-on" and joint_area > 0:
        yield from _grout(job, field_area, joint_area)


def _adhesive(
    job: Job, field_area: float, pieces: int, hollows: Sequence[Working]
) -> Iterator[Quantity]:
    """Field area x (combed bed + keyed coat, + back-butter) and hollows, x density; or so many dabs
    a piece.
    """
    if job.tile.material == "stick-on":
        return
    settings, product = job.settings, job.products.adhesive
    area = square_metres("field", field_area)
    each = _bed(job)
    dabbed = product is not None and product.kind == "construction"
    litres = _dabs(job, pieces) if dabbed else step("product", "mixed", "litres", area, each)
    if hollows and not dabbed:
        litres = step("sum", "mixed, hollows filled", "litres", litres, *hollows)
    density = by_sheet(product, "density", settings, "adhesive_density")
    weighed = "powder" if product is None or product.powder else "as sold"
    powder = step("product", weighed, "kg", litres, density)
    need = with_waste(powder, settings, "adhesive_waste")
    if product is not None and product.covers is not None:
        spread = with_waste(area, settings, "adhesive_waste")
        covers = given("a pack covers", product.covers, "m2", f"sheet: {product.name}")
        bought = packs(spread, "packs", covers)
    else:
        bought = packs(need, "packs" if product and not product.powder else "bags",
                       by_sheet(product, "pack", settings, "adhesive_pack"))  # fmt: skip
    yield line("adhesive", "setting", bought, product=product)
    if product is None or product.powder:
        water = step("product", "water", "litres", need,
                     by_sheet(product, "water", settings, "adhesive_water"))  # fmt: skip
        yield line("adhesive-water", "setting", water)
        yield line("adhesive-batches", "setting", _batches(job, area, each))


def _dabs(job: Job, pieces: int) -> Working:
    """Construction adhesive is not combed: dabs on the back of each piece."""
    ml = step(
        "product", "in dabs", "ml", given("pieces", pieces, "pieces", "plan"),
        setting(job.settings, "dabs_each"), setting(job.settings, "dab"),
    )  # fmt: skip
    return step("quotient", "in dabs", "litres", ml, given("ml a litre", 1000, "ml", "plan"))


def mixed_for(job: Job, area: float) -> tuple[float, float]:
    """Return the kilograms of powder and the litres of water that are mixed to set an area (m2),
    with what is wasted.
    """
    settings, product = job.settings, job.products.adhesive
    litres = _bed(job).value * area * (1 + settings.adhesive_waste)
    powder = litres * by_sheet(product, "density", settings, "adhesive_density").value
    return powder, powder * by_sheet(product, "water", settings, "adhesive_water").value


def _bed(job: Job) -> Working:
    """Litres a square metre: the comb's bed, the keyed coat, the back if buttered."""
    notch = notch_of(job.tile)
    bed = given(f"bed of a {notch.name} notch", bed_of(notch), "litres a m2", "notch")
    terms = [bed, setting(job.settings, "keyed_coat")]
    if job.settings.bed_thickness > 0:
        measured = job.settings.bed_thickness
        terms = [given("bed as measured", measured, "litres a m2", "settings.bed_thickness")]
    large = job.tile.length * job.tile.height > MIDDLE_FACE
    stone = job.tile.material == "stone" and notch != V_5_4 and job.tile.sheet is None
    if large or stone:
        terms.append(setting(job.settings, "back_butter"))
    return step("sum", "bed and keyed coat", "litres a m2", *terms)


def _batches(job: Job, area: Working, each: Working) -> Working:
    """Batches = field / what two hands set before one stiffens: pot life x the area of an hour."""
    life = pot_life_of(job)
    hours = step("quotient", "hours of a batch", "hours", life, MINUTES)
    covered = step("product", "set from a batch", "m2", hours, _hourly(job))
    litres = step("product", "mixed at a time", "litres", covered, each)
    batches = step("quotient", "batches, exactly", "batches",
                   step("product", "mixed", "litres", area, each), litres)  # fmt: skip
    return _whole_batches(batches)


def pieces_an_hour(job: Job) -> Working:
    """Return how many pieces two hands set in an hour, the cuts being ready.

    A larger piece takes longer, though not in proportion; a pattern without courses takes longer
    again; and a hand that has done it more often is quicker.
    """
    face, chips = job.tile.length * job.tile.height, 1
    size = sheet_size(job.tile, job.pattern)
    if size is not None:
        face, chips = size.width * size.height, size.chips
    share = (PACED_FACE / face) ** SLOWER
    terms = [setting(job.settings, "pace"), given("for its size", share, "times", "pace")]
    if size is not None:
        # A sheet is set as it comes, whatever its pattern.
        terms.append(given("chips on a sheet", chips, "chips", "plan"))
    elif isinstance(job.pattern, Herringbone):
        terms.append(time_of(job.times, "herringbone_pace"))
    elif not isinstance(job.pattern, Courses):
        terms.append(time_of(job.times, "lattice_pace"))
    if job.schedule.skill == "first kitchen":
        terms.append(time_of(job.times, "first_kitchen"))
    elif job.schedule.skill == "every week":
        terms.append(time_of(job.times, "every_week"))
    return step("product", "pieces an hour", "pieces an hour", *terms)


def _hourly(job: Job) -> Working:
    """The area that is set in an hour: pieces x what one covers; chips are set by the sheet."""
    module = module_of(job)
    one = module.across * module.up / MM2_PER_M2
    tile = given("a tile and its joint", one, "m2", "tile")
    plain = step("product", "set in an hour", "m2", pieces_an_hour(job), tile)
    if plain.value >= LEAST_AN_HOUR:
        return plain
    return given("set in an hour, as sheets", LEAST_AN_HOUR, "m2", "pace")


def pot_life_of(job: Job) -> Working:
    """Return how many minutes a batch of adhesive can be spread."""
    product = job.products.adhesive
    if product is not None and product.pot_life is None and product.kind == "quick thinset":
        return setting(job.settings, "quick_pot_life")
    return by_sheet(product, "pot_life", job.settings, "pot_life")


def _whole_batches(exactly: Working) -> Working:
    """Batches of one size: the last few hundredths are shared among the others."""
    if exactly.value <= 1:
        return step("round-up", "batches", "batches", exactly)
    share = given("shared among the others", LAST_SHARED, "batches", "plan")
    less = step("less", "batches, shared", "batches", exactly, share)
    return step("round-up", "batches", "batches", less)


def _grout(job: Job, field_area: float, joint_area: float) -> Iterator[Quantity]:
    """Joint area x depth left open x density. An area in m2 by a depth in mm is litres."""
    settings, product = job.settings, job.products.grout
    rise = min(settings.bed_rise, job.tile.thickness)
    depth = step(
        "less", "depth to fill", "mm", of_job(job.tile.thickness, "mm", "tile.thickness"),
        given("bed rise", rise, "mm", "settings.bed_rise"),
    )  # fmt: skip
    litres = step("product", "to fill", "litres", square_metres("joints", joint_area), depth)
    density = by_sheet(product, "density", settings, "grout_density")
    powder = step("product", "powder", "kg", litres, density)
    need = with_waste(powder, settings, "grout_waste")
    pack = by_sheet(product, "pack", settings, "grout_pack")
    ready = product is not None and product.kind == "ready-mixed"
    yield line("grout", "grouting", packs(need, "packs" if ready else "bags", pack),
               product=product)  # fmt: skip
    if ready:
        return
    water = by_sheet(product, "water", settings, "grout_water")
    yield line("grout-water", "grouting", step("product", "water", "litres", need, water))
    life = by_sheet(product, "pot_life", settings, "grout_life")
    hours = step("quotient", "hours of a batch", "hours", life, MINUTES)
    covered = step("product", "grouted from a batch", "m2", hours, setting(settings, "grout_pace"))
    exactly = step("quotient", "batches, exactly", "batches",
                   square_metres("field", field_area), covered)  # fmt: skip
    yield line("grout-batches", "grouting", step("round-up", "batches", "batches", exactly))
