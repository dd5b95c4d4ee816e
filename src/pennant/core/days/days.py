"""The days of a job: its steps, when each is done, what they hang on, and what would shorten them.

Whoever asks brings the calendar and says which day each date of the schedule is.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Literal, Protocol

from pennant.core.days.calendar import Calendar
from pennant.core.days.facts import Facts
from pennant.core.days.planner import (
    Cycle,
    NoRoom,
    Ready,
    Timetable,
    earliest,
    holding_up,
    in_order,
    visits,
    with_fewer_visits,
)
from pennant.core.days.step import Follows, Step, StepId, Wait
from pennant.core.days.step_rules import grout_cures, sealant_cures
from pennant.core.days.step_table import (
    BY_ADHESIVE,
    HELD_FIRST,
)
from pennant.core.days.steps import steps_of
from pennant.core.document.job import Job
from pennant.core.document.products import Adhesive
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.schedule import Schedule, minute_of, minutes_of
from pennant.core.fixing.method_of import method_of
from pennant.core.plan import Plan

Change = Literal["quick-adhesive", "two people", "saturdays", "longer days"]
CHANGES: tuple[Change, ...] = ("quick-adhesive", "two people", "saturdays", "longer days")
"""What is tried to shorten the days."""
SATURDAY = 5
"""Its place in a week that begins on Monday."""
LONGER = 120
"""Minutes by which the working day is made longer to see what that gains."""
ClashRule = Literal[
    "not-ready",
    "hire-over",
    "water-late",
    "too-late",
    "unknown-step",
    "unknown-done",
    "no-date",
    "not-awaited",
    "done-before",
]
AFTER_ALL: tuple[StepId, ...] = (*HELD_FIRST, "hand-over")
"""Steps that are no part of the rest where something is held back."""
UseOf = Literal["sockets", "light", "water", "cooking"]


class When(Protocol):
    """What the edge knows of the calendar."""

    def calendar(self, schedule: Schedule) -> Calendar:
        """Return the working calendar of a schedule."""

    def day(self, day: str) -> int:
        """Return which day a date or ``day 3`` is, counted from 1; below that it is before."""


@dataclass(frozen=True)
class Clash:
    """What does not come together: ``day`` is what was said, ``planned`` what the plan comes to.

    ``before`` is a step that must be done before the one that was noted as done.
    """

    rule: ClashRule
    what: str
    day: int = 0
    planned: int = 0
    before: str = ""


@dataclass(frozen=True)
class Shorter:
    """What a change would gain: days earlier, and the days on which one comes fewer."""

    change: Change
    days: int
    visits: int
    batch_minutes: float = 0.0


@dataclass(frozen=True)
class Use:
    """From which minute the kitchen can be used again for something, and what that waits for."""

    what: UseOf
    minute: int
    wait: Wait | None


@dataclass(frozen=True)
class Days:
    """All of it. ``day`` of the finish and bound are counted from 1.

    ``worked`` is on how few and on how many days somebody works, as the pace varies.
    """

    calendar: Calendar
    steps: tuple[Step, ...]
    table: Timetable
    chain: tuple[tuple[str, Follows | None], ...]
    bound_waits: tuple[Follows, ...]
    shorter: tuple[Shorter, ...]
    clashes: tuple[Clash, ...]
    uses: tuple[Use, ...]
    now: int
    worked: tuple[int, int]

    @property
    def last_day(self) -> int:
        """The day on which the last work is done."""
        return self.calendar.day_until(self.table.finish)

    @property
    def rest_day(self) -> int | None:
        """The day on which all but what is held back is done; None where nothing is held back."""
        later = {one.id for one in self.steps if one.held or one.rule in AFTER_ALL}
        if not any(one.held for one in self.steps):
            return None
        ends = [one.end for one in self.table.stints if one.step not in later]
        return self.calendar.day_until(max(ends)) if ends else None

    @property
    def visits(self) -> list[int]:
        """Days on which somebody works."""
        return visits(self.table.stints, self.calendar)

    def step(self, id_: str) -> Step:
        """Return a step by its id; raise KeyError if there is none."""
        return {one.id: one for one in self.steps}[id_]

    def as_data(self) -> list[dict[str, Any]]:
        """Return the steps with all that another program needs to check when each is done.

        Starts and ends are minutes from the first day's midnight, as they really pass.
        """
        return [
            {
                **one.model_dump(include={"id", "rule", "minutes", "hands", "unbroken", "loud"}),
                "follows": [
                    {
                        "step": before.step,
                        "hours": before.wait.hours if before.wait else 0.0,
                        "source": before.wait.source if before.wait else "",
                    }
                    for before in one.follows
                ],
                "returns": [back.model_dump() for back in one.returns],
                "done": [
                    {"part": stint.part, "start": stint.start, "end": stint.end}
                    for stint in self.table.stints
                    if stint.step == one.id
                ],
            }
            for one in self.steps
        ]

    def start_of(self, id_: str) -> int | None:
        """Return when a step begins; None where it has been done already."""
        return next((one.start for one in self.table.stints if one.step == id_), None)


def days_of(job: Job, plan: Plan, when: When, now: int = 0) -> Days:
    """Return the days of a job from a minute on; raise `JobRefused` where it cannot be planned."""
    calendar = _open(when.calendar(job.schedule))
    facts = Facts(job, plan)
    steps = _steps(job, facts, calendar)
    known = _known(job, steps, calendar, when, now)
    table = _table(job, steps, known)
    return Days(
        calendar=calendar,
        steps=tuple(steps),
        table=table,
        chain=tuple(holding_up(steps, table.ends, table.stints, known)),
        bound_waits=tuple(_waits(holding_up(steps, table.least_ends, (), known))),
        shorter=tuple(_shorter(job, plan, table, when, known)),
        worked=_between(job, plan, table, when, known),
        clashes=tuple(_clashes(job, facts, steps, table, calendar, when)),
        uses=tuple(_uses(facts, steps, table)),
        now=known.now,
    )


def _between(job: Job, plan: Plan, table: Timetable, when: When, known: Ready) -> tuple[int, int]:
    """On how many days somebody works where setting and grouting go a good deal quicker or slower
    than the pace that is planned with: the fewest and the most of the three.
    """
    found = [len(visits(table.stints, known.calendar))]
    for share in (1 + job.times.pace_varies, 1 / (1 + job.times.pace_varies)):
        paces = {name: getattr(job.settings, name) * share for name in ("pace", "grout_pace")}
        other = job.model_copy(update={"settings": job.settings.model_copy(update=paces)})
        timetable = _replanned(other, plan, known.calendar, when, known.now)
        if timetable is not None:
            found.append(len(visits(timetable.stints, known.calendar)))
    return min(found), max(found)


def _replanned(job: Job, plan: Plan, calendar: Calendar, when: When, now: int) -> Timetable | None:
    """The days of a job that is changed; None where they have no room for it."""
    steps = _steps(job, Facts(job, plan), calendar)
    known = _known(job, steps, calendar, when, now)
    try:
        return with_fewer_visits(steps, known, earliest(steps, known), later=False)
    except NoRoom:
        return None


def last_set(job: Job, plan: Plan, when: When) -> int | None:
    """Return on which day the last piece is set, as `days_of` plans it; None where none is to set.

    Raise `JobRefused` as `days_of` does.
    """
    calendar, steps, table = _from_the_first_day(job, plan, when)
    setting = {one.id for one in steps if one.phase == "set" and one.pieces}
    ends = [stint.end for stint in table.stints if stint.step in setting]
    return calendar.day_until(max(ends)) if ends else None


def days_worked(job: Job, plan: Plan, when: When) -> int:
    """Return on how many days somebody works, nothing being done yet; raise `JobRefused` as
    `days_of` does. It is what `days_of` plans, without what would shorten it.
    """
    calendar, _, table = _from_the_first_day(job, plan, when)
    return len(visits(table.stints, calendar))


def _from_the_first_day(job: Job, plan: Plan, when: When) -> tuple[Calendar, list[Step], Timetable]:
    calendar = _open(when.calendar(job.schedule))
    steps = _steps(job, Facts(job, plan), calendar)
    return calendar, steps, _table(job, steps, _known(job, steps, calendar, when, 0))


def steps_in(job: Job, plan: Plan, when: When) -> list[Step]:
    """Return the steps of a job without planning them; raise `JobRefused` as `days_of` does."""
    return _steps(job, Facts(job, plan), _open(when.calendar(job.schedule)))


def setting_sections_of(job: Job, plan: Plan, when: When) -> list[tuple[str, ...]]:
    """Return the pieces that are spread for at once, in the order of setting; no day is planned.

    Raise `JobRefused` where there is no working time, or steps go round in a ring.
    """
    return [section for step in steps_in(job, plan, when) for section in step.sections]


def _open(calendar: Calendar) -> Calendar:
    """A calendar that has working time."""
    if not calendar.work:
        message = "leave no working time; write hours for at least one day, such as 8:00-16:30"
        raise JobRefused([Problem(pointer="/schedule/hours", message=message)])
    return calendar


def _steps(job: Job, facts: Facts, calendar: Calendar) -> list[Step]:
    longest = min(calendar.longest(), calendar.longest(loud=True)) if facts.sawn else 0
    steps = steps_of(facts, longest or calendar.longest())
    try:
        in_order(steps)
    except Cycle as error:
        own = {one.name for one in job.schedule.own_steps}
        number = next(
            (n for n, one in enumerate(job.schedule.own_steps) if one.name in error.steps), 0
        )
        names = " → ".join(id_ if id_ in own else id_.partition("@")[0] for id_ in error.steps)
        message = f"goes round in a ring: {names}; take out one of what it follows or comes before"
        raise JobRefused(
            [Problem(pointer=f"/schedule/own_steps/{number}", message=message)]
        ) from None
    return steps


def _known(job: Job, steps: Sequence[Step], calendar: Calendar, when: When, now: int) -> Ready:
    ids = {one.id for one in steps}
    done = {
        one.step: max(calendar.first_minute(when.day(one.on)) + minute_of(one.at), 0)
        for one in job.schedule.done
        if one.step in ids
    }
    outside = {one.what: one for one in job.schedule.outside}
    not_before = {}
    for one in steps:
        days = [when.day(outside[one.on].on)] if one.on in outside else []
        if one.sawing and "saw" in outside:
            days.append(when.day(outside["saw"].on))
        if days:
            not_before[one.id] = calendar.first_minute(max(days))
    return Ready(
        calendar, job.schedule.people, done, max([now, *done.values()], default=0), not_before
    )


def _table(job: Job, steps: Sequence[Step], known: Ready) -> Timetable:
    try:
        found = earliest(steps, known)
    except NoRoom as error:
        base = error.step.id.partition("@")[0]
        # A step is not over before what cannot wait for the next day is done.
        backs = (back.least + back.minutes for back in error.step.returns if not back.next_day)
        need = error.step.minutes + max(backs, default=0)
        message = (
            f"hold no {base}: it takes {need} minutes at a stretch, and the longest working time "
            f"is {error.longest}; make a day longer"
            if error.longest < need
            else f"have no room for {base} within {len(known.calendar.midnights)} days; make the "
            "days longer, or look at what it waits for"
        )
        raise JobRefused([Problem(pointer="/schedule/hours", message=message)]) from None
    later = job.schedule.wish == "fewest visits"
    return with_fewer_visits(steps, known, found, later=later)


def _waits(chain: Sequence[tuple[str, Follows | None]]) -> Iterator[Follows]:
    for _, follows in chain:
        if follows is not None and follows.wait is not None and follows.wait.hours > 0:
            yield follows


def _shorter(job: Job, plan: Plan, table: Timetable, when: When, known: Ready) -> Iterator[Shorter]:
    """What each change would gain, found by planning again."""
    calendar = known.calendar
    last = calendar.day_until(table.finish)
    for change in CHANGES:
        other = _changed(job, change)
        if other is None:
            continue
        open_ = when.calendar(other.schedule)
        timetable = _replanned(other, plan, open_, when, known.now)
        if timetable is None:
            continue
        days = last - open_.day_until(timetable.finish)
        fewer = len(visits(table.stints, calendar)) - len(visits(timetable.stints, open_))
        if days > 0:
            life = other.settings.quick_pot_life if change == "quick-adhesive" else 0.0
            yield Shorter(change, days, fewer, life)


def _changed(job: Job, change: Change) -> Job | None:
    """The job with a change made; None where it is so already."""
    schedule = job.schedule
    adhesive = job.products.adhesive
    match change:
        case "quick-adhesive":
            quick_already = adhesive is not None and adhesive.kind == "quick thinset"
            if not method_of(job).combed or quick_already:
                return None
            quick = Adhesive(
                name="quick-set", kind="quick thinset", pack=adhesive.pack if adhesive else 10
            )
            products = job.products.model_copy(update={"adhesive": quick})
            return job.model_copy(update={"products": products})
        case "two people":
            if schedule.people > 1:
                return None
            more: dict[str, object] = {"people": 2}
        case "saturdays":
            usual = next((hours for hours in schedule.hours if hours), "")
            if schedule.hours[SATURDAY] or not usual:
                return None
            hours = tuple(usual if n == SATURDAY else one for n, one in enumerate(schedule.hours))
            more = {"hours": hours}
        case "longer days":
            more = {"hours": tuple(_longer(one) for one in schedule.hours)}
    return job.model_copy(update={"schedule": schedule.model_copy(update=more)})


def _longer(hours: str) -> str:
    """The last stretch of a day's hours goes on for longer."""
    stretches = minutes_of(hours)
    if not stretches:
        return hours
    first, last = stretches[-1]
    stretches[-1] = first, min(last + LONGER, 24 * 60)
    return ", ".join(
        f"{first // 60}:{first % 60:02d}-{last // 60}:{last % 60:02d}" for first, last in stretches
    )


def _clashes(
    job: Job, facts: Facts, steps: Sequence[Step], table: Timetable, calendar: Calendar, when: When
) -> Iterator[Clash]:
    first = {one.step: one.start for one in reversed(table.stints) if one.part == "work"}
    outside = facts.outside
    for one in steps:
        if one.on is None or one.id not in first:
            continue
        comes, planned = when.day(outside[one.on].on), calendar.day_of(first[one.id])
        waits_on_us = one.on in ("electrician", "plumber", "hood")
        if planned > comes and waits_on_us:
            yield Clash("not-ready", one.on, comes, planned)
    if facts.held and "hood" not in outside:
        yield Clash("no-date", "hood")
    elif not facts.held and "hood" in outside:
        yield Clash("not-awaited", "hood", when.day(outside["hood"].on))
    saw = outside.get("saw")
    if saw is not None:
        until = when.day(saw.until or saw.on)
        late = [
            calendar.day_until(one.end)
            for one in table.stints
            for step in steps
            if step.id == one.step and step.sawing
        ]
        if late and max(late) > until:
            yield Clash("hire-over", "saw", until, max(late))
    last = calendar.day_until(table.finish)
    if job.schedule.wish == "done by" and job.schedule.by is not None:
        by = when.day(job.schedule.by)
        if last > by:
            yield Clash("too-late", "finish", by, last)
    if job.schedule.water_by is not None:
        by = when.day(job.schedule.water_by)
        wet = next((one.minute for one in _uses(facts, steps, table) if one.what == "water"), None)
        if wet is not None and calendar.day_until(wet) > by:
            yield Clash("water-late", "water", by, calendar.day_until(wet))
    known = {one.id for one in steps} | {str(one.rule) for one in steps}
    for own in job.schedule.own_steps:
        for name in (*own.follows, *own.before):
            if name not in known:
                yield Clash("unknown-step", name)
    for done in job.schedule.done:
        if done.step not in known:
            yield Clash("unknown-done", done.step)
    yield from _done_before(job, steps)


def _done_before(job: Job, steps: Sequence[Step]) -> Iterator[Clash]:
    """Steps noted as done although tile that they come after is not set or grouted yet.

    Whether anything else was done is left to whoever notes: people write down tile and grout.
    """
    done = {one.step for one in job.schedule.done}
    missing: dict[str, str] = {}
    for one in in_order(steps):
        first = next((missing[b.step] for b in one.follows if b.step in missing), None)
        if first is not None and one.id in done:
            yield Clash("done-before", one.id, before=first)
        elif first is not None:
            missing[one.id] = first
        elif one.pieces and one.id not in done:
            missing[one.id] = one.id


def _uses(facts: Facts, steps: Sequence[Step], table: Timetable) -> Iterator[Use]:
    """When the kitchen can be used again for what, away from what is held back."""
    ends = _last_ends(steps, table.ends)
    if (devices := ends.get("devices")) is not None:
        yield Use("sockets", devices, None)
    grouting = {one.id for one in steps if one.rule == "grout" and not one.held}
    polished = max((one.end for one in table.stints if one.step in grouting), default=None)
    # Panels that nothing is grouted between can be leaned on when the last one is pressed on.
    pressed = max((ends[rule] for rule in BY_ADHESIVE if rule in ends), default=None)
    light = max(
        (at for at in (polished, devices, ends.get("grout")) if at is not None), default=pressed
    )
    if light is not None:
        yield Use("light", light, None)
    wet = []
    for rule, cures in (("grout", grout_cures), ("sealant", sealant_cures)):
        if (end := ends.get(rule)) is not None:
            wait = cures(facts)
            wet.append((end + wait.minutes, wait))
    if wet:
        yield Use("water", *max(wet, key=lambda pair: pair[0]))
    elif pressed is not None:
        yield Use("water", pressed, None)
    if (back := ends.get("appliances")) is not None:
        yield Use("cooking", back, None)


def _last_ends(steps: Sequence[Step], ends: Mapping[str, int]) -> dict[str, int]:
    """The end of each rule's last step, but for what is done once more for a strip held back."""
    found: dict[str, int] = {}
    for one in steps:
        if one.rule is not None and one.id in ends and not one.held:
            found[one.rule] = max(found.get(one.rule, 0), ends[one.id])
    return found
