"""Spans fitted between lines, and courses fitted under a cabinet. Inches; tile 8 x 2 1/2, 1/8."""

from itertools import pairwise
from typing import Any

import pytest

from kitchens import CABINET, IN, NO_GAPS, WINDOW, a_job, planned
from pennant.core.document.job import Job
from pennant.core.document.module import Module
from pennant.core.layout.layout import whole_bed
from pennant.core.layout.pieces import Piece
from pennant.core.plan import Plan, plan
from pennant.core.survey.check import problems_of
from pennant.core.takes.working import Working

# From jamb to jamb 31 3/4: the joints at both lines take 1/16 each of it beyond the modules, so 4
# modules of 8 1/8 are 7/8 too long.
SPAN = {**WINDOW, "x": "32", "width": "31 3/4", "sill": "6", "height": "10"}
EXCESS = 4 * 8.125 - (31.75 - 0.125)


def fitted(how: str = "ends", **changes: Any) -> Plan:
    """A wall whose window is fitted between its jambs."""
    start = {"across": {"kind": "fitted", "lines": ["window:left", "window:right"], "how": how}}
    return planned(openings=[SPAN], start=start, **changes)


def planned_with(start: dict, **changes: Any) -> Plan:
    """A wall planned from a start."""
    return planned(start=start, **changes)


def course(made: Plan, number: int) -> list[Piece]:
    """The pieces of a course from the left."""
    return sorted((p for p in made.pieces if p.course == number), key=lambda p: p.box.x0)


def sides(made: Plan, number: int) -> list[float]:
    """Where the left sides of a course's pieces are, in inches."""
    return [piece.box.x0 / IN for piece in course(made, number)]


class TestShavedEnds:
    """The two end tiles of the span lose half of the excess each; both sides restart afresh."""

    def test_joints_land_on_both_lines_in_the_courses_jointed_there(self) -> None:
        made = fitted()
        jointed = [n for n in range(11) if any(x == pytest.approx(63.75) for x in sides(made, n))]
        assert jointed
        assert jointed[0] % 2 == 0
        left_ends = {round(p.box.x1 / IN, 6) for n in jointed for p in course(made, n)}
        assert 32.0 in left_ends

    def test_a_course_under_the_window(self) -> None:
        # From the line: 7 9/16, 8, 8, 7 9/16, and a full tile beyond.
        row = [p for p in course(fitted(), 0) if p.box.x0 > 31 * IN]
        assert [p.width / IN for p in row[:5]] == pytest.approx(
            [8 - EXCESS / 2, 8, 8, 8 - EXCESS / 2, 8]
        )

    def test_in_the_other_courses_the_tile_astride_the_line_is_shaved(self) -> None:
        row = course(fitted(), 1)
        astride = [p for p in row if p.shaved]
        assert len(astride) == 2
        for piece, line in zip(astride, (32.0, 63.75), strict=True):
            assert piece.box.x0 / IN < line < piece.box.x1 / IN
            assert piece.width / IN == pytest.approx(8 - EXCESS / 2)

    def test_the_joints_stay_as_chosen(self) -> None:
        for number in range(2):
            row = course(fitted(), number)
            gaps = [(b.box.x0 - a.box.x1) / IN for a, b in pairwise(row)]
            assert gaps == pytest.approx([1 / 8] * len(gaps))

    def test_what_it_costs_is_found(self) -> None:
        (finding,) = [f for f in fitted().findings if f.rule == "shaved"]
        assert finding.weight == "avoid"
        assert finding.each / IN == pytest.approx(EXCESS / 2)
        assert finding.limit / IN == pytest.approx(8 / 16)
        assert len(finding.pieces) == len([p for p in fitted().pieces if p.shaved])

    def test_over_the_limit_it_must_be_cured(self) -> None:
        wide = {**SPAN, "width": "30"}
        start = {"across": {"kind": "fitted", "lines": ["window:left", "window:right"]}}
        made = planned_with(start, openings=[wide])
        assert [f.weight for f in made.findings if f.rule == "shaved"] == ["never"]

    def test_beside_bevelled_edges_a_cut_one_must_be_cured(self) -> None:
        tile = {"length": "8", "height": "2 1/2", "thickness": "5/16", "bevelled": True}
        start = {"across": {"kind": "fitted", "lines": ["window:left", "window:right"]}}
        document = a_job(openings=[SPAN], start=start).model_dump(mode="json")
        made = plan(Job.model_validate({**document, "tile": tile}))
        assert [f.weight for f in made.findings if f.rule == "shaved"] == ["never"]

    def test_a_span_of_whole_modules_needs_no_shaving(self) -> None:
        whole = {**SPAN, "width": "32 5/8"}
        start = {"across": {"kind": "fitted", "lines": ["window:left", "window:right"]}}
        assert not any(p.shaved for p in planned_with(start, openings=[whole]).pieces)

    @pytest.mark.parametrize("how", ["ends", "all", "joints"])
    def test_areas_still_add_up(self, how: str) -> None:
        areas = fitted(how, settings={}).areas
        parts = areas.pieces + areas.joints + areas.sealant + areas.clearance + areas.trim
        assert parts == pytest.approx(areas.gross, abs=1)


class TestSharedAround:
    """All tiles of the span, or all of its joints, give the same."""

    def test_every_tile(self) -> None:
        row = [p for p in course(fitted("all"), 0) if p.shaved]
        assert [p.width / IN for p in row] == pytest.approx([8 - EXCESS / 4] * 4)

    def test_every_joint(self) -> None:
        # Jamb to jamb 32 1/2, less a joint: 4 modules of 8 1/4 are 3/4 too long, 3/16 a joint.
        start = {
            "across": {"kind": "fitted", "lines": ["window:left", "window:right"], "how": "joints"}
        }
        made = planned_with(
            start,
            openings=[{**SPAN, "width": "32 1/2"}],
            joint="1/4",
            settings={**NO_GAPS, "joint_play": "1/4"},
        )
        row = [p for p in course(made, 0) if 31 * IN < p.box.x0 < 64 * IN]
        assert not any(p.shaved for p in made.pieces)
        gaps = [(b.box.x0 - a.box.x1) / IN for a, b in pairwise(row)]
        assert gaps[:3] == pytest.approx([1 / 4 - 3 / 16] * 3)

    def test_joints_beyond_their_play_must_be_cured(self) -> None:
        found = [f for f in fitted("joints").findings if f.rule == "joint-off"]
        assert [f.weight for f in found] == ["never"]
        assert found[0].wanted / IN == pytest.approx(1 / 8 - EXCESS / 4)

    def test_three_lines_are_two_spans(self) -> None:
        lines = ["a:left", "window:left", "window:right"]
        start = {"across": {"kind": "fitted", "lines": lines, "how": "all"}}
        made = planned_with(start, openings=[SPAN], bond=(0, 1))
        assert {0.0, 63.75} <= {round(x, 6) for x in sides(made, 0)}
        assert 32.0 in {round(p.box.x1 / IN, 6) for p in course(made, 3)}


class TestFullAt:
    """A full tile up against a line."""

    def test_at_a_jamb(self) -> None:
        start = {"across": {"kind": "full-at", "line": "window:left"}}
        made = planned_with(start, openings=[WINDOW], bond=(0, 1))
        (reading,) = [r for r in made.edges if r.edge == "window:left"]
        assert [gets.full for gets in reading.gets] == [True]

    @pytest.mark.parametrize("line", ["window:left", "nothing:left"])
    def test_a_line_must_be_there(self, line: str) -> None:
        job = a_job(openings=[WINDOW], start={"across": {"kind": "full-at", "line": line}})
        wrong = [problem.pointer for problem in problems_of(job)]
        assert wrong == ([] if line == "window:left" else ["/walls/0/start/across/line"])

    def test_a_line_named_twice_is_refused(self) -> None:
        start = {"across": {"kind": "fitted", "lines": ["window:left", "window:left"]}}
        (problem,) = problems_of(a_job(openings=[WINDOW], start=start))
        assert "twice" in problem.message


class TestWholeCourses:
    """The joints between courses take up what whole courses leave."""

    MODULE = Module(8, 2.5, 1 / 8, 1 / 8)

    def test_the_joint_by_hand(self) -> None:
        # 18 in: 7 courses are 17 1/2, and 6 joints share 1/2.
        assert whole_bed(18, self.MODULE) == pytest.approx(0.5 / 6)

    def test_one_course_keeps_the_joint(self) -> None:
        assert whole_bed(3, self.MODULE) == 1 / 8

    def test_no_cut_is_left_under_the_cabinet(self) -> None:
        cabinet = {**CABINET, "width": "96", "bottom": "18"}
        start = {"up": {"kind": "whole-courses", "under": "cabinet"}}
        made = planned_with(start, overheads=[cabinet], settings={**NO_GAPS, "joint_play": "1/16"})
        assert {p.height / IN for p in made.pieces} == {2.5}
        assert not [f for f in made.findings if f.rule == "joint-off"]

    def test_beyond_the_play_it_is_said(self) -> None:
        cabinet = {**CABINET, "width": "96", "bottom": "19"}
        start = {"up": {"kind": "whole-courses", "under": "cabinet"}}
        (finding,) = [
            f for f in planned_with(start, overheads=[cabinet]).findings if f.rule == "joint-off"
        ]
        assert finding.wanted / IN == pytest.approx(1.5 / 6)


class TestBorder:
    """A course of another tile between two courses; the others keep their bond."""

    def made(self, **up: Any) -> Plan:
        border = {"after": 2, "tile": {"length": "6", "height": "1", "thickness": "5/16"}}
        pattern = {"joint": "1/8", "bond": {"p": 0, "q": 1}, "border": border}
        return planned(pattern=pattern, start={"up": up or {"kind": "full-counter"}}, top="16 1/4")

    def test_it_lies_above_two_courses(self) -> None:
        feet = {p.course: (p.box.y0 / IN, p.border) for p in self.made().pieces}
        assert feet[1] == (pytest.approx(2.625), False)
        assert feet[2] == (pytest.approx(5.25), True)
        assert feet[3] == (pytest.approx(5.25 + 1.125), False)

    def test_or_beneath_them_where_they_hang_from_the_top(self) -> None:
        made = self.made(kind="full-top", under=None)
        (foot,) = {p.box.y0 / IN for p in made.pieces if p.border}
        assert foot == pytest.approx(16.25 - 2 * 2.625 - 1)

    def test_its_own_tile_is_not_counted_with_the_others(self) -> None:
        made = self.made()
        tiles = next(q for q in made.quantities if q.id == "tiles")
        placed = next(t for t in _all(tiles.working) if t.label == "tiles in the plan")
        assert placed.value == len({p.tile for p in made.pieces if not p.border})

    def test_areas_still_add_up(self) -> None:
        areas = self.made().areas
        parts = areas.pieces + areas.joints + areas.sealant + areas.clearance + areas.trim
        assert parts == pytest.approx(areas.gross, abs=1)


def _all(working: Working) -> list[Working]:
    return [working, *(one for term in working.terms for one in _all(term))]


class TestPlayOfJoints:
    """Joints that are drawn together or apart never leave their play, whatever is asked of them."""

    @pytest.mark.parametrize("nudge", [0, 40, 90, 134, 201])
    @pytest.mark.parametrize("length", [482, 530, 640, 700, 955])
    def test_every_joint_as_drawn(self, length: float, nudge: float) -> None:
        across = {"kind": "fitted", "lines": ["a:left", "a:right"], "how": "joints", "nudge": nudge}
        made = plan(
            Job.model_validate(
                {
                    "name": "Wall",
                    "units": "mm",
                    "pattern": {"joint": 1, "bond": {"p": 1, "q": 3}},
                    "tile": {"length": 311, "height": 104, "thickness": 8},
                    "walls": [
                        {
                            "id": "a",
                            "length": length,
                            "top": {"kind": "ceiling", "height": 350},
                            "start": {"across": across},
                        }
                    ],
                }
            )
        )
        play = 0.8
        for number in {piece.course for piece in made.pieces}:
            for one, other in pairwise(course(made, number)):
                assert 1 - play - 1e-6 <= other.box.x0 - one.box.x1 <= 1 + play + 1e-6


class TestWholeCoursesOfChips:
    """Of all numbers of courses the one whose joint is nearest the chosen one."""

    def test_against_trying_every_number(self) -> None:
        for clear in range(90, 700, 7):
            module = Module(23, 23, 4, 4)
            best = min(
                ((clear - n * 23) / (n - 1) for n in range(2, clear // 23 + 1)),
                key=lambda joint: abs(joint - 4),
            )
            assert whole_bed(clear, module) == pytest.approx(best)
