"""The one tolerance of the geometry.

Lengths are float millimetres. Two lines nearer than ``EPS`` are the same line, and a piece thinner
than ``EPS`` is nothing. It is far under what a saw can do and far over what float arithmetic loses
on a wall of 30 m (about 4e-12 mm a step).
"""

from collections.abc import Iterable

EPS = 1e-5
"""Millimetres. Ten nanometres."""

GRID = 1e-6
"""Millimetres. Slanted outlines are cut on a grid this fine, which keeps lines that almost meet
from confusing the overlay; coordinates are given out no finer."""

DECIMALS = 6
"""Places kept in what is given out, so that 45 5/8 in does not read 1158.8749999999998."""


def tidy(value: float) -> float:
    """Return ``value`` (mm or mm2) rounded for giving out; never ``-0.0``."""
    return round(value, DECIMALS) + 0.0


def distinct_lines(low: float, high: float, values: Iterable[float]) -> list[float]:
    """Return ``low``, the values well between, and ``high`` in order, each line once (mm)."""
    kept = [low]
    for value in sorted(values):
        if kept[-1] + EPS < value < high - EPS:
            kept.append(value)
    return [*kept, high]


SAME_SIZE = 0.8
"""Millimetres, 1/32 in: sizes nearer than this are one to the eye, the tape and the saw. A size
passes a limit with this much less."""
