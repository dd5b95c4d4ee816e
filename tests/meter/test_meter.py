"""The laser meter: its protocol, the simulated one, the link, and the readings over HTTP."""

import asyncio
import json
import socket
import statistics
from collections.abc import AsyncIterator, Awaitable, Callable
from concurrent.futures import ThreadPoolExecutor
from contextlib import asynccontextmanager

import pytest
from fastapi.testclient import TestClient

from pennant.api.app import make_app
from pennant.api.meter import _events
from pennant.meter.link import MeterOff, readings, shoot
from pennant.meter.protocol import FAILURES, NotAMeter, Reading, parse, write
from pennant.meter.simulator import Meter, MeterServer
from pennant.store.database import Database


def free_port() -> int:
    """A port that nothing listens on."""
    with socket.create_server(("127.0.0.1", 0)) as server:
        return int(server.getsockname()[1])


@asynccontextmanager
async def switched_on(seed: int = 1) -> AsyncIterator[tuple[MeterServer, int]]:
    """A simulated meter on a port of its own."""
    port, server = free_port(), MeterServer(Meter(seed))
    async with await server.serve("127.0.0.1", port):
        yield server, port


def run(work: Callable[[], Awaitable[None]]) -> None:
    """Run a test that waits, within a limit that only a fault reaches."""

    async def limited() -> None:
        await asyncio.wait_for(work(), 20)

    # In a thread of its own: a browser test before may have left its loop running in this one.
    with ThreadPoolExecutor(1) as pool:
        pool.submit(asyncio.run, limited()).result()


class TestProtocol:
    """Lines that a meter says, and lines that none does."""

    @pytest.mark.parametrize("reading", [Reading(1, 906.4), Reading(999, 0.0), Reading(2, 30000.1)])
    def test_a_reading_is_read_as_it_was_written(self, reading: Reading) -> None:
        assert parse(write(reading)) == reading

    @pytest.mark.parametrize("code", sorted(FAILURES))
    def test_a_failure_is_told_in_words(self, code: str) -> None:
        failed = parse(write(Reading(7, None, code)))
        assert (failed.number, failed.mm, failed.failure) == (7, None, FAILURES[code])

    @pytest.mark.parametrize(
        "line", ["", "?", "R 1", "R x 3", "R 1 -5", "R 1 1e9", "R 1 12345678", "E 1 weak", "r 1 3"]
    )
    def test_anything_else_is_no_meter_s(self, line: str) -> None:
        with pytest.raises(NotAMeter):
            parse(line)


class TestSimulated:
    """It scatters like a hand-held meter, and now and then a shot is bad."""

    def shots(self, aim: float, count: int = 3000) -> list[Reading]:
        meter = Meter(seed=3)
        meter.aimed_at = aim
        return [meter.shoot() for _ in range(count)]

    def test_most_are_within_two_millimetres(self) -> None:
        good = [r.mm for r in self.shots(2000) if r.mm is not None and abs(r.mm - 2000) < 20]
        assert statistics.mean(good) == pytest.approx(2000, abs=0.1)
        assert 0.6 < statistics.stdev(good) < 1.0

    def test_some_are_stray_and_short_and_some_fail(self) -> None:
        shots = self.shots(2000)
        stray = [r for r in shots if r.mm is not None and r.mm < 1950]
        failed = [r for r in shots if r.mm is None]
        assert 0.02 < len(stray) / len(shots) < 0.06
        assert 0.015 < len(failed) / len(shots) < 0.05

    def test_too_near_gives_no_reading(self) -> None:
        assert {r.failure for r in self.shots(20, 10)} == {"NEAR"}

    def test_the_same_seed_gives_the_same_shots(self) -> None:
        assert self.shots(700, 20) == self.shots(700, 20)


class TestLink:
    """Readings come in order to everyone who listens."""

    def test_in_order_to_all(self) -> None:
        async def work() -> None:
            async with switched_on() as (server, port):
                listeners = [readings("127.0.0.1", port) for _ in range(2)]
                waiting = [asyncio.ensure_future(anext(one)) for one in listeners]
                while len(server._listeners) < 2:
                    await asyncio.sleep(0)
                await shoot("127.0.0.1", port, 906.4)
                first = [await one for one in waiting]
                await server.hear("SHOOT")
                second = [await anext(one) for one in listeners]
                assert first[0] == first[1]
                assert second[0] == second[1]
                assert (first[0].number, second[0].number) == (1, 2)
                assert first[0].mm == pytest.approx(906.4, abs=5)
                for one in listeners:
                    await one.aclose()

        run(work)

    def test_what_it_does_not_know_is_answered_with_a_question_mark(self) -> None:
        async def work() -> None:
            async with switched_on() as (_, port):
                reader, writer = await asyncio.open_connection("127.0.0.1", port)
                writer.write(b"AIM high\nHELLO\n")
                assert [await reader.readline() for _ in range(2)] == [b"?\n", b"?\n"]
                writer.close()

        run(work)

    def test_nonsense_is_passed_over_and_the_end_is_the_end(self) -> None:
        async def work() -> None:
            port = free_port()

            async def babble(_: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
                writer.write(b"?\n\xff\xfe\nR 4 12.5\n")
                writer.close()

            async with await asyncio.start_server(babble, "127.0.0.1", port):
                found = [reading async for reading in readings("127.0.0.1", port)]
            assert found == [Reading(4, 12.5)]

        run(work)

    def test_a_meter_that_is_off(self) -> None:
        async def work() -> None:
            port = free_port()
            with pytest.raises(MeterOff, match=f"no meter answers at 127.0.0.1:{port}"):
                await shoot("127.0.0.1", port, None)

        run(work)


class TestOverHttp:
    """Readings as events; a meter that is off is a clear state."""

    def test_events(self) -> None:
        async def work() -> None:
            async with switched_on() as (server, port):
                events = _events(port)
                assert "event: ready" in await anext(events)
                coming = asyncio.ensure_future(anext(events))
                while not server._listeners:
                    await asyncio.sleep(0)
                server.meter.aimed_at = 500.0
                await server.hear("SHOOT")
                told = json.loads((await coming).removeprefix("data: "))
                assert told["number"] == 1
                assert told["mm"] == pytest.approx(500, abs=5)
                await events.aclose()

        run(work)

    def test_off(self, tmp_path: object) -> None:
        async def work() -> None:
            events = [event async for event in _events(free_port())]
            assert events[-1].startswith("event: off")
            assert "no meter answers" in events[-1]

        run(work)
        app = make_app(Database(tmp_path / "a.db"), None, meter_port=free_port())
        with TestClient(app, base_url="http://127.0.0.1") as client:
            answer = client.post("/api/meter/shoot", json={"aim": 5})
            assert (answer.status_code, answer.json()["type"]) == (503, "urn:pennant:meter-off")
            assert client.post("/api/meter/shoot", json={"aim": -5}).status_code == 422
