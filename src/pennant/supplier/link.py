"""Asking the supplier for price and stock; what goes wrong is a state, and nothing is lost."""

import http.client
import json
from urllib.parse import quote

from pydantic import ValidationError

from pennant.core.offer import Answer, Offer

PATIENCE = 3.0
"""Seconds: a supplier that has not answered by then is said to be slow."""
LONGEST_ANSWER = 100_000


def ask(name: str, port: int, patience: float = PATIENCE) -> Answer:
    """Ask the supplier on this machine for a product. Never raises for what the supplier does."""
    connection = http.client.HTTPConnection("127.0.0.1", port, timeout=patience)
    try:
        connection.request("GET", f"/product?name={quote(name)}")
        answer = connection.getresponse()
        body = answer.read(LONGEST_ANSWER)
    except TimeoutError:
        return Answer(state="slow")
    except (OSError, http.client.HTTPException):
        return Answer(state="down")
    finally:
        connection.close()
    if answer.status == 404:
        return Answer(state="not carried")
    if answer.status != 200:
        return Answer(state="down")
    try:
        offer = Offer.model_validate(json.loads(body))
    except (ValueError, ValidationError):
        return Answer(state="nonsense")
    return Answer(state="answered", offer=offer) if offer.name == name else Answer(state="nonsense")
