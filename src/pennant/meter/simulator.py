"""A simulated laser distance meter, for those who have none at hand.

It has no eyes: it is told what it is aimed at (``AIM``), and shoots at that with the scatter of a
hand-held meter, and now and then a bad shot.
"""

import asyncio
import contextlib
import random

from pennant.meter.protocol import LONGEST_LINE, Reading, write

SCATTER = 0.6
"""Millimetres: the usual spread of a hand-held meter's readings, on a wall a few metres off."""
SCATTER_A_METRE = 0.1
"""Millimetres more for each metre."""
STRAY = 1 / 25
"""One shot in so many hits something on the way, and reads short."""
FAILS = 1 / 30
"""One in so many gives no reading."""
NEAREST = 50.0


class Meter:
    """The meter itself: aimed, it shoots. The same seed gives the same shots."""

    def __init__(self, seed: int | None = None) -> None:
        self._random = random.Random(seed)
        self.aimed_at = 1000.0
        self.number = 0

    def shoot(self) -> Reading:
        """Take one reading of what it is aimed at, in mm to a tenth."""
        self.number += 1
        if self.aimed_at < NEAREST:
            return Reading(self.number, None, "NEAR")
        chance = self._random.random()
        if chance < FAILS:
            return Reading(self.number, None, self._random.choice(["WEAK", "BRIGHT"]))
        distance = self.aimed_at
        if chance < FAILS + STRAY:
            distance *= self._random.uniform(0.4, 0.95)
        spread = SCATTER + SCATTER_A_METRE * self.aimed_at / 1000
        return Reading(self.number, round(max(distance + self._random.gauss(0, spread), 0.0), 1))


class MeterServer:
    """A meter on a socket: every reading goes to all who are connected."""

    def __init__(self, meter: Meter) -> None:
        self.meter = meter
        self._listeners: set[asyncio.StreamWriter] = set()

    async def serve(self, host: str, port: int) -> asyncio.Server:
        """Listen; raise OSError if the port is taken."""
        return await asyncio.start_server(self._talk, host, port, limit=LONGEST_LINE)

    async def _talk(self, reader: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
        self._listeners.add(writer)
        try:
            while line := await reader.readline():
                await self.hear(line.decode("ascii", "replace"), writer)
        except (ConnectionError, ValueError):
            pass  # gone, or a line that no one types: the meter has nothing to say to that
        finally:
            self._listeners.discard(writer)
            writer.close()

    async def hear(self, line: str, writer: asyncio.StreamWriter | None = None) -> None:
        """Do what a line says: ``AIM 906.4``, ``SHOOT``; anything else is answered with ``?``."""
        word, _, rest = line.strip().partition(" ")
        if word == "AIM":
            with contextlib.suppress(ValueError):
                self.meter.aimed_at = min(max(float(rest), 0.0), 100_000.0)
                return
        if word == "SHOOT":
            await self._say(write(self.meter.shoot()))
        elif writer is not None:
            writer.write(b"?\n")
            await writer.drain()

    async def _say(self, line: str) -> None:
        for listener in list(self._listeners):
            with contextlib.suppress(ConnectionError):
                listener.write(line.encode("ascii"))
                await listener.drain()
