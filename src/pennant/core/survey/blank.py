"""How a job begins: a plain wall and an ordinary tile, or what is known of them already."""

import re
from typing import Any, Literal

from pydantic import Field

from pennant.core.document.job import Job
from pennant.core.document.lengths import LengthError, Units, parse_length
from pennant.core.document.values import Value

EndKind = Literal["corner", "open", "casing", "cabinet", "outside"]
NOT_CHOSEN = "not chosen yet"
"""The name of the tile of a job for which none has been chosen."""
LONGEST_IN_INCHES = 300
"""A bare number past this is in millimetres: no wall of a kitchen is longer than 25 ft."""
_SIZES: dict[Units, dict[str, Any]] = {
    "in": {"length": "96", "top": "18", "tile": ("8", "2 1/2", "5/16"), "joint": "1/8"},
    "mm": {"length": "2400", "top": "460", "tile": ("200", "65", "8"), "joint": "3"},
}
_FIELD_OF = {
    "/walls/0/length": "/length",
    "/walls/0/top/height": "/height",
    "/tile/length": "/tile_length",
    "/tile/height": "/tile_height",
}
"""The field that asks, by the field of the job that the answer goes to."""

Answer = Field(default="", max_length=60)


class FirstAnswers(Value):
    """What is known of a kitchen when its job begins, as it was typed; empty is not known yet."""

    length: str = Answer
    height: str = Answer
    above: Literal["open", "ceiling"] = "open"
    left: EndKind = "corner"
    right: EndKind = "open"
    tile_length: str = Answer
    tile_height: str = Answer

    @property
    def first(self) -> str:
        """The first length that is known: the way it is typed tells the unit of all of them."""
        return self.length or self.height or self.tile_length or self.tile_height


def blank_job(name: str, units: Units) -> Job:
    """Return a job to start from, in round sizes of its unit."""
    return Job.model_validate(begun(name, units, FirstAnswers()))


def begun(name: str, units: Units, known: FirstAnswers) -> dict[str, Any]:
    """Return the document of a job that begins with what is known, the rest in round sizes."""
    size = _SIZES[units]
    along, up, thick = size["tile"]
    wall = {
        "id": "wall-a",
        "name": "Wall 1",
        "length": known.length or size["length"],
        "top": {"kind": known.above, "height": known.height or size["top"]},
        "left": {"kind": known.left},
        "right": {"kind": known.right},
    }
    one_side = known.tile_length or known.tile_height
    tile = {
        "length": known.tile_length or one_side or along,
        "height": known.tile_height or one_side or up,
        "thickness": thick,
    }
    if not one_side:
        tile["name"] = NOT_CHOSEN
    return {
        "name": name,
        "units": units,
        "walls": [wall],
        "tile": tile,
        "pattern": {"joint": size["joint"]},
    }


def asked_at(pointer: str) -> str:
    """Return the answer that a field of the begun job comes from; the field where none does."""
    return _FIELD_OF.get(pointer, pointer)


def units_as_typed(text: str) -> Units:
    r"""Return the unit of a job whose first length is typed so.

    >>> [units_as_typed(text) for text in ("121 7/16", "3085", "8' 4\"", "2.4 m")]
    ['in', 'mm', 'in', 'mm']
    """
    said = text.lower().strip()
    if re.search(r"\d\s*(?:mm|cm|m)\b", said):
        return "mm"
    if re.search(r"/|'|\"|″|”|\b(?:in|inch|inches|ft|feet|foot)\b|[½¼¾⅛⅜⅝⅞]", said):
        return "in"
    try:
        return "mm" if parse_length(said, "mm") > LONGEST_IN_INCHES else "in"
    except LengthError:
        return "in"
