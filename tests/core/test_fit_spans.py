"""Spans fitted between lines, by hand and as a law: millimetres, tile 200 x 65, joint 3."""

from itertools import pairwise
from random import Random

import pytest

from pennant.core.document.module import Module
from pennant.core.layout.field import Edge, Gap
from pennant.core.layout.fit import FittedSpan, How, fitted_tiles, slipped, spans_between

MODULE = Module(200.0, 65.0, 3.0, 3.0)
STEP = 203.0
HOWS: tuple[How, ...] = ("ends", "all", "joints")


def jamb(at: float, inward: int, lean: float = 0.0) -> Edge:
    """A line at which tile stops: with ``inward`` 1 the tile lies to the right of it."""
    line = ((at, 0.0), (at + lean, 600.0))
    return Edge(
        "it", "right" if inward > 0 else "left", Gap("jamb", "sealant", 0.0), line, line, inward
    )


def span(length: float, how: How = "ends", play: float = 0.8) -> FittedSpan | None:
    """What is fitted between two jambs of an opening so far apart, tile to tile."""
    found = spans_between([jamb(1000.0, -1), jamb(1000.0 + length, 1)], MODULE, how, play)
    return found[0] if found else None


class TestSpans:
    """How much too long a run of modules is for its lines, from middle of joint to middle."""

    def test_from_the_middle_of_one_joint_to_the_other(self) -> None:
        found = span(603.0 + 3.0 - 20.0)
        assert found is not None
        assert (found.low, found.high) == (1001.5, 1000 + 586 - 1.5)
        assert (found.tiles, found.excess, found.wanted) == (3, 3 * STEP - 583, 26.0)

    @pytest.mark.parametrize(("how", "each"), [("ends", 13.0), ("all", 26 / 3)])
    def test_two_tiles_give_it_or_all_do(self, how: How, each: float) -> None:
        found = span(586.0, how)
        assert found is not None
        assert found.each == pytest.approx(each)

    def test_tiles_are_only_ever_cut(self) -> None:
        """A run a little over three modules takes four, each of which loses much."""
        for how in ("ends", "all"):
            found = span(3 * STEP + 20 + 3, how)
            assert found is not None
            assert (found.tiles, found.excess) == (4, pytest.approx(STEP - 20))

    def test_joints_go_to_the_nearest_number(self) -> None:
        found = span(3 * STEP + 20 + 3, "joints", play=10.0)
        assert found is not None
        assert (found.tiles, found.wanted) == (3, pytest.approx(-20))

    @pytest.mark.parametrize("how", HOWS)
    def test_whole_modules_need_no_fitting(self, how: How) -> None:
        assert span(3 * STEP + 3, how) is None

    @pytest.mark.parametrize(("run", "there"), [(0.49, False), (0.52, True), (0.9, True)])
    def test_under_half_a_module_is_no_span(self, run: float, there: bool) -> None:
        assert (span(run * STEP + 3) is not None) == there

    def test_a_jamb_that_leans_counts_where_it_reaches_into_the_tile(self) -> None:
        (found,) = spans_between([jamb(1000, -1, lean=-7), jamb(1586, 1, lean=9)], MODULE, "all", 0)
        assert (found.low, found.high) == (993 + 1.5, 1595 - 1.5)


class TestJointsGive:
    """A joint is drawn together or apart by its play at most, and never below nothing."""

    def test_all_of_it_where_that_is_little(self) -> None:
        found = span(3 * STEP + 3 - 2.0, "joints")
        assert found is not None
        assert found.excess == found.wanted == pytest.approx(2.0)
        assert found.each == pytest.approx(2 / 3)

    def test_together_by_the_play_of_as_many_joints_as_there_are_modules(self) -> None:
        """Of 583 mm, with modules of 202.2 as drawn, 583 / 202.2 joints give 0.8 each."""
        found = span(586.0, "joints")
        assert found is not None
        assert found.excess == pytest.approx(583 / 202.2 * 0.8)

    def test_apart_by_the_same(self) -> None:
        """Of 629 mm, with modules of 203.8 as drawn."""
        found = span(3 * STEP + 20 + 3, "joints")
        assert found is not None
        assert found.excess == pytest.approx(-629 / 203.8 * 0.8)

    def test_never_past_closed(self) -> None:
        found = span(586.0, "joints", play=50.0)
        assert found is not None
        assert found.excess == pytest.approx(583 / 200 * 3)


class TestSlipped:
    """Past a line the layout has moved left by what was taken before it."""

    SPANS = (
        FittedSpan(1000, 1600, 3, 9.0, 9.0, "ends"),
        FittedSpan(1600, 2000, 2, 6.0, 6.0, "ends"),
    )

    @pytest.mark.parametrize(
        ("at", "moved"),
        [
            (0, 0),
            (1000, 0),
            (1000.1, 4.5),
            (1599.9, 4.5),
            (1600, 9),
            (1700, 12),
            (2000, 15),
            (9000, 15),
        ],
    )
    def test_of_two_spans_by_their_ends(self, at: float, moved: float) -> None:
        assert slipped(self.SPANS, at) == moved

    @pytest.mark.parametrize("how", ["all", "joints"])
    def test_evenly_where_all_give(self, how: How) -> None:
        spans = [FittedSpan(1000, 1600, 3, 9.0, 9.0, how)]
        assert [slipped(spans, at) for at in (900, 1200, 1500, 1700)] == [0, 3, 7.5, 9]


class TestShavedTile:
    """Of a course without a joint at a line, the tile astride it is shaved: from 1000 to 1600, by
    4.5 at each of the two.
    """

    SPAN = (FittedSpan(1000, 1600, 3, 9.0, 9.0, "ends"),)

    def joints(self, first: float) -> list[float]:
        """Where the joints' middles lie, of a course with a tile from ``first`` on."""
        return [cell[1] for cell, _, _ in fitted_tiles(first, MODULE, self.SPAN, 950, 1750)]

    def test_however_little_of_it_is_past_the_first_line(self) -> None:
        """It ends at 1003 and loses 4.5; so does the one that would end at 1607.5."""
        assert self.joints(801.5) == [998.5, 1201.5, 1404.5, 1603, 1806]

    def test_one_that_would_no_longer_reach_the_second_line_is_left(self) -> None:
        """It ends at 1602: shaved it would end before the line, and the next one is."""
        assert self.joints(796.0) == [997.5, 1196, 1399, 1602, 1800.5]

    def test_jointed_at_both(self) -> None:
        """The first tile past the line is shaved on its far side, and the last before the other."""
        cells = list(fitted_tiles(1001.5, MODULE, self.SPAN, 950, 1750))
        assert [cell[1] for cell, _, _ in cells] == [1000, 1198.5, 1401.5, 1600, 1803]
        lost = [(laid[0] - whole[0], whole[1] - laid[1]) for _, laid, whole in cells]
        assert lost == [(0, 0), (0, 4.5), (0, 0), (4.5, 0), (0, 0)]


@pytest.mark.parametrize("how", HOWS)
class TestTilesOfACourse:
    """A course over any lines, begun anywhere, is without gap or overlap."""

    def courses(self, how: How) -> list[tuple[tuple[FittedSpan, ...], float, float, float]]:
        chance, found = Random(how), []
        while len(found) < 60:
            lines = [jamb(chance.uniform(300, 900), -1)]
            lines.append(jamb(lines[0].reach[0] + chance.uniform(150, 1400), 1))
            if chance.random() < 0.5:
                lines.append(jamb(lines[1].reach[0] + chance.uniform(150, 900), -1))
            if spans := spans_between(lines, MODULE, how, 0.8):
                x0 = chance.uniform(-300, 1200)
                x1 = x0 + chance.uniform(300, 2600)
                found.append((spans, spans[0].low - chance.uniform(0, 2 * STEP), x0, x1))
        return found

    def test_cells_follow_one_another_over_all_of_it(self, how: How) -> None:
        for spans, first, x0, x1 in self.courses(how):
            cells = [cell for cell, _, _ in fitted_tiles(first, MODULE, spans, x0, x1)]
            assert cells[0][0] <= x0 + 1e-6
            assert cells[0][1] > x0
            assert cells[-1][1] >= x1 - 1e-6
            assert cells[-1][0] < x1
            for one, other in pairwise(cells):
                assert other[0] == pytest.approx(one[1])

    def test_each_tile_lies_in_its_cell_with_half_a_joint_to_either_side(self, how: How) -> None:
        for spans, first, x0, x1 in self.courses(how):
            for (left, right), laid, _ in fitted_tiles(first, MODULE, spans, x0, x1):
                gaps = laid[0] - left, right - laid[1]
                play = 0.0 if how != "joints" else 0.4
                assert gaps == (pytest.approx(1.5, abs=play + 1e-6),) * 2

    def test_a_shaved_tile_was_a_whole_one(self, how: How) -> None:
        for spans, first, x0, x1 in self.courses(how):
            for _, laid, whole in fitted_tiles(first, MODULE, spans, x0, x1):
                assert whole[1] - whole[0] == pytest.approx(200)
                assert whole[0] <= laid[0] + 1e-9
                assert laid[1] <= whole[1] + 1e-9

    def test_whichever_tile_of_the_course_it_is_reckoned_from(self, how: How) -> None:
        for spans, first, x0, x1 in self.courses(how):
            one, other = (
                [laid for _, laid, _ in fitted_tiles(start, MODULE, spans, x0, x1)]
                for start in (first, first - 3 * STEP)
            )
            assert len(one) == len(other)
            for a, b in zip(one, other, strict=True):
                assert a == pytest.approx(b)

    def test_between_and_past_the_lines_it_has_moved_by_what_is_said(self, how: How) -> None:
        """Where a tile's middle lies, with what the layout has slipped by there, is where the plain
        course has one: everywhere where all give, and of shaved ends where no line is in the tile.
        """
        checked = 0
        for spans, first, x0, x1 in self.courses(how):
            lines = {at for span in spans for at in (span.low, span.high)}
            for (left, right), laid, whole in fitted_tiles(first, MODULE, spans, x0, x1):
                if any(left - 250 < at < right + 250 for at in lines):
                    continue
                assert laid == whole if how != "all" else laid[0] == whole[0]
                middle = (left + right) / 2
                plain = (middle + slipped(spans, middle) - first - 100) / STEP
                assert plain == pytest.approx(round(plain), abs=1e-6)
                checked += 1
        assert checked > 100
