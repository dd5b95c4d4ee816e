"""The days as a calendar file (RFC 5545): work, waits, and reminders of who comes and what."""

from collections import Counter
from collections.abc import Iterator
from datetime import date, timedelta

from icalendar import Alarm, Calendar, Event, vText

from pennant.core.days.days import Days, days_of
from pennant.core.document.job import Job
from pennant.core.document.measures import slug
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.plan import Plan
from pennant.words.dates import Dates
from pennant.words.days import say_days
from pennant.words.days_values import CardText, DaysText, DayText
from pennant.words.regional import Voice

REMIND = timedelta(days=-1)
"""Who comes from outside is reminded of a day ahead."""


def days_ics(
    job: Job, plan: Plan, stamp: str, first: date | None = None, edition: int = 0
) -> bytes:
    """Return the days of a job as a calendar file.

    ``stamp`` tells this job's events from others', so that a file read in again replaces them;
    of two files that of the greater ``edition`` counts.
    Raise `JobRefused` where no first day is known: a calendar has dates.
    """
    dates = Dates.of(job.schedule, first)
    if dates.first is None:
        message = "is not said: a calendar file has dates; write the first day, such as 2026-03-17"
        raise JobRefused([Problem(pointer="/schedule/first", message=message)])
    days = days_of(job, plan, dates)
    words = say_days(job, plan, dates, days)
    calendar = Calendar()
    calendar.add("prodid", "-//Pennant//days//EN")
    calendar.add("version", "2.0")
    calendar.add("name", " ".join(job.name.split()))  # one line, as the format has it
    voice = Voice.of(job)
    for event in _events(words, dates, days, stamp):
        for said in ("summary", "description"):
            if said in event:
                event[said] = vText(voice(str(event[said])))
        event.add("dtstamp", dates.moment(0))
        event.add("sequence", edition)
        calendar.add_component(event)
    # Programs that do not know a zone by its name find its rule in the file (RFC 5545, 3.6.5).
    calendar.add_missing_timezones()
    return bytes(calendar.to_ical())


def _events(words: DaysText, dates: Dates, days: Days, stamp: str) -> Iterator[Event]:
    outside = {one.id for one in days.steps if one.on is not None}
    # An event is known by its step, and by which of its parts it is, never by its day: days that
    # are planned again move events and leave none behind.
    parts = Counter[str]()
    for day in words.days:
        for card in day.cards:
            step = card.steps[0]
            parts[step] += 1
            uid = f"{stamp}-{step}-{parts[step]}@pennant"
            yield _work(card, day, dates, days, uid, visit=not outside.isdisjoint(card.steps))
    for start, end, says in waits_of(words, days):
        parts[says] += 1
        event = Event()
        event.add("uid", f"{stamp}-wait-{slug(says)}-{parts[says]}@pennant")
        event.add("summary", f"Wait: {says}")
        event.add("dtstart", dates.moment(start))
        event.add("dtend", dates.moment(end))
        event.add("transp", "TRANSPARENT")
        yield event


def waits_of(words: DaysText, days: Days) -> Iterator[tuple[int, int, str]]:
    """Yield each wait whole, from its first minute to its last: on the strip it is cut by days."""
    found: dict[tuple[int, str], tuple[int, int]] = {}
    for day in words.days:
        midnight = days.calendar.midnights[day.number - 1]
        for wait in day.waits:
            key = (wait.lane, wait.says)
            start, _ = found.get(key, (midnight + wait.start, 0))
            found[key] = (start, midnight + wait.end)
    for (_, says), (start, end) in found.items():
        yield start, end, says


def _work(
    card: CardText, day: DayText, dates: Dates, days: Days, uid: str, *, visit: bool
) -> Event:
    """A card of a day; one who comes from outside is reminded of."""
    own = [
        one
        for one in days.table.stints
        if one.step in card.steps and days.calendar.day_of(one.start) == day.number
    ]
    event = Event()
    event.add("uid", uid)
    event.add("summary", card.name)
    event.add("dtstart", dates.moment(min(one.start for one in own)))
    event.add("dtend", dates.moment(max(one.end for one in own)))
    lines = [
        *card.how,
        *(f"! {one}" for one in card.cautions),
        *(f"{one.at} {one.says}" for one in card.times),
    ]
    event.add("description", "\n".join(lines))
    if visit:
        alarm = Alarm()
        alarm.add("action", "DISPLAY")
        alarm.add("description", card.name)
        alarm.add("trigger", REMIND)
        event.add_component(alarm)
    return event
