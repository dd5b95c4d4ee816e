"""Measures as taken: how much, from where, to which side of the thing, and with what.

A survey keeps what the tape said, not what was worked out from it. Correcting one early measure
then moves everything that was measured from it.
"""

from typing import Annotated, Any, Literal, Self

from pydantic import BeforeValidator, Field

from pennant.core.document.values import Shift, Value
from pennant.core.geometry.tolerance import tidy

ID_PATTERN = r"[a-z][a-z0-9-]{0,30}"
Id = Annotated[str, Field(pattern=rf"^{ID_PATTERN}$")]
RESERVED = frozenset({"left", "right", "last", "counter", "datum", "laser", "top", "wall"})
"""Words that say where a measure was taken from; no thing may be called so."""


def slug(name: str) -> str:
    """Return a name as an id: small letters, digits and hyphens; empty if nothing is left.

    >>> slug("Sink window"), slug("3rd cabinet")
    ('sink-window', 'rd-cabinet')
    """
    kept = "".join(c if c.isascii() and c.isalnum() else "-" for c in name.lower())
    parts = [part for part in kept.split("-") if part]
    return "-".join(parts).lstrip("0123456789-")[:31].rstrip("-")


MeasuringTool = Literal["tape", "laser", "rule", "guess"]


def _side(given: object) -> object:
    """``window:left``, as edges are called, for ``window.left``."""
    return given.replace(":", ".") if isinstance(given, str) else given


AlongRef = Annotated[
    str,
    BeforeValidator(_side),
    Field(pattern=rf"^(left|right|last|{ID_PATTERN}\.(left|right|centre))$"),
]
UpRef = Annotated[
    str,
    BeforeValidator(_side),
    Field(pattern=rf"^(counter|datum|laser|top|{ID_PATTERN}\.(bottom|top|centre))$"),
]


class Along(Value):
    """A measure along the wall.

    From the wall's ``left`` end and from a thing's right side or centre it runs to the right; from
    the ``right`` end and from a thing's left side it runs to the left: away from what it was taken
    from. A negative value runs the other way. ``last`` is the thing on the line before.
    """

    value: Shift
    taken_from: AlongRef = "left"
    to: Literal["near", "left", "right", "centre"] = Field(
        default="near", description="Which side of the thing; near is the one that faces."
    )
    taken_with: MeasuringTool = "tape"

    @property
    def leftward(self) -> bool:
        """Whether it runs to the left from what it was taken from."""
        return self.taken_from == "right" or self.taken_from.endswith(".left")

    def moved(self, right: float) -> Self:
        """Return the measure of what stands so far (mm) to the right of where it was."""
        by = -right if self.leftward else right
        return self.model_copy(update={"value": tidy(self.value + by)})


class AlongToCentre(Along):
    """A measure along the wall that is to the thing's centre unless it says otherwise."""

    to: Literal["near", "left", "right", "centre"] = "centre"


class Up(Value):
    """A measure up the wall.

    From the ``counter`` straight below, from the ``datum`` and from a thing's top or centre it runs
    up; from the ``top`` line, the ``laser`` line and from a thing's underside it runs down.
    """

    value: Shift
    taken_from: UpRef = "counter"
    to: Literal["near", "bottom", "top", "centre"] = Field(
        default="near", description="Which side of the thing; near is the one that faces."
    )
    taken_with: MeasuringTool = "tape"

    @property
    def downward(self) -> bool:
        """Whether it runs down from what it was taken from."""
        return self.taken_from in ("laser", "top") or self.taken_from.endswith(".bottom")

    def moved(self, up: float) -> Self:
        """Return the measure of what stands so far (mm) higher than it did."""
        by = -up if self.downward else up
        return self.model_copy(update={"value": tidy(self.value + by)})


class UpToCentre(Up):
    """A measure up the wall that is to the thing's centre unless it says otherwise."""

    to: Literal["near", "bottom", "top", "centre"] = "centre"


def _short(value: Any) -> Any:
    """A bare length is a measure with everything else as usual."""
    return {"value": value} if isinstance(value, (str, int, float)) else value


TakenAlong = Annotated[Along, BeforeValidator(_short, json_schema_input_type=Along | Shift)]
TakenAlongToCentre = Annotated[
    AlongToCentre, BeforeValidator(_short, json_schema_input_type=AlongToCentre | Shift)
]
TakenUp = Annotated[Up, BeforeValidator(_short, json_schema_input_type=Up | Shift)]
TakenUpToCentre = Annotated[
    UpToCentre, BeforeValidator(_short, json_schema_input_type=UpToCentre | Shift)
]
