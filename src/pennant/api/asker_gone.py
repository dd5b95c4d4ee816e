"""Notices that whoever sent a write has gone, so that the store gives up waiting with it."""

import asyncio
from threading import Event

from starlette.types import ASGIApp, Message, Receive, Scope, Send

from pennant.store.asker import HAS_GONE

WRITES = ("/api/jobs", "/api/shelf", "/api/phones")
"""Where what is sent is kept; a search looks by itself whether it is still wanted."""


class AskerGone:
    """ASGI middleware around what writes: it reads ahead, one message at most, to hear of it."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on; tell the store when its sender goes."""
        reads = scope["type"] != "http" or scope["method"] in ("GET", "HEAD", "OPTIONS")
        if reads or not str(scope["path"]).startswith(WRITES):
            await self.app(scope, receive, send)
            return
        gone = Event()
        ahead: asyncio.Queue[Message | Exception] = asyncio.Queue(maxsize=1)

        async def read_ahead() -> None:
            while not gone.is_set():
                try:
                    message = await receive()
                except Exception as error:  # too large, too slow: for whoever reads the body
                    await ahead.put(error)
                    return
                if message["type"] == "http.disconnect":
                    gone.set()
                await ahead.put(message)

        async def next_message() -> Message:
            message = await ahead.get()
            if isinstance(message, Exception):
                raise message
            return message

        token = HAS_GONE.set(gone.is_set)
        reading = asyncio.create_task(read_ahead())
        try:
            await self.app(scope, next_message, send)
        finally:
            reading.cancel()
            HAS_GONE.reset(token)
