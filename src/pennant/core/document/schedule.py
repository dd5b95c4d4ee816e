"""When the work may be done: working hours, people, dates that others set, and what is wished.

A day is written as a date, ``2026-03-17``, or as ``day 3`` counted from the first one. What a date
comes to (its weekday, how long its day is) is put on at the edge: see `pennant.words.dates`.
"""

import re
from calendar import monthrange
from typing import Annotated, Literal

from pydantic import AfterValidator, BeforeValidator, Field

from pennant.core.document.survey import Name
from pennant.core.document.values import Value

MOST_DAYS = 200
"""Days that are looked ahead: a kitchen that takes longer waits for something else."""
DAY_MINUTES = 24 * 60
_DATE = re.compile(r"^(\d{4})-(\d{2})-(\d{2})$")
_NUMBER = re.compile(r"^day ([1-9]\d{0,2})$")
_TIME = re.compile(r"^(\d{1,2})(?:[:.](\d{2}))?$")


def _date(text: str) -> str:
    """A date that the calendar has; raise ValueError for another."""
    text = text.strip()
    found = _DATE.match(text)
    if not found:
        raise ValueError("is no date; write it as 2026-03-17")
    year, month, day = (int(part) for part in found.groups())
    if not 2000 <= year <= 2199:
        raise ValueError("is no date of a job: the year must be from 2000 to 2199")
    if not 1 <= month <= 12:
        raise ValueError(f"there is no month {month}; write it as 2026-03-17")
    _, days = monthrange(year, month)
    if not 1 <= day <= days:
        raise ValueError(f"that month has {days} days, not {day}")
    return text


def _day(text: str) -> str:
    text = text.strip().lower()
    return text if _NUMBER.match(text) else _date(text)


def _clock(text: str) -> str:
    """A time of day as ``8:30``; raise ValueError for another."""
    found = _TIME.match(text.strip())
    hour, minute = (int(part or 0) for part in found.groups()) if found else (99, 0)
    if hour > 24 or minute > 59 or (hour == 24 and minute):
        raise ValueError("is no time of day; write it as 8:30")
    return f"{hour}:{minute:02d}"


def _hours(text: str) -> str:
    """Working time of a day as ``8:00-12:00, 13:00-16:30``, with commas where there are breaks;
    empty for a day off. Raise ValueError for another.

    >>> _hours("8 to 12, 13-16.30")
    '8:00-12:00, 13:00-16:30'
    """
    found: list[str] = []
    until = 0
    for stretch in filter(None, (one.strip() for one in text.split(","))):
        parts = [part for part in re.split(r"\s*(?:-|–|to)\s*", stretch) if part]
        if len(parts) != 2:
            raise ValueError(
                "is no working time; write it as 8:00-16:30, with a break as "
                "8:00-12:00, 13:00-16:30, or nothing for a day off"
            )
        first, last = (_clock(part) for part in parts)
        if minute_of(first) >= minute_of(last):
            raise ValueError("ends when it begins or before; write it as 8:00-16:30")
        if found and minute_of(first) <= until:
            raise ValueError(
                "goes on before it has stopped; write the earlier stretch first and leave a break, "
                "as in 8:00-12:00, 13:00-16:30"
            )
        until = minute_of(last)
        found.append(f"{first}-{last}")
    return ", ".join(found)


def minute_of(clock: str) -> int:
    """Return a time of day as minutes after midnight.

    >>> minute_of("8:30")
    510
    """
    hour, minute = clock.split(":")
    return int(hour) * 60 + int(minute)


def minutes_of(hours: str) -> list[tuple[int, int]]:
    """Return a day's stretches of work, each from when to when in minutes after midnight.

    >>> minutes_of("8:00-12:00, 13:00-16:30")
    [(480, 720), (780, 990)]
    """
    stretches = (stretch.split("-") for stretch in hours.split(", ") if stretch)
    return [(minute_of(first), minute_of(last)) for first, last in stretches]


def day_number(day: str) -> int | None:
    """Return which day ``day 3`` is, counted from 1; None where a date is given."""
    found = _NUMBER.match(day)
    return int(found.group(1)) if found else None


def _empty_is_none(given: object) -> object:
    return None if given == "" else given


Date = Annotated[str, AfterValidator(_date), Field(max_length=20)]
"""A day of the calendar, ``2026-03-17``."""
Day = Annotated[str, AfterValidator(_day), Field(max_length=20)]
"""A date, or ``day 3`` counted from the first."""
Clock = Annotated[str, AfterValidator(_clock), Field(max_length=8)]
"""A time of day, ``8:30``."""
Hours = Annotated[str, AfterValidator(_hours), Field(max_length=80)]
"""``8:00-16:30``, or ``8:00-12:00, 13:00-16:30`` with a break; empty on a day off."""
MaybeDay = Annotated[Day | None, BeforeValidator(_empty_is_none)]
MaybeDate = Annotated[Date | None, BeforeValidator(_empty_is_none)]
MaybePrice = Annotated[
    Annotated[float, Field(ge=0, le=1_000_000, allow_inf_nan=False)] | None,
    BeforeValidator(_empty_is_none),
]
MaybeClock = Annotated[Clock | None, BeforeValidator(_empty_is_none)]

Dated = Literal["tile", "counter", "hood", "electrician", "plumber", "saw"]
"""What comes from outside on a day that others set."""
Skill = Literal["first kitchen", "a few done", "every week"]
DaysWish = Literal["fewest days", "fewest visits", "done by"]
WEEKDAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")


class Outside(Value):
    """What comes from outside: on which day, and until when where it is hired."""

    what: Dated
    on: Day
    until: MaybeDay = Field(default=None, description="The last day of what is hired.")
    price: MaybePrice = Field(default=None, description="A day, in own money.")
    agreed_with: Annotated[str, Field(max_length=80)] = ""


class Done(Value):
    """A step that has been done (or left out, with a word): when it ended."""

    step: Name
    on: Day
    at: Clock
    left_out: Annotated[str, Field(max_length=200)] = ""


class OwnStep(Value):
    """A step that the job needs besides those that Pennant knows, such as a painter's day."""

    name: Name
    minutes: float = Field(default=60, ge=0, le=10_000, allow_inf_nan=False)
    follows: tuple[Name, ...] = Field(default=(), max_length=20)
    before: tuple[Name, ...] = Field(default=(), max_length=20)
    wait_hours: float = Field(
        default=0,
        ge=0,
        le=2_000,
        allow_inf_nan=False,
        description="After it, before what it comes before.",
    )


class Schedule(Value):
    """What the days are planned from, besides the plan of the tile."""

    first: MaybeDate = Field(default=None, description="The first day; without it, day 1.")
    zone: str = Field(
        default="",
        max_length=60,
        description="The kitchen's time zone, such as Etc/UTC, for clocks that are put forward.",
    )
    people: int = Field(default=1, ge=1, le=2)
    skill: Skill = "a few done"
    hours: tuple[Hours, ...] = Field(
        default=("8:00-16:30",) * 5 + ("", ""),
        min_length=7,
        max_length=7,
        description="Working hours from Monday to Sunday.",
    )
    off: tuple[Day, ...] = Field(default=(), max_length=60)
    loud_from: MaybeClock = Field(default=None, description="No noise before.")
    loud_until: MaybeClock = Field(default=None, description="No noise after.")
    water_by: MaybeDay = Field(default=None, description="The kitchen must have water again by.")
    outside: tuple[Outside, ...] = Field(default=(), max_length=20)
    own_steps: tuple[OwnStep, ...] = Field(default=(), max_length=20)
    wish: DaysWish = "fewest days"
    by: MaybeDay = None
    done: tuple[Done, ...] = Field(default=(), max_length=300)
