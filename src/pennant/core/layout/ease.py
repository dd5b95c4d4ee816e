"""Joints taken up in setting: beyond the last set edge each is wider or narrower by so much.

What is set stays where it is. Every joint further on moves what lies beyond it by one share more,
so that the last of n joints has moved it by n shares.
"""

import math
from collections.abc import Iterator, Sequence

from pennant.core.document.module import Module
from pennant.core.document.starts import Eased
from pennant.core.geometry.tolerance import EPS

Stretch = tuple[float, float]


def joints_beyond(past: float, at: float, step: float) -> int:
    """Return how many joints lie between a set edge and a tile that begins at a place beyond it.

    A tile that begins before the edge, or astride it in another course, has none. ``step`` is the
    module.

    >>> joints_beyond(100.0, 103.0, 203.0), joints_beyond(100.0, 306.0, 203.0)
    (1, 2)
    """
    return max(0, math.ceil((at - past) / step - EPS))


def _shares(one: Eased, beyond: int) -> int:
    """Of how many joints a tile so many joints beyond the edge has the shares."""
    return min(beyond, one.joints) if one.joints else beyond


def moved_along(at: float, width: float, step: float, eased: Sequence[Eased]) -> float:
    """Return where the left edge of a tile of a course comes to lie."""
    moved = at
    for one in eased:
        if one.way == "right":
            moved += one.by * _shares(one, joints_beyond(one.past, at, step))
        elif one.way == "left":
            moved -= one.by * _shares(one, joints_beyond(-one.past, -(at + width), step))
    return moved


def eased_tiles(
    first: float, module: Module, eased: Sequence[Eased], x0: float, x1: float
) -> Iterator[tuple[Stretch, Stretch]]:
    """Yield (cell, tile) of a course between two places, from the left; cells meet in mid-joint."""
    step = module.across
    widest = sum(abs(one.by) for one in eased) * (2 + (x1 - x0) / step)
    lowest = math.floor((x0 - widest - first) / step) - 1
    highest = math.ceil((x1 + widest - first) / step) + 1
    places = [
        moved_along(first + column * step, module.width, step, eased)
        for column in range(lowest, highest + 1)
    ]
    tiles = [(at, at + module.width) for at in places]
    for number in range(1, len(tiles) - 1):
        left = (tiles[number - 1][1] + tiles[number][0]) / 2
        right = (tiles[number][1] + tiles[number + 1][0]) / 2
        if right > x0 + EPS and left < x1 - EPS:
            yield (left, right), tiles[number]


def moved_up(bottom: float, module: Module, eased: Sequence[Eased]) -> tuple[float, float, float]:
    """Return where a course's lower edge comes to lie, and what its joints below and above gain."""
    at, below, above = bottom, 0.0, 0.0
    for one in eased:
        here = _shares(one, joints_beyond(one.past, bottom, module.up))
        under = _shares(one, joints_beyond(one.past, bottom - module.up, module.up))
        over = _shares(one, joints_beyond(one.past, bottom + module.up, module.up))
        at += one.by * here
        below += one.by * (here - under)
        above += one.by * (over - here)
    return at, below, above
