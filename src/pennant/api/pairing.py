"""Pairing: an offer made at the desk, shown as a code, and taken up by one phone within minutes."""

import hashlib
import secrets
import threading
import time
from collections.abc import Callable
from dataclasses import dataclass, field

OFFER_SECONDS = 300.0
"""How long a code can be used: time to fetch the phone, and no more."""
SLOWEST = 60.0
"""Seconds: however often a wrong code was tried, nobody waits longer for the next try."""
MOST_ADDRESSES = 10_000
"""Addresses whose wrong codes are remembered at the same time."""
FORGOTTEN_AFTER = 600.0
"""Seconds without a wrong code after which those before it count no more."""


class TooSoon(Exception):
    """Wrong codes were tried: nobody may try another for so many seconds."""

    def __init__(self, seconds: float) -> None:
        self.seconds = seconds
        super().__init__(f"wrong codes were tried; try again in {seconds:.0f} s")


class WrongToken(Exception):
    """A code that was never offered, is used up, or is too old: which, is not told."""


@dataclass(frozen=True)
class Listening:
    """Where phones reach this machine. ``fingerprint`` is that of its certificate (SHA-256), None
    without encryption.
    """

    address: str
    fingerprint: str | None


@dataclass
class Pairing:
    """The offers that stand. They are kept in memory alone: with the server they are gone."""

    listening: Listening | None = None
    clock: Callable[[], float] = time.monotonic
    _offers: dict[str, tuple[float, tuple[str, ...]]] = field(default_factory=dict)
    _wrong: dict[str, tuple[int, float]] = field(default_factory=dict)
    """For each address how many wrong codes came from it, and when the last."""
    _lock: threading.Lock = field(default_factory=threading.Lock)

    def offer(self, jobs: tuple[str, ...]) -> str:
        """Return a new token, with which one phone can be given these jobs."""
        token = secrets.token_urlsafe(18)
        with self._lock:
            now = self.clock()
            self._offers = {key: one for key, one in self._offers.items() if one[0] > now}
            self._offers[_digest(token)] = (now + OFFER_SECONDS, jobs)
        return token

    def spend(self, token: str, address: str) -> tuple[str, ...]:
        """Use a token up and return the jobs of its offer; raise `WrongToken`, `TooSoon`.

        After each wrong one its ``address`` waits twice as long as after the last. Others do not
        wait: a code is so long that guessing is hopeless from however many devices.
        """
        with self._lock:
            now = self.clock()
            self._wrong = {
                host: one for host, one in self._wrong.items() if now - one[1] <= FORGOTTEN_AFTER
            }
            wrong, last = self._wrong.get(address, (0, 0.0))
            left = last + min(2.0 ** min(wrong - 1, 10), SLOWEST) - now
            if wrong and left > 0:
                raise TooSoon(left)
            ends, jobs = self._offers.pop(_digest(token), (0.0, ()))
            if ends <= now:
                if len(self._wrong) < MOST_ADDRESSES or address in self._wrong:
                    self._wrong[address] = (wrong + 1, now)
                raise WrongToken
            return jobs


def _digest(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()
