"""Threads that take turns in the order in which they came; a plain lock lets anyone push in."""

from collections import deque
from collections.abc import Iterator
from contextlib import contextmanager
from threading import Event, Lock
from time import monotonic

from pennant.store.asker import HAS_GONE, LOOK_EVERY, refuse_if_gone


class NoTurn(Exception):
    """A turn did not come: the time was over, or too many waited already."""


class Turns:
    """A lock that is handed to whoever has waited longest."""

    def __init__(self) -> None:
        self._lock = Lock()
        self._waiting: deque[Event] = deque()
        self._busy = False

    @contextmanager
    def taken(self, seconds: float, most: int) -> Iterator[None]:
        """Wait for one's turn, so many seconds, and have it while the block runs.

        Raise `NoTurn` when the time is over, and at once where ``most`` wait already; `Gone` when
        whoever asked has gone before the turn came.
        """
        mine = Event()
        with self._lock:
            if not self._busy:
                self._busy = True
                mine.set()
            elif len(self._waiting) >= most:
                raise NoTurn(f"{most} others wait already")
            else:
                self._waiting.append(mine)
        ends = monotonic() + seconds
        while not mine.wait(max(min(LOOK_EVERY, ends - monotonic()), 0.0)):
            if not HAS_GONE.get()() and monotonic() < ends:
                continue
            with self._lock:
                if not mine.is_set():  # it may have come between the two
                    self._waiting.remove(mine)
                    refuse_if_gone()
                    raise NoTurn(f"those before it took more than {seconds:g} s")
        try:
            yield
        finally:
            with self._lock:
                if self._waiting:
                    self._waiting.popleft().set()
                else:
                    self._busy = False
