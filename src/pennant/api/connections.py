"""Connections that ask for nothing are dropped, so that they hold no place for those that do."""

import asyncio
from typing import Any

from uvicorn.protocols.http.h11_impl import H11Protocol

SLOW_SECONDS = 20
"""How long a connection may be open without having asked for anything whole."""


class PromptProtocol(H11Protocol):
    """HTTP as uvicorn speaks it, with an end to waiting for a request's head."""

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        """Begin to wait for the first request."""
        super().connection_made(transport)
        self._slow = self.loop.call_later(SLOW_SECONDS, self._drop_if_nothing_came)

    def connection_lost(self, exc: Exception | None) -> None:
        """Wait no more."""
        self._slow.cancel()
        super().connection_lost(exc)

    def _drop_if_nothing_came(self) -> None:
        cycle: Any = self.cycle
        if cycle is None:
            self.transport.close()
