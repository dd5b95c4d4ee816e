"""Connections that ask for nothing are dropped, and strangers get only so many of them.

Every connection holds a file of this process, also one whose greeting never ends. Those of the
phones' listener are counted where they are accepted, so that files are left for the desk.
"""

import asyncio
import socket
from collections import Counter
from typing import Any

from uvicorn.protocols.http.h11_impl import H11Protocol

SLOW_SECONDS = 20
"""How long a connection may be open, or open still, without having asked for anything whole."""
MOST_CONNECTIONS = 64
"""Of all phones together: some ten phones, each with the six connections of a browser."""
MOST_OF_AN_ADDRESS = 16
"""Of one address: two phones behind one, say."""


class PromptProtocol(H11Protocol):
    """HTTP as uvicorn speaks it, with an end to waiting for a request's head.

    The wait begins with the connection and after every answer; bytes of a head do not renew it.
    """

    _slow: asyncio.TimerHandle | None = None

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        """Begin to wait for the first request."""
        super().connection_made(transport)
        self._wait_if_idle()

    def data_received(self, data: bytes) -> None:
        """Read what came; a whole head ends the wait."""
        super().data_received(data)
        self._wait_if_idle()

    def on_response_complete(self) -> None:
        """Begin to wait for the next request."""
        super().on_response_complete()
        self._wait_if_idle()

    def connection_lost(self, exc: Exception | None) -> None:
        """Wait no more."""
        self._end_wait()
        super().connection_lost(exc)

    def _wait_if_idle(self) -> None:
        cycle: Any = self.cycle
        if cycle is not None and not cycle.response_complete:
            self._end_wait()
        elif self._slow is None and not self.transport.is_closing():
            self._slow = self.loop.call_later(SLOW_SECONDS, self.transport.abort)

    def _end_wait(self) -> None:
        if self._slow is not None:
            self._slow.cancel()
            self._slow = None


class CountedSocket(socket.socket):
    """A socket that listens and holds only so many connections open, in all and of one address.

    One more is closed as it comes.
    """

    open_from: Counter[str]

    @classmethod
    def of(cls, listening: socket.socket) -> "CountedSocket":
        """Return a listening socket, counted from now on; the one given is used up."""
        family, kind = listening.family, listening.type
        counted = cls(family, kind, fileno=listening.detach())
        counted.open_from = Counter()
        return counted

    def accept(self) -> tuple[socket.socket, Any]:
        """Accept a connection; raise BlockingIOError where it is one too many, or there is none."""
        fd, address = self._accept()  # type: ignore[attr-defined]
        host = str(address[0])
        accepted = _Accepted(self.family, self.type, self.proto, fileno=fd)
        if self.open_from.total() >= MOST_CONNECTIONS or self.open_from[host] >= MOST_OF_AN_ADDRESS:
            accepted.close()
            raise BlockingIOError("too many connections")
        accepted.counted_in(self.open_from, host)
        return accepted, address


class _Accepted(socket.socket):
    """A connection that is counted until it is closed."""

    _count: "Counter[str] | None" = None
    _host = ""

    def counted_in(self, count: Counter[str], host: str) -> None:
        count[host] += 1
        self._count, self._host = count, host

    def close(self) -> None:
        super().close()
        if self._count is not None:
            self._count[self._host] -= 1
            if self._count[self._host] <= 0:
                del self._count[self._host]
            self._count = None
