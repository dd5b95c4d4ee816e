"""The meter's line protocol: what it is told and what it answers. docs/meter.md shows it whole.

ASCII lines that end in a newline. A meter answers everyone who is connected, so that a reading
that one asked for is seen by all, in one order.
"""

import re
from dataclasses import dataclass

PORT = 7421
"""Where a meter listens unless told otherwise; on this machine only."""
LONGEST_LINE = 100
"""Bytes; a longer line is no meter's."""

FAILURES = {
    "WEAK": "too little light came back; aim at something matt",
    "BRIGHT": "too much light; shade the spot",
    "NEAR": "too near; the meter measures from 50 mm",
}
"""What a shot can fail of, by its code."""

_READING = re.compile(r"R (\d{1,9}) (\d{1,6}(?:\.\d{1,2})?)")
_FAILURE = re.compile(r"E (\d{1,9}) ([A-Z]{2,10})")


@dataclass(frozen=True)
class Reading:
    """A shot: its number and the distance in mm, or why there is none."""

    number: int
    mm: float | None
    failure: str = ""


class NotAMeter(ValueError):
    """A line that no meter says."""


def parse(line: str) -> Reading:
    """Read a meter's line; raise `NotAMeter` for any other.

    >>> parse("R 3 906.4"), parse("E 4 WEAK").failure
    (Reading(number=3, mm=906.4, failure=''), 'too little light came back; aim at something matt')
    """
    if found := _READING.fullmatch(line.strip()):
        return Reading(int(found[1]), float(found[2]))
    if found := _FAILURE.fullmatch(line.strip()):
        return Reading(int(found[1]), None, FAILURES.get(found[2], found[2]))
    raise NotAMeter(f"{line.strip()[:40]!r} is not what a meter says")


def write(reading: Reading) -> str:
    """Return a reading as a line."""
    if reading.mm is None:
        return f"E {reading.number} {reading.failure}\n"
    return f"R {reading.number} {reading.mm:.1f}\n"
