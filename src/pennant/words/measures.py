"""Every measure of a thing with the question that it answers, as asked with the tape in hand."""

from collections.abc import Iterator

from pennant.core.document.measures import Along, Up
from pennant.core.document.survey import AnyThing, Check
from pennant.core.document.values import Value

_SIZES = {
    "width": "width",
    "height": "height",
    "casing": "width of the casing",
    "casing_depth": "how far the casing stands out",
    "stool": "thickness of the sill board",
    "horn": "how far the sill runs past",
    "thick": "thickness",
    "behind": "tile runs up behind by",
    "depth": "depth",
    "diameter": "diameter",
    "cover": "diameter of its collar",
    "down": "tile goes on below by",
    "below": "below the laser line",
    "flat": "gap under the straightedge",
    "over": "thickness of old tile",
    "value": "distance",
    "box_width": "width of the box",
    "box_height": "height of the box",
    "plate_width": "width of the plate",
    "plate_height": "height of the plate",
}
_UP = {
    "up": "height",
    "clear": "clear height",
    "clear_right": "clear height at its right end",
    "sill": "height of its sill",
}
_SAID = {
    "left": "the left end",
    "right": "the right end",
    "counter": "the counter",
    "datum": "the level line",
    "laser": "the laser line down",
    "top": "the top line down",
}


class MeasureText(Value):
    """One measure: where it is in the job, in a word, and as a question."""

    pointer: str
    label: str
    asks: str


def measures_of(thing: AnyThing, pointer: str, names: dict[str, str]) -> Iterator[MeasureText]:
    """Yield a thing's measures in the order in which one takes them."""
    for field in type(thing).model_fields:
        value = getattr(thing, field)
        if isinstance(value, Along):
            from_ = place_in_words(value.taken_from, names)
            side = "" if value.to == "near" else f" to its {value.to}"
            yield _measure(f"{pointer}/{field}/value", f"from {from_}{side}", thing)
        elif isinstance(value, Up):
            from_ = place_in_words(value.taken_from, names)
            side = "" if value.to == "near" else f" of its {value.to}"
            label = _UP[field] + side
            if value.taken_from != "counter":
                label += f" from {from_}"
            yield _measure(f"{pointer}/{field}/value", label, thing)
        elif isinstance(value, float):
            if value == 0.0 and not type(thing).model_fields[field].is_required():
                continue
            label = _SIZES.get(field, field.replace("_", " "))
            if isinstance(thing, Check):
                label = (
                    f"{place_in_words(thing.first, names)} to {place_in_words(thing.second, names)}"
                )
            yield _measure(f"{pointer}/{field}", label, thing)


def _measure(pointer: str, label: str, thing: AnyThing) -> MeasureText:
    return MeasureText.model_construct(
        pointer=pointer, label=label[0].upper() + label[1:], asks=f"{thing.name}: {label}"
    )


def place_in_words(ref: str, names: dict[str, str]) -> str:
    """Say where a measure was taken from."""
    id_, _, side = ref.partition(".")
    if not side:
        return _SAID.get(ref, ref)
    return f"{names.get(id_, id_)}, {side}"
