"""Hours, days and times of day, as people write them; and every wait and pace with its reason."""

import pytest
from pydantic import TypeAdapter, ValidationError

from kitchens import a_job
from pennant.core.document.job import Job
from pennant.core.document.schedule import (
    Clock,
    Date,
    Day,
    Hours,
    Schedule,
    day_number,
    minute_of,
    minutes_of,
)
from pennant.core.document.times import Times, time_meta
from pennant.words.rules import rules_page

HOURS, CLOCK, DATE, DAY = (TypeAdapter(kind) for kind in (Hours, Clock, Date, Day))


class TestHours:
    """Working time from one time of day to a later one; nothing is a day off."""

    @pytest.mark.parametrize(
        ("written", "read"),
        [
            ("8:00-16:30", "8:00-16:30"),
            ("8 - 12", "8:00-12:00"),
            ("8.30 to 17", "8:30-17:00"),
            ("7–15:15", "7:00-15:15"),
            ("0:00-24:00", "0:00-24:00"),
            ("", ""),
            ("  ", ""),
        ],
    )
    def test_as_people_write_them(self, written: str, read: str) -> None:
        assert HOURS.validate_python(written) == read

    @pytest.mark.parametrize(
        ("written", "says"),
        [
            ("9:00-9:00", "ends when it begins"),
            ("17-8", "ends when it begins"),
            ("8:00", "no working time"),
            ("8-12-16", "no working time"),
            ("8:75-9:00", "no time of day"),
            ("25-26", "no time of day"),
            ("x-y", "no time of day"),
        ],
    )
    def test_what_is_none_says_how_to_write_it(self, written: str, says: str) -> None:
        with pytest.raises(ValidationError, match=says):
            HOURS.validate_python(written)

    def test_in_minutes(self) -> None:
        assert minutes_of("8:00-16:30") == [(480, 990)]
        assert minutes_of("8:00-12:00, 13:00-16:30") == [(480, 720), (780, 990)]
        assert minutes_of("") == []
        assert minute_of(CLOCK.validate_python("7")) == 420


class TestDays:
    """A date that the calendar has, or a day counted from the first."""

    @pytest.mark.parametrize("date", ["2028-02-29", "2031-12-31", "2000-01-01", " 2031-04-30 "])
    def test_dates_that_are(self, date: str) -> None:
        assert DATE.validate_python(date) == date.strip()

    @pytest.mark.parametrize(
        ("date", "says"),
        [
            ("2031-02-29", "that month has 28 days"),
            ("2100-02-29", "that month has 28 days"),
            ("2031-04-31", "that month has 30 days"),
            ("2031-13-01", "no month 13"),
            ("2031-00-10", "no month 0"),
            ("2031-01-00", "31 days, not 0"),
            ("1931-01-01", "year must be"),
            ("31.12.2031", "no date"),
            ("day 3", "no date"),
        ],
    )
    def test_dates_that_are_not(self, date: str, says: str) -> None:
        with pytest.raises(ValidationError, match=says):
            DATE.validate_python(date)

    @pytest.mark.parametrize(
        ("day", "number"), [("day 1", 1), ("Day 12", 12), ("day 199", 199), ("2031-03-17", None)]
    )
    def test_counted_or_dated(self, day: str, number: int | None) -> None:
        assert day_number(DAY.validate_python(day)) == number

    @pytest.mark.parametrize("day", ["day 0", "day -1", "day 1000", "3", "first"])
    def test_what_is_no_day(self, day: str) -> None:
        with pytest.raises(ValidationError, match="no date"):
            DAY.validate_python(day)

    def test_a_field_that_is_emptied_is_left_out(self) -> None:
        assert Schedule.model_validate({"first": "", "by": "", "loud_from": ""}) == Schedule()


class TestInTheJob:
    """The schedule goes along with the job file, and an older file has the usual one."""

    def test_out_and_in(self) -> None:
        schedule = {
            "first": "2031-03-17",
            "people": 2,
            "hours": ["8-12"] * 7,
            "outside": [{"what": "saw", "on": "day 2", "until": "day 3", "price": 40}],
            "own_steps": [{"name": "Paint", "follows": ["grout"]}],
        }
        job = Job.model_validate({**a_job().model_dump(mode="json"), "schedule": schedule})
        assert Job.model_validate_json(job.model_dump_json()) == job
        assert job.schedule.hours == ("8:00-12:00",) * 7

    def test_what_is_left_out_is_usual(self) -> None:
        assert a_job().schedule == Schedule()
        assert a_job().times == Times()

    @pytest.mark.parametrize(
        "spoilt",
        [
            {"hours": ["8-12"] * 6},
            {"people": 0},
            {"skill": "never"},
            {"wish": "soon"},
            {"outside": [{"what": "cat", "on": "day 2"}]},
            {"done": [{"step": "set", "on": "day 1"}]},
        ],
    )
    def test_what_cannot_be_is_refused(self, spoilt: dict[str, object]) -> None:
        with pytest.raises(ValidationError):
            Schedule.model_validate(spoilt)


class TestTimes:
    """Every wait and pace has a unit, limits and a reason, and stands in the rules."""

    @pytest.mark.parametrize("name", list(Times.model_fields))
    def test_each(self, name: str) -> None:
        told, extra = Times.model_fields[name], time_meta(name)
        assert told.description
        assert extra["unit"]
        value = getattr(Times(), name)
        assert extra["least"] <= value <= extra["most"]
        assert f"| `{name}` |" in rules_page()

    @pytest.mark.parametrize(
        ("name", "least", "most"),
        [
            ("primer_dry", 1, 3),
            ("patch_dry", 2, 24),
            ("sealer_after", 24, 72),
            ("polish_after", 3, 4),
            ("water_after", 24, 24),
            ("sealant_after", 24, 24),
            ("haze_after", 30, 30),
            ("wipe_after", 10, 15),
            ("dense_set", 72, 72),
        ],
    )
    def test_waits_are_the_trades_own(self, name: str, least: float, most: float) -> None:
        assert least <= getattr(Times(), name) <= most
