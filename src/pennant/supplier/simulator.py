"""A simulated supplier: a small HTTP server that answers price, pack and stock by lot.

``GET /product?name=NAME`` answers a JSON object: name, price, what is in a pack, and lots (each
with a name and how many packs it has). A product that it does not carry is 404. It can be told to
be slow, to be out of order, or to answer nonsense, so that those states can be seen.
"""

import json
import threading
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from urllib.parse import parse_qs, urlsplit

from pennant.core.document.shelf import EXAMPLES, PRODUCT_KINDS
from pennant.supplier.moods import PORT, Mood

SLOW_SECONDS = 30.0
_STEPS = (3, 9, 2, 14, 5)


def stock_of(name: str) -> list[dict[str, object]]:
    """Return the lots of a product: always the same for a name, now and then too few in any one."""
    turn = sum(ord(letter) for letter in name)
    count = 1 + turn % 3
    return [
        {"lot": f"L{(turn * 7 + n * 13) % 900 + 100}", "packs": _STEPS[(turn + n) % len(_STEPS)]}
        for n in range(count)
    ]


def catalogue() -> dict[str, dict[str, object]]:
    """Return what the supplier carries, by name: price, pack and lots.

    Of some the pack has changed since the shelf was written, as packs do.
    """
    found: dict[str, dict[str, object]] = {}
    for kind in PRODUCT_KINDS:
        for one in EXAMPLES.of(kind):
            pack: float | None = getattr(one, "pack", None) or getattr(one, "per_box", None)
            if pack is not None and kind != "tile" and len(one.name) % 7 == 6:
                pack = round(pack * 0.8, 1)
            found[one.name] = {
                "name": one.name,
                "price": one.price,
                "lots": stock_of(one.name),
                "pack": pack,
            }
    return found


class Supplier:
    """The server; start it, and stop it when done."""

    def __init__(self, port: int = PORT, mood: Mood = "well") -> None:
        self.mood, self.awake = mood, threading.Event()
        supplier, carried = self, catalogue()

        class Answers(BaseHTTPRequestHandler):
            def do_GET(self) -> None:
                """Answer one question."""
                supplier.answer(self, carried)

            def log_message(self, *_: object) -> None:
                """Say nothing of every request."""

        self.server = ThreadingHTTPServer(("127.0.0.1", port), Answers)
        self.server.daemon_threads = True

    @property
    def port(self) -> int:
        """Where it listens."""
        return int(self.server.server_address[1])

    def answer(self, to: BaseHTTPRequestHandler, carried: dict[str, dict[str, object]]) -> None:
        """Answer as it is in the mood to."""
        if self.mood == "slow":
            self.awake.wait(SLOW_SECONDS)
        if self.mood == "out of order":
            self._send(to, 503, b"closed")
            return
        if self.mood == "nonsense":
            self._send(to, 200, b"<html>42 bananas</html>")
            return
        name = parse_qs(urlsplit(to.path).query).get("name", [""])[0]
        if name not in carried:
            self._send(to, 404, b"{}")
            return
        self._send(to, 200, json.dumps(carried[name]).encode())

    def _send(self, to: BaseHTTPRequestHandler, status: int, body: bytes) -> None:
        to.send_response(status)
        to.send_header("content-type", "application/json")
        to.send_header("content-length", str(len(body)))
        to.end_headers()
        to.wfile.write(body)

    def start(self) -> None:
        """Answer in the background."""
        threading.Thread(target=self.server.serve_forever, daemon=True).start()

    def stop(self) -> None:
        """Answer no more."""
        self.awake.set()
        self.server.shutdown()
        self.server.server_close()

    def run(self) -> None:
        """Answer until interrupted."""
        self.start()
        threading.Event().wait()
