"""What the wall, the devices and the room take: primer, sealer, patch, extenders, protection."""

import math
from collections.abc import Iterator, Sequence

from pennant.core.document.job import Job
from pennant.core.document.lengths import MM_PER_INCH, Units
from pennant.core.document.methods import SEALED, SealStage
from pennant.core.document.products import Coating, Mat
from pennant.core.document.survey import Device, Wall, Zone, zones_of
from pennant.core.document.tiles import tiles_of
from pennant.core.fixing.method_of import method_of
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.field import Field
from pennant.core.layout.pieces import Piece
from pennant.core.layout.tools import tools_for
from pennant.core.survey.boards import (
    boarded,
    forward_at,
    is_patched,
    keeps_old_tile,
    loses_old_tile,
)
from pennant.core.survey.placed import counter_gaps, uncovered
from pennant.core.survey.placing import places_of
from pennant.core.takes.quantity import (
    MM2_PER_M2,
    Group,
    LineId,
    Quantity,
    by_sheet,
    by_the_pack,
    in_metres,
    line,
    metres,
    packs,
    setting,
    square_metres,
    with_waste,
)
from pennant.core.takes.strips import off_the_roll, strips_for
from pennant.core.takes.working import Working, given, step

MAT_HOLDS_ON = ("painted board", "bare board", "skim")
"""What a mat sticks to once it is clean; its sheet says of other walls, and of a primer if it wants
one.
"""
THINNEST_SPACER = 2.0
"""Millimetres: the old screws take up less than the thinnest spacer behind a device."""
ALWAYS_PRIMED = ("laminate", "plywood")
"""What is primed whichever way one goes; paint and old tile by the way that is chosen."""


def around(
    job: Job,
    fields: Sequence[Field],
    pieces: Sequence[Piece],
    field_area: float,
    sealed_area: float,
) -> Iterator[Quantity]:
    """Yield what is needed besides tile and what is mixed to join it; areas in mm2.

    ``sealed_area`` is what a sealer goes on: all, or only what is open-pored.
    """
    zones = list(zones_of(job.walls))
    area = square_metres("field", field_area)
    if job.products.mat is not None:
        yield _mat(job, job.products.mat, fields, pieces, area)
    if (primed := to_prime(job, fields, zones, area)) is not None:
        yield _coating(job, "primer", "wall", job.products.primer, primed)
    yield from _patch(job, fields, zones)
    yield from _boards(job, fields)
    if stages := seal_stages(job):
        sealed = square_metres("to seal", sealed_area) if sealed_area != field_area else area
        yield _coating(job, "sealer", "grouting", job.products.sealer, sealed, stages)
    yield from _devices(job)
    yield from _protection(job, fields)
    yield from _tools(job)


def to_prime(
    job: Job, fields: Sequence[Field], zones: Sequence[tuple[Wall, Zone]], area: Working
) -> Working | None:
    """Return what is primed, by what each stretch is made of and the way that is gone with it;
    under panels that stick by themselves all of it where a primer is chosen, as their sheet says.

    Only where tile goes. Without any stretch told, it is the whole field where a primer is chosen;
    one that is chosen although no stretch asks for it goes on all of them.
    """
    method = method_of(job)
    if method.own_glue and (method.scuffs or job.products.primer is None):
        return None
    if not zones:
        return area if job.products.primer is not None else None
    under = {zone.id for _, zone in boarded(job)}
    faces = faces_of_zones(job, fields)
    open_ones = [zone for _, zone in zones if zone.id not in under]
    primed = [zone for zone in open_ones if asks_for_primer(job, zone)]
    if not primed and job.products.primer is not None:
        primed = [zone for zone in open_ones if not goes_by_sheet(job, zone)]
    if not primed:
        return None
    return step("sum", "to prime", "m2", *(faces[zone.id] for zone in primed))


def goes_by_sheet(job: Job, zone: Zone) -> bool:
    """Return whether a mat is hung whose own sheet names what the wall is made of there: it is
    cleaned, and neither scuffed nor primed.
    """
    mat = job.products.mat
    return mat is not None and zone.made_of in mat.goes_on


def only_cleaned(job: Job, zone: Zone) -> bool:
    """Return whether a stretch is cleaned and no more: a mat sticks to sound, dry board as it is,
    painted or bare, and to whatever else its sheet names.
    """
    return job.products.mat is not None and (
        zone.made_of in MAT_HOLDS_ON or goes_by_sheet(job, zone)
    )


def asks_for_primer(job: Job, zone: Zone) -> bool:
    """Return whether a stretch is primed, whatever is chosen, by the way that is gone with it.

    A primer for paint gives cement a hold; construction adhesive holds on paint that is scuffed.
    """
    method = method_of(job)
    if method.own_glue:
        return True  # it holds on a primed wall
    if only_cleaned(job, zone):
        return False
    if zone.made_of == "painted board":
        return job.ways.paint == "primer" and method.primes_paint
    if zone.made_of == "old tile":
        return keeps_old_tile(job, zone)
    return zone.made_of in ALWAYS_PRIMED


def _mat(
    job: Job, mat: Mat, fields: Sequence[Field], pieces: Sequence[Piece], area: Working
) -> Quantity:
    """What comes off the roll, in whole rolls; beside it what area alone would say."""
    strips = strips_for(fields, pieces, mat.width, job.pattern.joint)
    full, low = off_the_roll(strips, mat.width)
    off = step(
        "sum",
        "off the roll",
        "m",
        metres("strips of full width", full, "strips"),
        metres("lower strips, side by side", low, "strips"),
    )
    sheet = f"sheet: {mat.name}"
    roll, wide = metres("a roll", mat.roll, sheet), metres("its width", mat.width, sheet)
    by_area = packs(area, "rolls", step("product", "a roll", "m2", roll, wide))
    return line(
        "mat",
        "setting",
        packs(off, "rolls", roll),
        beside=by_area,
        product=mat,
        strips=tuple(strips),
    )


def porous_tiles(job: Job) -> frozenset[str]:
    """Return the open-pored tiles of a job, by what pieces call them by."""
    return frozenset(of for of, one in tiles_of(job).items() if one.tile.porous)


def seal_stages(job: Job) -> tuple[SealStage, ...]:
    """Return when the tile is sealed; what is not open-pored once, if a sealer is chosen for it."""
    grouted = job.pattern.joint > EPS and job.tile.material != "stick-on"
    if not porous_tiles(job):
        return ("after grout",) if job.products.sealer is not None and grouted else ()
    return SEALED[job.ways.sealed] if grouted else ("before setting",)


def _boards(job: Job, fields: Sequence[Field]) -> Iterator[Quantity]:
    """Sheets of board over each stretch that asks for one, what is sawn off counted; screws."""
    board, settings, zones = job.products.board, job.settings, boarded(job)
    if board is None or not zones:
        return
    faces = faces_of_zones(job, fields)
    stretches = [faces[zone.id] for _, zone in zones]
    area = step("sum", "to board", "m2", *stretches)
    sheet = given("a sheet", board.width * board.height / MM2_PER_M2, "m2", f"sheet: {board.name}")
    need = with_waste(area, settings, "board_waste")
    yield line("boards", "wall", packs(need, "boards", sheet), product=board)
    exactly = step("product", "screws, exactly", "screws", area, setting(settings, "board_screws"))
    screws = step("round-up", "screws", "screws", exactly)
    yield by_the_pack("board-screws", "wall", screws, job.products.screws)


def faces_of_zones(job: Job, fields: Sequence[Field]) -> dict[str, Working]:
    """Return how much of each stretch of wall gets tile, by its id; behind cabinets none does."""
    on = {field.surface.id: field for field in fields}
    found = {}
    for places in places_of(job):
        for zone in places.wall.things:
            if isinstance(zone, Zone):
                low, high = places.along(zone.id)
                area = on[places.wall.id].area_between(low.at, high.at)
                found[zone.id] = square_metres(f"field of {zone.id}", area)
    return found


def _coating(
    job: Job,
    id_: LineId,
    group: Group,
    product: Coating | None,
    area: Working,
    stages: Sequence[str] = ("needed",),
) -> Quantity:
    """Area x coats / cover at every stage, in whole tins."""
    coats = given(
        "coats",
        product.coats if product else 1,
        "coats",
        f"sheet: {product.name}" if product else "plan",
    )
    painted = step("product", "to coat", "m2", area, coats)
    cover = by_sheet(product, "cover", job.settings, "coat_cover")
    each = [step("quotient", stage, "litres", painted, cover) for stage in stages]
    need = each[0] if len(each) == 1 else step("sum", "needed", "litres", *each)
    pack = by_sheet(product, "pack", job.settings, "coat_pack")
    return line(id_, group, packs(need, "tins", pack), product=product, each=each[0].value)


def _patch(
    job: Job, fields: Sequence[Field], zones: Sequence[tuple[Wall, Zone]]
) -> Iterator[Quantity]:
    """Half the gap under the straightedge over each stretch that is too wavy for the bed, and a
    skim over each whose old tile comes off.
    """
    wavy = [zone for _, zone in zones if is_patched(job, zone)]
    bared = [zone for _, zone in zones if loses_old_tile(job, zone) and zone not in wavy]
    faces = faces_of_zones(job, fields) if wavy or bared else {}
    hollows = []
    for zone in wavy:
        half = given(f"half the gap at {zone.id}", zone.flat / 2, "mm", "survey")
        hollows.append(step("product", f"patch at {zone.id}", "litres", faces[zone.id], half))
    for zone in bared:
        skim = setting(job.settings, "bared_coat")
        hollows.append(step("product", f"skim at {zone.id}", "litres", faces[zone.id], skim))
    if hollows:
        litres = step("sum", "patch", "litres", *hollows)
        yield by_the_pack("patch", "wall", litres, job.products.patch)


def hollows_in_bed(job: Job, fields: Sequence[Field]) -> list[Working]:
    """Return the litres of adhesive that hollows take up where they are not patched first.

    Half the gap under the straightedge over each stretch that the bed can still take up.
    """
    taken = [
        zone for _, zone in zones_of(job.walls) if zone.flat > EPS and not is_patched(job, zone)
    ]
    faces = faces_of_zones(job, fields) if taken else {}
    return [
        step(
            "product",
            f"hollows at {zone.id}",
            "litres",
            faces[zone.id],
            given(f"half the gap at {zone.id}", zone.flat / 2, "mm", "survey"),
        )
        for zone in taken
    ]


def forward_at_devices(job: Job) -> list[tuple[Device, float]]:
    """Return every device and how far the wall's face comes forward there, in mm."""
    # Where along the wall a device is matters beside old tile alone: it is seldom worked out.
    old = any(zone.over > EPS for _, zone in zones_of(job.walls))
    along = {places.wall.id: places.along for places in places_of(job)} if old else {}
    found = []
    for wall in job.walls:
        for thing in wall.things:
            if isinstance(thing, Device):
                span = along[wall.id](thing.id) if old else None
                low, high = (span.low.at, span.high.at) if span else (0.0, 0.0)
                found.append((thing, forward_at(job, wall.id, low, high)))
    return found


def _devices(job: Job) -> Iterator[Quantity]:
    """Where tile and bed build the wall up: two stacks of spacers and two longer screws a device; a
    box of several gangs holds as many devices. A box that is left too deep gets an extender.
    """
    forward = list(forward_at_devices(job))
    deep = sum(by > job.settings.extend_over + EPS for _, by in forward)
    if deep:
        boxes = given("boxes", deep, "boxes", "survey")
        one = given("extenders a box", 1, "extenders", "plan")
        yield by_the_pack(
            "extenders",
            "devices",
            step("product", "extenders", "extenders", boxes, one),
            job.products.extenders,
        )
    gangs = sum(device.gangs for device, by in forward if by > THINNEST_SPACER)
    if not gangs:
        return
    devices = given("devices", gangs, "devices", "survey")
    stacks = given("stacks a device", 2, "stacks", "plan")
    two = given("screws a device", 2, "screws", "plan")
    yield line(
        "device-spacers", "devices", step("product", "stacks of spacers", "stacks", devices, stacks)
    )
    yield by_the_pack(
        "device-screws",
        "devices",
        step("product", "screws", "screws", devices, two),
        job.products.device_screws,
    )


def _protection(job: Job, fields: Sequence[Field]) -> Iterator[Quantity]:
    """Sheeting over the counter, also where tile begins above it, and tape along its edge and the
    cabinets'.
    """
    counter = sum(
        high - low
        for field in fields
        if field.surface.bottom == "counter"
        for low, high in uncovered(
            field.frame.x0, field.frame.x1, counter_gaps(field.surface.things)
        )
    )
    if counter <= 0:
        return
    run = metres("counter", counter)
    wide = in_metres("wide", setting(job.settings, "sheet_width"))
    yield by_the_pack(
        "sheeting",
        "protection",
        step("product", "sheeting", "m2", run, wide),
        job.products.sheeting,
        "rolls",
    )
    cabinets = sum(
        length
        for field in fields
        for (length, gap, _) in field.contacts.values()
        if gap.edge == "overhead"
    )
    along = metres("cabinets", cabinets)
    yield by_the_pack(
        "tape", "protection", step("sum", "tape", "m", run, along), job.products.tape, "rolls"
    )


def _tools(job: Job) -> Iterator[Quantity]:
    """What is used up by the method: with stick-on panels the wall is washed, and no more."""
    counts: tuple[tuple[LineId, int, str], ...] = (
        ("sponges", 2, "sponges"),
        ("buckets", 2, "buckets"),
        ("gloves", 2, "pairs"),
    )
    for id_, count, unit in counts:
        yield line(id_, "tools", given(unit, count, unit, "method"))
    if method_of(job).by_tool and "wet saw" in tools_for("notch", job.tile.material):
        suited = "glass blade" if job.tile.material == "glass" else "blade"
        yield by_the_pack(
            "blade", "tools", given(suited, 1, "blades", "method"), job.products.blade
        )


SCREW_STEPS: dict[Units, float] = {"in": MM_PER_INCH / 4, "mm": 5.0}
"""Device screws come in lengths of so much more: quarters of an inch, or 5 mm."""


def screw_length(old: float, forward: float, units: Units) -> float:
    """Return the length (mm) of a device's screw: the old one's and what the wall has come forward,
    the next length up that there is.
    """
    by = SCREW_STEPS[units]
    return math.ceil(round((old + forward) / by, 6)) * by
