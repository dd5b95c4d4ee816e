"""Setting out: distances from fixed edges to every line that is struck. Inches."""

from itertools import pairwise
from typing import Any

import pytest

from kitchens import IN, NO_GAPS, a_job, demo
from pennant.core.document.job import Job
from pennant.core.laying.setting_out import SettingOut, setting_out
from pennant.core.layout.field_of import field_of
from pennant.core.layout.lattice_of import lattice_of
from pennant.core.plan import plan
from pennant.core.survey.kitchen import kitchen_of
from pennant.words.setting_out import setting_out_in_words


def set_out(job: Job) -> SettingOut:
    """The lines of the first wall."""
    made, kitchen = plan(job), kitchen_of(job)
    surface = kitchen.surfaces[0]
    return setting_out(
        field_of(surface, job.settings), made.surfaces[0], job.walls[0].length, kitchen.laser
    )


def lines(**changes: Any) -> SettingOut:
    """The lines of a changed wall."""
    return set_out(a_job(**changes))


class TestStartLine:
    """The left edge of the pennant's tile, from both ends: the two add up to the overall."""

    @pytest.mark.parametrize("kind", ["full-left", "full-right", "centred"])
    def test_closes_on_the_overall(self, kind: str) -> None:
        found = lines(start={"across": {"kind": kind}})
        assert (found.start + found.from_right) / IN == pytest.approx(96)

    def test_of_a_tile_centred_on_a_point(self) -> None:
        start = {"across": {"kind": "centred", "on": "point", "x": "40"}}
        assert lines(start=start).start / IN == pytest.approx(36)


class TestStoryPole:
    """Every course's lower edge, over the level line."""

    def test_is_a_module_apart(self) -> None:
        found = lines(settings={**NO_GAPS, "counter_gap": "1/8"})
        heights = [line.over_datum / IN for line in found.courses]
        assert heights[:3] == pytest.approx([1 / 8, 2.75, 5.375])
        assert [line.course for line in found.courses] == list(range(12))

    def test_a_first_course_that_is_cut_has_no_lower_edge_to_strike(self) -> None:
        found = lines(start={"up": {"kind": "full-counter", "nudge": "-1"}})
        assert found.courses[0].course == 1
        assert found.courses[0].over_datum / IN == pytest.approx(2.625 - 1)

    def test_below_the_laser_line_where_there_is_one(self) -> None:
        found = lines(things=["level 0 below 30", "level 96 below 30"])
        assert [line.below_laser / IN for line in found.courses[:2]] == pytest.approx([30, 27.375])
        assert lines().courses[0].below_laser is None


class TestJoints:
    """The left edges of whole tiles, in each kind of course."""

    def test_half_bond_has_two_kinds_half_a_module_apart(self) -> None:
        odd, even = lines().joints
        assert odd.at[0] == 0
        assert even.at[0] / IN == pytest.approx(8.125 / 2)
        assert (odd.courses[:2], even.courses[:2]) == ((0, 2), (1, 3))

    def test_are_where_the_plan_s_tiles_begin(self) -> None:
        job = demo("Fennel Row")
        found = set_out(job)
        begins = {
            round(piece.box.x0, 4)
            for piece in plan(job).surfaces[0].pieces
            if "left" not in piece.cut_sides
        }
        assert begins == {round(x, 4) for kind in found.joints for x in kind.at}


class TestTrim:
    """Where the face of the trim begins."""

    def test_at_an_open_end_and_an_open_top(self) -> None:
        found = lines(right="open", settings={**NO_GAPS, "trim_face": "1/8"})
        assert {(line.side, round(line.at / IN, 4)) for line in found.trims} == {
            ("right", 95.875),
            ("top", 29.875),
        }


class TestWords:
    """What a person reads beside the wall."""

    @pytest.mark.parametrize(
        ("kind", "said"),
        [
            ("full-left", "Begin at the left end"),
            ("full-right", "Begin at the right end"),
            ("centred", "Begin at the start line"),
        ],
    )
    def test_where_to_begin(self, kind: str, said: str) -> None:
        job = a_job(start={"across": {"kind": kind}})
        (wall,) = setting_out_in_words(job, plan(job))
        assert wall.begin.startswith(said)

    def test_every_wall_has_its_own(self) -> None:
        job = demo("Alder Wharf")
        walls = list(setting_out_in_words(job, plan(job)))
        assert [wall.surface for wall in walls] == [wall.id for wall in job.walls]
        notes = [line.note for wall in walls for line in wall.heights]
        assert all(note.endswith(("below the laser", "over the laser")) for note in notes)
        assert any(note.endswith("over the laser") for note in notes)
        assert not any(note.startswith("-") for note in notes)


class TestOnTheWall:
    """Every line can be struck: none lies outside the wall."""

    def test_a_start_past_the_end_is_told_by_the_nearest_joint(self) -> None:
        # The pennant's tile begins 2 5/8 in left of the wall; the next joint is a module on.
        found = lines(start={"across": {"kind": "full-left", "nudge": "-2 5/8"}})
        assert found.start / IN == pytest.approx(8.125 - 2.625)
        assert (found.start + found.from_right) / IN == pytest.approx(96)

    def test_setting_begins_at_the_end_that_does_not_float(self) -> None:
        document = a_job(
            walls=[
                {
                    "id": "a",
                    "length": "96",
                    "top": {"height": "30"},
                    "things": [],
                    "right": {"kind": "open", "ahead": "2"},
                }
            ]
        )
        (said,) = setting_out_in_words(document, plan(document))
        assert said.begin.startswith("Begin at the left end")
        assert "the right end may still move" in said.begin


class TestLattice:
    """Of a lattice: a plumb line, a level one, and where tiles run aslant the two diagonals."""

    def made(self, pattern: dict[str, Any]) -> tuple[SettingOut, list[Any]]:
        document = a_job().model_dump(mode="json")
        tile = {"length": 150, "height": 50, "thickness": 8}
        walls = [
            {
                "id": "a",
                "length": 1500,
                "top": {"height": 450},
                "start": {"across": {"kind": "centred", "what": "tile", "on": "point", "x": 600}},
            }
        ]
        job = Job.model_validate(
            {**document, "units": "mm", "tile": tile, "pattern": pattern, "walls": walls}
        )
        planned_, kitchen = plan(job), kitchen_of(job)
        surface = kitchen.surfaces[0]
        found = setting_out(
            field_of(surface, job.settings),
            planned_.surfaces[0],
            1500,
            None,
            (),
            lattice_of(job.tile, job.pattern),
        )
        return found, list(planned_.pieces)

    def test_the_start_line_runs_through_the_point_on_the_centreline(self) -> None:
        found, _ = self.made({"kind": "herringbone", "joint": 3})
        assert (found.start, found.from_right) == pytest.approx((600, 900))

    def test_sides_of_tiles_lie_on_the_diagonals(self) -> None:
        found, pieces = self.made({"kind": "herringbone", "joint": 3})
        assert len(found.diagonals) == 2
        for line in found.diagonals:
            (x0, y0), (x1, y1) = line.low, line.high
            assert abs(x1 - x0) == pytest.approx(y1 - y0)
            way = 1 if x1 > x0 else -1
            on = [
                piece
                for piece in pieces
                if sum(abs((x - x0) - way * (y - y0)) < 1e-3 for x, y in piece.outline[0]) == 2
            ]
            assert on

    def test_an_upright_pattern_has_none(self) -> None:
        found, _ = self.made({"kind": "herringbone", "joint": 3, "diagonal": False})
        assert found.diagonals == ()

    def test_rows_of_a_column_pattern_are_as_far_apart_as_its_shift(self) -> None:
        found, _ = self.made({"kind": "columns", "joint": 2})
        heights = [line.over_datum for line in found.courses]
        assert [b - a for a, b in pairwise(heights)] == pytest.approx([76.0] * (len(heights) - 1))
