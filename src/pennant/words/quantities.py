"""Each line of what it takes in words: the amount to get, and the number that people know it by."""

from collections.abc import Collection, Iterable, Iterator

from pennant.core.days.mixed import Mixed
from pennant.core.document.job import Job
from pennant.core.document.lengths import MM_PER_INCH, show_length, show_with_unit
from pennant.core.document.products import PRODUCT_OF, Product
from pennant.core.document.tile import Tile
from pennant.core.document.tiles import BORDER, FIELD, tiles_of
from pennant.core.document.values import Value
from pennant.core.fixing.method_of import comb_of, counter_job, method_of
from pennant.core.plan import Plan
from pennant.core.takes.mixing import BATCHES
from pennant.core.takes.preparation import forward_at_devices, screw_length, seal_stages
from pennant.core.takes.quantity import Amount, Group, LineId, Mixable, Quantity
from pennant.core.takes.strips import cut_outs
from pennant.words.counts import counted
from pennant.words.names import Names
from pennant.words.weights import volume, weight

NAMES: dict[LineId, str] = {
    "tiles": "Tile",
    "boxes": "Boxes of tile",
    "border": "Border tile",
    "border-boxes": "Boxes of border tile",
    "adhesive": "Adhesive",
    "adhesive-water": "Water for adhesive",
    "counter-adhesive": "Adhesive for the counter",
    "counter-adhesive-water": "Water for the counter's adhesive",
    "mat": "Mat",
    "boards": "Boards",
    "board-screws": "Screws for boards",
    "gap-screws": "Screws under tiles",
    "grout": "Grout",
    "grout-water": "Water for grout",
    "sealant": "Sealant",
    "trim": "Trim",
    "spacers": "Spacers",
    "wedges": "Wedges",
    "batten": "Batten",
    "batten-screws": "Screws for battens",
    "primer": "Primer",
    "sealer": "Sealer",
    "patch": "Patching compound",
    "extenders": "Box extenders",
    "device-spacers": "Stacks of spacers behind devices",
    "device-screws": "Longer device screws",
    "sheeting": "Sheeting",
    "tape": "Masking tape",
    "sponges": "Sponges",
    "buckets": "Buckets",
    "gloves": "Gloves",
    "blade": "Saw blade",
    "edge-adhesive": "Adhesive for edge pieces on wood",
    "layer-screws": "Screws for layers",
}
GROUP_NAMES: dict[Group, str] = {
    "tile": "Tile",
    "wall": "The wall before tile",
    "setting": "Setting",
    "edges": "Edges",
    "grouting": "Grouting",
    "devices": "Outlets and switches",
    "protection": "Protection",
    "tools": "Tools used up",
}
NOT_BOUGHT: tuple[LineId, ...] = (
    "tiles",
    "border",
    "adhesive-water",
    "counter-adhesive-water",
    "grout-water",
)
"""Lines that say how much, of which nothing is carried home."""
_ONE = {
    "tiles": "tile",
    "sheets": "sheet",
    "boxes": "box",
    "bags": "bag",
    "cartridges": "cartridge",
    "tins": "tin",
    "batches": "batch",
    "sticks": "stick",
    "screws": "screw",
    "extenders": "extender",
    "stacks": "stack",
    "packs": "pack",
    "rolls": "roll",
    "boards": "board",
    "lengths": "length",
    "blades": "blade",
}
_M_PER_FOOT = 12 * MM_PER_INCH / 1000


class StickText(Value):
    """A stick of trim: what is cut from it, in words, and what is left."""

    runs: tuple[str, ...]
    left: str


class QuantityText(Value):
    """One line of what it takes, in words; its working is in the plan.

    ``buy`` is whether it is carried home; ``cost`` (in own money) and ``weight`` (kg) are of what
    is still to get. ``left`` is what will be over.
    """

    id: str
    group: Group
    name: str
    amount: str
    to_get: str
    gist: str
    buy: bool
    cost: float | None
    weight: float | None
    weighs: str
    left: str
    sticks: tuple[StickText, ...]
    strips: tuple[str, ...]


class Totals(Value):
    """What is still to get in all, of the lines whose price or weight (kg) is known."""

    cost: float
    weight: float
    weighs: str


def totals(job: Job, words: Iterable[QuantityText]) -> Totals:
    """Add up the lines of a list."""
    lines = list(words)
    heavy = sum(one.weight or 0.0 for one in lines)
    return Totals(
        cost=sum(one.cost or 0.0 for one in lines),
        weight=heavy,
        weighs=weight(heavy, job.units),
    )


def quantities_in_words(job: Job, plan: Plan) -> Iterator[QuantityText]:
    """Yield the plan's quantities in words, in their order."""
    names = Names(plan.kitchen)
    for quantity in plan.quantities:
        if quantity.id in BATCHES.values():
            continue  # how many there are is known when the days are planned
        buy = quantity.id.partition("@")[0] not in NOT_BOUGHT
        yield QuantityText.model_construct(
            id=quantity.id,
            group=quantity.group,
            name=_name(job, quantity),
            amount=_amount(job, quantity.amount, quantity.unit),
            to_get=_amount(job, quantity.to_get, quantity.unit),
            gist=_gist(job, plan, quantity),
            buy=buy,
            cost=_times(quantity.to_get, quantity.price),
            weight=(heavy := _times(quantity.to_get, quantity.weight)),
            weighs="" if heavy is None else weight(heavy, job.units),
            left=_left(job, quantity) if buy else "",
            sticks=tuple(_sticks(job, names, quantity)),
            strips=tuple(_strips(job, plan, names, quantity)),
        )


def _times(amount: float, each: float | None) -> float | None:
    return None if each is None else amount * each


def _left(job: Job, quantity: Quantity) -> str:
    """What the packs hold over the need; and of trim, what the sticks leave."""
    if quantity.sticks:
        rest = sum(stick.left for stick in quantity.sticks) / 1000
        return f"{_length(job, rest)} left over"
    if quantity.left <= 0:
        return ""
    return f"{_measured(job, quantity.left, _need_of(quantity).unit)} left over"


def _measured(job: Job, amount: float, unit: str) -> str:
    if unit == "kg":
        return weight(amount, job.units)
    if unit == "ml":
        return f"{amount:.0f} ml"
    return _amount(job, amount, unit)


def _name(job: Job, quantity: Quantity) -> str:
    plain, chosen = line_name(quantity.id), chosen_for(job, quantity.id)
    return f"{plain}: {chosen}" if chosen else plain


def line_name(line: str) -> str:
    """Return what a line is called, without its product: those of an area as the wall's own."""
    kind = line.partition("@")[0]
    return "Sheets under a counter" if kind == "layers" else NAMES[kind]  # type: ignore[index]


def tile_for(job: Job, line: str) -> Tile | None:
    """Return the tile whose boxes a line counts; None for any other line."""
    kind, _, of = line.partition("@")
    keys = {"boxes": of or FIELD, "border-boxes": BORDER}
    found = tiles_of(job).get(keys[kind]) if kind in keys else None
    return found.tile if found else None


def chosen_for(job: Job, line: str) -> str | None:
    """Return the name of the product that a line is of; None where the settings alone speak."""
    tile = tile_for(job, line)
    if tile is not None:
        return tile.name
    if line.startswith("layers@"):
        counter, _, number = line.partition("@")[2].rpartition(".")
        return job.counter(counter).layers[int(number) - 1].name
    if line.startswith("tiles@"):
        return tiles_of(job)[line.partition("@")[2]].tile.name
    product: Product | None = getattr(job.products, PRODUCT_OF.get(line, ""), None)
    return product.name if product else None


def _amount(job: Job, amount: float, unit: str) -> str:
    if unit == "m":
        return _length(job, amount)
    if unit == "m2":
        return said_area(job, amount * 1e6)
    if unit == "litres":
        return volume(amount, job.units)
    return _amount_of(amount, unit)


def _gist(job: Job, plan: Plan, quantity: Quantity) -> str:
    match quantity.id:
        case "tiles":
            own = [piece for piece in plan.pieces if piece.of == FIELD]
            full = sum(piece.kind == "full" for piece in own)
            cut = len(own) - full
            what = (
                "whole chips and {} cut" if quantity.unit == "sheets" else "full and {} cut pieces"
            )
            return f"{full} {what.format(cut)}"
        case line if tile := tile_for(job, line):
            spare = job.settings.spare_tiles if tile.sheet is None else job.settings.spare_sheets
            return f"{_counted(quantity, tile, spare)}; {_boxed(tile)}"
        case "mat":
            off = _need_of(quantity).value
            return f"{_length(job, off)} off the roll, in {len(quantity.strips)} strips"
        case "boards":
            return f"{said_area(job, _need_of(quantity).value * 1e6)} with what is sawn off"
        case "sealer":
            litres = volume(quantity.each or 0.0, job.units)
            stages = seal_stages(job)
            apart = " each" if len(stages) > 1 else ""
            return f"{litres}{apart} {', '.join(stages)}"
        case "spacers":
            what = "sheet, between sheets alone" if job.tile.sheet else "piece"
            return f"{quantity.each:g} a {what}, {WAYS_OF_SPACERS[job.ways.spacers]}"
        case "grout" if job.tile.ledger is not None and job.pattern.joint == 0:
            return f"{_need(job, quantity)} for {job.tile.ledger.gaps} gaps that stay open"
        case "grout":
            return f"{_need(job, quantity)} for {said_area(job, plan.areas.joints)} of joint"
        case "adhesive" if _in_dabs(job):
            return f"{_need(job, quantity)} in dabs, {job.settings.dabs_each:g} a square foot"
        case "adhesive":
            notch = comb_of(job, job.tile)
            return f"{_need(job, quantity)} with a {notch.name} notch"
        case "counter-adhesive":
            there = counter_job(job)
            notch = comb_of(there, there.tile)
            return f"{_need(job, quantity)} with a {notch.name} notch"
        case "sealant":
            return f"{_length(job, quantity.run or 0.0)} of bead, {_need(job, quantity)}"
        case "device-screws":
            forward = max(forward for _, forward in forward_at_devices(job))
            old = MM_PER_INCH if job.units == "in" else 25.0
            new = screw_length(old, forward, job.units)
            was, now = (show_with_unit(size, job.step) for size in (old, new))
            return f"longer by {show_with_unit(forward, job.step)}: {now} where {was} was"
        case "extenders":
            return "whether they are needed is for the local code and a licensed electrician"
        case "device-spacers":
            return "one at each screw, up to the tile's face and never proud of it"
        case "trim":
            return f"{len(quantity.sticks)} by the cutting plan below"
        case "batten-screws" | "gap-screws":
            return "find cables and pipes behind the board before a screw goes in"
        case _:
            return ""


def _counted(quantity: Quantity, tile: Tile, spare: float) -> str:
    """What the boxes hold, what of it the plan uses, what may break, and what is kept for later."""
    need = _need_of(quantity)
    used = quantity.used or 0.0
    kept = min(spare, need.value - used)
    breaks = need.value - used - kept
    held = _amount_of(quantity.amount * tile.per_box, need.unit)
    parts = (
        (f"{used:g} used", 1),
        (f"{breaks:g} for breakage", breaks),
        (
            f"{kept:g} to keep",
            kept,
        ),
    )
    return f"{held}: {', '.join(says for says, count in parts if count)}"


def _amount_of(number: float, unit: str) -> str:
    return f"{number:g} {_ONE.get(unit, unit) if number == 1 else unit}"


def _boxed(tile: Tile) -> str:
    parts = [f"{tile.per_box} in a box", f"all of lot {tile.lot}" if tile.lot else "all of one lot"]
    if tile.faces > 1:
        parts.append(f"{tile.faces} faces: no two like ones side by side")
    if tile.shade_varies != "none":
        parts.append("open all boxes and blend before the first tile")
    return ", ".join(parts)


def _sticks(job: Job, names: Names, quantity: Quantity) -> Iterator[StickText]:
    for stick in quantity.sticks:
        yield StickText(
            runs=tuple(
                f"{show_with_unit(run.length, job.step)} {_edges(names, run.edge)}"
                for run in stick.runs
            ),
            left=show_length(stick.left, job.step),
        )


def _strips(job: Job, plan: Plan, names: Names, quantity: Quantity) -> Iterator[str]:
    surfaces = {surface.id: surface for surface in plan.kitchen.surfaces}
    for strip in quantity.strips:
        length, height = (
            show_with_unit(strip.length, job.step),
            show_with_unit(strip.height, job.step),
        )
        says = f"{length} by {height}, {names.thing(strip.surface)}"
        for thing, hole in cut_outs(strip, surfaces[strip.surface], job.settings.box_clearance):
            right, up, wide, high = (
                show_with_unit(mm, job.step) for mm in (hole.x0, hole.y0, hole.width, hole.height)
            )
            says += f"; cut out {wide} by {high} for {names.thing(thing.id)}, {right} from its left"
            says += f" end and {up} up"
        yield says


def _edges(names: Names, edge: str) -> str:
    """The edges that a run of trim is for: several where it is bent round corners."""
    return " and ".join(names.edge(one) for one in edge.split("+"))


def _in_dabs(job: Job) -> bool:
    """Whether adhesive goes on in dabs a piece and is not combed."""
    return method_of(job).behind in ("dabs", "own glue")


def _need_of(quantity: Quantity) -> Amount:
    assert quantity.need is not None, quantity.id
    return quantity.need


def _need(job: Job, quantity: Quantity) -> str:
    need = _need_of(quantity)
    if need.unit == "kg":
        return weight(need.value, job.units)
    if need.unit == "litres":
        return volume(need.value, job.units)
    return f"{need.value:.0f} {need.unit}"


def said_area(job: Job, mm2: float) -> str:
    """Return an area (mm2) in the job's unit."""
    if job.units == "in":
        feet = mm2 / (12 * MM_PER_INCH) ** 2
        return f"{feet:.1f} sq ft" if feet >= 0.05 else "under 0.1 sq ft"
    return f"{mm2 / 1e6:.2f} m²" if mm2 >= 5_000 else "under 0.01 m²"


def _length(job: Job, metres: float) -> str:
    return f"{metres / _M_PER_FOOT:.1f} ft" if job.units == "in" else f"{metres:.1f} m"


class MixCard(Value):
    """What goes into the largest batch, how long it can be used, and how many there are."""

    of: Mixable
    what: str
    powder: str
    water: str
    makes: str
    minutes: str
    covers: str
    batches: str


def mix_cards(job: Job, plan: Plan, mixed: Collection[Mixed]) -> Iterator[MixCard]:
    """Yield a card for the adhesive and one for the grout, for what is mixed with water.

    ``mixed`` is what the steps of the job's days mix: each batch of setting and each section of
    grout by itself.
    """
    lines = {str(quantity.id): quantity for quantity in plan.quantities}
    for line in plan.quantities:
        mix = line.mix
        own = [one for one in mixed if mix is not None and one.of == mix.of]
        if mix is None or not own:
            continue
        largest = max(own, key=lambda one: one.powder)
        least = min(one.powder for one in own)
        makes = mix.makes * largest.powder / mix.powder
        yield MixCard(
            of=mix.of,
            what=_name(job, lines[mix.of]),
            powder=weight(largest.powder, job.units),
            water=f"{volume(largest.water, job.units)}, less at first",
            makes=f"about {volume(makes, job.units)}",
            minutes=f"{mix.lives:.0f} minutes; never thinned again once it stiffens",
            covers=said_area(job, largest.area * 1e6),
            batches=_batches(job, len(own), least, largest.powder),
        )


def _batches(job: Job, count: int, least: float, most: float) -> str:
    """How many there are, and between which amounts of powder, as the days have them."""
    small, large = weight(least, job.units), weight(most, job.units)
    says = counted(count, "batch", "batches")
    return says if small == large else f"{says}, of {small} to {large} of powder: see the days"


WAYS_OF_SPACERS = {"leg": "standing on a leg", "flat": "flat where joints cross"}


def materials_report(job: Job, plan: Plan) -> str:
    """Return the shopping list for a person at a terminal, grouped as a shop is."""
    words = list(quantities_in_words(job, plan))
    lines = []
    for group, title in GROUP_NAMES.items():
        here = [one for one in words if one.group == group]
        if here:
            lines.append(title)
            for one in here:
                aside = "; ".join(part for part in (one.gist, one.left) if part)
                gist = f" ({aside})" if aside else ""
                lines.append(f"  {one.name}: {one.to_get}{gist}")
                lines += [f"    stick: {', '.join(s.runs)}; {s.left} left" for s in one.sticks]
                lines += [f"    strip: {strip}" for strip in one.strips]
    in_all = totals(job, words)
    if in_all.cost:
        lines.append(f"Cost of what has a price: {in_all.cost:.2f}")
    if in_all.weight:
        lines.append(f"Weight of what has one: {weight(in_all.weight, job.units)}")
    return "\n".join(lines) + "\n"
