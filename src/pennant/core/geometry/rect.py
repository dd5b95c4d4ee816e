"""Rectangles with sides along x and y, in millimetres, y up."""

from typing import NamedTuple

from pennant.core.geometry.tolerance import EPS


class Rect(NamedTuple):
    """A rectangle from its lower left to its upper right corner."""

    x0: float
    y0: float
    x1: float
    y1: float

    @property
    def width(self) -> float:
        """Extent along x; negative where the rectangle is inside out."""
        return self.x1 - self.x0

    @property
    def height(self) -> float:
        """Extent along y; negative where the rectangle is inside out."""
        return self.y1 - self.y0

    @property
    def area(self) -> float:
        """Square millimetres."""
        return self.width * self.height

    def empty(self) -> bool:
        """Whether it is thinner than the tolerance either way."""
        return self.width <= EPS or self.height <= EPS

    def meet(self, other: "Rect") -> "Rect":
        """Return the common part; `empty` where there is none."""
        return Rect(
            max(self.x0, other.x0),
            max(self.y0, other.y0),
            min(self.x1, other.x1),
            min(self.y1, other.y1),
        )

    def overlaps(self, other: "Rect") -> bool:
        """Whether the two share more than an edge."""
        return (
            min(self.x1, other.x1) - max(self.x0, other.x0) > EPS
            and min(self.y1, other.y1) - max(self.y0, other.y0) > EPS
        )

    def grown(self, left: float, bottom: float, right: float, top: float) -> "Rect":
        """Return it with each side moved outward by so much."""
        return Rect(self.x0 - left, self.y0 - bottom, self.x1 + right, self.y1 + top)

    def holds(self, other: "Rect") -> bool:
        """Whether the other lies inside, edges included."""
        return (
            other.x0 >= self.x0 - EPS
            and other.y0 >= self.y0 - EPS
            and other.x1 <= self.x1 + EPS
            and other.y1 <= self.y1 + EPS
        )
