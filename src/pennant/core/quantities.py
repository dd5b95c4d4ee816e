"""What the plan takes, from its own geometry, every number with its working.

Of the drops, only those of plain end pieces are used again (see `drops`); every other place that
gets tile takes a tile of its own, which errs on the safe side.
"""

from collections import Counter
from collections.abc import Sequence
from typing import Literal

from pennant.core.drops import shared_tiles
from pennant.core.field import Field
from pennant.core.job import Job
from pennant.core.notch import bed_of, notch_for
from pennant.core.pieces import KINDS, Kind, Piece
from pennant.core.settings import Settings, field_of, meta
from pennant.core.start import module_of
from pennant.core.values import Value
from pennant.core.working import Working, given, step

MM2_PER_M2 = 1e6


class Quantity(Value):
    """One line of what it takes: ``amount`` to get, and how it was reckoned."""

    id: Literal["tiles", "boxes", "grout", "adhesive", "sealant"]
    amount: float
    unit: str
    working: Working
    beside: Working | None = None


def quantities_of(
    job: Job, fields: Sequence[Field], pieces: Sequence[Piece], joint_area: float
) -> tuple[Quantity, ...]:
    """Return tile, boxes, grout, adhesive and sealant for the fields of the whole kitchen."""
    tiles = _tiles(job, pieces)
    area = sum(field.area for field in fields)
    return (
        _quantity("tiles", tiles, _thumb(job, area)),
        _quantity("boxes", _packs(tiles, "boxes", _of(job.tile.per_box, "tiles", "tile.per_box"))),
        _quantity("grout", _grout(job, joint_area)),
        _quantity("adhesive", _adhesive(job, area)),
        _quantity("sealant", _sealant(job.settings, fields)),
    )


def _quantity(
    id_: Literal["tiles", "boxes", "grout", "adhesive", "sealant"],
    working: Working, beside: Working | None = None,
) -> Quantity:  # fmt: skip
    return Quantity(
        id=id_, amount=working.value, unit=working.unit, working=working, beside=beside
    )  # fmt: skip


def _of(value: float, unit: str, source: str) -> Working:
    return given(source.split(".")[-1].replace("_", " "), value, unit, source)


def _setting(settings: Settings, name: str) -> Working:
    """A setting as an input; its label is its name and its unit comes with it."""
    value = getattr(settings, name)
    unit = str(meta(name)["unit"])
    assert field_of(name).description, name
    return given(name.replace("_", " "), value, unit, f"settings.{name}")


def _with_waste(working: Working, settings: Settings, name: str) -> Working:
    waste = step("product", "waste", working.unit, working, _setting(settings, name))
    return step("sum", f"{working.label} with waste", working.unit, working, waste)


def _packs(need: Working, label: str, pack: Working) -> Working:
    return step("round-up", label, label, step("quotient", f"{label}, exactly", label, need, pack))


def _tiles(job: Job, pieces: Sequence[Piece]) -> Working:
    """Whole tiles, one for every tile that is cut less what drops give, breakage and spares."""
    kinds: dict[str, Kind] = {}
    for piece in pieces:
        kinds[piece.tile] = max(kinds.get(piece.tile, "full"), piece.kind, key=KINDS.index)
    count = Counter(kinds.values())
    full = given("full tiles", count["full"], "tiles", "plan")
    simple: tuple[Kind, ...] = ("crosscut", "rip", "both", "taper")
    straight = given("cut straight", sum(count[k] for k in simple), "tiles", "plan")
    hard = count["notch"] + count["curve"] + count["hole"]
    notched = given("notched or holed", hard, "tiles", "plan")
    whole = max(job.tile.length, job.tile.height)
    shared = shared_tiles(pieces, whole, job.settings.kerf)
    spared = given("end pieces that are another's drop", shared, "tiles", "plan")
    placed = step(
        "less", "to set", "tiles", step("sum", "tiles in the plan", "tiles", full, straight,
                                        notched), spared,
    )  # fmt: skip
    over = step(
        "sum", "broken and spare", "tiles",
        step("product", "straight cuts lost", "tiles", straight,
             _setting(job.settings, "break_cut")),
        step("product", "notches and holes lost", "tiles", notched,
             _setting(job.settings, "break_notched")),
        _setting(job.settings, "spare_tiles"),
    )  # fmt: skip
    more = step("round-up", "broken and spare, whole tiles", "tiles", over)
    return step("sum", "tiles", "tiles", placed, more)


def _thumb(job: Job, field_area: float) -> Working:
    """The rule of thumb: the area and a tenth, in tiles with their joints."""
    module = module_of(job)
    area = given("field", field_area / MM2_PER_M2, "m2", "plan")
    each = given("a tile and its joint", module.across * module.up / MM2_PER_M2, "m2", "tile")
    plain = step("quotient", "tiles by area", "tiles", area, each)
    more = step("product", "allowance", "tiles", plain, _setting(job.settings, "rule_of_thumb"))
    return step("round-up", "by rule of thumb", "tiles", step("sum", "sum", "tiles", plain, more))


def _grout(job: Job, joint_area: float) -> Working:
    """Joint area x depth left open x density. An area in m2 by a depth in mm is litres."""
    settings = job.settings
    area = given("joints", joint_area / MM2_PER_M2, "m2", "plan")
    rise = min(settings.bed_rise, job.tile.thickness)
    depth = step(
        "less", "depth to fill", "mm",
        _of(job.tile.thickness, "mm", "tile.thickness"),
        given("bed rise", rise, "mm", "settings.bed_rise"),
    )  # fmt: skip
    litres = step("product", "to fill", "litres", area, depth)
    powder = step("product", "powder", "kg", litres, _setting(settings, "grout_density"))
    need = _with_waste(powder, settings, "grout_waste")
    return _packs(need, "bags", _setting(settings, "grout_pack"))


def _adhesive(job: Job, field_area: float) -> Working:
    """Field area x (combed bed + keyed coat) x density."""
    settings = job.settings
    notch = notch_for(job.tile.length, job.tile.height)
    area = given("field", field_area / MM2_PER_M2, "m2", "plan")
    bed = given(f"bed of a {notch.name} notch", bed_of(notch), "litres a m2", "notch")
    each = step("sum", "bed and keyed coat", "litres a m2", bed, _setting(settings, "keyed_coat"))
    litres = step("product", "mixed", "litres", area, each)
    powder = step("product", "powder", "kg", litres, _setting(settings, "adhesive_density"))
    need = _with_waste(powder, settings, "adhesive_waste")
    return _packs(need, "bags", _setting(settings, "adhesive_pack"))


def sealant_lengths(fields: Sequence[Field]) -> dict[str, tuple[float, float]]:
    """Return, for each kind of edge that gets sealant, its (length, gap width) in mm.

    A corner that two walls share is one bead, as long as the longer of its two sides.
    """
    found: dict[str, tuple[float, float]] = {}
    corner: float | None = None
    for field in fields:
        for (owner, side), (length, gap) in field.contacts.items():
            if gap.fills != "sealant" or length <= 0 or gap.width <= 0:
                continue
            if owner == field.surface.id and side == "left" and corner is not None:
                length, corner = max(length - corner, 0.0), None
            found[gap.edge] = (found.get(gap.edge, (0.0, 0.0))[0] + length, gap.width)
        if field.surface.id == field.surface.of:
            shared = field.surface.right in ("lapped", "laps")
            corner = field.contacts[field.surface.id, "right"][0] if shared else None
    return found


def _sealant(settings: Settings, fields: Sequence[Field]) -> Working:
    """Each length x width of its gap x depth of bead. A m by mm by mm is a millilitre."""
    beads = []
    depth = _setting(settings, "bead_depth")
    for edge, (length, width) in sorted(sealant_lengths(fields).items()):
        run = given(f"length at {edge}", length / 1000, "m", "plan")
        gap = given(f"gap at {edge}", width, "mm", "settings")
        beads.append(step("product", f"bead at {edge}", "ml", run, gap, depth))
    need = _with_waste(step("sum", "beads", "ml", *beads), settings, "sealant_waste")
    return _packs(need, "cartridges", _setting(settings, "cartridge"))
