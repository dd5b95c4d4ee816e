"""Serving: the desk's application on this machine alone and, where asked for, phones beside it."""

import asyncio
import ipaddress
import socket
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import uvicorn

from pennant.api.certificate import certificate_for, fingerprint_of
from pennant.api.collecting import collect_seldom
from pennant.api.connections import SLOW_SECONDS, CountedSocket, PromptProtocol
from pennant.api.pairing import Listening


class CannotListen(OSError):
    """A port or an address that cannot be listened on; the message says what to do."""


@dataclass(frozen=True)
class Opened:
    """A socket that listens, and the certificate and key it speaks by, if any."""

    listening: socket.socket
    tls: tuple[Path, Path] | None = None


@dataclass(frozen=True)
class ForPhones:
    """How phones are to reach this machine: empty host for the address that it has."""

    host: str
    port: int
    plain: bool
    certificate: Path | None
    key: Path | None


def is_loopback(host: str) -> bool:
    """Whether an address to listen on is this machine's own, by every meaning that it has."""
    try:
        found = socket.getaddrinfo(host, None)
    except OSError:
        return False
    return all(ipaddress.ip_address(address[4][0]).is_loopback for address in found)


def opened(host: str, port: int) -> Opened:
    """Return a socket that listens; raise `CannotListen`."""
    try:
        family = socket.getaddrinfo(host, None)[0][0]
        return Opened(socket.create_server((host, port), family=family))
    except OSError as error:
        raise CannotListen(
            f"cannot listen on {host}:{port}: {error.strerror}; choose another port with --port "
            "(make demo PORT=8767) or --lan-port"
        ) from None


def opened_for_phones(asked: ForPhones, folder: Path) -> tuple[Opened, Listening, str]:
    """Return what listens for phones, how they reach it, and its host name.

    Raise `CannotListen`; `CertificateUnreadable` for one that was brought.
    """
    host = asked.host or own_address()
    shown = f"[{host}]" if ":" in host else host
    tls = fingerprint = None
    if not asked.plain:
        own = asked.certificate and asked.key and (asked.certificate, asked.key)
        tls = own or certificate_for(host, folder)
        fingerprint = fingerprint_of(tls[0])
    found = opened(host, asked.port)
    port = found.listening.getsockname()[1]
    address = f"{'https' if tls else 'http'}://{shown}:{port}"
    return Opened(CountedSocket.of(found.listening), tls), Listening(address, fingerprint), shown


def own_address() -> str:
    """Return this machine's address in its network; raise `CannotListen` where it has none.

    Nothing is sent: the system is asked which address it would send from.
    """
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as asking:
        try:
            asking.connect(("192.0.2.1", 9))  # an address kept for examples
        except OSError:
            raise CannotListen(
                "this machine has no address in a network; say one: --lan ADDRESS"
            ) from None
        return str(asking.getsockname()[0])


def serve(*applications: tuple[Any, Opened]) -> None:
    """Serve applications, each on its socket, until a signal ends them all."""
    collect_seldom()
    asyncio.run(_serve(applications))


async def _serve(applications: tuple[tuple[Any, Opened], ...]) -> None:
    servers = []
    for app, on in applications:
        certificate, key = on.tls or (None, None)
        # An open stream of meter readings must not keep the application from stopping.
        config = uvicorn.Config(
            app,
            log_level="warning",
            timeout_graceful_shutdown=1,
            http=PromptProtocol,
            timeout_keep_alive=SLOW_SECONDS,
            ssl_certfile=certificate,
            ssl_keyfile=key,
        )
        servers.append((uvicorn.Server(config), on.listening))
    running = [asyncio.ensure_future(one.serve(sockets=[at])) for one, at in servers]
    # A signal reaches one of them: the others end with it.
    await asyncio.wait(running, return_when=asyncio.FIRST_COMPLETED)
    for one, _ in servers:
        one.should_exit = True
    await asyncio.gather(*running)
