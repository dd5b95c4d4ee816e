"""A shape cut into columns, so that a tile is clipped by what is near it and not by all of it.

Clipping takes as long as the shape has corners, and a wall's has those of everything on it.
"""

import numpy as np
import numpy.typing as npt
import shapely

from pennant.core.geometry.kept import Same, kept

Floats = npt.NDArray[np.float64]
BEYOND = 1.0
"""Millimetres by which a column reaches beyond what lies in it: no tile ends where it does."""
KEPT_SHAPES = 200
"""Shapes whose columns are kept: those of the fields that are kept."""


class Columns:
    """The columns of a shape, each ``width`` (mm) and as much again to the right, so that a tile
    of that width lies wholly within the one that it begins in.
    """

    def __init__(self, shape: shapely.Geometry, width: float) -> None:
        x0, y0, x1, y1 = shape.bounds if not shape.is_empty else (0.0, 0.0, 0.0, 0.0)
        self._first, self._width = x0 - 2 * width, width
        lefts = np.arange(self._first, x1 + width, width)
        boxes = shapely.box(lefts - BEYOND, y0 - BEYOND, lefts + 2 * width + BEYOND, y1 + BEYOND)
        self._columns = _areas_of(shapely.intersection(shape, boxes))

    def near(self, lefts: Floats) -> npt.NDArray[np.object_]:
        """Return for each tile, by its left end (mm), the part of the shape that is near it."""
        numbers = ((lefts - self._first) // self._width).astype(int)
        found: npt.NDArray[np.object_] = self._columns[np.clip(numbers, 0, len(self._columns) - 1)]
        return found


def _areas_of(shapes: npt.NDArray[np.object_]) -> npt.NDArray[np.object_]:
    """Shapes without the points and lines in them.

    A column whose side runs along a shape's leaves such, and tile cannot be clipped on a grid by
    areas and lines together.
    """
    mixed = np.flatnonzero(shapely.get_type_id(shapes) == shapely.GeometryType.GEOMETRYCOLLECTION)
    for number in mixed.tolist():
        parts = shapely.get_parts(shapes[number])
        shapes[number] = shapely.union_all(parts[shapely.area(parts) > 0])
    return shapes


@kept(KEPT_SHAPES, lambda _: 1)
def columns_of(shape: Same[shapely.Geometry], width: float) -> Columns:
    """Return the columns of a shape that is itself kept from one plan to the next."""
    return Columns(shape.it, width)
