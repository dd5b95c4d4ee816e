"""Threads that take turns in the order in which they came; a plain lock lets anyone push in."""

from collections import deque
from collections.abc import Iterator
from contextlib import contextmanager
from threading import Event, Lock


class Turns:
    """A lock that is handed to whoever has waited longest."""

    def __init__(self) -> None:
        self._lock = Lock()
        self._waiting: deque[Event] = deque()
        self._busy = False

    @contextmanager
    def taken(self) -> Iterator[None]:
        """Wait for one's turn and have it while the block runs."""
        mine = Event()
        with self._lock:
            if self._busy:
                self._waiting.append(mine)
            else:
                self._busy = True
                mine.set()
        mine.wait()
        try:
            yield
        finally:
            with self._lock:
                if self._waiting:
                    self._waiting.popleft().set()
                else:
                    self._busy = False
