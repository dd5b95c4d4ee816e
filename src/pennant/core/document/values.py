"""Field types shared by the job's values: lengths that read pad notation, and frozen models.

A JSON number is always millimetres. A JSON string is read as written on a pad; a bare number in a
string is in the unit of the job that is being read.
"""

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from functools import cache
from typing import Annotated, Any, get_args

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field, WithJsonSchema

from pennant.core.document.lengths import Units, parse_length

LONGEST = 30_000.0
"""Millimetres. No kitchen wall is longer than 30 m; anything above is a slip of unit or finger."""

_units: ContextVar[Units] = ContextVar("units", default="mm")


@contextmanager
def reading_in(units: Units) -> Iterator[None]:
    """Read bare numbers in strings as ``units`` while the block runs."""
    token = _units.set(units)
    try:
        yield
    finally:
        _units.reset(token)


def units_being_read() -> Units:
    """Return the unit of bare numbers in strings, where something is being read."""
    return _units.get()


def _read(value: Any) -> Any:
    return parse_length(value, _units.get()) if isinstance(value, str) else value


def _length(low: float, *, above: bool = False) -> dict[str, Any]:
    bound = {"exclusiveMinimum" if above else "minimum": low}
    return {
        "anyOf": [{"type": "number", **bound, "maximum": LONGEST}, {"type": "string"}],
        "description": "A number is millimetres; a string is a length as written on a pad.",
    }


_finite = Field(allow_inf_nan=False, strict=True)
Length = Annotated[
    float,
    BeforeValidator(_read),
    _finite,
    Field(gt=0, le=LONGEST),
    WithJsonSchema(_length(0, above=True), mode="validation"),
]
"""A size: more than nothing, in millimetres."""

Distance = Annotated[
    float,
    BeforeValidator(_read),
    _finite,
    Field(ge=0, le=LONGEST),
    WithJsonSchema(_length(0), mode="validation"),
]
"""A place or a gap: nothing or more, in millimetres."""

Shift = Annotated[
    float,
    BeforeValidator(_read),
    _finite,
    Field(ge=-LONGEST, le=LONGEST),
    WithJsonSchema(_length(-LONGEST), mode="validation"),
]
"""A move either way (right and up positive), in millimetres."""


class Value(BaseModel):
    """A frozen value; unknown fields are refused so that a misspelt one is not silently lost."""

    model_config = ConfigDict(frozen=True, extra="forbid")


@cache
def length_fields(model: type[BaseModel]) -> frozenset[str]:
    """Return the names of a model's fields that are lengths, which other floats are not."""
    return frozenset(
        name
        for name, field in model.model_fields.items()
        if any(_reads(part) for part in field.metadata) or _is_length(field.annotation)
    )


@cache
def all_length_fields() -> frozenset[str]:
    """Return the names of all length fields of every value there is.

    Numbers of the settings that are no length are called otherwise than any length.
    """
    found: set[str] = set()
    models: list[type[BaseModel]] = [Value]
    while models:
        model = models.pop()
        models += model.__subclasses__()
        found |= length_fields(model)
    return frozenset(found)


def _reads(part: object) -> bool:
    return isinstance(part, BeforeValidator) and part.func is _read


def _is_length(annotation: object) -> bool:
    if any(_reads(part) for part in getattr(annotation, "__metadata__", ())):
        return True
    return any(_is_length(part) for part in get_args(annotation))


def _empty_is_none(given: object) -> object:
    return None if given == "" else given


EMPTY_IS_NONE = BeforeValidator(_empty_is_none)
"""Lets a field that is left empty stand for what was not given."""


def lengths_in(value: object, at: str) -> Iterator[tuple[str, float]]:
    """Yield every length in a value with its JSON pointer, which begins with ``at``."""
    if isinstance(value, tuple):
        for number, item in enumerate(value):
            yield from lengths_in(item, f"{at}/{number}")
    elif isinstance(value, BaseModel):
        lengths = length_fields(type(value))
        for name in type(value).model_fields:
            inner = getattr(value, name)
            many = name in lengths and isinstance(inner, tuple)
            for number, item in enumerate(inner if many else (inner,)):
                pointer = f"{at}/{name}/{number}" if many else f"{at}/{name}"
                if not isinstance(item, float):
                    yield from lengths_in(item, pointer)
                elif name in lengths:
                    yield pointer, item
