"""Courses: rows of whole tiles over the field, before anything is cut out of them."""

import math
from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

from pennant.core.job import Bond
from pennant.core.rect import Rect
from pennant.core.start import Module, Plant
from pennant.core.tolerance import EPS


@dataclass(frozen=True)
class Course:
    """One horizontal row. ``row`` counts from the pennant's own course, which is row 0.

    ``first`` is the left edge of the tile that holds the row's place nearest the pennant;
    ``phase`` says which kind of course it is: courses of one phase have their joints in line.
    """

    row: int
    phase: int
    first: float
    bottom: float
    module: Module

    def tile(self, column: int) -> Rect:
        """Return the outline of a whole tile of this course."""
        x0 = self.first + column * self.module.across
        return Rect(x0, self.bottom, x0 + self.module.width, self.bottom + self.module.height)

    def cell(self, column: int) -> Rect:
        """Return a tile with half a joint all round; the cells of all tiles fill the plane."""
        module, half = self.module, self.module.joint / 2
        x0, y0 = self.first + column * module.across - half, self.bottom - half
        return Rect(x0, y0, x0 + module.across, y0 + module.up)

    def columns(self, x0: float, x1: float) -> range:
        """Return the columns whose cells reach between two lines."""
        half = self.module.joint / 2
        low = math.floor((x0 - self.first + half + EPS) / self.module.across)
        high = math.ceil((x1 - self.first + half - EPS) / self.module.across)
        return range(low, high)


def shift_of(row: int, bond: Bond, module: Module) -> float:
    """Return how far a row stands to the right of the pennant's: p/q of a module each, wrapped.

    Where the shift goes to and fro, only every other row is shifted.

    The module is tile and joint, so in half bond the shift is (tile + joint) / 2.
    """
    steps = row % 2 if bond.way == "back" else row
    turn = Fraction(steps * bond.p, bond.q) % 1
    return module.across * turn.numerator / turn.denominator


def phases(bond: Bond) -> int:
    """Return how many kinds of course a bond has: 1 in stack, 2 in half, 3 in third bond."""
    kinds = Fraction(bond.p, bond.q).denominator
    return min(kinds, 2) if bond.way == "back" else kinds


def courses_over(inner: Rect, plant: Plant, bond: Bond, module: Module) -> Iterator[Course]:
    """Yield the courses whose cells reach into the rectangle, the lowest first."""
    half = module.joint / 2
    low = math.floor((inner.y0 - plant.y + half + EPS) / module.up)
    high = math.ceil((inner.y1 - plant.y + half - EPS) / module.up)
    for row in range(low, high):
        first = plant.x + shift_of(row, bond, module)
        yield Course(row, row % phases(bond), first, plant.y + row * module.up, module)
