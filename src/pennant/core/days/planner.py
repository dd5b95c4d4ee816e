"""The planner: when each step is done, by how many hands, within the calendar.

A timetable is made by taking steps in an order and putting each at the first place where all that
it follows has been done and waited for, where there is working time, and hands are free. Some order
of steps gives the earliest end there is; `earliest` tries orders as far as they can matter.

Two bounds say how good it is: no plan ends before every step has been put at its first place with
hands to spare, and none before there has been time for all the work. The first is made of waits
that data sheets ask for, the second of paces.
"""

from bisect import insort
from collections.abc import Collection, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from graphlib import CycleError, TopologicalSorter
from heapq import heapify, heappop, heappush
from typing import Literal, NamedTuple

from pennant.core.days.calendar import Calendar, Window
from pennant.core.days.step import Follows, Return, Step

MOST_TRIED = 2_000
"""Steps put in place while orders are tried: by count and not by the clock, so that the same job
always has the same days."""
MOST_SEARCHED = 150
"""Steps of a job for which orders are tried."""
SHORTEST_PART = 20
"""Minutes: a step that may be interrupted is not begun for less before a break."""
LATEST = 7 * 24 * 60
"""Minutes, a week: within these one comes back on the next day of work."""
COME_BACK = 5
"""Minutes by which a section of grout is put off until one can come back to it in time."""

StepPart = Literal["work", "haze", "polish", "scrub", "strike"]


class Stint(NamedTuple):
    """A stretch of work on one step. Minutes of the calendar."""

    step: str
    part: StepPart
    start: int
    end: int
    hands: int


class Cycle(ValueError):
    """Steps that follow one another in a ring; ``steps`` are those of the ring."""

    def __init__(self, steps: Sequence[str]) -> None:
        self.steps = tuple(steps)
        super().__init__(" → ".join(self.steps))


class NoRoom(ValueError):
    """A step that no working time holds: ``longest`` is the longest there is, in minutes."""

    def __init__(self, step: Step, longest: int) -> None:
        self.step, self.longest = step, longest
        super().__init__(step.id)


@dataclass(frozen=True)
class Ready:
    """What is known before planning.

    ``done`` gives the end of steps that have been done, ``now`` the minute from which the rest is
    planned, ``not_before`` the minute that a step waits for besides what it follows.
    """

    calendar: Calendar
    people: int
    done: Mapping[str, int] = field(default_factory=dict)
    now: int = 0
    not_before: Mapping[str, int] = field(default_factory=dict)
    closed: frozenset[int] = frozenset()

    @cached_property
    def open_calendar(self) -> Calendar:
        """The calendar without the days on which nobody comes."""
        if not self.closed:
            return self.calendar
        cal = self.calendar
        return Calendar(
            cal.midnights,
            tuple(one for one in cal.work if cal.day_of(one.start) not in self.closed),
            tuple(one for one in cal.loud if cal.day_of(one.start) not in self.closed),
        )


@dataclass(frozen=True)
class Timetable:
    """When each step is done. ``bound`` is the day before whose end no plan can be done, and
    ``least_ends`` is each step's end with hands to spare.
    """

    stints: tuple[Stint, ...]
    ends: Mapping[str, int]
    least_ends: Mapping[str, int]
    finish: int
    bound: int
    proved: bool


def in_order(steps: Sequence[Step]) -> list[Step]:
    """Return the steps so that each stands after what it follows, else in the order given.

    Raise `Cycle` where none can.
    """
    return _taken(steps, {one.id: 0 for one in steps})


def _taken(steps: Sequence[Step], first: Mapping[str, int]) -> list[Step]:
    """Each time, of the steps that can be taken, the first by number and then as given."""
    ids = {one.id for one in steps}
    before = {one.id: {b.step for b in one.follows if b.step in ids} for one in steps}
    try:
        TopologicalSorter(before).prepare()
    except CycleError as error:
        raise Cycle(error.args[1][::-1]) from None
    after: dict[str, list[int]] = {one.id: [] for one in steps}
    for number, one in enumerate(steps):
        for id_ in before[one.id]:
            after[id_].append(number)
    heap = [(first[one.id], number) for number, one in enumerate(steps) if not before[one.id]]
    heapify(heap)
    found: list[Step] = []
    while heap:
        one = steps[heappop(heap)[1]]
        found.append(one)
        for number in after[one.id]:
            before[steps[number].id].discard(one.id)
            if not before[steps[number].id]:
                heappush(heap, (first[steps[number].id], number))
    return found


_Timetable = tuple[list[Stint], dict[str, int]]
"""Stints as they were put, and each step's end."""


class _Back(NamedTuple):
    """A coming back as it is put now, and the minutes between which it may begin."""

    stint: Stint
    least: int
    most: int


class _Hands:
    """Who is busy when. ``people`` None stands for as many as there may be.

    What one comes back for may still move within its limits, to make room for other work.
    """

    def __init__(self, people: int | None, calendar: Calendar) -> None:
        self.people, self.calendar = people, calendar
        self.work: list[tuple[int, int, int]] = []
        self.backs: list[_Back] = []

    def copy(self) -> "_Hands":
        """Return the same, to go on from."""
        other = _Hands(self.people, self.calendar)
        other.work, other.backs = list(self.work), list(self.backs)
        return other

    def _busy(self) -> list[tuple[int, int, int]]:
        return [*self.work, *((back.stint.start, back.stint.end, 1) for back in self.backs)]

    def free(self, start: int, end: int, hands: int) -> int | None:
        """Return None where so many hands are free all along, else when to look again."""
        return self._free(self._busy(), start, end, hands)

    def _free(
        self, busy: Sequence[tuple[int, int, int]], start: int, end: int, hands: int
    ) -> int | None:
        if self.people is None or hands == 0 or end <= start:
            return None
        over = [one for one in busy if one[0] < end and one[1] > start]
        if not over:
            return None
        points = sorted({start, *(one[0] for one in over if one[0] > start)})
        for point in points:
            taken = [one for one in over if one[0] <= point < one[1]]
            if sum(one[2] for one in taken) + min(hands, self.people) > self.people:
                return min(one[1] for one in taken)
        return None

    def until(self, start: int, end: int, hands: int) -> int:
        """Return how far from ``start`` so many hands stay free, at most to ``end``."""
        if self.people is None or hands == 0:
            return end
        room = self.people - min(hands, self.people)
        busy = self._busy()
        points = sorted({start, *(one[0] for one in busy if start < one[0] < end)})
        for point in points:
            if sum(one[2] for one in busy if one[0] <= point < one[1]) > room:
                return point
        return end

    def free_of_work(self, start: int, end: int, hands: int) -> int | None:
        """Return the same as `free`, as if nobody had to come back to anything."""
        return self._free(self.work, start, end, hands)

    def room(self, one: Step, start: int, returns: Sequence[Return]) -> "_Hands | None":
        """Return the hands with an unbroken step put at ``start``; None where there is no room.

        ``returns`` are what one comes back for on that day. Coming back to earlier work is put off
        for it, as far as that may wait.
        """
        end = start + one.minutes
        other = self.copy()
        other.take([Stint(one.id, "work", start, end, one.hands)])
        moved = [back for back in self.backs if back.stint.start < end and back.stint.end > start]
        if moved and self.free(start, end, one.hands) is not None:
            other.backs = [back for back in self.backs if back not in moved]
            for back in sorted(moved, key=lambda back: (back.most, back.stint)):
                if not other.come_back(back.stint, back.least, back.most):
                    return None
        for own in one.returns:
            least, most, minutes = end + own.least, end + own.most, own.minutes
            part: StepPart = own.what
            if own not in returns:
                tomorrow = self.calendar.first_minute(self.calendar.day_of(start) + 1)
                least = max(least, tomorrow)
                most, minutes, part = least + LATEST, own.next_day, "scrub"
            stint = Stint(one.id, part, least, least + minutes, 1)
            if not other.come_back(stint, least, most):
                return None
        return other

    def come_back(self, stint: Stint, least: int, most: int) -> bool:
        """Put a coming back at its first free place from ``least`` to ``most``, if there is one."""
        minutes = stint.end - stint.start
        window = _window_at(self.calendar, least)
        if window is None:
            return False
        start = max(least, window.start)
        while start <= most and start + minutes <= window.end:
            again = self.free(start, start + minutes, 1)
            if again is None:
                put = stint._replace(start=start, end=start + minutes)
                self.backs.append(_Back(put, least, most))
                return True
            start = again
        return False

    def take(self, stints: Iterable[Stint]) -> None:
        """Keep hands for work."""
        for one in stints:
            if one.hands and one.end > one.start:
                insort(self.work, (one.start, one.end, min(one.hands, self.people or one.hands)))


def _placed(one: Step, ready: float, hands: _Hands) -> tuple[list[Stint], _Hands]:
    """The work of one step at its first place from ``ready`` on, and the hands after it.

    Raise `NoRoom` where there is none.
    """
    calendar = hands.calendar
    if one.minutes == 0 and one.hands == 0:
        at = next((window.start for window in calendar.windows(ready, loud=False)), None)
        if at is None:
            raise NoRoom(one, calendar.longest())
        return [Stint(one.id, "work", at, at, 0)], hands
    if one.unbroken:
        return _unbroken(one, ready, hands)
    own = _in_parts(one, ready, hands, calendar)
    after = hands.copy()
    after.take(own)
    return own, after


def _unbroken(one: Step, ready: float, hands: _Hands) -> tuple[list[Stint], _Hands]:
    for window in hands.calendar.windows(ready, loud=one.loud):
        start = window.start
        returns = same_day(one, hands.calendar, hands.calendar.day_of(start))
        while start + one.minutes <= window.end:
            again = hands.free_of_work(start, start + one.minutes, one.hands)
            start = _back_in_hours(one, start, returns, hands.calendar) if again is None else again
            if again is not None or start + one.minutes > window.end:
                continue
            after = hands.room(one, start, returns)
            if after is not None:
                return [Stint(one.id, "work", start, start + one.minutes, one.hands)], after
            start += COME_BACK
    raise NoRoom(one, hands.calendar.longest(loud=one.loud))


def same_day(one: Step, calendar: Calendar, day: int) -> list[Return]:
    """Return what one comes back for on the day of a step, or at night where it cannot wait.

    What may be done on the next day is left to it where the day's hours are too short, whenever the
    step begins.
    """
    return [
        back
        for back in one.returns
        if not back.next_day
        or calendar.holds(day, one.minutes, back.least, back.most, back.minutes)
    ]


def _back_in_hours(one: Step, start: int, returns: Sequence[Return], calendar: Calendar) -> int:
    """The first start from one on after which there is working time for every coming back."""
    again = True
    while again:
        again = False
        for back in returns:
            least, most = (start + one.minutes + wait for wait in (back.least, back.most))
            window = _window_at(calendar, least)
            while window is not None and max(least, window.start) + back.minutes > window.end:
                window = _window_at(calendar, window.end)
            if window is None:
                raise NoRoom(one, calendar.longest(loud=one.loud))
            if window.start > most:
                start, again = start + window.start - most, True
    return start


def _window_at(calendar: Calendar, minute: int) -> Window | None:
    return next(calendar.windows(minute, loud=False), None)


def _in_parts(one: Step, ready: float, hands: _Hands, calendar: Calendar) -> list[Stint]:
    """As it fits, from break to break; a step of no minutes takes a place all the same."""
    left = one.minutes
    found: list[Stint] = []
    for window in calendar.windows(ready, loud=one.loud):
        start = window.start
        while start < window.end or (left == 0 and start == window.end):
            again = hands.free(start, start + 1, one.hands)
            if again is not None:
                start = again
                continue
            end = min(hands.until(start, window.end, one.hands), start + left)
            if end - start >= min(left, SHORTEST_PART):
                found.append(Stint(one.id, "work", start, end, one.hands))
                left -= end - start
                if left == 0:
                    return found
            start = max(end, start + 1)
    raise NoRoom(one, calendar.longest(loud=one.loud))


def _ready(one: Step, ends: Mapping[str, int], known: Ready) -> int:
    """When all that a step follows has been done and waited for."""
    times = [known.now, known.not_before.get(one.id, 0)]
    times += (_after(before, ends) for before in one.follows if before.step in ends)
    return max(times)


def _after(before: Follows, ends: Mapping[str, int]) -> int:
    return ends[before.step] + (before.wait.minutes if before.wait else 0)


def _put(order: Sequence[Step], known: Ready, people: int | None) -> _Timetable:
    """Every step of an order, each at its first place."""
    hands = _Hands(people, known.open_calendar)
    ends: dict[str, int] = dict(known.done)
    stints: list[Stint] = []
    for one in order:
        if one.id in known.done:
            continue
        own, hands = _placed(one, _ready(one, ends, known), hands)
        stints += own
        ends[one.id] = _worked(own)
    return [*stints, *(back.stint for back in hands.backs)], ends


def _worked(stints: Sequence[Stint]) -> int:
    """When the work of a step ends: what follows waits for that, not for what one comes back to."""
    return max(one.end for one in stints)


def tails(steps: Sequence[Step]) -> dict[str, int]:
    """Return the least minutes that pass from each step's beginning to the end of all."""
    after: dict[str, list[tuple[str, int]]] = {one.id: [] for one in steps}
    for one in steps:
        for before in one.follows:
            if before.step in after:
                after[before.step].append((one.id, before.wait.minutes if before.wait else 0))
    found: dict[str, int] = {}
    for one in reversed(in_order(steps)):
        back = max((back.least + back.at_least for back in one.returns), default=0)
        after_it = max((wait + found[id_] for id_, wait in after[one.id]), default=0)
        found[one.id] = one.minutes + max(back, after_it)
    return found


def _key(stints: Sequence[Stint], calendar: Calendar) -> tuple[int, int, int]:
    """What is least wished for: the last day, days on which one comes, the minute of the end."""
    finish = max((one.end for one in stints), default=0)
    return calendar.day_until(finish), len(visits(stints, calendar)), finish


def visits(stints: Iterable[Stint], calendar: Calendar) -> list[int]:
    """Return the days on which somebody works."""
    return sorted({calendar.day_of(one.start) for one in stints if one.hands})


def bound_of(steps: Sequence[Step], known: Ready) -> tuple[int, dict[str, int]]:
    """Return the day before whose end no plan is done, and each step's end with hands to spare."""
    order = in_order(steps)
    stints, ends = _put(order, known, None)
    finish = max((one.end for one in stints), default=known.now)
    left = sum(
        (one.minutes + sum(back.at_least for back in one.returns)) * min(one.hands, known.people)
        for one in order
        if one.id not in known.done
    )
    for window in known.open_calendar.windows(known.now, loud=False):
        room = window.minutes * known.people
        if left <= room:
            finish = max(finish, window.start + -(-left // known.people))
            break
        left -= room
    return known.calendar.day_until(finish), ends


def earliest(steps: Sequence[Step], known: Ready) -> Timetable:
    """Return the timetable that ends on the earliest day, and of those the one with fewest visits.

    Raise `Cycle` where steps follow one another in a ring, `NoRoom` where one fits in no day.
    """
    order = in_order(steps)
    bound, least_ends = bound_of(order, known)
    tail = tails(order)
    best = _put(_by_tail(order, tail), known, known.people)
    calendar = known.calendar
    plain = _put(order, known, known.people)
    if _key(plain[0], calendar) < _key(best[0], calendar):
        best = plain
    proved = _key(best[0], calendar)[0] <= bound
    if not proved and len(order) <= MOST_SEARCHED:
        searched, whole = _searched(order, known, tail, best, bound)
        best = searched
        # Orders put each step at its first place. That may not be best for a step that one comes
        # back to, nor where two people could each leave a step and take it up again.
        by_orders = not any(one.returns for one in order) and (
            known.people == 1 or all(one.unbroken for one in order)
        )
        proved = (whole and by_orders) or _key(best[0], calendar)[0] <= bound
        if proved:
            bound = _key(best[0], calendar)[0]
    return _timetable(best, least_ends, bound, proved)


def _timetable(
    timetable: _Timetable, least_ends: Mapping[str, int], bound: int, proved: bool
) -> Timetable:
    stints = tuple(sorted(timetable[0], key=lambda one: (one.start, one.end, one.step)))
    finish = max((one.end for one in stints), default=max(timetable[1].values(), default=0))
    return Timetable(stints, timetable[1], least_ends, finish, bound, proved)


def _by_tail(order: Sequence[Step], tail: Mapping[str, int]) -> list[Step]:
    """Each time, of the steps that can be taken, the one that most still hangs on."""
    return _taken(order, {id_: -minutes for id_, minutes in tail.items()})


def _searched(
    order: Sequence[Step],
    known: Ready,
    tail: Mapping[str, int],
    best: _Timetable,
    bound: int,
) -> tuple[_Timetable, bool]:
    """Try orders, the most promising first; whether all that could be better were tried."""
    ids = {one.id for one in order}
    left_to_try = MOST_TRIED
    whole = True

    def go(ends: dict[str, int], stints: list[Stint], hands: _Hands) -> None:
        nonlocal best, left_to_try, whole
        if known.calendar.day_until(_end(best[0])) <= bound:
            return
        left = [one for one in order if one.id not in ends]
        every = [*stints, *(back.stint for back in hands.backs)]
        if not left:
            if _key(every, known.calendar) < _key(best[0], known.calendar):
                best = (every, dict(ends))
            return
        can = [
            one
            for one in left
            if all(before.step in ends or before.step not in ids for before in one.follows)
        ]
        for one in sorted(can, key=lambda one: (-tail[one.id], one.id)):
            if left_to_try <= 0:
                whole = False
                return
            left_to_try -= 1
            try:
                own, after = _placed(one, _ready(one, ends, known), hands)
            except NoRoom:
                continue
            least = max(own[0].start + tail[one.id], _end(every))
            if known.calendar.day_until(least) >= known.calendar.day_of(max(_end(best[0]) - 1, 0)):
                continue
            go({**ends, one.id: _worked(own)}, [*stints, *own], after)

    go(dict(known.done), [], _Hands(known.people, known.open_calendar))
    return best, whole


def _end(stints: Sequence[Stint]) -> int:
    return max((one.end for one in stints), default=0)


def with_fewer_visits(
    steps: Sequence[Step], known: Ready, found: Timetable, *, later: bool
) -> Timetable:
    """Return a timetable with fewer days on which anybody comes, found by leaving days out.

    It ends on the same day unless ``later`` allows a later one.
    """
    calendar = known.calendar
    order = _by_tail(in_order(steps), tails(steps))
    best, closed = found, set(known.closed)
    last = calendar.day_until(found.finish)
    for day in _worth_leaving_out(found, calendar):
        tried = Ready(
            calendar,
            known.people,
            known.done,
            known.now,
            known.not_before,
            frozenset({*closed, day}),
        )
        try:
            put = _put(order, tried, known.people)
            timetable = _timetable(put, found.least_ends, found.bound, found.proved)
        except NoRoom:
            continue
        fewer = len(visits(timetable.stints, calendar)) < len(visits(best.stints, calendar))
        if fewer and (later or calendar.day_until(timetable.finish) <= last):
            best = timetable
            closed.add(day)
    return best


def _worth_leaving_out(found: Timetable, calendar: Calendar) -> Iterator[int]:
    """Days of little work first: what is done on them can be done on others.

    Not those on which a film of grout is rubbed off, which hardens with every day.
    """
    work: dict[int, int] = {}
    for one in found.stints:
        if one.hands:
            day = calendar.day_of(one.start)
            work[day] = work.get(day, 0) + one.end - one.start
    rubbed_off = {calendar.day_of(one.start) for one in found.stints if one.part == "scrub"}
    yield from sorted(work.keys() - rubbed_off, key=lambda day: (work[day], day))


def holding_up(
    steps: Sequence[Step], ends: Mapping[str, int], stints: Collection[Stint], known: Ready
) -> list[tuple[str, Follows | None]]:
    """Return the chain that the end hangs on, from its first step: each step, and what it waited
    for (None where it waited for hands, for working hours, or for nothing).
    """
    by_id = {one.id: one for one in steps}
    starts = {one.step: one.start for one in reversed(list(stints)) if one.part == "work"}
    chain: list[tuple[str, Follows | None]] = []
    at = max((id_ for id_ in ends if id_ in by_id), key=lambda id_: (ends[id_], id_), default=None)
    seen: set[str] = set()
    while at is not None and at not in seen:
        seen.add(at)
        one = by_id[at]
        befores = [before for before in one.follows if before.step in ends]
        last = max(befores, key=lambda before: _after(before, ends), default=None)
        if last is None or at in known.done:
            chain.append((at, None))
            break
        if last.wait is None:
            busy = _just_before(at, starts.get(at, 0), stints, by_id)
            if busy is not None and ends.get(busy, 0) > ends[last.step]:
                chain.append((at, None))
                at = busy
                continue
        chain.append((at, last))
        at = last.step if last.step in by_id else None
    return chain[::-1]


def _just_before(
    step: str, start: int, stints: Collection[Stint], by_id: Mapping[str, Step]
) -> str | None:
    """The step whose hands were waited for."""
    before = [
        one
        for one in stints
        if one.end == start and one.hands and one.step != step and one.step in by_id
    ]
    return before[0].step if before else None
