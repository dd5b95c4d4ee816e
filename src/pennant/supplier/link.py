"""Asking the supplier for price and stock; what goes wrong is a state, and nothing is lost."""

import contextlib
import http.client
import json
import socket
import threading
from urllib.parse import quote

from pydantic import ValidationError

from pennant.core.document.offer import Answer, Offer

PATIENCE = 3.0
"""Seconds: a supplier that has not answered by then is said to be slow."""
LONGEST_ANSWER = 100_000


def ask(name: str, port: int, patience: float = PATIENCE) -> Answer:
    """Ask the supplier on this machine for a product. Never raises for what the supplier does."""
    connection = http.client.HTTPConnection("127.0.0.1", port, timeout=patience)
    over = threading.Event()

    def hang_up() -> None:
        # A timeout of the socket begins anew with every byte; one that drips would never end.
        over.set()
        if connection.sock is not None:
            with contextlib.suppress(OSError):
                connection.sock.shutdown(socket.SHUT_RDWR)

    ends = threading.Timer(patience, hang_up)
    ends.start()
    try:
        connection.request("GET", f"/product?name={quote(name)}")
        answer = connection.getresponse()
        body = answer.read(LONGEST_ANSWER)
    except TimeoutError:
        return Answer(state="slow")
    except (OSError, http.client.HTTPException):
        return Answer(state="slow" if over.is_set() else "down")
    finally:
        ends.cancel()
        connection.close()
    if over.is_set():
        return Answer(state="slow")
    if answer.status == 404:
        return Answer(state="not carried")
    if answer.status != 200:
        return Answer(state="down")
    try:
        offer = Offer.model_validate(json.loads(body))
    except (ValueError, ValidationError, RecursionError):
        return Answer(state="nonsense")
    return Answer(state="answered", offer=offer) if offer.name == name else Answer(state="nonsense")
