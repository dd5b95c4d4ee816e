"""Corners: what both fronts get, and one tile folded round. Inches; tile 8 x 2 1/2, joint 1/8."""

from typing import Any

import pytest

from kitchens import IN, a_job
from pennant.core.document.job import Job
from pennant.core.laying.corners import CornerReading, corners_of
from pennant.core.laying.lay_kitchen import lay
from pennant.core.plan import plan
from pennant.core.search.best import best_round
from pennant.core.survey.check import problems_of
from pennant.core.survey.kitchen import kitchen_of
from pennant.core.takes.edging import sealant_lengths

CARRIED = {"kind": "carried"}
TOP = {"kind": "open", "height": "21"}


def corner_job(across: dict[str, Any], *, kind: str = "inside", **changes: Any) -> Job:
    """Two walls of 60 and 50 in that meet; the second starts as told, its courses carried."""
    return a_job(
        walls=[
            {"id": "a", "length": "60", "top": TOP, "corner": {"kind": kind}},
            {"id": "b", "length": "50", "top": TOP, "start": {"across": across, "up": CARRIED}},
        ],
        **changes,
    )


def corner(job: Job) -> CornerReading:
    """The one corner."""
    (found,) = corners_of(job, list(lay(job, kitchen_of(job))))
    return found


class TestBead:
    """A corner that two walls share is one bead."""

    def test_is_run_once_also_where_a_window_before_it_is_tiled_inside(self) -> None:
        def beads(**opening: Any) -> float:
            window = {
                "kind": "window",
                "id": "w",
                "at": "20",
                "width": "20",
                "sill": "4",
                "height": "12",
                **opening,
            }
            job = a_job(
                walls=[
                    {
                        "id": "a",
                        "length": "60",
                        "top": TOP,
                        "corner": {"kind": "inside"},
                        "things": [window],
                    },
                    {"id": "b", "length": "50", "top": TOP},
                ],
                settings={"corner_gap": 3, "opening_gap": 3},
            )
            fields = [one.whole for one in lay(job, kitchen_of(job))]
            return sum(
                length for (kind, _), length in sealant_lengths(fields).items() if kind == "corner"
            )

        inside = {"depth": "4", "returns": ["left", "right"]}
        # The returns have corners of their own, at head and foot: four of 4 in.
        assert beads(**inside) == pytest.approx(beads() + 4 * 4 * IN, abs=30)


class TestReading:
    """In each kind of course a piece on either wall, and what they are together."""

    def test_full_left_on_the_second_wall(self) -> None:
        # 60 = 7 modules (56 7/8) + 3 1/8; in the other courses 60 - 4 1/16 - 6 modules = 7 3/16.
        found = corner(corner_job({"kind": "full-left"}))
        assert [pair.left / IN for pair in found.pairs] == pytest.approx([3.125, 7.1875])
        assert [pair.right / IN for pair in found.pairs] == pytest.approx([8.0, 3.9375])
        assert [pair.apart / IN for pair in found.pairs] == pytest.approx(
            [3.125 + 8 - 8, 7.1875 + 3.9375 - 8]
        )

    def test_the_wall_tiled_first_hides_a_strip(self) -> None:
        bed = {"bed_thickness": "1/8"}
        found = corner(corner_job({"kind": "full-left"}, settings=bed))
        assert (found.kind, found.first) == ("inside", "a")
        assert found.hidden / IN == pytest.approx(5 / 16 + 1 / 8 - 1 / 8)

    def test_outside_nothing_is_hidden(self) -> None:
        assert corner(corner_job({"kind": "full-left"}, kind="outside")).hidden == 0

    def test_walls_that_do_not_meet_have_no_corner(self) -> None:
        job = corner_job({"kind": "full-left"})
        alone = job.model_copy(update={"walls": job.walls[:1]})
        assert not list(corners_of(alone, list(lay(alone, kitchen_of(alone)))))


class TestFolded:
    """One tile goes round the corner in every course: b = W - a - kerf."""

    @pytest.mark.parametrize(
        ("tools", "taken"), [(["snap cutter"], 0), (["wet saw"], 1 / 8), (["grinder"], 1 / 8)]
    )
    @pytest.mark.parametrize("bond", [(0, 1), (1, 2), (1, 3)])
    def test_the_two_pieces_and_the_kerf_make_one_tile(
        self, tools: list[str], taken: float, bond: tuple[int, int]
    ) -> None:
        job = corner_job({"kind": "folded"}, settings={"kerf": "1/8"}, tools=tools, bond=bond)
        pairs = corner(job).pairs
        assert len(pairs) >= 1
        for pair in pairs:
            assert pair.apart == pytest.approx(0, abs=0.02)
            assert (pair.left + pair.right) / IN + taken == pytest.approx(8, abs=1e-3)

    def test_a_tile_that_ends_in_the_corner_is_followed_by_a_full_one(self) -> None:
        job = corner_job({"kind": "folded"}, bond=(0, 1))
        walls = (job.walls[0].model_copy(update={"length": 8 * 8.125 * IN - 3.175}), job.walls[1])
        (pair,) = corner(job.model_copy(update={"walls": walls})).pairs
        assert (pair.left / IN, pair.right / IN) == pytest.approx((8, 8))

    def test_it_needs_a_wall_before(self) -> None:
        job = a_job(start={"across": {"kind": "folded"}})
        assert [p.pointer for p in problems_of(job)] == ["/walls/0/start/across/kind"]


class TestCabinetThatStopsShort:
    """What is in the corner is the tile, not the tongue over a cabinet's bite."""

    def test_a_small_bite_leaves_the_piece_what_it_is(self) -> None:
        # Folded in stack bond; a cabinet on the second wall begins 1 1/2 in from the corner, and
        # cuts half an inch off the top of a course.
        job = corner_job({"kind": "folded"}, bond=(0, 1))
        before = corner(job).pairs
        cabinet = {"kind": "cabinet", "id": "cab", "at": "1 1/2", "width": "20", "clear": "15 1/8"}
        document = job.model_dump(mode="json")
        document["walls"][1]["things"] = [cabinet]
        after = corner(Job.model_validate(document)).pairs
        (bitten,) = [pair for pair in after if 5 in pair.courses]
        assert (bitten.apart, bitten.right) == (before[0].apart, before[0].right)
        assert bitten.courses == (0, 1, 2, 3, 4, 5)  # over them the cabinet leaves a true strip


class TestCourseStep:
    """Courses that meet in a corner line up; a step between them must be cured."""

    def job(self, up: dict[str, Any]) -> Job:
        return a_job(
            walls=[
                {"id": "a", "length": "60", "top": TOP, "corner": {"kind": "inside"}},
                {"id": "b", "length": "50", "top": TOP, "start": {"up": up}},
            ]
        )

    def steps(self, up: dict[str, Any]) -> list[float]:
        found = plan(self.job(up)).findings
        return [one.step / IN for one in found if one.rule == "course-step"]

    def test_a_wall_planted_at_a_height_of_its_own(self) -> None:
        assert self.steps({"kind": "full-counter", "nudge": "13/16"}) == [pytest.approx(13 / 16)]
        # 2 1/2 in up is a course less an eighth: an eighth out.
        assert self.steps({"kind": "full-counter", "nudge": "2 1/2"}) == [pytest.approx(1 / 8)]

    @pytest.mark.parametrize(
        "up",
        [
            CARRIED,
            {"kind": "full-counter"},
            {"kind": "full-counter", "nudge": "1/32"},
            {"kind": "full-counter", "nudge": "2 5/8"},
        ],
    )
    def test_courses_that_line_up(self, up: dict[str, Any]) -> None:
        assert self.steps(up) == []

    def test_the_best_start_of_a_wall_that_joins_on_carries_its_courses_on(self) -> None:
        job = self.job({"kind": "full-counter", "nudge": "13/16"})
        *_, last = best_round(job)
        assert "course-step" not in {one.rule for one in plan(last.job).findings}
