"""A drift told early: three readings that grow say what they come to, and nothing else does."""

from typing import Any

import pytest

from kitchens import a_job
from pennant.core.document.job import Job
from pennant.core.plan import Plan, plan
from pennant.core.site.drift import Drift, drifts
from pennant.core.site.readings import Height, LeftToLine, Reading


@pytest.fixture(scope="module")
def job() -> Job:
    return a_job(length="90", top="30", bond=(0, 1))


@pytest.fixture(scope="module")
def made(job: Job) -> Plan:
    return plan(job)


def to_the_right(job: Job, made: Plan, *offs: float, courses: Any = None) -> list[Reading]:
    """What is left right of the fifth piece of each course, so far off the plan."""
    rows = courses or range(1, len(offs) + 1)
    fifths = {p.course: p for p in made.pieces if p.id.endswith(".5")}
    return [
        LeftToLine(
            piece=fifths[course].id,
            side="right",
            value=job.walls[0].length - fifths[course].box.x1 + off,
        )
        for course, off in zip(rows, offs, strict=True)
    ]


def heights(made: Plan, *offs: float) -> list[Reading]:
    """Heights of the first courses, so far off the plan."""
    firsts = {p.course: p for p in made.pieces if p.id.endswith(".2")}
    return [
        Height(piece=firsts[course].id, value=firsts[course].box.y1 + off)
        for course, off in enumerate(offs, 1)
    ]


class TestTold:
    """By hand: 30 in hold eleven courses of 2 5/8 and a cut one, counted from 0 to 11."""

    def test_a_millimetre_a_course_comes_to_eleven_at_the_top(self, job: Job, made: Plan) -> None:
        (found,) = drifts(job, made, to_the_right(job, made, 1.0, 2.0, 3.0))
        assert found == Drift("a", "a:right", 3, 3, 11, pytest.approx(1), pytest.approx(11))
        assert found.courses_left == 8

    def test_the_tape_tells_no_less_than_a_thirty_second(self, job: Job, made: Plan) -> None:
        (found,) = drifts(job, made, to_the_right(job, made, 1.4, 1.6, 3.4))
        assert found.each == pytest.approx(1)

    def test_heights_grow_as_well(self, job: Job, made: Plan) -> None:
        (found,) = drifts(job, made, heights(made, -0.5, -1.0, -1.5, -2.0))
        assert (found.line, found.readings) == ("", 4)
        assert found.comes_to == pytest.approx(-5.5)

    def test_of_two_readings_of_a_course_the_later_counts(self, job: Job, made: Plan) -> None:
        first = to_the_right(job, made, 9.0)
        (found,) = drifts(job, made, first + to_the_right(job, made, 1.0, 2.0, 3.0))
        assert found.readings == 3

    def test_courses_between_may_be_left_out(self, job: Job, made: Plan) -> None:
        (found,) = drifts(job, made, to_the_right(job, made, 0.5, 1.5, 2.5, courses=[2, 4, 6]))
        assert (found.each, found.course) == (pytest.approx(0.5), 6)


class TestNotTold:
    """Where nothing grows, or nobody can know it yet."""

    @pytest.mark.parametrize(
        "offs",
        [(1.0, 2.0), (3.0, 3.1, 2.9), (1.0, 4.0, 1.0), (0.05, 0.1, 0.15)],
        ids=["two", "the same", "to and fro", "a hair"],
    )
    def test_that(self, job: Job, made: Plan, offs: tuple[float, ...]) -> None:
        assert drifts(job, made, to_the_right(job, made, *offs)) == []

    def test_once_the_last_course_is_set(self, job: Job, made: Plan) -> None:
        done = {piece.id for piece in made.pieces}
        assert drifts(job, made, heights(made, 1.0, 2.0, 3.0), done) == []

    def test_of_pieces_that_the_plan_has_no_more(self, job: Job, made: Plan) -> None:
        readings = [Height(piece=f"Z{course}.1", value=course * 60.0) for course in range(1, 4)]
        assert drifts(job, made, readings) == []
