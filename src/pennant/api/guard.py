"""What keeps the machine safe: known hosts, no cross-site asking, small bodies, strict pages.

Also the last line of defence: whatever nobody else has dealt with is logged and becomes an answer
in form.
"""

import asyncio
import logging
import re

from starlette.datastructures import Headers
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from pennant.api.problems import problem
from pennant.files.bundle import LARGEST_ZIP
from pennant.files.job_json import LARGEST
from pennant.files.photographs import LARGEST_FILE

log = logging.getLogger("pennant")

HOSTS = frozenset({"127.0.0.1", "localhost", "[::1]"})
"""Names under which this machine is asked. A foreign name means that a web site points here."""
BODY_SECONDS = 30.0
"""How long a body may take to arrive; from this machine it takes a moment."""

HEADERS = {
    "content-security-policy": "default-src 'self'; style-src 'self' 'unsafe-inline'; "
    "img-src 'self' data:; object-src 'none'; base-uri 'none'; form-action 'self'; "
    "frame-ancestors 'none'",
    "x-content-type-options": "nosniff",
    "referrer-policy": "no-referrer",
    "cross-origin-opener-policy": "same-origin",
    "cross-origin-resource-policy": "same-origin",
}


class TooLarge(Exception):
    """A body that is larger than any job file, found out while it was read."""


class TooSlow(Exception):
    """A body that takes so long to arrive that it only holds a place."""


class Guard:
    """ASGI middleware around everything else."""

    def __init__(self, app: ASGIApp, hosts: frozenset[str] = HOSTS) -> None:
        self.app = app
        names = "|".join(re.escape(host) for host in sorted(hosts))
        self.own = re.compile(rf"(?:{names})(?::\d{{1,5}})?")

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Refuse or pass on; add the headers to every answer."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        begun = False

        async def with_headers(message: Message) -> None:
            nonlocal begun
            if message["type"] == "http.response.start":
                begun = True
                extra = [(name.encode(), value.encode()) for name, value in HEADERS.items()]
                message["headers"] = [*message["headers"], *extra]
            await send(message)

        refusal = self._refusal(scope, Headers(scope=scope))
        if refusal is None:
            try:
                await self.app(scope, _limited(receive, largest_of(scope)), with_headers)
                return
            except TooLarge:
                refusal = 413, "too-large", f"at most {largest_of(scope):,} bytes are read"
            except TooSlow:
                refusal = 408, "too-slow", f"the body took longer than {BODY_SECONDS:.0f} s"
            except Exception:
                log.exception("%s %s", scope["method"], scope["path"])
                refusal = 500, "defect", "a fault in Pennant; what is kept is not touched by it"
            if begun:
                return  # the answer is under way: it ends here, short, and so is seen to be broken
        status, name, detail = refusal
        answer = problem(status, name, "This request is refused", detail)
        answer.headers["connection"] = "close"
        await answer(scope, receive, with_headers)

    def _refusal(self, scope: Scope, headers: Headers) -> tuple[int, str, str] | None:
        host = headers.get("host", "")
        if len(headers.getlist("host")) > 1 or not self.own.fullmatch(host):
            return 421, "foreign-host", f"Pennant does not answer to the host name {host[:80]!r}"
        origin = headers.get("origin")
        site = headers.get("sec-fetch-site", "same-origin")
        foreign = site not in ("same-origin", "none")
        if origin is not None and origin != f"{scope['scheme']}://{host}":
            foreign = True
        # A link to a page from elsewhere may be followed; nothing else is done for another site.
        asks = scope["method"] not in ("GET", "HEAD", "OPTIONS") or scope["path"].startswith("/api")
        if foreign and asks:
            return 403, "cross-site", "another site may neither read nor change jobs"
        length = headers.get("content-length", "0")
        most = largest_of(scope)
        if length.isdigit() and (len(length) > 12 or int(length) > most):
            return 413, "too-large", f"at most {most:,} bytes are read; this has {length[:20]}"
        return None


def largest_of(scope: Scope) -> int:
    """Return how many bytes of a body are read: of a photograph or a zip more than of a job."""
    path = str(scope["path"])
    if path.endswith("/photographs"):
        return LARGEST_FILE
    return LARGEST_ZIP if path.endswith("/import/zip") else LARGEST


def _limited(receive: Receive, most: int) -> Receive:
    seen, whole = 0, False
    ends = asyncio.get_running_loop().time() + BODY_SECONDS

    async def counted() -> Message:
        nonlocal seen, whole
        if whole:
            return await receive()  # waits until whoever asked has gone
        left = ends - asyncio.get_running_loop().time()
        try:
            message = await asyncio.wait_for(receive(), max(left, 0.0))
        except TimeoutError as error:
            raise TooSlow from error
        seen += len(message.get("body", b""))
        whole = not message.get("more_body", False)
        if seen > most:
            raise TooLarge
        return message

    return counted
