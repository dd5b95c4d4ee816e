"""Where a tile lies: its own frame, moved and turned onto the wall, and back.

A tile's own frame has x along its length and y up its height, from its lower left corner as it is
drawn. Degrees count counterclockwise, from the frame to the wall.
"""

import math
from collections.abc import Iterable
from typing import NamedTuple

from pennant.core.geometry.clip import Line, Outline, Point, Ring

_QUARTERS = {0: (1.0, 0.0), 90: (0.0, 1.0), 180: (-1.0, 0.0), 270: (0.0, -1.0)}
"""Cosine and sine of the turns that keep sides along x and y, without rounding."""


def turning(degrees: float) -> tuple[float, float]:
    """Return the cosine and sine of a turn; exact for quarters of a turn."""
    exact = _QUARTERS.get(int(degrees) % 360) if degrees == int(degrees) else None
    return exact or (math.cos(math.radians(degrees)), math.sin(math.radians(degrees)))


class Placement(NamedTuple):
    """Where the origin of a tile's own frame lies (mm), and by how many degrees it is turned."""

    x: float
    y: float
    turn: float = 0.0

    def moved(self, x: float, y: float) -> "Placement":
        """Return it so far to the right and up."""
        return self._replace(x=self.x + x, y=self.y + y)

    def on_wall(self, points: Iterable[Point]) -> Line:
        """Return points of the tile's own frame as points of the wall."""
        cos, sin = turning(self.turn)
        return tuple((self.x + x * cos - y * sin, self.y + x * sin + y * cos) for x, y in points)

    def in_tile(self, points: Iterable[Point]) -> Line:
        """Return points of the wall as points of the tile's own frame."""
        cos, sin = turning(self.turn)
        return tuple(
            ((x - self.x) * cos + (y - self.y) * sin, (y - self.y) * cos - (x - self.x) * sin)
            for x, y in points
        )

    def outline_in_tile(self, outline: Outline) -> Outline:
        """Return an outline of the wall in the tile's own frame."""
        return tuple(self.in_tile(ring) for ring in outline)


def mirrored(ring: Ring) -> Ring:
    """Return a ring mirrored left to right, still counterclockwise."""
    return tuple((-x, y) for x, y in reversed(ring))


def turned_about_origin(ring: Iterable[Point], degrees: float) -> Line:
    """Return points turned about the origin."""
    return Placement(0.0, 0.0, degrees).on_wall(ring)
