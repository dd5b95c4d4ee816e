"""What is mixed: grout and adhesive, their water, and in what batches."""

import math
from collections.abc import Iterator, Mapping, Sequence
from typing import Literal

from pennant.core.cuts.sheets import sheet_size
from pennant.core.document.job import Job
from pennant.core.document.notch import MIDDLE_FACE, V_5_4, bed_of
from pennant.core.document.pattern import Courses, Herringbone
from pennant.core.document.settings import Settings
from pennant.core.document.tile import Ledger, Tile
from pennant.core.document.tiles import FIELD, tiles_of
from pennant.core.fixing.method_of import buys_for_counters, comb_of, counter_job, method_of
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.layout.lattice_of import face_of, room_of
from pennant.core.layout.pieces import Piece
from pennant.core.takes.counters import bedded_layers, counter_tiles, on_wood
from pennant.core.takes.quantity import (
    MM2_PER_M2,
    LineId,
    Mix,
    Mixable,
    Quantity,
    by_sheet,
    in_metres,
    line,
    of_job,
    packs,
    setting,
    square_metres,
    time_of,
    with_waste,
)
from pennant.core.takes.working import Working, given, step

NO_JOINT = 1.0
"""Square millimetres: joints of no width come to less than this by rounding."""
LEAST_MIXED = 0.01
"""Litres: nobody mixes less at a time, whatever a bed of a hair's breadth would take."""
LEAST_POWDER = 0.1
"""Kilograms: less than a cup cannot be measured or mixed evenly, however few pieces are left."""
MINUTES = given("minutes an hour", 60, "minutes", "plan")
SQUARE_FOOT = 92_903.0
"""Square millimetres."""
SMALL_BACK = 2_500.0
"""Square millimetres, 4 sq in: the back of a piece that takes one dab."""
PACED_FACE = 203.2 * 63.5
"""Square millimetres: the tile that `pace` is meant for, 8 x 2 1/2 in."""
SLOWER = 0.45
"""How pieces an hour fall with the size of a piece: eight times as large, two fifths as many."""
LEAST_AN_HOUR = 0.2
"""Square metres: chips too small to be set one by one come on sheets."""
WATER_SWELLS = 0.5
"""Of its water, so much adds to what grout comes to; the rest fills the powder's own pores."""
POINTED_FROM = 6.0
"""Millimetres: a nozzle goes into a joint so wide."""
WATER: dict[Mixable, LineId] = {
    "adhesive": "adhesive-water",
    "counter-adhesive": "counter-adhesive-water",
    "grout": "grout-water",
}
"""The line of the water of each."""
BATCHES: dict[Mixable, LineId] = {
    "adhesive": "adhesive-batches",
    "counter-adhesive": "counter-adhesive-batches",
    "grout": "grout-batches",
}
"""The line of the batches of each."""
LAST_SHARED = 0.05
"""Of a batch: so little more is mixed into the others."""


def mixes(
    job: Job,
    field_area: float,
    pieces: Sequence[Piece],
    joints: Mapping[str, float],
    hollows: Sequence[Working] = (),
) -> Iterator[Quantity]:
    """Yield adhesive and grout with their water and batches; areas in mm2.

    ``joints`` are the joints' areas by tile, ``hollows`` the litres that the bed fills where the
    wall is wavy, stretch by stretch.
    """
    tiles = {of: one.tile for of, one in tiles_of(job).items()}
    glued, counters = on_wood(job), counter_tiles(job)
    bedded = {
        of: tile for of, tile in tiles.items() if tile.material != "stick-on" and of not in glued
    }
    # A mat is for walls: a counter's tile has a bed.
    method = method_of(job)
    combed = {of: tile for of, tile in bedded.items() if method.id != "mat" or of in counters}
    if method.id == "glue and dabs":
        yield _in_dabs(job, _dabs_behind(job, [one for one in pieces if one.of == FIELD]))
    apart = counters if buys_for_counters(job) else frozenset[str]()
    areas, layers = areas_by_tile(job, field_area, pieces, joints), bedded_layers(job)
    if walls := {of: tile for of, tile in combed.items() if of not in apart}:
        under = (*(hollows if FIELD in walls else ()), *(() if apart else layers))
        yield from _adhesive(job, areas, walls, pieces, under)
    if tops := {of: tile for of, tile in combed.items() if of in apart}:
        there = counter_job(job)
        yield from _adhesive(there, areas, tops, pieces, layers, of="counter-adhesive")
    grouted = bedded | {of: tiles[of] for of in glued}
    filled = {of: area for of, area in joints.items() if of in grouted and area > NO_JOINT}
    if filled:
        yield from _grout(job, field_area, filled, grouted, pieces)
    elif job.tile.ledger is not None and job.tile.ledger.gaps > 0:
        yield _gaps(job, job.tile.ledger)


def is_pointed(job: Job) -> bool:
    """Return whether joints are filled from a bag and struck, as brick's wide ones are: a float
    would rub grout into its rough face for good.
    """
    return job.tile.material == "brick" and job.pattern.joint >= POINTED_FROM - EPS


def areas_by_tile(
    job: Job, field_area: float, pieces: Sequence[Piece], joints: Mapping[str, float]
) -> dict[str, float]:
    """Return the area that each tile of a job covers with its joints (mm2); the field has the
    rest.
    """
    found = {of: joints.get(of, 0.0) for of in tiles_of(job) if of != FIELD}
    for piece in pieces:
        if piece.of != FIELD:
            found[piece.of] += piece.area
    return {FIELD: field_area - sum(found.values()), **found}


def _adhesive(
    job: Job,
    areas: Mapping[str, float],
    bedded: Mapping[str, Tile],
    pieces: Sequence[Piece],
    hollows: Sequence[Working],
    of: Literal["adhesive", "counter-adhesive"] = "adhesive",
) -> Iterator[Quantity]:
    """Area x (combed bed + keyed coat, + back-butter) and hollows, x density; or so many dabs a
    piece.
    """
    settings, product = job.settings, job.products.adhesive
    beds = {name: _bed(job, tile) for name, tile in bedded.items()}
    area = square_metres("field", sum(areas[tile] for tile in beds))
    rates = {tile: (areas[tile], beds[tile]) for tile in beds}
    combed = _by_tile("mixed", "litres", "field", rates)
    each = beds.get(FIELD) or next(iter(beds.values()))
    dabbed = product is not None and product.kind == "construction"
    count = _dabs_behind(job, [piece for piece in pieces if piece.of in bedded])
    litres = _dabs(job, count) if dabbed else combed
    if hollows and not dabbed:
        litres = step("sum", "mixed, hollows filled", "litres", litres, *hollows)
    density = by_sheet(product, "density", settings, "adhesive_density")
    weighed = "powder" if product is None or product.powder else "as sold"
    powder = step("product", weighed, "kg", litres, density)
    need = with_waste(powder, settings, "adhesive_waste")
    if product is not None and product.covers is not None:
        wanted = with_waste(area, settings, "adhesive_waste")
        covers = given("a pack covers", product.covers, "m2", f"sheet: {product.name}")
        bought = packs(wanted, "packs", covers)
    elif dabbed and product is not None:
        # Sold by volume, in tubes and cartridges.
        held = product.litres or product.pack / density.value
        in_pack = given("in a pack", held, "litres", f"sheet: {product.name}")
        bought = packs(with_waste(litres, settings, "adhesive_waste"), "packs", in_pack)
    else:
        bought = packs(
            need,
            "packs" if product and not product.powder else "bags",
            by_sheet(product, "pack", settings, "adhesive_pack"),
        )
    yield line(of, "setting", bought, product=product)
    if product is None or product.powder:
        water = step(
            "product",
            "water",
            "litres",
            need,
            by_sheet(product, "water", settings, "adhesive_water"),
        )
        yield line(WATER[of], "setting", water)
        covered, batches = _batches(job, combed, each)
        mix = _mix(
            of,
            batches.terms[0],
            need,
            water,
            combed.value,
            pot_life_of(job),
            covered,
            pieces,
        )
        yield line(BATCHES[of], "setting", batches, each=covered.value, mix=mix)


def _mix(
    of: Mixable,
    batches: Working,
    powder: Working,
    water: Working,
    litres: float,
    lives: Working,
    covered: Working,
    pieces: Sequence[Piece],
) -> Mix | None:
    """One of so many batches, exactly; none where nothing is mixed.

    It covers what two hands do before it stiffens, or its share of all there is to do.
    """
    if batches.value <= 0:
        return None
    count = max(batches.value, 1.0)  # of a small job all of it is one batch, and no more is mixed
    faces = sum(piece.area for piece in pieces) / MM2_PER_M2
    return Mix(
        of=of,
        powder=tidy(powder.value / count),
        water=tidy(water.value / count),
        makes=tidy(litres / count),
        lives=lives.value,
        covers=tidy(min(covered.value, faces / count)),
        exactly=count,
    )


def _by_tile(
    label: str, unit: str, name: str, amounts: Mapping[str, tuple[float, Working]]
) -> Working:
    """Areas (mm2) each by its rate, all together; tiles of one rate are taken as one."""
    alike: dict[float, tuple[str, float, Working]] = {}
    for of, (area, rate) in amounts.items():
        called = name if of == FIELD else f"{name} of {of}"
        first, sum_, _ = alike.get(rate.value, (called, 0.0, rate))
        alike[rate.value] = first, sum_ + area, rate
    if len(alike) == 1:
        ((called, area, rate),) = alike.values()
        return step("product", label, unit, square_metres(called, area), rate)
    each = [
        step("product", f"{label}, {called}", unit, square_metres(called, area), rate)
        for called, area, rate in alike.values()
    ]
    return step("sum", label, unit, *each)


def _dabs_behind(job: Job, pieces: Sequence[Piece]) -> int:
    """How many dabs there are: by the area of each piece, or of each sheet of chips."""
    size = sheet_size(job.tile, job.pattern)
    if size is None:
        return sum(_dabs_of(job, piece.area) for piece in pieces)
    sheet = size.width * size.height
    return math.ceil(sum(piece.area for piece in pieces) / sheet) * _dabs_of(job, sheet)


def _dabs_of(job: Job, area: float) -> int:
    """Dabs behind a piece of an area (mm2): two at least, so that it does not swing; one behind
    what is too small for two.
    """
    least = 1 if area < SMALL_BACK else 2
    return max(least, math.ceil(job.settings.dabs_each * area / SQUARE_FOOT - EPS))


def _in_dabs(job: Job, dabs: int) -> Quantity:
    """Construction adhesive for panels that stick by themselves, in dabs besides their own glue."""
    settings, product = job.settings, job.products.adhesive
    litres = with_waste(_dabs(job, dabs), settings, "adhesive_waste")
    density = by_sheet(product, "density", settings, "adhesive_density")
    held = settings.cartridge / 1000
    source = "settings.cartridge"
    if product is not None:
        held, source = product.litres or product.pack / density.value, f"sheet: {product.name}"
    in_pack = given("in a pack", held, "litres", source)
    return line("adhesive", "setting", packs(litres, "packs", in_pack), product=product)


def _dabs(job: Job, dabs: int) -> Working:
    """Construction adhesive is not combed: dabs on the back of each piece."""
    ml = step(
        "product",
        "in dabs",
        "ml",
        given("dabs behind all pieces", dabs, "dabs", "plan"),
        setting(job.settings, "dab"),
    )
    return step("quotient", "in dabs", "litres", ml, given("ml a litre", 1000, "ml", "plan"))


def _bed(job: Job, tile: Tile) -> Working:
    """Litres a square metre behind a tile: the comb's bed, the keyed coat, the back if buttered."""
    notch = comb_of(job, tile)
    bed = given(f"bed of a {notch.name} notch", bed_of(notch), "litres a m2", "notch")
    terms = [bed, setting(job.settings, "keyed_coat")]
    if job.settings.bed_thickness > 0:
        measured = job.settings.bed_thickness
        terms = [given("bed as measured", measured, "litres a m2", "settings.bed_thickness")]
    large = tile.length * tile.height > MIDDLE_FACE
    stone = tile.material == "stone" and notch != V_5_4 and tile.sheet is None
    if large or stone or tile.ledger is not None:
        terms.append(setting(job.settings, "back_butter"))
    return step("sum", "bed and keyed coat", "litres a m2", *terms)


def _batches(job: Job, mixed: Working, each: Working) -> tuple[Working, Working]:
    """The area (m2) that is set from a batch: pot life x the area of an hour; and the batches: what
    is mixed / what two hands spread of it before one stiffens.
    """
    life = pot_life_of(job)
    hours = step("quotient", "hours of a batch", "hours", life, MINUTES)
    covered = step("product", "set from a batch", "m2", hours, _hourly(job))
    litres = step("product", "mixed at a time", "litres", covered, each)
    if litres.value < LEAST_MIXED:
        least = given("the least that is mixed", LEAST_MIXED, "litres", "plan")
        litres = step("sum", "mixed at a time", "litres", litres, least)
    batches = step("quotient", "batches, exactly", "batches", mixed, litres)
    return covered, _whole_batches(batches)


def pieces_an_hour(job: Job, *, singly: bool = False) -> Working:
    """Return how many pieces two hands set in an hour, the cuts being ready.

    A larger piece takes longer, though not in proportion; a pattern without courses takes longer
    again; and a hand that has done it more often is quicker. Of tile on sheets it is chips, by the
    sheet as it comes, or ``singly``, each buttered and set by itself.
    """
    face, chips = face_of(job.tile, job.pattern), 1
    size = None if singly else sheet_size(job.tile, job.pattern)
    if size is not None:
        face, chips = size.width * size.height, size.chips
    share = (PACED_FACE / face) ** SLOWER
    terms = [setting(job.settings, "pace"), given("for its size", share, "times", "pace")]
    if size is not None:
        # A sheet is set as it comes, whatever its pattern.
        terms.append(given("chips on a sheet", chips, "chips", "plan"))
    elif singly:
        # It goes where its neighbours leave room for it, whatever the pattern.
        pass
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
    one = room_of(job.tile, job.pattern) / MM2_PER_M2
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


def _grout(
    job: Job,
    field_area: float,
    joints: Mapping[str, float],
    tiles: Mapping[str, Tile],
    pieces: Sequence[Piece],
) -> Iterator[Quantity]:
    """Joint area x depth left open x density. An area in m2 by a depth in mm is litres.

    ``joints`` are the areas in mm2 by the tile beside them.
    """
    settings, product = job.settings, job.products.grout
    litres = _by_tile(
        "to fill",
        "litres",
        "joints",
        {of: (area, _depth(settings, tiles[of].thickness)) for of, area in joints.items()},
    )
    need, bought = _grout_for(job, litres)
    yield bought
    if product is not None and product.kind == "ready-mixed":
        return
    water = step(
        "product", "water", "litres", need, by_sheet(product, "water", settings, "grout_water")
    )
    yield line("grout-water", "grouting", water)
    life = by_sheet(product, "pot_life", settings, "grout_life")
    hours = step("quotient", "hours of a batch", "hours", life, MINUTES)
    covered = step("product", "grouted from a batch", "m2", hours, setting(settings, "grout_pace"))
    exactly = step(
        "quotient", "batches, exactly", "batches", square_metres("field", field_area), covered
    )
    density = by_sheet(product, "density", settings, "grout_density")
    wet_litres = need.value / density.value + water.value * WATER_SWELLS
    mix = _mix("grout", exactly, need, water, wet_litres, life, covered, pieces)
    yield line(
        "grout-batches",
        "grouting",
        step("round-up", "batches", "batches", exactly),
        each=covered.value,
        mix=mix,
    )


def _gaps(job: Job, ledger: Ledger) -> Quantity:
    """Gaps counted x panel's height x gap's width x the stone's thickness on average x density."""
    settings, tile = job.settings, job.tile
    each = step(
        "product",
        "a gap",
        "litres",
        in_metres("panel's height", of_job(tile.height, "mm", "tile.height")),
        setting(settings, "ledger_gap"),
        given("thickness on average", (tile.thickness + ledger.thinnest) / 2, "mm", "tile.ledger"),
        given("litres in a metre by mm by mm", 0.001, "litres", "plan"),
    )
    litres = step(
        "product",
        "gaps to fill",
        "litres",
        given("gaps", ledger.gaps, "gaps", "tile.ledger.gaps"),
        each,
    )
    return _grout_for(job, litres)[1]


def _grout_for(job: Job, litres: Working) -> tuple[Working, Quantity]:
    """The kilograms that fill so many litres, with what is wasted, and the packs that hold them."""
    settings, product = job.settings, job.products.grout
    density = by_sheet(product, "density", settings, "grout_density")
    powder = step("product", "powder", "kg", litres, density)
    need = with_waste(powder, settings, "grout_waste")
    pack = by_sheet(product, "pack", settings, "grout_pack")
    unit = "packs" if product is not None and product.kind == "ready-mixed" else "bags"
    return need, line("grout", "grouting", packs(need, unit, pack), product=product)


def _depth(settings: Settings, thickness: float) -> Working:
    """How deep a joint is to fill (mm): the tile's thickness less what the bed rises in it."""
    rise = min(settings.bed_rise, thickness)
    return step(
        "less",
        "depth to fill",
        "mm",
        of_job(thickness, "mm", "tile.thickness"),
        given("bed rise", rise, "mm", "settings.bed_rise"),
    )
