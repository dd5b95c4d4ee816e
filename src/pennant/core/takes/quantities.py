"""What the plan takes, from its own geometry, every number with its working.

Tiles are counted after offcuts have been used again across the whole kitchen (see `stock`).
"""

from collections import Counter
from collections.abc import Collection, Iterable, Iterator, Mapping, Sequence

from pennant.core.cuts.sheets import SheetPlan, sheet_plan
from pennant.core.cuts.tiles import Counted, stock_for
from pennant.core.document.job import Job
from pennant.core.document.tile import Tile
from pennant.core.document.tiles import BORDER, FIELD, LaidTile
from pennant.core.document.tiles import tiles_of as tiles_of_job
from pennant.core.layout.cut_kind import CUT_KINDS, HARD, STRAIGHT, CutKind
from pennant.core.layout.field import Field
from pennant.core.layout.lattice_of import face_of, room_of
from pennant.core.layout.pieces import Piece
from pennant.core.layout.tools import BRITTLE, breaking
from pennant.core.takes.counters import counter_tiles, counters_take, on_walls
from pennant.core.takes.edging import edging
from pennant.core.takes.mixing import areas_by_tile, mixes
from pennant.core.takes.preparation import around, hollows_in_bed, porous_tiles
from pennant.core.takes.quantity import (
    GROUPS,
    MM2_PER_M2,
    Quantity,
    line,
    of_job,
    packs,
    setting,
    square_metres,
)
from pennant.core.takes.working import Working, given, step


def quantities_of(
    job: Job,
    fields: Sequence[Field],
    pieces: Sequence[Piece],
    joints: Mapping[str, float],
    thin: Collection[str] = (),
    on_counter: int = 0,
    counted: Counted = "quick",
) -> tuple[Quantity, ...]:
    """Return every line of what the fields of the whole kitchen take, in the order of a shop.

    ``thin`` are the ids of pieces that have a thin leg, which break more often; ``on_counter`` is
    how many stand on the counter; ``counted`` how tiles are. ``joints`` are in mm2, by tile.
    """
    area = sum(field.area for field in fields)
    walls = on_walls(job, fields)
    wall_area, counters = sum(field.area for field in walls), counter_tiles(job)
    on_wall = [piece for piece in pieces if piece.of not in counters] if counters else pieces
    hollows = hollows_in_bed(job, walls)
    sealed = wall_area
    if porous := porous_tiles(job):
        by_tile = areas_by_tile(job, area, pieces, joints)
        sealed = sum(by_tile[of] for of in porous)
    sheets = sheet_plan(job, pieces)
    lines = [
        *_tile_lines(job, pieces, wall_area, thin, sheets, counted),
        *mixes(job, area, pieces, joints, hollows),
        *edging(job, fields, pieces, on_counter, sheets),
        *around(job, walls, on_wall, wall_area, sealed),
        *counters_take(job, pieces),
    ]
    lines.sort(key=lambda one: GROUPS.index(one.group))
    return tuple(
        one.model_copy(update={"to_get": max(one.amount - job.in_hand[one.id], 0.0)})
        if one.id in job.in_hand
        else one
        for one in lines
    )


def tiles_of(job: Job, pieces: Iterable[Piece], thin: Collection[str]) -> int:
    """Return how many tiles a plan takes, or sheets of chips, breakage and spares included."""
    own = [piece for piece in pieces if piece.of == FIELD]
    sheets = sheet_plan(job, own)
    if sheets is not None:
        return round(_sheets(job, sheets).value)
    return round(_tiles(job, own, {piece.tile for piece in own if piece.id in thin}).value)


def _tile_lines(
    job: Job,
    pieces: Sequence[Piece],
    area: float,
    thin: Collection[str],
    sheets: SheetPlan | None,
    counted: Counted,
) -> Iterator[Quantity]:
    own = [piece for piece in pieces if piece.of == FIELD]
    if sheets is not None:
        tiles = _sheets(job, sheets)
    else:
        thin_ones = {piece.tile for piece in own if piece.id in thin}
        tiles = _tiles(job, own, thin_ones, counted)
    yield line("tiles", "tile", tiles, beside=_thumb(job, area, sheets))
    per_box = of_job(job.tile.per_box, tiles.unit, "tile.per_box")
    boxes = line(
        "boxes",
        "tile",
        packs(tiles, "boxes", per_box),
        price=job.tile.price,
        weight=_box_weight(tiles_of_job(job)[FIELD], sheets),
    )
    yield boxes.model_copy(update={"used": tiles.terms[0].value})
    for of, tile, _ in tiles_of_job(job).values():
        if of == FIELD:
            continue
        name = "border" if of == BORDER else of
        yield from _other_tile(job, name, tile, pieces, of, counted)


def _other_tile(
    job: Job, name: str, tile: Tile, pieces: Sequence[Piece], of: str, counted: Counted
) -> Iterator[Quantity]:
    """Tiles and boxes of a border, an area or a liner: those that are cut, and the same spares."""
    sheets = sheet_plan(job, pieces, of)
    if sheets is not None:
        need = _sheets(job, sheets)
    else:
        used = given("to set", len(stock_for(job, pieces, of, counted).tiles), "tiles", "plan")
        own_pieces = [piece for piece in pieces if piece.of == of]
        more = _broken_and_spare(job, tile, *_cut_tiles(own_pieces))
        need = step("sum", f"{name} tiles", "tiles", used, more)
    own = name == "border"
    yield line("border" if own else f"tiles@{name}", "tile", need)
    each = of_job(tile.per_box, need.unit, f"{name}.per_box")
    boxes = line(
        "border-boxes" if own else f"boxes@{name}",
        "tile",
        packs(need, "boxes", each),
        price=tile.price,
        weight=_box_weight(tiles_of_job(job)[of], sheets),
    )
    yield boxes.model_copy(update={"used": need.terms[0].value})


def _sheets(job: Job, plan: SheetPlan) -> Working:
    """Whole sheets, those that parts and single chips are taken from, what breaks and is spare."""
    placed = step(
        "sum",
        "sheets in the plan",
        "sheets",
        given("whole sheets", plan.whole, "sheets", "plan"),
        given("for parts of sheets", plan.for_parts, "sheets", "plan"),
        given("for single chips", plan.more, "sheets", "plan"),
    )
    parts = sum(one.kind == "part" for one in plan.laid)
    brittle = job.tile.material in BRITTLE
    lost = step(
        "product",
        "cut sheets lost",
        "sheets",
        given("cut", parts, "sheets", "plan"),
        *(setting(job.settings, name) for name in breaking("crosscut", brittle, thin=False)),
    )
    over = step("sum", "spoilt and spare", "sheets", lost, setting(job.settings, "spare_sheets"))
    more = step("round-up", "spoilt and spare, whole sheets", "sheets", over)
    return step("sum", "sheets", "sheets", placed, more)


def _box_weight(laid: LaidTile, sheets: SheetPlan | None = None) -> float | None:
    """What a box weighs, kg; None where the tile's weight is not known."""
    _, tile, pattern = laid
    if tile.weight is None:
        return None
    face = face_of(tile, pattern) * (sheets.size.chips if sheets else 1)
    return tile.per_box * face / MM2_PER_M2 * tile.weight


def _tiles(
    job: Job, pieces: Sequence[Piece], thin: Collection[str], counted: Counted = "quick"
) -> Working:
    """Whole tiles, one for every tile that is cut less what offcuts give, breakage and spares."""
    kinds = _kinds(pieces)
    full = given("full tiles", sum(kind == "full" for kind in kinds.values()), "tiles", "plan")
    hard_thin = sum(kind in HARD and tile in thin for tile, kind in kinds.items())
    straight, notched = _cut_tiles(pieces)
    used = len(stock_for(job, pieces, FIELD, counted).tiles)
    spared = given("cut from offcuts of others", len(kinds) - used, "tiles", "plan")
    placed = step(
        "less",
        "to set",
        "tiles",
        step("sum", "tiles in the plan", "tiles", full, straight, notched),
        spared,
    )
    more = _broken_and_spare(job, job.tile, straight, notched, hard_thin)
    return step("sum", "tiles", "tiles", placed, more)


def _kinds(pieces: Iterable[Piece]) -> dict[str, CutKind]:
    """The hardest cut that each tile gets."""
    kinds: dict[str, CutKind] = {}
    for piece in pieces:
        kinds[piece.tile] = max(kinds.get(piece.tile, "full"), piece.kind, key=CUT_KINDS.index)
    return kinds


def _cut_tiles(pieces: Iterable[Piece]) -> tuple[Working, Working]:
    """How many tiles are cut straight at most, and how many are notched or holed."""
    count = Counter(_kinds(pieces).values())
    straight = given("cut straight", sum(count[kind] for kind in STRAIGHT), "tiles", "plan")
    return straight, given("notched or holed", sum(count[kind] for kind in HARD), "tiles", "plan")


def _broken_and_spare(
    job: Job, tile: Tile, straight: Working, notched: Working, thin: int = 0
) -> Working:
    """Whole tiles over those that are set: what breaks of so many cuts, and the spares."""
    lost = _lost(job, tile, straight, notched, thin)
    over = step("sum", "broken and spare", "tiles", *lost, setting(job.settings, "spare_tiles"))
    return step("round-up", "broken and spare, whole tiles", "tiles", over)


def _lost(
    job: Job, tile: Tile, straight: Working, notched: Working, thin: int
) -> Iterator[Working]:
    """What breaks by kind of cut: see `tools.breaking`."""
    legs = given("with a thin leg", thin, "tiles", "plan")
    sound = step("less", "notched or holed, no thin leg", "tiles", notched, legs)
    cuts: list[tuple[str, Working, CutKind, bool]] = [
        ("straight cuts lost", straight, "crosscut", False),
        ("notches and holes lost", sound if thin else notched, "notch", False),
    ]
    if thin:
        cuts.append(("thin legs lost", legs, "notch", True))
    for label, count, kind, is_thin in cuts:
        names = breaking(kind, tile.material in BRITTLE, is_thin, tile.bevelled)
        shares = (setting(job.settings, name) for name in names)
        yield step("product", label, "tiles", count, *shares)


def _thumb(job: Job, field_area: float, sheets: SheetPlan | None) -> Working:
    """The rule of thumb: the area and a tenth, in tiles or sheets with their joints."""
    area = square_metres("field", field_area)
    face, unit = room_of(job.tile, job.pattern), "tiles"
    if sheets is not None:
        face, unit = sheets.size.width * sheets.size.height, "sheets"
    each = given(f"a {unit[:-1]} and its joint", face / MM2_PER_M2, "m2", "tile")
    plain = step("quotient", f"{unit} by area", unit, area, each)
    more = step("product", "allowance", unit, plain, setting(job.settings, "rule_of_thumb"))
    return step("round-up", "by rule of thumb", unit, step("sum", "sum", unit, plain, more))
