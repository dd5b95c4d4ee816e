"""Whether whoever asked for a write is still there to hear of it."""

from collections.abc import Callable
from contextvars import ContextVar

HAS_GONE: ContextVar[Callable[[], bool]] = ContextVar("HAS_GONE", default=lambda: False)
"""Asked while a write waits: what nobody waits for any more is given up, as its sender will send it
again. A write that has begun is never broken off."""
LOOK_EVERY = 0.25
"""Seconds between two looks."""


class Gone(Exception):
    """Whoever asked has gone: nothing was written."""


def refuse_if_gone() -> None:
    """Raise `Gone` where nobody waits for the write any more."""
    if HAS_GONE.get()():
        raise Gone("whoever asked has gone")
