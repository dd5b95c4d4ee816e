"""How a default is declared: with its unit, its limits and its reason."""

from typing import Any

from pydantic import BaseModel, Field

from pennant.core.document.lengths import MM_PER_INCH

WIDEST_GAP = 50.0
"""Millimetres, 2 in: no joint, gap or clearance around tile is wider; more is a slip of unit."""


def length(
    inches: float, millimetres: float, why: str, *, least: float = 0.0, most: float = WIDEST_GAP
) -> Any:
    """Return the field of a length: its default for either system of units, limits, and reason."""
    mm = inches * MM_PER_INCH
    return Field(
        default=mm,
        ge=least,
        le=most,
        description=why,
        json_schema_extra={"unit": "mm", "in": mm, "mm": millimetres, "least": least, "most": most},
    )


def number(value: float, unit: str, why: str, *, most: float, least: float = 0.0) -> Any:
    """Return the field of a number with its limits; what is divided by has a least of its own."""
    return Field(
        default=value,
        ge=least,
        le=most,
        allow_inf_nan=False,
        description=why,
        json_schema_extra={"unit": unit, "in": value, "mm": value, "least": least, "most": most},
    )


def declared(model: type[BaseModel], name: str) -> dict[str, Any]:
    """Return the unit, limits and defaults that a field of a model was declared with.

    Raise KeyError for a name that is none.
    """
    extra = model.model_fields[name].json_schema_extra
    assert isinstance(extra, dict)
    return dict(extra)
