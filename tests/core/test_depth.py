"""What an edge gets is measured square to the edge, at any angle of the piece."""

import math
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon, affinity, box

from examples import examples
from pennant.core.document.pattern import Scallop
from pennant.core.document.tile import Tile
from pennant.core.geometry.clip import outlines_of
from pennant.core.layout.field import Edge, Gap, Side
from pennant.core.layout.patterns.scallop import scallop
from pennant.core.reading.depth import runs_behind
from pennant.core.reading.edges import size_at

FAN = Tile(length=118, height=116, thickness=9)


def an_edge(side: Side = "bottom") -> Edge:
    """A line through the origin; tile lies above it, below it, right or left of it."""
    line = ((-500.0, 0.0), (500.0, 0.0)) if side in ("bottom", "top") else ((0, -500.0), (0, 500.0))
    inward = 1 if side in ("bottom", "left") else -1
    return Edge("wall", side, Gap("counter", "sealant", 0.0), line, line, inward)


def above(shape: Polygon) -> Polygon:
    """What a line along y = 0 leaves of a shape."""
    return shape.intersection(box(-500, 0, 500, 500), grid_size=1e-6)


def size_of(shape: Polygon, side: Side = "bottom") -> float:
    (outline,) = outlines_of(shape)
    size = size_at(outline, an_edge(side), 0.0)
    assert size is not None
    return size


def turned(length: float, height: float, low: float, degrees: float) -> Polygon:
    """A tile turned about its middle, which lies so far over the line."""
    tile = affinity.translate(box(-length / 2, -height / 2, length / 2, height / 2), 0, low)
    return affinity.rotate(tile, degrees, origin=(0, low))


class TestOverAllAngles:
    """A tile turned little by little never jumps in what the edge gets of it."""

    @given(st.floats(40, 160), st.floats(20, 40), st.floats(-8, 8))
    @examples(25)
    def test_nothing_jumps(self, length: float, height: float, low: float) -> None:
        sizes = [size_of(above(turned(length, height, low, n / 4))) for n in range(361)]
        # A quarter of a degree moves a corner by less than a hundredth of the tile's diagonal.
        most = math.hypot(length, height) * 0.05
        assert all(abs(a - b) <= most for a, b in pairwise(sizes))

    @pytest.mark.parametrize("degrees", [30, 44.9, 45, 45.1, 60, 90])
    def test_of_a_steep_piece_it_is_how_far_it_reaches_over_its_foot(self, degrees: float) -> None:
        piece = above(turned(120, 40, 5, degrees))
        base = [x for x, y in piece.exterior.coords if y == 0]
        over = piece.intersection(box(min(base), 0, max(base), 500))
        assert size_of(piece) == pytest.approx(over.bounds[3], abs=0.01)

    def test_of_a_level_one_it_is_its_height(self) -> None:
        assert size_of(above(turned(120, 40, 5, 0))) == pytest.approx(25)

    def test_of_a_taper_it_is_the_thin_end(self) -> None:
        # A strip 200 long that is 10 at one end and 14 at the other: 2 in 100 is no slope to see.
        strip = Polygon([(0, 0), (200, 0), (200, 14), (0, 10)])
        assert size_of(strip) == pytest.approx(10, abs=0.01)

    @pytest.mark.parametrize("side", ["bottom", "top", "left", "right"])
    def test_every_side_is_measured_alike(self, side: Side) -> None:
        piece = above(turned(120, 40, 5, 45))
        spin = {"bottom": 0, "right": 90, "top": 180, "left": 270}[side]
        there = affinity.rotate(piece, spin, origin=(0, 0))
        assert size_of(there, side) == pytest.approx(size_of(piece), abs=0.01)


class TestNotch:
    """A leg beside a notch is what is seen of the piece there."""

    @pytest.mark.parametrize("degrees", [0, 0.01, 1, 10])
    def test_the_leg_counts_however_the_piece_lies(self, degrees: float) -> None:
        # A tile with its upper right taken off: 60 high at the left, a leg of 12 at the right.
        tile = Polygon([(-60, -40), (60, -40), (60, 12), (10, 12), (10, 60), (-60, 60)])
        piece = above(affinity.rotate(tile, degrees, origin=(60, 0)))
        assert size_of(piece) == pytest.approx(12, abs=0.2 + degrees)


class TestHollowSides:
    """A fan's thin tail is no sliver: every fan has it, and a half one has half of it."""

    @pytest.mark.parametrize(("off", "least"), [(0.0, 50), (10.0, 45), (-10.0, 35)])
    def test_of_a_fan_cut_through_its_middle(self, off: float, least: float) -> None:
        shape = Polygon(scallop(FAN, Scallop(joint=2.5)).shape)
        middle = affinity.translate(shape, -shape.bounds[2] / 2 + off, -30)
        assert size_of(middle.intersection(box(0, -500, 500, 500), grid_size=1e-6), "left") > least

    def test_a_narrow_strip_of_it_is_told_by_its_width(self) -> None:
        shape = Polygon(scallop(FAN, Scallop(joint=2.5)).shape)
        side = affinity.translate(shape, 6 - shape.bounds[2], -30)
        strip = side.intersection(box(0, -500, 500, 500), grid_size=1e-6)
        assert size_of(strip, "left") <= 6


class TestRuns:
    """Where the far side jumps or bends in, each stretch has a depth of its own."""

    @staticmethod
    def behind(*far: tuple[float, float], up: float = 350.0) -> list[tuple[float, float, float]]:
        """Depth, greatest depth and length of each run, of a piece with this far side over a foot.

        ``far`` goes from the right end of the foot back to its left one, in mm over the foot.
        """
        wide = far[0][0]
        ring = tuple((x, y + up) for x, y in ((0.0, 0.0), (wide, 0.0), *far))
        return [
            (round(one.depth, 6), round(one.greatest, 6), round(one.along, 6))
            for one in runs_behind((ring,), False, 1, (ring[0], ring[1]), 0.0, wide)
        ]

    def test_beside_a_notch_there_are_two(self) -> None:
        assert self.behind((200, 30), (120, 30), (120, 100), (0, 100)) == [
            (100, 100, 120),
            (30, 30, 80),
        ]

    def test_a_step_of_8_mm_parts_them_too(self) -> None:
        assert [along for *_, along in self.behind((200, 52), (80, 52), (80, 60), (0, 60))] == [
            80,
            120,
        ]

    def test_nothing_is_told_past_the_piece(self) -> None:
        ring = ((0.0, 0.0), (200.0, 0.0), (200.0, 60.0), (0.0, 60.0))
        (run,) = runs_behind((ring,), False, 1, (ring[0], ring[1]), -50.0, 250.0)
        assert (run.depth, run.along) == pytest.approx((60, 200))

    def test_a_point_counts_whole_and_once(self) -> None:
        # Both sides rise by 80 in 100, more than 30 degrees: as deep as the point is high.
        assert self.behind((200, 40), (100, 120), (0, 40)) == [(120, 120, 200)]

    def test_a_rise_that_runs_out_level_is_one(self) -> None:
        # A rise of 40 in 100 counts by 3 x 0.4^2 = 0.48 of it: 20 and 19.2.
        assert self.behind((200, 60), (100, 60), (0, 20)) == [(39.2, 60, 200)]

    def test_a_corner_that_bends_in_parts_them(self) -> None:
        assert [along for *_, along in self.behind((200, 120), (90, 40), (0, 120))] == [90, 110]

    def test_a_valley_so_shallow_that_it_might_be_a_fan_does_as_well(self) -> None:
        # 5 in 100 down and 5 in 100 up: less than 10 degrees, but the thin place is in the middle.
        runs = self.behind((200, 60), (100, 55), (0, 60))
        assert [along for *_, along in runs] == [100, 100]
        assert max(depth for depth, *_ in runs) < 55.1

    def test_the_hollow_side_of_a_fan_bends_in_little_by_little(self) -> None:
        # Slopes of 0.2, 0.3 and 0.4: each bends by some five degrees more.
        assert [along for *_, along in self.behind((300, 100), (200, 60), (100, 30), (0, 10))] == [
            300
        ]

    def test_a_bend_of_twenty_degrees_is_none_of_a_fan(self) -> None:
        assert [along for *_, along in self.behind((200, 90), (100, 30), (0, 10))] == [100, 100]

    def test_a_corner_on_a_straight_side_is_none(self) -> None:
        assert self.behind((200, 30), (100, 20), (0, 10)) == self.behind((200, 30), (0, 10))
        assert self.behind((200, 30), (100, 30), (0, 30)) == self.behind((200, 30), (0, 30))
