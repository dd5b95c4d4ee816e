"""Dates put on at the edge: the working calendar of a schedule, and days and times in words."""

from dataclasses import dataclass
from datetime import date, datetime, time, timedelta, tzinfo
from functools import cached_property
from zoneinfo import ZoneInfo

from pennant.core.days.calendar import Calendar, Window
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.schedule import (
    MOST_DAYS,
    Schedule,
    day_number,
    minute_of,
    minutes_of,
)

A_MONDAY = date(2001, 1, 1)
"""Where no first day is said, day 1 counts as a Monday."""


@dataclass(frozen=True)
class Dates:
    """The days of a job from its first one on; without a date the days are counted only."""

    first: date | None
    zone: str = ""

    @classmethod
    def of(cls, schedule: Schedule, first: date | None = None) -> "Dates":
        """Return the dates of a schedule; ``first`` stands in for its own first day.

        Raise `JobRefused` where a date is said and no first day, or the zone is not known.
        """
        if first is None and schedule.first is not None:
            first = date.fromisoformat(schedule.first)
        problems = []
        if schedule.zone and _zone(schedule.zone) is None:
            message = f"knows no time zone {schedule.zone}; write it as Area/City, or leave it out"
            problems.append(Problem(pointer="/schedule/zone", message=message))
        if first is None:
            problems += [
                Problem(
                    pointer=pointer,
                    message="is a date, and the first day has none: say the "
                    "first day, or write day 3",
                )
                for pointer, day in _days_of(schedule)
                if day_number(day) is None
            ]
        if problems:
            raise JobRefused(problems)
        return cls(first, schedule.zone)

    @cached_property
    def _tz(self) -> tzinfo | None:
        return _zone(self.zone) if self.zone else None

    def day(self, day: str) -> int:
        """Return which day a date or ``day 3`` is, counted from 1."""
        number = day_number(day)
        if number is not None:
            return number
        assert self.first is not None
        return (date.fromisoformat(day) - self.first).days + 1

    def date_of(self, day: int) -> date | None:
        """Return the date of a day counted from 1; None where days are only counted."""
        return None if self.first is None else self.first + timedelta(days=day - 1)

    def minute(self, at: datetime) -> int:
        """Return a moment of the kitchen's clock as a minute from the first day's midnight."""
        return self._elapsed(at.replace(tzinfo=None))

    def moment(self, minute: int) -> datetime | None:
        """Return the moment of a minute, by the kitchen's clock; None where days are counted."""
        if self.first is None:
            return None
        begin = datetime.combine(self.first, time())
        if self._tz is None:
            return begin + timedelta(minutes=minute)
        utc = begin.replace(tzinfo=self._tz).timestamp() + minute * 60
        return datetime.fromtimestamp(utc, self._tz)

    def calendar(self, schedule: Schedule) -> Calendar:
        """Return the working calendar of a schedule."""
        begin = self.first or A_MONDAY
        off = {self.day(day) for day in schedule.off}
        quiet = (
            minute_of(schedule.loud_from) if schedule.loud_from else 0,
            minute_of(schedule.loud_until) if schedule.loud_until else 24 * 60,
        )
        midnights, work, loud = [], [], []
        for number in range(MOST_DAYS):
            day = begin + timedelta(days=number)
            midnights.append(self._elapsed(datetime.combine(day, time())))
            if number + 1 in off:
                continue
            for first, last in minutes_of(schedule.hours[day.weekday()]):
                work.append(self._window(day, first, last))
                start, end = max(first, quiet[0]), min(last, quiet[1])
                if start < end:
                    loud.append(self._window(day, start, end))
        return Calendar(tuple(midnights), tuple(work), tuple(loud))

    def _window(self, day: date, start: int, end: int) -> Window:
        return Window(self._elapsed(_at(day, start)), self._elapsed(_at(day, end)))

    def _elapsed(self, at: datetime) -> int:
        """Minutes that really pass until a moment of the kitchen's clock, put forward or not."""
        begin = datetime.combine(self.first or A_MONDAY, time())
        if self._tz is not None:
            return round(
                (
                    at.replace(tzinfo=self._tz).timestamp()
                    - begin.replace(tzinfo=self._tz).timestamp()
                )
                / 60
            )
        return round((at - begin).total_seconds() / 60)


def _at(day: date, minutes: int) -> datetime:
    return datetime.combine(day, time()) + timedelta(minutes=minutes)


def _zone(name: str) -> tzinfo | None:
    try:
        return ZoneInfo(name)
    except (KeyError, ValueError, OSError):
        return None


def _days_of(schedule: Schedule) -> list[tuple[str, str]]:
    """Every day that a schedule names, with its JSON pointer."""
    found = [(f"/schedule/off/{n}", day) for n, day in enumerate(schedule.off)]
    for n, one in enumerate(schedule.outside):
        found.append((f"/schedule/outside/{n}/on", one.on))
        if one.until is not None:
            found.append((f"/schedule/outside/{n}/until", one.until))
    found += [(f"/schedule/done/{n}/on", one.on) for n, one in enumerate(schedule.done)]
    for name in ("water_by", "by"):
        if (day := getattr(schedule, name)) is not None:
            found.append((f"/schedule/{name}", day))
    return found
