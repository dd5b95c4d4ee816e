"""A lattice of single tiles: some units that repeat by two steps over the whole wall.

Each unit has its tile's outline and its *cell*, the room that it takes with half a joint all round.
Cells fill the plane without gap or overlap, so that joints can be reckoned from them.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property
from itertools import product
from typing import NamedTuple

import numpy as np
import numpy.typing as npt

from pennant.core.geometry.clip import Point, Ring, from_lowest, ring_of
from pennant.core.geometry.placement import Placement, mirrored, turned_about_origin
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.survey.placed import around

Numbers = npt.NDArray[np.int_]
Floats = npt.NDArray[np.float64]


class Unit(NamedTuple):
    """One tile of a lattice: where it lies, and its cell. Millimetres from the lattice's origin."""

    at: Placement
    cell: Ring


@dataclass(frozen=True)
class Lattice:
    """Units and the two steps by which they repeat. Millimetres, x right and y up.

    ``shape`` is the tile's outline in its own frame, counterclockwise; its sides are numbered in
    that order from 0. ``figure`` is what a start is planted for: a tile, a point, a block.
    ``joint`` is the gap between tiles, ``rows`` the height of one row of the ids, and
    ``least_width`` the tile's least width, by which small pieces are judged.
    """

    shape: Ring
    units: tuple[Unit, ...]
    steps: tuple[Point, Point]
    figure: Rect
    joint: float
    rows: float

    @property
    def cell_area(self) -> float:
        """The area (mm2) that one tile takes with its joints, on average."""
        (ax, ay), (bx, by) = self.steps
        return abs(ax * by - ay * bx) / len(self.units)

    @cached_property
    def least_width(self) -> float:
        """The tile's least width (mm), over all directions in which it has a side."""
        return min(
            max((x - a[0]) * ny + (y - a[1]) * -nx for x, y in self.shape)
            for a, (nx, ny) in _directions(self.shape)
        )

    @cached_property
    def outlines(self) -> tuple[Ring, ...]:
        """The outline of each unit where it lies."""
        return tuple(from_lowest(unit.at.on_wall(self.shape)) for unit in self.units)

    @cached_property
    def boxes(self) -> tuple[Rect, ...]:
        """The rectangle around each unit's cell."""
        return tuple(around(unit.cell) for unit in self.units)

    @cached_property
    def ends(self) -> tuple[float, float]:
        """How far (mm) the outermost tiles of the figure stand back from its left and right side.

        A figure lies evenly about its tip, while its tiles may reach further on one side of that.
        """
        left = right = self.figure.width
        for outline in self.outlines:
            box = around(outline)
            for m, n in product(range(-2, 3), repeat=2):
                at = m * self.steps[0][0] + n * self.steps[1][0]
                if (back := box.x0 + at - self.figure.x0) > -EPS:
                    left = min(left, back)
                if (back := self.figure.x1 - box.x1 - at) > -EPS:
                    right = min(right, back)
        return max(left, 0.0), max(right, 0.0)

    def over(self, inner: Rect, x: float, y: float) -> Iterator[tuple[int, float, float]]:
        """Yield each unit whose cell may reach into a rectangle: its number, and where its lattice
        point lies. ``x`` and ``y`` are where the lattice's origin lies.
        """
        units, places = self.all_over(inner, x, y)
        for unit, (at_x, at_y) in zip(units.tolist(), places.tolist(), strict=True):
            yield unit, at_x, at_y

    def all_over(self, inner: Rect, x: float, y: float) -> tuple[Numbers, Floats]:
        """Return the same at once: the units' numbers, and their lattice points (n x 2)."""
        units: list[int] = []
        firsts: list[int] = []
        runs: list[Numbers] = []
        for number, first, low, high in self._runs(inner, x, y):
            runs.append(np.arange(low, high + 1))
            units.append(number)
            firsts.append(first)
        if not runs:
            return np.empty(0, int), np.empty((0, 2))
        lengths = [len(run) for run in runs]
        m, n = np.repeat(firsts, lengths), np.concatenate(runs)
        (ax, ay), (bx, by) = self.steps
        places = np.column_stack((x + m * ax + n * bx, y + m * ay + n * by))
        return np.repeat(units, lengths), places

    def _runs(self, inner: Rect, x: float, y: float) -> Iterator[tuple[int, int, int, int]]:
        """Yield a unit's number, how many first steps it is away, and from how many second steps
        to how many.
        """
        (ax, ay), (bx, by) = self.steps
        det = ax * by - ay * bx
        for number, box in enumerate(self.boxes):
            # Lattice points for which the cell's box meets the rectangle lie in a rectangle too.
            low_x, high_x = inner.x0 - x - box.x1, inner.x1 - x - box.x0
            low_y, high_y = inner.y0 - y - box.y1, inner.y1 - y - box.y0
            if high_x <= low_x or high_y <= low_y:
                continue
            corners = ((px, py) for px in (low_x, high_x) for py in (low_y, high_y))
            firsts = [(px * by - py * bx) / det for px, py in corners]
            for m in range(math.floor(min(firsts)), math.ceil(max(firsts)) + 1):
                spans = [
                    _between(low_x - m * ax, high_x - m * ax, bx),
                    _between(low_y - m * ay, high_y - m * ay, by),
                ]
                low = max(span[0] for span in spans)
                high = min(span[1] for span in spans)
                if high < low:
                    continue
                yield number, m, math.ceil(low - 1e-9), math.floor(high + 1e-9)

    def within(self, x: float, y: float) -> tuple[float, float]:
        """Return where in the cell a place is: shares of the two steps, each from 0 up to 1."""
        (ax, ay), (bx, by) = self.steps
        det = ax * by - ay * bx
        first, second = (x * by - y * bx) / det, (y * ax - x * ay) / det
        return first % 1.0, second % 1.0


def _between(low: float, high: float, step: float) -> tuple[float, float]:
    """The multiples of a step that lie from low to high; all of them where the step is nothing."""
    if abs(step) <= EPS:
        return (-math.inf, math.inf) if low <= EPS and high >= -EPS else (1.0, 0.0)
    ends = low / step, high / step
    return min(ends), max(ends)


def _directions(shape: Ring) -> Iterator[tuple[Point, Point]]:
    """Each side's start and its direction, of length 1."""
    for a, b in zip(shape, (*shape[1:], shape[0]), strict=True):
        length = math.dist(a, b)
        if length > EPS:
            yield a, ((a[0] - b[0]) / length, (a[1] - b[1]) / length)


def oblong(width: float, height: float) -> Ring:
    """Return a rectangular tile's outline in its own frame."""
    return ring_of(Rect(0.0, 0.0, width, height))


def level(x: float, y: float, tile: tuple[float, float], joint: float) -> Unit:
    """Return an oblong that lies level, its lower left corner at x, y."""
    half = joint / 2
    cell = Rect(x, y, x + tile[0], y + tile[1]).grown(half, half, half, half)
    return Unit(Placement(x, y), ring_of(cell))


def upright(x: float, y: float, tile: tuple[float, float], joint: float) -> Unit:
    """Return an oblong that stands, the lower left corner of its outline at x, y."""
    half = joint / 2
    cell = Rect(x, y, x + tile[1], y + tile[0]).grown(half, half, half, half)
    return Unit(Placement(x + tile[1], y, 90.0), ring_of(cell))


def turned(lattice: Lattice, degrees: float, figure: Rect, rows: float) -> Lattice:
    """Return a lattice turned about its origin; ``figure`` is what starts are planted for then."""
    units = tuple(
        Unit(
            Placement(
                *turned_about_origin([(unit.at.x, unit.at.y)], degrees)[0], unit.at.turn + degrees
            ),
            turned_about_origin(unit.cell, degrees),
        )
        for unit in lattice.units
    )
    a, b = turned_about_origin(lattice.steps, degrees)
    return Lattice(lattice.shape, units, (a, b), figure, lattice.joint, rows)


def other_hand(lattice: Lattice) -> Lattice:
    """Return a lattice's mirror image, left to right; its tiles are the same from both sides."""
    units = []
    for unit, outline in zip(lattice.units, lattice.outlines, strict=True):
        box = around(outline)
        lies = box.width > box.height
        x, y = (-box.x1, box.y0) if lies else (-box.x0, box.y0)
        units.append(Unit(Placement(x, y, 0.0 if lies else 90.0), mirrored(unit.cell)))
    (ax, ay), (bx, by) = lattice.steps
    figure = Rect(-lattice.figure.x1, lattice.figure.y0, -lattice.figure.x0, lattice.figure.y1)
    return Lattice(
        lattice.shape, tuple(units), ((-ax, ay), (-bx, by)), figure, lattice.joint, lattice.rows
    )
