"""Days and dates: what others set, what is held back, planning again, what is refused."""

from collections import Counter
from datetime import date
from typing import Any

import pytest
from day_kitchens import (
    OUTLET,
    a_kitchen,
    planned,
    with_schedule,
)

from kitchens import a_job, demo
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.plan import plan
from pennant.words.dates import Dates
from pennant.words.days import days_in_words


class TestWhatOthersSet:
    """Dates from outside hold the work up, and what cannot be met is said with what can."""

    def test_nothing_is_laid_out_before_the_tile_is_there(self) -> None:
        job = with_schedule(a_kitchen(), outside=[{"what": "tile", "on": "day 3"}])
        days = planned(job)
        assert days.calendar.day_of(days.start_of("boxes") or 0) == 3

    def test_an_electrician_who_comes_too_soon(self) -> None:
        job = with_schedule(
            a_kitchen(things=[OUTLET]), outside=[{"what": "electrician", "on": "day 2"}]
        )
        (clash,) = planned(job).clashes
        assert (clash.rule, clash.what, clash.day) == ("not-ready", "electrician", 2)
        assert clash.planned > 2

    def test_a_wish_that_cannot_be_met(self) -> None:
        job = with_schedule(a_kitchen(), wish="done by", by="day 2")
        days = planned(job)
        (clash,) = days.clashes
        assert (clash.rule, clash.day, clash.planned) == ("too-late", 2, days.last_day)

    @pytest.mark.parametrize("length", ["2", "5", "7 1/4"])
    def test_a_wall_one_piece_wide_is_measured_cut_and_set(self, length: str) -> None:
        """All its pieces are cut to what the wall shows: they are one step of setting."""
        job = a_job(length=length, top="18", tile=("16", "4"))
        days = planned(job)
        assert [one.id for one in days.steps if one.rule in ("set", "set-last")] == ["set@1"]
        placed = {piece.id for piece in plan(job).pieces}
        assert set(days.step("set@1").pieces) == placed
        assert days.start_of("grout@1") is not None

    def test_water_again_by(self) -> None:
        job = with_schedule(a_kitchen(), water_by="day 2")
        assert "water-late" in {one.rule for one in planned(job).clashes}

    def test_nobody_works_through_the_break(self) -> None:
        hours = ["8:00-12:00, 13:00-16:30"] * 5 + ["", ""]
        days = planned(with_schedule(a_kitchen(), hours=hours))
        for one in days.table.stints:
            start, end = one.start % 1440, one.end % 1440
            assert 480 <= start <= end <= 720 or 780 <= start <= end <= 990

    def test_no_noise_after_noon(self) -> None:
        job = with_schedule(demo("Fennel Row"), loud_from="9:00", loud_until="12:00")
        days = planned(job)
        loud = [one for one in days.table.stints if days.step(one.step).loud]
        assert loud
        assert all(one.start % 1440 >= 540 and one.end % 1440 <= 720 for one in loud)

    def test_what_waits_for_the_hood_is_set_when_it_has_come(self) -> None:
        job = with_schedule(demo("Fennel Row"), outside=[{"what": "hood", "on": "day 9"}])
        days = planned(job)
        assert days.calendar.day_of(days.start_of("set-held@1") or 0) >= 9


class TestHeldBack:
    """What is held back is set, grouted and sealed when it can be; nothing else waits for it."""

    HOOD = 'hood "Canopy" 30 wide 34 clear 16 hold 4'

    def kitchen(self, *more: str, on: str | None = "day 15") -> Job:
        job = a_kitchen(things=[self.HOOD, *more])
        return with_schedule(job, outside=[{"what": "hood", "on": on}] if on else [])

    def test_the_rest_is_done_on_the_day_it_would_be_without_it(self) -> None:
        days, without = planned(self.kitchen()), planned(a_kitchen(things=[self.HOOD[:-7]]))
        assert days.rest_day is not None
        assert days.rest_day <= without.last_day < 15
        assert days.last_day > 15

    def test_every_piece_is_grouted_once(self) -> None:
        job = self.kitchen()
        days, laid = planned(job), plan(job)
        grouted = Counter(
            piece for one in days.steps if one.rule == "grout" for piece in one.pieces
        )
        assert grouted == Counter(piece.id for piece in laid.pieces)
        (strip,) = [one for one in days.steps if one.rule == "grout" and one.held]
        assert set(strip.pieces) == set(laid.surfaces[0].held)

    def test_only_the_strip_waits_for_the_day_it_can_be_set(self) -> None:
        days = planned(self.kitchen())
        first = {one.id: days.calendar.day_of(days.start_of(one.id) or 0) for one in days.steps}
        later = {id_.partition("@")[0] for id_, day in first.items() if day >= 15}
        assert later == {
            "hood-comes",
            "set-held",
            "clean-joints-held",
            "grout-held",
            "touch-up-held",
            "sealant-held",
            "hand-over",
        }

    def test_an_outlet_in_the_strip_gets_its_plate_after_it(self) -> None:
        apart, within = "outlet 12 from left up 4", "outlet 45 from left up 10"
        days = planned(self.kitchen(apart, within))
        plates, held = days.start_of("devices"), days.start_of("devices-held")
        assert plates is not None
        assert held is not None
        assert plates < (days.start_of("hood-comes") or 0)
        assert held >= days.table.ends["grout-held@1"]

    def test_all_of_it_held_back_is_one_run_of_the_work(self) -> None:
        job = a_kitchen(things=['hood "Canopy" 30 wide 34 clear 16 hold 90'])
        assert not any(one.held for one in planned(job).steps)

    def test_a_hood_that_no_tile_waits_for_holds_nothing_up(self) -> None:
        plain = self.HOOD.removesuffix(" hold 4")
        without = planned(a_kitchen(things=[plain]))
        dated = with_schedule(a_kitchen(things=[plain]), outside=[{"what": "hood", "on": "day 15"}])
        days = planned(dated)
        assert days.last_day == without.last_day
        (clash,) = days.clashes
        assert (clash.rule, clash.day) == ("not-awaited", 15)
        said = days_in_words(dated, plan(dated)).clashes
        assert any("no tile is held back" in one for one in said)

    def test_without_a_date_one_is_asked_for(self) -> None:
        days = planned(self.kitchen(on=None))
        assert [one.rule for one in days.clashes] == ["no-date"]

    def test_the_counter_can_be_used_meanwhile(self) -> None:
        days = planned(self.kitchen())
        used = {use.what: days.calendar.day_until(use.minute) for use in days.uses}
        assert used["light"] < 15
        assert used["water"] < 15

    def test_a_range_goes_back_with_the_plates(self) -> None:
        """It wets nothing: it does not wait until the sealant has cured."""
        days = planned(a_kitchen(things=["range 30 wide 30"]))
        assert (days.start_of("appliances") or 0) < days.table.ends["sealant"] + 24 * 60


class TestEvenings:
    """Who works after supper has no three hours left to wait until grout can be polished."""

    EVENINGS = (*["17:30-21:00"] * 5, "", "")
    LONG_DAYS = (*["8:00-16:30"] * 5, "", "")

    def polished(self, hours: tuple[str, ...]) -> dict[str, list[int]]:
        """The days after grouting on which one comes back, by what for."""
        days = planned(with_schedule(a_kitchen(), hours=hours))
        grouted = next(one.start for one in days.table.stints if one.step == "grout@1")
        found: dict[str, list[int]] = {}
        for one in days.table.stints:
            if one.part != "work":
                later = days.calendar.day_of(one.start) - days.calendar.day_of(grouted)
                found.setdefault(one.part, []).append(later)
        return found

    def test_the_haze_comes_off_the_same_evening_and_the_rest_on_the_next(self) -> None:
        found = self.polished(self.EVENINGS)
        assert set(found) == {"haze", "scrub"}
        assert set(found["haze"]) == {0}
        assert set(found["scrub"]) == {1}

    def test_in_a_whole_day_there_is_time_to_polish(self) -> None:
        assert {part: set(days) for part, days in self.polished(self.LONG_DAYS).items()} == {
            "haze": {0},
            "polish": {0},
        }

    def test_an_hour_is_too_short_for_grout_and_its_haze(self) -> None:
        with pytest.raises(JobRefused) as error:
            planned(with_schedule(a_kitchen(), hours=["18:00-19:00"] * 7))
        assert "minutes at a stretch, and the longest working time is 60" in str(error.value)


class TestAgain:
    """Planned again from any moment: what is done stays, what slipped moves what hangs on it."""

    def test_what_slipped_moves_what_hangs_on_it(self) -> None:
        job = a_kitchen()
        plain = planned(job)
        done = [
            {"step": one, "on": "day 3", "at": "15:00"}
            for one in ("boxes", "grout-trial", "clear", "scrape-off", "wash")
        ]
        later = planned(with_schedule(job, done=done))
        assert later.last_day > plain.last_day
        assert {one.step for one in later.table.stints}.isdisjoint(one["step"] for one in done)
        assert min(one.start for one in later.table.stints) >= 2 * 1440 + 15 * 60

    def test_grout_before_the_tile_is_asked_about(self) -> None:
        done = [{"step": "grout@1", "on": "day 3", "at": "15:00"}]
        days = planned(with_schedule(a_kitchen(), done=done))
        (clash,) = days.clashes
        assert (clash.rule, clash.what) == ("done-before", "grout@1")
        assert clash.before.startswith("set")

    def test_a_wash_that_nobody_noted_is_not_asked_about(self) -> None:
        done = [{"step": "set@1", "on": "day 1", "at": "15:00"}]
        assert planned(with_schedule(a_kitchen(), done=done)).clashes == ()

    def test_a_step_that_the_plan_has_no_more_is_told(self) -> None:
        done = [{"step": "set@99", "on": "day 1", "at": "9:00"}]
        (clash,) = planned(with_schedule(a_kitchen(), done=done)).clashes
        assert (clash.rule, clash.what) == ("unknown-done", "set@99")


class TestRefused:
    """What cannot be planned says which field, and what would be right."""

    @pytest.mark.parametrize(
        ("schedule", "pointer", "says"),
        [
            ({"hours": [""] * 7}, "/schedule/hours", "no working time"),
            ({"hours": ["8:00-8:20"] * 7}, "/schedule/hours", "make a day longer"),
            (
                {"own_steps": [{"name": "Painter", "follows": ["grout"], "before": ["set"]}]},
                "/schedule/own_steps/0",
                "goes round in a ring",
            ),
            ({"off": ["2026-03-17"]}, "/schedule/off/0", "say the first day"),
            ({"zone": "Nowhere/None", "first": "2026-03-17"}, "/schedule/zone", "no time zone"),
        ],
    )
    def test_with_what_would_be_right(
        self, schedule: dict[str, Any], pointer: str, says: str
    ) -> None:
        with pytest.raises(JobRefused) as error:
            planned(with_schedule(a_kitchen(), **schedule))
        (problem,) = error.value.problems
        assert problem.pointer == pointer
        assert says in problem.message

    @pytest.mark.parametrize(
        ("field", "value"),
        [
            ("hours", ["9:00-9:00", *[""] * 6]),
            ("hours", ["8:00-12:00, 11:00-16:00", *[""] * 6]),
            ("hours", ["soon", *[""] * 6]),
            ("first", "2026-02-29"),
            ("first", "tomorrow"),
            ("loud_until", "25:00"),
            ("by", "day 0"),
            ("people", 3),
        ],
    )
    def test_what_is_no_hour_and_no_date(self, field: str, value: Any) -> None:
        with pytest.raises(ValueError, match=field):
            with_schedule(a_kitchen(), **{field: value})

    def test_a_job_owners_own_step_has_its_place(self) -> None:
        own = {
            "name": "Painter",
            "minutes": 200,
            "follows": ["grout"],
            "before": ["sealant"],
            "wait_hours": 6,
        }
        days = planned(with_schedule(a_kitchen(), own_steps=[own]))
        ends = days.table.ends
        assert (days.start_of("sealant") or 0) >= ends["Painter"] + 360
        assert (days.start_of("Painter") or 0) >= max(
            end for id_, end in ends.items() if id_.startswith("grout@")
        )


class TestDates:
    """Dates, weekdays and clocks are put on at the edge."""

    def test_a_weekend_is_passed_over(self) -> None:
        job = with_schedule(a_kitchen(), first="2026-03-20")  # a Friday
        days = planned(job)
        assert not {2, 3} & {days.calendar.day_of(one.start) for one in days.table.stints}

    def test_a_day_of_23_hours_still_waits_24(self) -> None:
        """Clocks are put forward in the night to 29 March 2026: what sets 24 h is ready later."""
        schedule = {"first": "2026-03-28", "zone": "Europe/Berlin", "hours": ["8:00-16:00"] * 7}
        dates = Dates.of(with_schedule(a_kitchen(), **schedule).schedule)
        calendar = dates.calendar(with_schedule(a_kitchen(), **schedule).schedule)
        assert calendar.midnights[2] - calendar.midnights[1] == 23 * 60
        first, second = calendar.work[0], calendar.work[1]
        assert second.start - first.start == 23 * 60
        moment = dates.moment(first.start + 24 * 60)
        assert moment is not None
        assert (moment.day, moment.hour) == (29, 9)

    def test_over_the_end_of_a_month_and_of_a_year(self) -> None:
        dates = Dates(date(2027, 12, 30))
        assert dates.day("2028-01-02") == 4
        assert dates.date_of(4) == date(2028, 1, 2)

    def test_without_a_date_days_are_counted(self) -> None:
        dates = Dates(None)
        assert dates.day("day 5") == 5
        assert dates.moment(600) is None
