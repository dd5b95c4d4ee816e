"""How deep a piece is behind a line, measured square to the line, at any angle of its sides.

Behind each stretch of the line the piece has a profile: how far its outline is off the line, place
by place. An upright side of the piece counts whole, and so does one that rises steeply: the point
of a turned tile is no sliver, because every tile of the pattern has it. Where the far side runs
almost along the line, it is the thin end that is looked at. In between the one goes over into the
other, so that nothing jumps while a piece is turned: what rises with a slope of s counts by
min(1, 3 s^2), all of it from 30 degrees on.
"""

import math
from collections.abc import Iterator
from itertools import pairwise
from typing import NamedTuple

from pennant.core.geometry.clip import Outline, Point
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.sides import segments

STEEP = 3.0
"""1 / tan2 of the angle from which a side counts whole: 30 degrees."""
ALONG = 0.55
"""A side runs along a line where it runs off it by less than so much of its length."""
HOLLOW = math.radians(10)
"""From one side of a hollow to the next it bends by less: a round's quarter has twelve sides."""


class DepthRun(NamedTuple):
    """A stretch of a line and how deep the piece is behind it, in mm."""

    depth: float
    greatest: float
    along: float


class _Part(NamedTuple):
    """A stretch over which the profile is straight."""

    low: float
    high: float
    at_low: float
    at_high: float

    @property
    def slope(self) -> float:
        return (self.at_high - self.at_low) / (self.high - self.low)


def runs_behind(
    outline: Outline,
    upright: bool,
    inward: int,
    first: tuple[Point, Point],
    low: float,
    high: float,
) -> Iterator[DepthRun]:
    """Yield the depths behind a stretch of a side (``first``) of an outline, from low to high.

    The stretch is split where the profile jumps or bends in, as beside a notch: each part has a
    depth of its own. Nothing is yielded where there is no tile behind the side.
    """
    parts = list(_profile(outline, upright, inward, first, low, high))
    run: list[_Part] = []
    for part in parts:
        if run and not _goes_on(run[-1], part):
            yield _run(run)
            run = []
        run.append(part)
    if run:
        yield _run(run)


def _goes_on(one: _Part, other: _Part) -> bool:
    """Whether the profile goes on without a jump, and without bending in.

    The hollow side of a fan bends in little by little: its thin tail is no sliver either.
    """
    if other.low - one.high > EPS or abs(other.at_low - one.at_high) > 10 * EPS:
        return False
    if one.slope * other.slope > 0 and math.atan(other.slope) - math.atan(one.slope) < HOLLOW:
        return True
    return other.slope <= one.slope + 1e-7


def _run(parts: list[_Part]) -> DepthRun:
    back = [_Part(-p.high, -p.low, p.at_high, p.at_low) for p in reversed(parts)]
    greatest = max(max(part.at_low, part.at_high) for part in parts)
    depth = min(_from_end(parts), _from_end(back))
    return DepthRun(depth, greatest, parts[-1].high - parts[0].low)


def _from_end(parts: list[_Part]) -> float:
    """The depth as it is seen from one end: what rises there, each side by its slope."""
    depth = parts[0].at_low
    for part in parts:
        rise = part.at_high - part.at_low
        if rise <= 0:
            break
        depth += rise * min(1.0, STEEP * part.slope**2)
    return depth


def _profile(
    outline: Outline,
    upright: bool,
    inward: int,
    first: tuple[Point, Point],
    low: float,
    high: float,
) -> Iterator[_Part]:
    across, along = (0, 1) if upright else (1, 0)
    marks = sorted(
        {
            low,
            high,
            *(p[along] for ring in outline for p in ring if low + EPS < p[along] < high - EPS),
        }
    )
    sides = [side for side in segments(outline) if side != first]
    for a, b in pairwise(marks):
        if b - a <= EPS:
            continue
        third = (b - a) / 3
        near, far = (
            _off(sides, first, across, along, inward, place) for place in (a + third, b - third)
        )
        if near is None or far is None:
            continue
        slope = (far - near) / third
        yield _Part(a, b, max(near - slope * third, 0.0), max(far + slope * third, 0.0))


def _off(
    sides: list[tuple[Point, Point]],
    first: tuple[Point, Point],
    across: int,
    along: int,
    inward: int,
    place: float,
) -> float | None:
    """How far the outline is off its own side at a place; None where nothing lies behind it."""
    at = crossing(*first, across, along, place)
    depths = [
        (crossing(a, b, across, along, place) - at) * inward
        for a, b in sides
        if min(a[along], b[along]) < place < max(a[along], b[along])
    ]
    return min((max(depth, 0.0) for depth in depths if depth > -EPS), default=None)


def crossing(a: Point, b: Point, across: int, along: int, place: float) -> float:
    """Return where a side is across, at a place along."""
    if a[across] == b[across]:
        return a[across]
    share = (place - a[along]) / (b[along] - a[along])
    return a[across] + share * (b[across] - a[across])
