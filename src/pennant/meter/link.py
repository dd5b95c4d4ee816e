"""The link to a meter: its readings as they come, and shots asked for."""

import asyncio
from collections.abc import AsyncIterator

from pennant.meter.protocol import LONGEST_LINE, NotAMeter, Reading, parse

PATIENCE = 2.0
"""Seconds for a meter on this machine to answer the door."""


class MeterOff(ConnectionError):
    """No meter answers; the message says where it was looked for."""


async def _open(host: str, port: int) -> tuple[asyncio.StreamReader, asyncio.StreamWriter]:
    try:
        opening = asyncio.open_connection(host, port, limit=LONGEST_LINE)
        return await asyncio.wait_for(opening, PATIENCE)
    except (OSError, TimeoutError) as error:
        raise MeterOff(f"no meter answers at {host}:{port}") from error


async def readings(host: str, port: int) -> AsyncIterator[Reading]:
    """Yield the meter's readings in order until it is gone; raise `MeterOff` if there is none.

    Lines that no meter says are passed over.
    """
    reader, writer = await _open(host, port)
    try:
        while True:
            try:
                line = await reader.readline()
            except (ConnectionError, ValueError):
                return
            if not line:
                return
            try:
                yield parse(line.decode("ascii", "replace"))
            except NotAMeter:
                continue
    finally:
        writer.close()


async def shoot(host: str, port: int, aim: float | None) -> None:
    """Ask for a shot, after telling a simulated meter what it is aimed at (mm)."""
    _, writer = await _open(host, port)
    aimed = "" if aim is None else f"AIM {aim:.1f}\n"
    writer.write(f"{aimed}SHOOT\n".encode("ascii"))
    await writer.drain()
    writer.close()
