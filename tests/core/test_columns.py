"""A shape in columns: each tile is clipped by what is near it."""

import numpy as np
import shapely

from pennant.core.geometry.columns import Columns

LEG = shapely.union(shapely.box(0, 0, 100, 20), shapely.box(2, 20, 9, 40))
"""A strip with a leg that ends where the column from 9 on begins: 1 mm before a tile at 10."""


class TestColumns:
    """What a column holds is what is tiled there."""

    def test_a_side_that_only_touches_leaves_no_line(self) -> None:
        plain = shapely.intersection(LEG, shapely.box(9, -1, 31, 41))
        assert plain.geom_type == "GeometryCollection"  # the strip, and the leg's side as a line
        (near,) = Columns(LEG, 10.0).near(np.array([10.0]))
        assert near.geom_type == "Polygon"
        assert shapely.area(near) == (31 - 9) * 20

    def test_a_tile_can_be_cut_there_on_a_grid(self) -> None:
        (near,) = Columns(LEG, 10.0).near(np.array([10.0]))
        tile = shapely.box(10, 15, 20, 25)
        assert shapely.area(shapely.intersection(tile, near, grid_size=1e-6)) == 10 * 5

    def test_all_columns_together_are_the_shape(self) -> None:
        columns = Columns(LEG, 10.0)
        every = shapely.union_all(columns.near(np.arange(-5.0, 105.0, 5.0)))
        assert shapely.area(shapely.symmetric_difference(every, LEG)) < 1e-9
