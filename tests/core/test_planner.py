"""The planner against trying every order, and against what any plan of days must keep."""

from collections.abc import Callable, Iterator, Sequence
from itertools import permutations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import examples
from pennant.core.days.calendar import Calendar, Window
from pennant.core.days.planner import (
    Cycle,
    NoRoom,
    Ready,
    Stint,
    earliest,
    in_order,
    visits,
    with_fewer_visits,
)
from pennant.core.days.step import Follows, Return, Step, Wait
from pennant.core.takes.working import given as a_number

DAY = 24 * 60


def hours(*days: tuple[int, int] | None) -> Calendar:
    """A calendar of days with these hours (minutes after midnight), over and over."""
    many = 60
    midnights = tuple(DAY * n for n in range(many))
    work = tuple(
        Window(DAY * n + own[0], DAY * n + own[1])
        for n in range(many)
        if (own := days[n % len(days)]) is not None
    )
    return Calendar(midnights, work, work)


EIGHT_TO_FOUR = hours((480, 960))


def step(id_: str, minutes: int, *after: str | tuple[str, float], **more: object) -> Step:
    """A step that follows others, each with its wait in hours."""
    follows = []
    for one in after:
        name, wait = one if isinstance(one, tuple) else (one, 0.0)
        told = Wait(hours=wait, what="dry", source="schedule") if wait else None
        follows.append(Follows(step=name, wait=told))
    plain = {
        "id": id_,
        "rule": None,
        "phase": "own",
        "minutes": minutes,
        "unbroken": True,
        "working": a_number(id_, minutes, "minutes", "schedule"),
        "follows": follows,
    }
    return Step.model_validate({**plain, **more})


def last_day(stints: Sequence[Stint], calendar: Calendar) -> int:
    """The day on which the last work ends."""
    return calendar.day_of(max(one.end for one in stints) - 1)


class TestWaits:
    """A wait runs over the night; work does not."""

    def test_what_dries_overnight_costs_no_day(self) -> None:
        steps = [step("prime", 60), step("set", 60, ("prime", 12))]
        found = earliest(steps, Ready(EIGHT_TO_FOUR, 1))
        assert found.ends == {"prime": 540, "set": DAY + 540}
        assert found.proved

    def test_a_wait_that_ends_at_night_goes_on_in_the_morning(self) -> None:
        steps = [step("set", 60), step("grout", 30, ("set", 10))]
        assert earliest(steps, Ready(EIGHT_TO_FOUR, 1)).ends["grout"] == DAY + 510

    def test_coming_back_is_put_off_for_work_that_else_would_cost_a_day(self) -> None:
        # By hand: grout 0-10, patch 10-55, back 55-65, set 65-475 fits into the 480 minutes of a
        # day, though the first free minute for coming back is before the patch.
        back = Return(what="haze", least=20, most=60, minutes=10)
        steps = [step("grout", 10, returns=[back]), step("patch", 45), step("set", 410)]
        found = earliest(steps, Ready(EIGHT_TO_FOUR, 1))
        assert last_day(found.stints, EIGHT_TO_FOUR) == 1

    def test_coming_back_is_never_put_off_for_longer_than_it_may_wait(self) -> None:
        # Back by 10 + 40: the patch of 45 minutes does not fit before it.
        back = Return(what="haze", least=20, most=40, minutes=10)
        steps = [step("grout", 10, returns=[back]), step("patch", 45, "grout")]
        found = earliest(steps, Ready(EIGHT_TO_FOUR, 1))
        haze = next(one for one in found.stints if one.part == "haze")
        assert 20 <= haze.start - found.ends["grout"] <= 40

    def test_what_does_not_fit_before_evening_waits_for_the_next_day(self) -> None:
        steps = [step("a", 400), step("b", 100, "a")]
        assert earliest(steps, Ready(EIGHT_TO_FOUR, 1)).ends["b"] == DAY + 580

    def test_what_may_be_broken_off_is_done_in_parts(self) -> None:
        steps = [step("a", 400), step("b", 100, "a", unbroken=False)]
        found = earliest(steps, Ready(EIGHT_TO_FOUR, 1))
        parts = [(one.start, one.end) for one in found.stints if one.step == "b"]
        assert parts == [(880, 960), (DAY + 480, DAY + 500)]

    def test_meanwhile_something_else_is_done(self) -> None:
        steps = [step("prime", 60), step("set", 60, ("prime", 2)), step("cut", 120)]
        found = earliest(steps, Ready(EIGHT_TO_FOUR, 1))
        assert found.finish == 720  # 8:00 prime, 9:00 cut, 11:00 set

    def test_one_comes_back_to_the_haze_within_its_time(self) -> None:
        back = [Return(what="haze", least=30, most=60, minutes=5)]
        steps = [step("grout@1", 40, returns=back), step("grout@2", 40, "grout@1", returns=back)]
        found = earliest(steps, Ready(EIGHT_TO_FOUR, 1))
        for one in ("grout@1", "grout@2"):
            haze = next(s for s in found.stints if s.step == one and s.part == "haze")
            assert 30 <= haze.start - found.ends[one] <= 60

    def test_grout_that_could_not_be_polished_today_is_not_spread_today(self) -> None:
        back = [Return(what="polish", least=180, most=240, minutes=10)]
        steps = [step("other", 300), step("grout", 40, "other", returns=back)]
        found = earliest(steps, Ready(EIGHT_TO_FOUR, 1))
        assert min(one.start for one in found.stints if one.step == "grout") == DAY + 480


class TestHands:
    """One does one thing at a time; two can do two."""

    def test_two_do_at_once_what_one_does_in_turn(self) -> None:
        steps = [step("a", 120), step("b", 120)]
        assert earliest(steps, Ready(EIGHT_TO_FOUR, 1)).finish == 720
        assert earliest(steps, Ready(EIGHT_TO_FOUR, 2)).finish == 600

    def test_what_takes_two_keeps_both(self) -> None:
        steps = [step("lift", 60, hands=2), step("b", 60)]
        assert earliest(steps, Ready(EIGHT_TO_FOUR, 2)).finish == 600

    def test_others_work_takes_nobody_of_ones_own(self) -> None:
        steps = [step("electrician", 120, hands=0), step("b", 120)]
        assert earliest(steps, Ready(EIGHT_TO_FOUR, 1)).finish == 600


class TestAgain:
    """What has been done stays as it was; the rest is planned from now."""

    def test_what_is_done_is_not_planned_again(self) -> None:
        steps = [step("a", 60), step("b", 60, ("a", 24))]
        known = Ready(EIGHT_TO_FOUR, 1, {"a": DAY + 600}, DAY + 600)
        found = earliest(steps, known)
        assert [one.step for one in found.stints] == ["b"]
        assert found.ends["b"] == 2 * DAY + 660

    def test_nothing_begins_before_the_day_it_waits_for(self) -> None:
        known = Ready(EIGHT_TO_FOUR, 1, not_before={"a": 2 * DAY})
        assert earliest([step("a", 60)], known).finish == 2 * DAY + 540


class TestRefused:
    """What cannot be planned says which steps."""

    def test_a_ring_is_named(self) -> None:
        with pytest.raises(Cycle) as error:
            in_order([step("a", 1, "c"), step("b", 1, "a"), step("c", 1, "b")])
        assert set(error.value.steps) == {"a", "b", "c"}

    def test_a_batch_longer_than_any_day(self) -> None:
        with pytest.raises(NoRoom) as error:
            earliest([step("batch", 90)], Ready(hours((480, 540)), 1))
        assert (error.value.step.id, error.value.longest) == ("batch", 60)


def test_a_day_of_little_work_is_left_out_where_the_end_stays() -> None:
    """Two steps that could be done on one day are not spread over two."""
    steps = [step("a", 60), step("b", 60, ("a", 40)), step("c", 60), step("d", 400)]
    known = Ready(EIGHT_TO_FOUR, 1)
    found = earliest(steps, known)
    fewer = with_fewer_visits(steps, known, found, later=False)
    assert len(visits(fewer.stints, EIGHT_TO_FOUR)) <= len(visits(found.stints, EIGHT_TO_FOUR))
    assert last_day(fewer.stints, EIGHT_TO_FOUR) == last_day(found.stints, EIGHT_TO_FOUR)


# Against every order, by a slow placing of its own.

STEPS = st.lists(
    st.tuples(
        st.integers(1, 9),  # minutes, in tens
        st.integers(0, 7),  # which of those before it follows, as bits
        st.sampled_from([0.0, 0.5, 2.0, 9.0, 20.0]),  # hours that it waits after them
        st.integers(1, 2),  # hands
    ),
    min_size=1,
    max_size=6,
)
CALENDARS = st.sampled_from(
    [
        hours((480, 600)),
        hours((480, 580), None),
        hours((480, 720), (540, 640)),
    ]
)


def made(rows: list[tuple[int, int, float, int]]) -> list[Step]:
    """Steps of random rows: each follows some of the three before it."""
    found: list[Step] = []
    for number, (tens, bits, wait, hands) in enumerate(rows):
        after = [
            (f"s{number - 1 - back}", wait)
            for back in range(3)
            if bits >> back & 1 and number - 1 - back >= 0
        ]
        found.append(step(f"s{number}", tens * 10, *after, hands=hands))
    return found


def orders(steps: Sequence[Step]) -> Iterator[tuple[Step, ...]]:
    """Every order in which each step stands after what it follows."""
    for order in permutations(steps):
        place = {one.id: n for n, one in enumerate(order)}
        if all(place[b.step] < place[one.id] for one in order for b in one.follows):
            yield order


def placed_slowly(order: Sequence[Step], calendar: Calendar, people: int) -> int:
    """The end of an order, each step put at its first place, looked for ten minutes by ten."""
    busy: dict[int, int] = {}
    ends: dict[str, int] = {}
    for one in order:
        ready = max(
            (ends[b.step] + (b.wait.minutes if b.wait else 0) for b in one.follows), default=0
        )
        start = -(-ready // 10) * 10
        hands = min(one.hands, people)
        while True:
            slots = range(start, start + one.minutes, 10)
            inside = any(w.start <= start and start + one.minutes <= w.end for w in calendar.work)
            if inside and all(busy.get(at, 0) + hands <= people for at in slots):
                break
            start += 10
        for at in slots:
            busy[at] = busy.get(at, 0) + hands
        ends[one.id] = start + one.minutes
    return max(ends.values())


@examples(120)
@given(STEPS, CALENDARS, st.integers(1, 2))
def test_no_order_is_done_on_an_earlier_day(
    rows: list[tuple[int, int, float, int]], calendar: Calendar, people: int
) -> None:
    """Held against trying all: the day is the best there is, and no bound lies after it."""
    steps = made(rows)
    found = earliest(steps, Ready(calendar, people))
    best = min(placed_slowly(order, calendar, people) for order in orders(steps))
    day = calendar.day_of(best - 1)
    assert last_day(found.stints, calendar) == day
    assert found.bound <= day
    if found.proved:
        assert found.bound == day


@examples(120)
@given(STEPS, CALENDARS, st.integers(1, 2))
def test_a_plan_keeps_what_it_must(
    rows: list[tuple[int, int, float, int]], calendar: Calendar, people: int
) -> None:
    """Nothing before what it follows and its wait, nothing out of hours, no hand twice."""
    steps = made(rows)
    known = Ready(calendar, people)
    found = earliest(steps, known)
    by_step = {one.step: one for one in found.stints}
    assert set(by_step) == {one.id for one in steps}
    for one in steps:
        stint = by_step[one.id]
        assert stint.end - stint.start == one.minutes
        assert any(w.start <= stint.start and stint.end <= w.end for w in calendar.work)
        for before in one.follows:
            wait = before.wait.minutes if before.wait else 0
            assert stint.start >= by_step[before.step].end + wait
    for at in {one.start for one in found.stints}:
        busy = sum(min(one.hands, people) for one in found.stints if one.start <= at < one.end)
        assert busy <= people
    assert earliest(steps, known) == found


COMING_BACK = st.lists(
    st.tuples(
        st.integers(1, 4),  # minutes, in tens
        st.booleans(),  # whether it follows the one before it
        st.one_of(st.none(), st.tuples(st.integers(0, 4), st.integers(0, 3), st.integers(1, 2))),
        # after how many tens of minutes one comes back, how many later it may be, for how many
    ),
    min_size=2,
    max_size=4,
)


def coming_back(rows: list[tuple[int, bool, tuple[int, int, int] | None]]) -> list[Step]:
    """Steps of random rows, some with a coming back."""
    found: list[Step] = []
    for number, (tens, after, back) in enumerate(rows):
        returns = []
        if back is not None:
            least, more, minutes = (10 * one for one in back)
            returns = [Return(what="haze", least=least, most=least + more, minutes=minutes)]
        before = [f"s{number - 1}"] if after and number else []
        found.append(step(f"s{number}", tens * 10, *before, returns=returns))
    return found


def can_be_done(steps: Sequence[Step], calendar: Calendar, people: int, last: int) -> bool:
    """Whether every step and every coming back has a place by a day: each start is tried, ten
    minutes by ten.
    """
    end = calendar.first_minute(last + 1)
    in_hours = [
        at
        for window in calendar.work
        if window.end <= end
        for at in range(window.start, window.end, 10)
    ]
    free = dict.fromkeys(in_hours, people)

    def put(start: int, minutes: int, rest: Callable[[], bool]) -> bool:
        slots = range(start, start + minutes, 10)
        if any(free.get(at, 0) < 1 for at in slots):
            return False
        for at in slots:
            free[at] -= 1
        found = rest()
        for at in slots:
            free[at] += 1
        return found

    def go(number: int, ready: int) -> bool:
        if number == len(steps):
            return True
        one = steps[number]
        after = ready if one.follows else 0

        def back(ended: int) -> bool:
            if not one.returns:
                return go(number + 1, ended)
            (own,) = one.returns
            places = range(ended + own.least, ended + own.most + 1, 10)
            return any(put(at, own.minutes, lambda: go(number + 1, ended)) for at in places)

        return any(
            put(at, one.minutes, lambda at=at: back(at + one.minutes))  # type: ignore[misc]
            for at in in_hours
            if at >= after
        )

    return go(0, 0)


@examples(60)
@given(
    COMING_BACK,
    st.sampled_from([hours((480, 560)), hours((480, 540), (480, 580))]),
    st.integers(1, 2),
)
def test_the_day_is_the_first_on_which_all_can_be_done(
    rows: list[tuple[int, bool, tuple[int, int, int] | None]], calendar: Calendar, people: int
) -> None:
    """Held against trying every start, of what one comes back for as well."""
    steps = coming_back(rows)
    known = Ready(calendar, people)
    try:
        found = earliest(steps, known)
    except NoRoom:
        assert not can_be_done(steps, calendar, people, 5)
        return
    day = last_day(found.stints, calendar)
    assert can_be_done(steps, calendar, people, day)
    assert found.bound <= day
    assert day == 1 or not can_be_done(steps, calendar, people, day - 1)


@examples(80)
@given(STEPS, CALENDARS)
def test_longer_waits_never_end_sooner_and_more_hands_never_later(
    rows: list[tuple[int, int, float, int]], calendar: Calendar
) -> None:
    """Wherever the day is proved."""
    one = earliest(made(rows), Ready(calendar, 1))
    two = earliest(made(rows), Ready(calendar, 2))
    longer = earliest(made([(m, b, w * 2, h) for m, b, w, h in rows]), Ready(calendar, 1))
    if one.proved and longer.proved:
        assert last_day(longer.stints, calendar) >= last_day(one.stints, calendar)
    if one.proved and two.proved:
        assert last_day(two.stints, calendar) <= last_day(one.stints, calendar)
