"""Mat from the roll: strips behind every piece, and as little off the roll as can be."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from random_walls import jobs

from examples import examples
from kitchens import CABINET, IN, WINDOW, a_job
from pennant.core.document.job import Job
from pennant.core.layout.field_of import field_of
from pennant.core.plan import plan
from pennant.core.survey.kitchen import kitchen_of
from pennant.core.takes.strips import Strip, cut_outs, off_the_roll, strips_for

GAP = {"kind": "range-gap", "id": "range", "at": "30", "width": "30", "down": "5"}


def strips(job: Job, width: float) -> list[Strip]:
    """The strips of a job's mat."""
    made = plan(job)
    fields = [field_of(surface, job.settings) for surface in made.kitchen.surfaces]
    return strips_for(fields, made.pieces, width, job.pattern.joint)


def inches(found: list[Strip]) -> list[tuple[float, float, float, float]]:
    """Strips as x, y, length and height in inches."""
    return [
        tuple(round(mm / IN, 3) for mm in (one.x, one.y, one.length, one.height)) for one in found
    ]


class TestStrips:
    """Level strips from the counter up, lower where less is needed."""

    def test_a_plain_wall_by_hand(self) -> None:
        # 30 in high from a roll of 12: two strips of full width and one of 6, all 96 long.
        found = inches(strips(a_job(), 12 * IN))
        assert found == [(0, 0, 96, 12), (0, 12, 96, 12), (0, 24, 96, 6)]

    def test_under_a_cabinet_it_is_lower(self) -> None:
        # The cabinet's underside is at 18: the second strip is 6 high for its 24 in, then 12.
        found = inches(strips(a_job(overheads=[CABINET]), 12 * IN))
        # (A tile notched round its corner counts whole.)
        heights = {height for x, y, _, height in found if y == 12 and x < 16}
        assert heights == {6}
        assert (0, 24) not in {(x, y) for x, y, _, _ in found}

    def test_beneath_the_counter_in_a_range_gap_it_hangs(self) -> None:
        found = inches(strips(a_job(things=[GAP]), 12 * IN))
        (low,) = [one for one in found if one[1] < 0]
        # From 5 in below up to the joint under the course that stands on the counter.
        assert low == (30, -5, 30, 5 - 1 / 8)

    def test_beside_a_window_there_are_two(self) -> None:
        found = inches(strips(a_job(openings=[WINDOW]), 8 * IN))
        second = [one for one in found if 8 <= one[1] < 16]
        assert len(second) == 2
        assert second[0][0] + second[0][2] <= 30 + 1e-6
        assert second[1][0] >= 54 - 1e-6

    @given(jobs(), st.sampled_from([150.0, 290.0, 460.0]))
    @examples(25)
    def test_there_is_mat_behind_every_piece(self, job: Job, width: float) -> None:
        found = strips(job, width)
        assert all(one.height <= width + 1e-6 for one in found)
        for piece in plan(job).pieces:
            behind = sum(
                max(min(piece.box.x1, one.x + one.length) - max(piece.box.x0, one.x), 0)
                * max(min(piece.box.y1, one.y + one.height) - max(piece.box.y0, one.y), 0)
                for one in found
                if one.surface == piece.wall
            )
            whole = (piece.box.x1 - piece.box.x0) * (piece.box.y1 - piece.box.y0)
            assert behind == pytest.approx(whole, abs=1e-3)


class TestOffTheRoll:
    """Low strips lie beside one another: a rest of 6 in serves two strips of 6 in a roll of 12."""

    def test_two_halves_come_off_one_length(self) -> None:
        pair = [Strip("a", 0, 24, 90, 6), Strip("b", 0, 24, 50, 6)]
        assert off_the_roll(pair, 12) == (0, 90)

    def test_what_is_too_high_does_not_pair(self) -> None:
        pair = [Strip("a", 0, 24, 90, 7), Strip("b", 0, 24, 50, 6)]
        assert off_the_roll(pair, 12) == (0, 140)

    def test_a_long_one_is_butted_beside_two_short_ones(self) -> None:
        three = [Strip("a", 0, 0, 40, 7), Strip("b", 0, 0, 60, 7), Strip("c", 0, 0, 100, 5)]
        assert off_the_roll(three, 12) == (0, 100)

    @given(st.lists(st.tuples(st.integers(1, 80), st.integers(1, 12)), max_size=8))
    @examples(60)
    def test_never_less_than_the_area_nor_more_than_one_after_another(
        self, sizes: list[tuple[int, int]]
    ) -> None:
        some = [Strip("a", n, 0, length, height) for n, (length, height) in enumerate(sizes)]
        total = sum(off_the_roll(some, 12))
        assert total * 12 >= sum(length * height for length, height in sizes) - 1e-6
        assert total <= sum(length for length, _ in sizes) + 1e-6


class TestCutOuts:
    """A strip is cut out for the boxes behind it: from its own left end and lower edge."""

    def test_of_a_box_where_two_strips_meet(self) -> None:
        # The box, 2 1/4 by 3 5/8 in, reaches from 10 3/16 to 13 13/16 in; the strips meet at 12.
        job = a_job(things=["outlet 30 up 12"])
        (surface,) = kitchen_of(job).surfaces
        low, high, _ = strips(job, 12 * IN)  # each runs on behind the box
        for strip, up in ((low, 10.1875), (high, 0.0)):
            ((thing, hole),) = cut_outs(strip, surface, 0.0)
            assert thing.id == "outlet"
            assert [mm / IN for mm in hole] == pytest.approx([28.875, up, 31.125, up + 1.8125])

    @pytest.mark.parametrize("thing", ["pipe 30 up 12 dia 3", "block 30 wide 4 up 11 high 3"])
    def test_a_strip_runs_on_behind_a_pipe_or_a_block(self, thing: str) -> None:
        """By hand: 8 courses from a roll of 12 in, two strips of the wall's length with a hole."""
        job = a_job(length="70", top="19", tile=("2 1/4", "2 1/4"), bond=(0, 1), things=[thing])
        (surface,) = kitchen_of(job).surfaces
        found = strips(job, 12 * IN)
        assert inches(found) == [(0, 0, 70, 12), (0, 12, 70, 6.875)]
        assert [len(list(cut_outs(one, surface, 0.0))) for one in found] == [1, 1]

    def test_none_where_there_is_no_box(self) -> None:
        job = a_job(openings=[WINDOW])
        (surface,) = kitchen_of(job).surfaces
        assert [list(cut_outs(one, surface, 0.0)) for one in strips(job, 40 * IN)] == [[]] * len(
            strips(job, 40 * IN)
        )
