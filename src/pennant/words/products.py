"""The shelf in words: what each kind of product is called, and each field of its sheet."""

from collections.abc import Iterator
from typing import Any, Literal, get_args, get_origin

from pennant.core.document.lengths import MM_PER_INCH, show_exact
from pennant.core.document.products import SOLD, Part
from pennant.core.document.shelf import (
    MODELS,
    OF_A_JOB,
    PRODUCT_KINDS,
    Shelf,
    ShelfKind,
    Stocked,
)
from pennant.core.document.values import Value, length_fields

KIND_NAMES: dict[str, tuple[str, str, str]] = {
    "tile": ("Tile", "a tile", "Tile"),
    "adhesive": ("Adhesives", "an adhesive", "Adhesive"),
    "mat": ("Mats", "a mat", "Mat"),
    "grout": ("Grouts", "a grout", "Grout"),
    "sealant": ("Sealants", "a sealant", "Sealant"),
    "trim": ("Trims", "a trim", "Trim"),
    "primer": ("Primers", "a primer", "Primer"),
    "sealer": ("Sealers", "a sealer", "Sealer"),
    "board": ("Boards", "a board", "Board"),
    "patch": ("Patching compounds", "a patch", "Patch"),
    "spacers": ("Spacers", "a bag of spacers", "Spacers"),
    "wedges": ("Wedges", "a bag of wedges", "Wedges"),
    "batten": ("Battens", "a batten", "Batten"),
    "screws": ("Screws", "a pack of screws", "Screws"),
    "extenders": ("Box extenders", "an extender", "Extenders"),
    "device_screws": ("Device screws", "a pack of device screws", "Device screws"),
    "sheeting": ("Sheeting", "a roll of sheeting", "Sheeting"),
    "tape": ("Masking tape", "a roll of tape", "Tape"),
    "blade": ("Blades", "a blade", "Blade"),
}
"""Each kind: all of them, one, and what is chosen for a job."""
_FIELDS: dict[str, tuple[str, str]] = {
    "name": ("Name", ""),
    "price": ("Price", "a pack"),
    "weight": ("Weight", "kg a pack"),
    "length": ("Length, along the course", ""),
    "height": ("Height", ""),
    "width": ("Width", ""),
    "thickness": ("Thickness", ""),
    "material": ("Made of", ""),
    "turns": ("May be turned", ""),
    "bevelled": ("Bevelled or glazed edges", ""),
    "lugs": ("Joint of its lugs", ""),
    "porous": ("Open-pored", ""),
    "scratches": ("Its face scratches", ""),
    "finish": ("Finish", ""),
    "faces": ("Different faces", ""),
    "shade_varies": ("Shades vary", ""),
    "lot": ("Lot to order", ""),
    "see_through": ("See-through", ""),
    "per_box": ("In a box", "tiles, or sheets"),
    "sheet": ("Chips on a sheet", "as 12 x 12 mesh"),
    "ledger": ("Ledger stone, its ends", "as 57 mm deep, 12 mm thinnest"),
    "colour": ("Colour", "as #rrggbb"),
    "kind": ("Kind", ""),
    "shade": ("Shade", ""),
    "pack": ("In a pack", ""),
    "density": ("Density", "kg a litre"),
    "water": ("Water", "litres a kg"),
    "pot_life": ("Use a batch within", "minutes"),
    "open_time": ("Skins after", "minutes"),
    "set_hours": ("Sets in", "hours"),
    "dry_hours": ("Dry in", "hours"),
    "water_hours": ("No water for", "hours"),
    "after_grout": ("Grout dries first", "hours"),
    "most_bed": ("Bed up to", ""),
    "litres": ("In a pack", "litres, if sold by volume"),
    "covers": ("A pack covers", "m²"),
    "goes_on": ("Goes on", "walls, with ; between"),
    "not_on": ("Not on", "walls, with ; between"),
    "joint_least": ("Joints from", ""),
    "joint_most": ("Joints up to", ""),
    "cover": ("Covers", "m² a litre"),
    "coats": ("Coats", ""),
    "stick": ("Stick", "long"),
    "roll": ("Roll", "long"),
    "most_weight": ("Holds", "kg a m² of tile"),
}
_OF_TILE = {"price": ("Price", "a box"), "weight": ("Weight", "kg a m²")}
_SIZES = ("length", "width", "height", "thickness")
_BRIEF = (
    "roll",
    "stick",
    "material",
    "kind",
    "shade",
    "sheet",
    "per_box",
    "pack",
    "covers",
    "cover",
    "pot_life",
    "set_hours",
    "coats",
    "price",
)
"""What is told of a product in a line, after its sizes."""
_TELLS = ("pot_life", "set_hours", "covers", "cover", "price", "coats", "per_box", "roll", "stick")
"""Of those, what needs its name with it."""


class FieldText(Value):
    """A field of a product's sheet: what it is called, its unit, and what it can be."""

    name: str
    label: str
    unit: str
    needed: bool
    choices: tuple[str, ...]


class ProductText(Value):
    """A product: what it is in a line, and its sheet as one would write it."""

    name: str
    own: bool
    colour: str | None
    facts: str
    cells: dict[str, str]


class KindText(Value):
    """One kind of product on the shelf.

    ``part`` is where a job chooses it; the tile is chosen by itself. ``without`` is what is said
    where none is chosen.
    """

    kind: ShelfKind
    title: str
    one: str
    label: str
    part: Part | None
    without: str
    fields: tuple[FieldText, ...]
    products: tuple[ProductText, ...]


def shelf_in_words(shelf: Shelf, own: Shelf) -> Iterator[KindText]:
    """Yield every kind with its products; those of ``own`` are the user's."""
    for kind in PRODUCT_KINDS:
        title, one, label = KIND_NAMES[kind]
        mine = {product.name for product in own.of(kind)}
        yield KindText(
            kind=kind,
            title=title,
            one=one,
            label=label,
            part=SOLD[kind].part if kind in SOLD else None,
            without=_without(kind),
            fields=tuple(_fields(kind)),
            products=tuple(_product(kind, p, p.name in mine) for p in shelf.of(kind)),
        )


def _without(kind: str) -> str:
    """What is said where a job has chosen no product of a kind."""
    sold = SOLD.get(kind)
    if sold is None:
        return ""
    if sold.part == "goods":
        return "counted, not in packs"
    return "by the rules" if sold.by_rules else "none"


def cells_of(product: Stocked) -> dict[str, str]:
    """Return a product's sheet as one would write it in a table; what is left out is left out."""
    lengths = length_fields(type(product))
    found = {}
    for name, value in product:
        if name in OF_A_JOB or value is None or value in ((), ""):
            continue
        found[name] = _length(value) if name in lengths else _cell(value)
    return found


def _fields(kind: ShelfKind) -> Iterator[FieldText]:
    model = MODELS[kind]
    for name, field in model.model_fields.items():
        if name in OF_A_JOB:
            continue
        label, unit = (_OF_TILE if kind == "tile" else {}).get(name) or _FIELDS[name]
        if name in length_fields(model):
            unit = f"in or mm{', ' + unit if unit else ''}"
        yield FieldText(
            name=name,
            label=label,
            unit=SOLD[kind].pack if name == "pack" else unit,
            needed=field.is_required() or name == "name",
            choices=_choices(field.annotation),
        )


def _choices(annotation: Any) -> tuple[str, ...]:
    if annotation is bool:
        return ("no", "yes")
    return get_args(annotation) if get_origin(annotation) is Literal else ()


def _product(kind: ShelfKind, product: Stocked, own: bool) -> ProductText:
    cells = cells_of(product)
    labels = {field.name: (field.label, field.unit) for field in _fields(kind)}
    sizes = [cells[name] for name in _SIZES if name in cells]
    facts = [" × ".join(sizes)] if sizes else []
    for name in _BRIEF:
        if name in cells:
            label, unit = labels[name]
            plain = name in length_fields(type(product)) or name in ("sheet", "ledger")
            if name == "per_box":
                unit = "sheets" if "sheet" in cells else "tiles"
            tail = "" if plain or not unit else f" {unit}"
            head = f"{label.lower()} " if name in _TELLS else ""
            text = f"{product.price:.2f}" if name == "price" else cells[name]
            facts.append(f"{head}{text}{tail}")
    return ProductText(
        name=product.name,
        own=own,
        colour=getattr(product, "colour", None),
        facts="; ".join(facts),
        cells=cells,
    )


def _cell(value: object) -> str:
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, tuple):
        return "; ".join(value)
    return f"{value:g}" if isinstance(value, float) else str(value)


def _length(mm: float) -> str:
    """A length in the unit that it was made in: a fraction of an inch where 1/64 in holds it."""
    parts = mm / MM_PER_INCH * 64
    if mm and abs(parts - round(parts)) < 1e-6:
        return f"{show_exact(mm, 'in')} in"
    return f"{show_exact(mm, 'mm')} mm"
