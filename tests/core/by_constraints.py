"""Whether steps can all be done by a day, by constraint programming: it knows nothing of orders.

The second method for the planner. A step that may be broken off is done in at most two parts a
window of working time, one after the other, none but the last shorter than the planner begins.
"""

from collections.abc import Sequence

from ortools.sat.python import cp_model

from pennant.core.days.calendar import Calendar, Window
from pennant.core.days.planner import LATEST, SHORTEST_PART, Ready, same_day
from pennant.core.days.step import Return, Step

EFFORT = 5.0
"""Of the solver's own measure of work, which is the same on a quick and on a slow machine."""
PARTS = 2
"""Parts of a step within one window."""


def can_be_done_by(steps: Sequence[Step], known: Ready, day: int) -> bool | None:
    """Return whether there is a timetable whose last work ends on a day; None where the solver
    gives up.
    """
    if day < 1:
        return False
    model = _Model(known, _end_of(known.calendar, day))
    left = [one for one in steps if one.id not in known.done]
    for one in left:
        model.add(one)
    for one in left:
        model.follow(one)
    model.model.add_cumulative(model.busy, model.hands, known.people)
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = 1
    solver.parameters.max_deterministic_time = EFFORT
    status = solver.solve(model.model)
    if status == cp_model.UNKNOWN:
        return None
    assert status != cp_model.MODEL_INVALID
    return status != cp_model.INFEASIBLE


def _end_of(calendar: Calendar, day: int) -> int:
    return calendar.midnights[day] if day < len(calendar.midnights) else calendar.midnights[-1]


class _Model:
    """Steps as intervals within the windows up to a minute."""

    def __init__(self, known: Ready, end: int) -> None:
        self.known, self.end = known, end
        self.model = cp_model.CpModel()
        self.busy: list[cp_model.IntervalVar] = []
        self.hands: list[int] = []
        self.starts: dict[str, cp_model.IntVar] = {}
        self.ends: dict[str, cp_model.IntVar | int] = dict(known.done)
        self.work = self._until_the_end(known.calendar.work)
        self.loud = self._until_the_end(known.calendar.loud)

    def add(self, one: Step) -> None:
        """Add a step and what one comes back to it for."""
        start, end = self._minute(), self._minute()
        self.starts[one.id], self.ends[one.id] = start, end
        windows = self.loud if one.loud else self.work
        hands = min(one.hands, self.known.people)
        if one.minutes == 0:
            self.model.add(end == start)
            self._within(start, 0, self.work)
        elif one.unbroken or one.minutes <= SHORTEST_PART:
            self._interval(start, one.minutes, end, hands)
            self._within(start, one.minutes, windows)
        else:
            self._in_parts(one, windows, hands)
        self.model.add(start >= max(self.known.now, self.known.not_before.get(one.id, 0)))
        for back in one.returns:
            self._come_back(one, back, end)

    def _come_back(self, one: Step, back: Return, end: cp_model.IntVar) -> None:
        """On the day of the step, within its limits; after a day of short hours the next time."""
        begins, over, minutes = self._minute(), self._minute(), self._minute()
        self.busy.append(self.model.new_interval_var(begins, minutes, over, ""))
        self.hands.append(1)
        ways = []
        calendar, start = self.known.calendar, self.starts[one.id]
        for day in sorted({calendar.day_of(window.start) for window in self.work}):
            next_day = calendar.first_minute(day + 1)
            if back in same_day(one, calendar, day):
                length, least, most = back.minutes, back.least, back.most
                windows = self.work
            else:
                length, least, most = back.next_day, back.least, back.least + LATEST
                windows = [window for window in self.work if window.start >= next_day][:1]
            for window in windows:
                if window.minutes >= length:
                    here = self.model.new_bool_var("")
                    for rule in (
                        start >= calendar.first_minute(day),
                        start < next_day,
                        minutes == length,
                        begins >= end + least,
                        begins <= end + most,
                        begins >= window.start,
                        begins + length <= window.end,
                    ):
                        self.model.add(rule).only_enforce_if(here)
                    ways.append(here)
        self.model.add_bool_or(ways)

    def follow(self, one: Step) -> None:
        """Let a step begin when all that it follows has been done and waited for."""
        for before in one.follows:
            if before.step in self.ends:
                wait = before.wait.minutes if before.wait else 0
                self.model.add(self.starts[one.id] >= self.ends[before.step] + wait)

    def _until_the_end(self, windows: Sequence[Window]) -> list[Window]:
        now = self.known.now
        kept = (one for one in windows if one.end > now and one.end <= self.end)
        return [Window(max(one.start, now), one.end) for one in kept]

    def _minute(self) -> cp_model.IntVar:
        return self.model.new_int_var(0, self.end, "")

    def _interval(
        self, start: cp_model.IntVar, minutes: int, end: cp_model.IntVar, hands: int
    ) -> None:
        interval = self.model.new_interval_var(start, minutes, end, "")
        if hands:
            self.busy.append(interval)
            self.hands.append(hands)

    def _within(self, start: cp_model.IntVar, minutes: int, windows: Sequence[Window]) -> None:
        chosen = []
        for window in windows:
            if window.minutes >= minutes:
                here = self.model.new_bool_var("")
                self.model.add(start >= window.start).only_enforce_if(here)
                self.model.add(start + minutes <= window.end).only_enforce_if(here)
                chosen.append(here)
        self.model.add_bool_or(chosen)

    def _in_parts(self, one: Step, windows: Sequence[Window], hands: int) -> None:
        own, sizes, lasts = [], [], []
        for window in windows:
            if window.minutes < SHORTEST_PART:
                continue
            for _ in range(PARTS):
                used = self.model.new_bool_var("")
                begins = self.model.new_int_var(window.start, window.end, "")
                over = self.model.new_int_var(window.start, window.end, "")
                size = self.model.new_int_var(0, min(window.minutes, one.minutes), "")
                part = self.model.new_optional_interval_var(begins, size, over, used, "")
                last = self.model.new_bool_var("")
                self.model.add(size >= SHORTEST_PART).only_enforce_if([used, last.negated()])
                self.model.add_implication(last, used)
                self.model.add(over == self.ends[one.id]).only_enforce_if(last)
                lasts.append(last)
                self.model.add(size == 0).only_enforce_if(used.negated())
                self.model.add(self.starts[one.id] <= begins).only_enforce_if(used)
                self.model.add(over <= self.ends[one.id]).only_enforce_if(used)
                own.append(part)
                sizes.append(size)
        self.model.add_exactly_one(lasts)
        self.model.add(sum(sizes) == one.minutes)
        self.model.add_no_overlap(own)
        if hands:
            self.busy += own
            self.hands += [hands] * len(own)
