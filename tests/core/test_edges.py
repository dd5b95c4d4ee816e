"""What every edge gets, course by course."""

import pytest

from kitchens import CABINET, IN, OUTLET, WINDOW, a_job, gets, planned, sizes
from pennant.core.document.job import Job
from pennant.core.plan import Plan, plan
from pennant.core.reading.edges import Gets


class TestEdges:
    """Ends, jambs, sill, head, under and beside cabinets, counter and top line."""

    def test_all_of_them_are_read(self) -> None:
        made = planned(overheads=[CABINET], openings=[WINDOW])
        assert {reading.edge for reading in made.edges} == {
            "a:left",
            "a:right",
            "a:bottom",
            "a:top",
            "cabinet:right",
            "cabinet:bottom",
            "window:left",
            "window:right",
            "window:bottom",
            "window:top",
        }

    def test_a_jamb_is_met_only_beside_the_opening(self) -> None:
        # The window spans 6 to 26: from the third course (5 1/4 to 7 3/4) to the tenth (23 5/8 on).
        assert sorted(gets(planned(openings=[WINDOW]), "window:left")) == list(range(2, 10))

    def test_jambs_by_hand(self) -> None:
        # Stack from the left, module 8 1/8: the fourth tile begins at 24 3/8, the window at 30.
        made = planned(openings=[WINDOW], bond=(0, 1))
        assert sizes(made, "window:left") == {5.625}
        # It ends at 54; the seventh tile ends at 56 3/4.
        assert sizes(made, "window:right") == {2.75}

    def test_sill_and_head_by_hand(self) -> None:
        made = planned(openings=[WINDOW], bond=(0, 1))
        assert sizes(made, "window:bottom") == {0.75}  # 6 - 5 1/4
        assert sizes(made, "window:top") == {0.125}  # the tenth course ends at 26 1/8

    def test_a_notched_piece_shows_its_leg(self) -> None:
        made = planned(openings=[WINDOW], bond=(0, 1))
        reading = next(r for r in made.edges if r.edge == "window:left")
        (one,) = [gets for gets in reading.gets if gets.notched]
        corner = next(p for p in made.pieces if p.id in one.pieces)
        assert corner.kind == "notch"
        assert corner.width == pytest.approx(8 * IN)
        assert one.size == pytest.approx(5.625 * IN)

    def test_a_tongue_of_less_than_half_a_tile_is_a_piece_like_any_other(self) -> None:
        # Of the course astride the sill 3/4 of 2 1/2 in is left under the window.
        made = planned(openings=[WINDOW], bond=(0, 1))
        by_id = {piece.id: piece for piece in made.pieces}
        for reading in made.edges:
            for one in reading.gets:
                areas = [by_id[id_].area for id_ in one.pieces]
                assert not one.notched or min(areas) >= 8 * 2.5 * IN * IN / 2

    def test_a_joint_on_the_line_gives_a_full_tile(self) -> None:
        # A window at 32 7/16: the fourth tile ends at 32 3/8, 1/16 before it, within the joint.
        made = planned(openings=[{**WINDOW, "x": "32 7/16"}], bond=(0, 1))
        (one,) = next(r for r in made.edges if r.edge == "window:left").gets
        assert one.full
        assert one.size == pytest.approx(8 * IN)

    def test_each_kind_of_course_is_told_apart(self) -> None:
        reading = next(r for r in planned().edges if r.edge == "a:left")
        assert [(g.phase, g.courses[:2]) for g in reading.gets] == [(0, (0, 2)), (1, (1, 3))]

    def test_a_cut_for_a_box_does_not_count(self) -> None:
        # The box stands in the second course: the first is notched by its lower end, yet whole
        # to look at, because the plate covers the notch.
        made = planned(devices=[{**OUTLET, "y": "4"}], bond=(0, 1))
        assert any(piece.kind == "notch" and piece.course == 0 for piece in made.pieces)
        assert sizes(made, "a:bottom") == {2.5}


class TestBorderPieces:
    """A border's pieces are judged by the border's own tile."""

    @pytest.mark.parametrize("tile", ["16", "3"])
    def test_share_of_its_own_length(self, tile: str) -> None:
        # 96 in: 5 modules of 16 1/8 leave 15 3/8, 30 of 3 1/8 leave 2 1/4.
        border = {"after": 2, "tile": {"length": tile, "height": "1 1/2", "thickness": "5/16"}}
        document = a_job(bond=(0, 1)).model_dump(mode="json")
        document["pattern"]["border"] = border
        made = plan(Job.model_validate(document))
        (right,) = [one for one in made.edges if one.edge == "a:right"]
        own = [gets for gets in right.gets if made_of_border(made, gets.pieces)]
        left_over = {"16": 96 - 5 * 16.125, "3": 96 - 30 * 3.125}[tile]
        assert [gets.share for gets in own] == [pytest.approx(left_over / float(tile), abs=1e-5)]


def made_of_border(made: Plan, pieces: tuple[str, ...]) -> bool:
    return all(piece.border for piece in made.pieces if piece.id in pieces)


class TestTheTipOfAFan:
    """What a line leaves of a fan is its height less what was cut off, also at its very tip."""

    @pytest.mark.parametrize("over", [8.0, 3.9, 2.2, 1.0, 0.4])
    def test_a_tip_cut_off_takes_off_no_more_than_itself(self, over: float) -> None:
        full = self._at_the_ceiling(0.0)
        assert full.share == 1.0
        cut = self._at_the_ceiling(over)
        assert cut.size == pytest.approx(full.size - over, abs=0.011)

    @pytest.mark.parametrize("clear", [0.0, 0.7, 1.6])
    def test_a_fan_that_ends_within_a_joint_of_the_line_is_full(self, clear: float) -> None:
        assert self._at_the_ceiling(-clear).share == 1.0

    def test_a_fan_beside_a_wall_is_full_there_although_its_tip_is_cut(self) -> None:
        job = self._job(1.4)
        (left,) = [one for one in plan(job).surfaces[0].edges if one.side == "left"]
        (whole,) = [one for one in left.gets if one.share == 1.0]
        assert 3 in whole.courses

    @staticmethod
    def _job(over: float) -> Job:
        """Fans 120 wide whose third row stands so far over the ceiling, from a whole row on."""
        pattern = {"kind": "scallop", "joint": 2.5}
        job = a_job(units="mm", length=492, top=400, tile=(120, 112), pattern=pattern)
        rows = [piece for piece in plan(job).surfaces[0].pieces if piece.kind == "full"]
        tip = max(piece.box.y1 for piece in rows if piece.course == 3)
        walls = job.model_dump(mode="json")["walls"]
        walls[0]["top"] = {"kind": "ceiling", "height": tip - over}
        return Job.model_validate({**job.model_dump(mode="json"), "walls": walls})

    def _at_the_ceiling(self, over: float) -> Gets:
        (top,) = [one for one in plan(self._job(over)).surfaces[0].edges if one.side == "top"]
        return max((one for one in top.gets if 3 in one.courses), key=lambda one: one.size)
