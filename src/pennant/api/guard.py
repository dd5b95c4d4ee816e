"""What keeps the machine safe: known hosts, no cross-site writes, small bodies, strict pages."""

from starlette.datastructures import Headers
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from pennant.api.problems import problem
from pennant.files.job_json import LARGEST

HOSTS = frozenset({"127.0.0.1", "localhost", "[::1]"})
"""Names under which this machine is asked. A foreign name means that a web site points here."""

HEADERS = {
    "content-security-policy": "default-src 'self'; style-src 'self' 'unsafe-inline'; "
    "img-src 'self' data:; object-src 'none'; base-uri 'none'; form-action 'self'; "
    "frame-ancestors 'none'",
    "x-content-type-options": "nosniff",
    "referrer-policy": "no-referrer",
    "cross-origin-opener-policy": "same-origin",
    "cross-origin-resource-policy": "same-origin",
}


class Guard:
    """ASGI middleware around everything else."""

    def __init__(self, app: ASGIApp, hosts: frozenset[str] = HOSTS) -> None:
        self.app, self.hosts = app, hosts

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Refuse or pass on; add the headers to every answer."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return

        async def with_headers(message: Message) -> None:
            if message["type"] == "http.response.start":
                extra = [(name.encode(), value.encode()) for name, value in HEADERS.items()]
                message["headers"] = [*message["headers"], *extra]
            await send(message)

        refusal = self._refusal(scope["method"], Headers(scope=scope))
        if refusal is None:
            await self.app(scope, _limited(receive), with_headers)
        else:
            status, name, detail = refusal
            answer = problem(status, name, "This request is refused", detail)
            await answer(scope, receive, with_headers)

    def _refusal(self, method: str, headers: Headers) -> tuple[int, str, str] | None:
        host = headers.get("host", "")
        if _name(host) not in self.hosts:
            return 421, "foreign-host", f"Pennant does not answer to the host name {host!r}"
        if method not in ("GET", "HEAD", "OPTIONS"):
            origin = headers.get("origin")
            site = headers.get("sec-fetch-site", "same-origin")
            foreign = origin is not None and origin.partition("://")[2] != host
            if foreign or site not in ("same-origin", "none"):
                return 403, "cross-site", "another site may not change jobs"
        length = headers.get("content-length", "0")
        if length.isdigit() and int(length) > LARGEST:
            return 413, "too-large", f"at most {LARGEST:,} bytes are read; this has {length}"
        return None


def _name(host: str) -> str:
    """The host without its port; an IPv6 address keeps its brackets."""
    return host[: host.index("]") + 1] if host.startswith("[") and "]" in host else (
        host.rsplit(":", 1)[0] if ":" in host else host
    )  # fmt: skip


def _limited(receive: Receive) -> Receive:
    seen = 0

    async def counted() -> Message:
        nonlocal seen
        message = await receive()
        seen += len(message.get("body", b""))
        if seen > LARGEST:
            # A body that hides its length is cut off: the rest is never read.
            return {"type": "http.disconnect"}
        return message

    return counted
