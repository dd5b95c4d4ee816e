"""A number that shows its working: a small tree of inputs and operations with units and sources."""

import math
from typing import Literal

from pennant.core.document.values import Value
from pennant.core.geometry.tolerance import tidy

Op = Literal["given", "sum", "less", "product", "quotient", "round-up"]


class Working(Value):
    """One step. A ``given`` comes from its source; any other value follows from its terms."""

    label: str
    op: Op
    value: float
    unit: str
    source: str | None = None
    terms: tuple["Working", ...] = ()


def given(label: str, value: float, unit: str, source: str) -> Working:
    """Return an input: ``source`` is ``plan``, a field of the job or ``settings.NAME``."""
    return Working(label=label, op="given", value=tidy(value), unit=unit, source=source)


def step(op: Op, label: str, unit: str, *terms: Working) -> Working:
    """Return ``op`` over the terms. Conversions of unit are terms of their own, such as 1000."""
    value = tidy(_apply(op, [term.value for term in terms]))
    return Working(label=label, op=op, value=value, unit=unit, terms=terms)


def evaluate(working: Working) -> float:
    """Reckon the tree again from its inputs, for those who do not believe ``value``."""
    if working.op == "given":
        return working.value
    return tidy(_apply(working.op, [evaluate(term) for term in working.terms]))


def _apply(op: Op, values: list[float]) -> float:
    if op == "sum":
        return math.fsum(values)
    if op == "less":
        return values[0] - math.fsum(values[1:])
    if op == "product":
        return math.prod(values)
    if op == "quotient":
        return values[0] / values[1]
    # A whole number that float arithmetic left a hair high is still that number of packs.
    return float(math.ceil(round(values[0], 6)))
