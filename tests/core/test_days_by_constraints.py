"""The planner against constraint programming: no day that it proves can be beaten."""

from collections.abc import Iterator
from typing import Any

import pytest
from by_constraints import can_be_done_by
from hypothesis import given
from hypothesis import strategies as st
from test_planner import hours, step

from examples import examples
from pennant.core.days.calendar import Calendar
from pennant.core.days.days import days_of, steps_in
from pennant.core.days.planner import NoRoom, Ready, earliest
from pennant.core.days.step import Return, Step
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.demos import demo_jobs
from pennant.words.dates import Dates

EVENINGS = [*["17:30-21:00"] * 5, "", ""]
WITH_A_BREAK = [*["8:00-12:00, 12:30-16:30"] * 5, "", ""]


def held(steps: list[Step], known: Ready) -> None:
    """Hold the day that the planner finds against the solver's."""
    try:
        found = earliest(steps, known)
    except NoRoom:
        return
    if all(one.id in known.done for one in steps):
        return
    day = known.calendar.day_until(found.finish)
    assert can_be_done_by(steps, known, day) is not False
    if found.proved:
        assert can_be_done_by(steps, known, day - 1) is not True
    assert can_be_done_by(steps, known, found.bound - 1) is not True


def begun(job: Job, steps: list[Step], known: Ready, after: float) -> Ready | None:
    """A job of which some steps are done, looked at again on the second morning after."""
    found = earliest(steps, known)
    ends = sorted(found.ends.values())
    calendar = known.calendar
    now = calendar.first_minute(calendar.day_until(ends[int(len(ends) * after)]) + 2)
    done: dict[str, int] = {}
    for one in sorted(steps, key=lambda one: found.ends[one.id]):
        if found.ends[one.id] <= now and all(before.step in done for before in one.follows):
            done[one.id] = found.ends[one.id]
    left = [one for one in steps if one.id not in done]
    return Ready(calendar, known.people, done, now, known.not_before) if left else None


@pytest.mark.parametrize("job", list(demo_jobs()), ids=lambda job: job.name)
@pytest.mark.parametrize(
    "schedule",
    [{}, {"people": 2, "hours": WITH_A_BREAK}, {"hours": EVENINGS}],
    ids=["as it is", "two with a break", "evenings"],
)
def test_a_demo_is_done_on_no_earlier_day(job: Job, schedule: dict[str, Any]) -> None:
    """As it is, by two with a break, in the evenings; and planned again when it is late."""
    document = job.model_dump(mode="json")
    job = Job.model_validate({**document, "schedule": {**document["schedule"], **schedule}})
    planned, when = plan(job), Dates.of(job.schedule)
    days = days_of(job, planned, when)
    steps = steps_in(job, planned, when)
    calendar = when.calendar(job.schedule)
    known = Ready(calendar, job.schedule.people)
    assert {one.id for one in days.steps} == {one.id for one in steps}
    held(steps, known)
    for after in (0.3, 0.6):
        again = begun(job, steps, known, after)
        if again is not None:
            held(steps, again)


CALENDARS = (
    hours((480, 600)),
    hours((480, 580), None),
    hours((480, 540), (480, 580), None),
    hours((480, 720), (540, 640)),
)


@st.composite
def small_jobs(draw: st.DrawFn) -> tuple[list[Step], Ready]:
    """Some steps: unbroken or not, with hands, waits, comings back; some done, some with a date."""
    calendar: Calendar = draw(st.sampled_from(CALENDARS))
    steps: list[Step] = []
    for number in range(draw(st.integers(2, 7))):
        before = draw(st.sets(st.integers(0, number - 1), max_size=2)) if number else set()
        after = [
            (f"s{one}", draw(st.sampled_from([0.0, 0.0, 0.5, 3.0, 20.0]))) for one in sorted(before)
        ]
        returns = list(_returns(draw)) if draw(st.integers(0, 3)) == 0 else []
        steps.append(
            step(
                f"s{number}",
                draw(st.integers(1, 9)) * 7,
                *after,
                hands=draw(st.sampled_from([1, 1, 1, 2, 0])),
                unbroken=bool(returns) or draw(st.booleans()),
                returns=returns,
            )
        )
    late = draw(st.integers(0, 2))
    not_before = {f"s{late}": calendar.first_minute(3)} if late < len(steps) else {}
    done = {"s0": 500} if draw(st.booleans()) and not steps[0].follows else {}
    now = 520 if done else 0
    return steps, Ready(calendar, draw(st.integers(1, 2)), done, now, not_before)


def _returns(draw: st.DrawFn) -> Iterator[Return]:
    least = draw(st.sampled_from([0, 5, 15, 60, 110]))
    more = draw(st.integers(0, 3)) * 10
    late = draw(st.sampled_from([0, 0, 12]))
    yield Return(what="polish", least=least, most=least + more, minutes=5, next_day=late)


@examples(200)
@given(small_jobs())
def test_no_small_job_is_done_on_an_earlier_day(job: tuple[list[Step], Ready]) -> None:
    """Two hundred at every run; a step that may be broken off, or a date, is no exception."""
    held(*job)
