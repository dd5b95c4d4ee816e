"""The working calendar that the days are planned in: minutes from the first day's midnight.

Whoever makes one knows dates, weekdays and clocks that are put forward; nothing here does.
"""

import math
from bisect import bisect_left, bisect_right
from collections.abc import Iterator
from dataclasses import dataclass
from typing import NamedTuple


class Window(NamedTuple):
    """A stretch of working time within one day. Minutes."""

    start: int
    end: int

    @property
    def minutes(self) -> int:
        """How long it is."""
        return self.end - self.start


@dataclass(frozen=True)
class Calendar:
    """When the work may be done.

    ``midnights`` are the minutes at which the days begin, from 0; ``work`` are the hours of work
    and ``loud`` those in which there may be noise, in order, none longer than its day.
    """

    midnights: tuple[int, ...]
    work: tuple[Window, ...]
    loud: tuple[Window, ...]

    def day_of(self, minute: float) -> int:
        """Return the day that a minute falls on, counted from 1."""
        return bisect_right(self.midnights, minute)

    def day_until(self, end: float) -> int:
        """Return the day on which something is done that ends at a minute; midnight is of the day
        before.
        """
        return self.day_of(max(end - 1, 0))

    def first_minute(self, day: int) -> int:
        """Return the minute at which a day begins; a day past the last one counts as that."""
        return self.midnights[min(max(day, 1), len(self.midnights)) - 1]

    def windows(self, ready: float, *, loud: bool) -> Iterator[Window]:
        """Yield what is left of the windows from a minute on."""
        own = self.loud if loud else self.work
        for window in own[max(bisect_right(own, (ready, ready)) - 1, 0) :]:
            if window.end > ready:
                yield Window(max(window.start, int(-(-ready // 1))), window.end)

    def holds(self, day: int, minutes: int, least: int, most: int, back: int) -> bool:
        """Return whether a day's hours hold so many minutes of work and, from ``least`` to ``most``
        minutes after its end, ``back`` minutes for which one comes back.
        """
        over = self.midnights[day] if day < len(self.midnights) else math.inf
        own = self.work[
            bisect_left(self.work, (self.first_minute(day), 0)) : bisect_left(self.work, (over, 0))
        ]
        return any(
            max(later.start, one.start + minutes + least) <= min(later.end - back, one.end + most)
            for one in own
            if one.minutes >= minutes
            for later in own
        )

    def longest(self, *, loud: bool = False) -> int:
        """Return the longest window's minutes; 0 where there is none."""
        return max((one.minutes for one in (self.loud if loud else self.work)), default=0)
