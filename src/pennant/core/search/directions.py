"""Values of the search: directions, kinds of course, and the lines and boxes they meet."""

from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
import numpy.typing as npt

from pennant.core.document.module import Module
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.field import Edge
from pennant.core.layout.layout import BorderRow

Floats = npt.NDArray[np.float64]


@dataclass(frozen=True)
class Group:
    """Pieces at one edge that have one size: of one kind of course, before one further line.

    A border is a kind of course of its own, after those of the bond.
    """

    edge: int
    phase: int
    run: float


class Boxed(NamedTuple):
    """A box that a kind of course meets; ``splits`` where it is at least as high as the course."""

    box: int
    phase: int
    splits: bool


@dataclass(frozen=True)
class Direction:
    """One direction: the step from tile to tile, the tile's size, and the shift of each phase.

    ``used`` are the shifts of those phases that occur.
    """

    step: float
    size: float
    shifts: tuple[float, ...]
    used: tuple[float, ...]

    def left_over(self, start: Floats, edge: Edge, at: Floats | float, phase: int) -> Floats:
        """The size of the piece at a line, for every start; full where a joint is on the line."""
        first = start + self.shifts[phase]
        if edge.inward > 0:  # the tile that holds the line reaches on from it
            into = (at - first) % self.step
            return np.where(into >= self.size - EPS, self.size, self.size - into)
        into = (at - first) % self.step
        return np.where(
            (into > self.size + EPS) | (into <= EPS), self.size, np.minimum(into, self.size)
        )

    def gap_left(self, start: Floats, edge: Edge, at: Floats | float, phase: int) -> Floats:
        """How far the nearest tile stops short of a line that falls into a joint, else 0 (mm)."""
        into = (at - start - self.shifts[phase]) % self.step
        short = self.step - into if edge.inward > 0 else into - self.size
        in_joint = (into >= self.size - EPS) & (into > EPS)
        return np.where(in_joint, np.maximum(short, 0.0), 0.0)


Met = tuple[frozenset[Group], frozenset[Boxed]]
"""Which kinds of course meet which upright lines and boxes."""


@dataclass(frozen=True)
class Bands:
    """Where a border lies, from the pennant's course (mm), and how rows on either side are moved.

    ``low`` is the lower edge of its tiles and ``next`` that of the course upon it.
    """

    low: float
    next: float
    height: float
    under: float
    over: float

    @classmethod
    def of(cls, border: BorderRow, module: Module) -> "Bands":
        """Return where a border lies: above its courses, or beneath them where they hang."""
        extra = border.module.up
        if border.down:
            low = (1 - border.after) * module.up - extra
            return cls(low, low + extra, border.module.height, -extra, 0.0)
        low = border.after * module.up
        return cls(low, low + extra, border.module.height, 0.0, extra)
