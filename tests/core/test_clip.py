"""Cutting rectangles out of a tile: what is left, exactly."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon, box
from shapely.ops import unary_union

from pennant.core.geometry.clip import area_left, cut_out, outline_area, ring_area
from pennant.core.geometry.rect import Rect
from pennant.core.layout.pieces import bounds, cut_sides, kind_of

TILE = Rect(0, 0, 80, 30)


def named(outline: tuple, tile: Rect) -> str:
    return kind_of(outline, tile, cut_sides(bounds(outline), tile))


def only(outlines: list) -> tuple:
    assert len(outlines) == 1
    return outlines[0]


class TestKindsOfCut:
    """Each way to cut a tile, by the shape that is left."""

    @pytest.mark.parametrize(
        ("block", "kind", "corners", "area"),
        [
            (Rect(200, 0, 300, 30), "full", 4, 2400),
            (Rect(50, -5, 90, 35), "crosscut", 4, 1500),
            (Rect(-5, 20, 90, 35), "rip", 4, 1600),
            (Rect(60, 20, 90, 40), "notch", 6, 2200),
            (Rect(30, 20, 50, 40), "notch", 8, 2200),
        ],
    )
    def test_one_block(self, block: Rect, kind: str, corners: int, area: float) -> None:
        outline = only(cut_out(TILE, [block]))
        assert named(outline, TILE) == kind
        assert len(outline[0]) == corners
        assert outline_area(outline) == pytest.approx(area)

    def test_a_box_within_the_tile_is_a_hole(self) -> None:
        shell, hole = only(cut_out(TILE, [Rect(30, 10, 50, 20)]))
        assert ring_area(shell) == pytest.approx(2400)
        assert ring_area(hole) == pytest.approx(-200)
        assert named((shell, hole), TILE) == "hole"

    def test_a_block_across_the_middle_leaves_two_parts(self) -> None:
        left, right = cut_out(TILE, [Rect(30, -1, 50, 31)])
        assert left[0] == ((0, 0), (30, 0), (30, 30), (0, 30))
        assert right[0] == ((50, 0), (80, 0), (80, 30), (50, 30))

    def test_parts_that_touch_at_a_corner_are_two_pieces(self) -> None:
        parts = cut_out(Rect(0, 0, 20, 20), [Rect(0, 0, 10, 10), Rect(10, 10, 20, 20)])
        assert [outline_area(part) for part in parts] == [100, 100]

    def test_a_covered_tile_leaves_nothing(self) -> None:
        assert cut_out(TILE, [Rect(-1, -1, 81, 31)]) == []
        assert cut_out(TILE, [Rect(-1, -1, 50, 31), Rect(40, -1, 81, 31)]) == []

    def test_a_touching_block_takes_nothing(self) -> None:
        assert cut_out(TILE, [Rect(80, 0, 90, 30)]) == [((*cut_out(TILE, [])[0][0],),)]

    def test_a_hair_of_overlap_is_none(self) -> None:
        assert len(only(cut_out(TILE, [Rect(79.999995, 0, 90, 30)]))[0]) == 4

    def test_a_tile_turned_both_ways_is_cut_both_ways(self) -> None:
        blocks = [Rect(50, -1, 90, 31), Rect(-1, 20, 90, 31)]
        assert named(only(cut_out(TILE, blocks)), TILE) == "both"

    def test_a_square_has_no_length_to_rip_along(self) -> None:
        square = Rect(0, 0, 30, 30)
        assert named(only(cut_out(square, [Rect(-1, 20, 31, 31)])), square) == "crosscut"


def rects(low: int = -4, high: int = 16) -> st.SearchStrategy[Rect]:
    side = st.integers(low, high)
    return st.tuples(side, side, side, side).map(
        lambda s: Rect(min(s[0], s[1]), min(s[2], s[3]), max(s[0], s[1]) + 1, max(s[2], s[3]) + 1)
    )


class TestAgainstShapely:
    """Any blocks at all, overlapping as they like."""

    @given(st.lists(rects(), max_size=6))
    def test_same_shape(self, blocks: list[Rect]) -> None:
        tile = Rect(0, 0, 12, 9)
        mine = [Polygon(shell, holes) for shell, *holes in cut_out(tile, blocks)]
        assert all(polygon.is_valid for polygon in mine)
        left = box(*tile).difference(unary_union([box(*block) for block in blocks]))
        assert unary_union(mine).symmetric_difference(left).area == pytest.approx(0, abs=1e-9)
        assert area_left(tile, blocks) == pytest.approx(left.area)
        assert sum(polygon.area for polygon in mine) == pytest.approx(left.area)
