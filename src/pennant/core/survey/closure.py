"""Chains of measures closed against an overall: by how much they miss, where, and why perhaps.

A check is a distance that was measured between two places which the survey also knows another way.
The two ways make a loop. If the loop does not close, one of its measures is wrong; measures that
are also in a loop that does close are cleared, and what is left is where to look.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Any, Literal

from pennant.core.document.job import Job
from pennant.core.document.lengths import MM_PER_INCH, Units
from pennant.core.document.notebook import is_height
from pennant.core.document.survey import Check, Opening
from pennant.core.document.values import Value
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.survey.placing import Place, WallPlaces

HAIR = 0.8
"""Millimetres: half a sixteenth. A slip explains a misclosure if it is as large to the eye."""

CauseKind = Literal[
    "whole-inches",
    "other-side-of-the-mark",
    "swapped-digits",
    "like-digits",
    "counted-twice",
    "casing",
    "trim",
    "other-end",
]


class Cause(Value):
    """A slip that would make the loop close: of what kind, in which measure, read as what."""

    kind: CauseKind
    pointer: str = ""
    thing: str = ""
    reads: float | None = None
    count: int = 0


@dataclass(frozen=True)
class Loop:
    """A check and what it checks. ``off`` is what the survey gives less what was measured."""

    check: str
    pointer: str
    measured: float
    off: float
    path: frozenset[str]


def loops(places: WallPlaces) -> Iterator[Loop]:
    """Yield the loop of every check on a wall, closed or not."""
    for number, thing in enumerate(places.wall.things):
        if not isinstance(thing, Check):
            continue
        at = f"{places.root}/things/{number}"
        first = _place(places, thing.first, f"{at}/first")
        second = _place(places, thing.second, f"{at}/second")
        reckoned = abs(second.at - first.at)
        path = first.path ^ second.path
        yield Loop(thing.id, f"{at}/value", thing.value, tidy(reckoned - thing.value), path)


def _place(places: WallPlaces, ref: str, at: str) -> Place:
    if is_height(ref):
        return places.height(ref, at, 0.0)
    return places.place(ref, at)


def suspects(loop: Loop, all_loops: Iterable[Loop], within: float) -> list[str]:
    """Return the pointers of the measures that may be wrong: the loop's, less those cleared."""
    cleared: set[str] = set()
    for other in all_loops:
        if abs(other.off) <= within:
            cleared |= other.path
    left = loop.path - cleared
    return sorted(left or loop.path, key=_in_order)


def _in_order(pointer: str) -> tuple[Any, ...]:
    return tuple(int(part) if part.isdigit() else part for part in pointer.split("/"))


def causes(
    job: Job, places: WallPlaces, off: float, pointers: Iterable[str], values: dict[str, float]
) -> Iterator[Cause]:
    """Yield the slips that would explain a loop that is ``off`` by so much, the likeliest first."""
    pointers = list(pointers)
    for pointer in pointers:
        value = values.get(pointer)
        if value is None:
            continue
        for right in (value - off, value + off):
            if right > 0 and (kind := misread(value, right, job.units)):
                yield Cause(kind=kind, pointer=pointer, reads=tidy(right))
                break
    yield from _from_the_other_end(places, off, pointers)
    inches = off / MM_PER_INCH
    if job.units == "in" and abs(inches - round(inches)) * MM_PER_INCH < HAIR and round(inches):
        yield Cause(kind="whole-inches", count=abs(round(inches)))
    for pointer in pointers:
        value = values.get(pointer)
        if value is not None and value > HAIR and abs(abs(off) - value) < HAIR:
            yield Cause(kind="counted-twice", pointer=pointer)
    for thing in places.wall.things:
        if isinstance(thing, Opening) and thing.casing > EPS:
            for count in (1, 2):
                if abs(abs(off) - count * thing.casing) < HAIR:
                    yield Cause(kind="casing", thing=thing.id, count=count)
    if job.settings.trim_face > EPS and abs(abs(off) - job.settings.trim_face) < HAIR / 2:
        yield Cause(kind="trim")


def _from_the_other_end(places: WallPlaces, off: float, pointers: Iterable[str]) -> Iterator[Cause]:
    """Measures taken from one end of the wall and written down as from the other."""
    for thing in places.wall.things:
        if isinstance(thing, Check) or thing.at.taken_from not in ("left", "right"):
            continue
        pointer = f"{places.pointer(thing.id)}/at/value"
        span = places.along(thing.id)
        moved = places.wall.length - span.low.at - span.high.at
        if pointer in pointers and abs(moved) > HAIR and abs(abs(moved) - abs(off)) < HAIR:
            yield Cause(kind="other-end", pointer=pointer)


def misread(read: float, right: float, units: Units) -> CauseKind | None:
    """Say how ``right`` (mm) could have been read as ``read``: which slip of the eye, or None."""
    unit = MM_PER_INCH if units == "in" else 1.0
    a, b = read / unit, right / unit
    if units == "in":
        whole, part = divmod(a, 1.0)
        mirrored = whole + (1.0 - part)
        if 0.01 < part < 0.99 and abs(part - 0.5) > 0.01 and _same(mirrored, b, unit):
            return "other-side-of-the-mark"
    digits, wanted = str(int(a)), str(int(b + HAIR / unit / 2))
    if len(digits) == len(wanted) and digits != wanted and _same(a - int(a), b - int(wanted), unit):
        differ = [n for n in range(len(digits)) if digits[n] != wanted[n]]
        if len(differ) == 2 and differ[1] == differ[0] + 1:
            i, k = differ
            if digits[i] == wanted[k] and digits[k] == wanted[i]:
                return "swapped-digits"
        if len(differ) == 1 and {digits[differ[0]], wanted[differ[0]]} in _ALIKE:
            return "like-digits"
    return None


_ALIKE = ({"6", "9"}, {"1", "7"}, {"3", "8"}, {"0", "8"}, {"5", "6"})
"""Digits that are taken for one another on a tape held upside down or in poor light."""


def _same(a: float, b: float, unit: float) -> bool:
    return abs(a - b) * unit < HAIR
