"""An application served on a port of its own, as long as a test needs it."""

import asyncio
import socket
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

import uvicorn


@contextmanager
def on_a_port(app: Any, **more: Any) -> Iterator[int]:
    """Serve an ASGI application, without what it does when it starts; give its port."""
    listening = socket.create_server(("127.0.0.1", 0))
    server = uvicorn.Server(uvicorn.Config(app, lifespan="off", log_level="error", **more))
    thread = threading.Thread(target=lambda: asyncio.run(server.serve([listening])))
    thread.start()
    yield listening.getsockname()[1]
    server.should_exit = True
    thread.join()
