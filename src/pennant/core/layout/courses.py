"""Courses: rows of whole tiles over the field, before anything is cut out of them."""

import math
from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from typing import NamedTuple

from pennant.core.document.module import Module
from pennant.core.document.pattern import Bond, rows_of
from pennant.core.document.starts import Eased
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.ease import eased_tiles, moved_up
from pennant.core.layout.fit import FittedSpan, fitted_tiles
from pennant.core.layout.layout import Layout
from pennant.core.layout.stagger import ROWS, shortened, staggered


class CourseTile(NamedTuple):
    """One tile of a course: its room with half a joint all round, its outline as laid, and the
    whole tile that it is made from (larger than ``laid`` where it is shaved).
    """

    cell: Rect
    laid: Rect
    whole: Rect


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
    spans: tuple[FittedSpan, ...] = ()
    border: bool = False
    eased: tuple[Eased, ...] = ()
    below: float = 0.0
    above: float = 0.0

    @property
    def band(self) -> tuple[float, float]:
        """From where to where the course's cells reach, up the wall.

        The joints ``below`` and ``above`` may be wider than the module's by so much.
        """
        half = self.module.bed / 2
        return (
            self.bottom - half - self.below / 2,
            self.bottom + self.module.height + half + self.above / 2,
        )

    def units(self, x0: float, x1: float) -> Iterator[CourseTile]:
        """Yield the tiles whose cells reach between two lines, from the left."""
        module, (low, high) = self.module, self.band
        y0, y1 = self.bottom, self.bottom + module.height
        half = module.joint / 2
        if self.spans:
            for cell, laid, whole in fitted_tiles(self.first, module, self.spans, x0, x1):
                yield CourseTile(
                    Rect(cell[0], low, cell[1], high),
                    Rect(laid[0], y0, laid[1], y1),
                    Rect(whole[0], y0, whole[1], y1),
                )
            return
        if self.eased:
            for cell, (left, right) in eased_tiles(self.first, module, self.eased, x0, x1):
                tile = Rect(left, y0, right, y1)
                yield CourseTile(Rect(cell[0], low, cell[1], high), tile, tile)
            return
        first = math.floor((x0 - self.first + half + EPS) / module.across)
        last = math.ceil((x1 - self.first + half - EPS) / module.across)
        for column in range(first, last):
            at = self.first + column * module.across
            tile = Rect(at, y0, at + module.width, y1)
            yield CourseTile(Rect(at - half, low, at - half + module.across, high), tile, tile)


def shift_of(row: int, bond: Bond, module: Module) -> float:
    """Return how far a row stands to the right of the pennant's: p/q of a module each, wrapped.

    Where the shift goes to and fro, only every other row is shifted; staggered rows go by rule.

    The module is tile and joint, so in half bond the shift is (tile + joint) / 2.
    """
    if bond.way == "staggered":
        return module.across * staggered(bond.seed, bond.apart)[row % ROWS]
    if bond.way == "shortened":
        return module.across * ((1 - shortened(bond.seed, bond.apart)[row % ROWS]) % 1)
    steps = row % 2 if bond.way == "back" else row
    turn = Fraction(steps * bond.p, bond.q) % 1
    return module.across * turn.numerator / turn.denominator


def phases(bond: Bond) -> int:
    """Return how many kinds of course a bond has: 1 in stack, 2 in half, 3 in third bond."""
    if bond.by_rule:
        return ROWS
    return rows_of(bond)


def courses_over(inner: Rect, layout: Layout) -> Iterator[Course]:
    """Yield the courses whose cells reach into the rectangle, the lowest first."""
    bond, module, plant = layout.bond, layout.module, layout.plant
    half = module.bed / 2
    border = layout.border
    extra = border.module.up if border else 0.0
    sideways = tuple(one for one in layout.eased if one.way != "up")
    up = tuple(one for one in layout.eased if one.way == "up")
    # Joints drawn together bring further courses in.
    drawn = sum(max(-one.by, 0.0) for one in up) / module.up
    low = math.floor((inner.y0 - plant.y + half - extra + EPS) / module.up)
    high = math.ceil((inner.y1 - plant.y + half + extra - EPS) / (module.up * (1 - drawn)))
    for row in range(low, high):
        beyond = border.beyond(row) if border else 0
        bottom = plant.y + row * module.up + beyond * extra
        at, below, above = moved_up(bottom, module, up)
        course = Course(
            row,
            row % phases(bond),
            plant.x + shift_of(row, bond, module),
            at,
            module,
            layout.spans,
            False,
            sideways,
            below,
            above,
        )
        if border and border.under(row):
            at, below, above = moved_up(bottom - extra, module, up)
            strip = Course(
                row, phases(bond), plant.x, at, border.module, border=True, below=below, above=above
            )
            yield from _in(inner, strip)
        yield from _in(inner, course)


def _in(inner: Rect, course: Course) -> Iterator[Course]:
    low, high = course.band
    if high > inner.y0 + EPS and low < inner.y1 - EPS:
        yield course
