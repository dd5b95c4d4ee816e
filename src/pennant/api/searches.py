"""Searches: a few at a time, in processes of their own, in turn, and none for nobody.

A search takes seconds; a plan for a key that is pressed takes hundredths. In a process of its own,
that stands back for others, a search never keeps a key waiting, and it can be ended at once.
"""

import asyncio
import contextlib
import hashlib
import json
import sys
from collections import OrderedDict
from collections.abc import AsyncIterator, Awaitable, Callable
from typing import Any

from pennant.core.document.refusal import JobRefused, Problem

AT_ONCE = 2
"""Searches that run at the same time: more only make one another late."""
MOST_WAITING = 6
"""Searches that may wait for their turn; whoever comes then is told to come again."""
LOOK_EVERY = 0.25
"""Seconds between two looks whether anybody still listens."""
LONGEST_LINE = 64_000_000
REMEMBERED = ("starts", "first-starts")
"""Searches whose answers are remembered: whoever comes back to a job's starts finds them there."""
MOST_REMEMBERED = 24
"""Answers: those of a kitchen's walls, as they are and as they were a few changes before."""

Gone = Callable[[], Awaitable[bool]]
"""Tells whether whoever asked has gone."""


class Busy(Exception):
    """So many searches wait already that another would only be late."""


class SearchEnded(Exception):
    """The process that searched is gone: the machine ran out of memory, or somebody ended it."""


class NobodyListens(Exception):
    """Whoever asked has gone; the search was ended."""


def _key(question: dict[str, Any]) -> str:
    """What tells a question from others: all of it but what the job is called."""
    asked = {**question, "job": {**question["job"], "name": ""}}
    return hashlib.sha256(json.dumps(asked, sort_keys=True).encode()).hexdigest()


class Searches:
    """The processes that search, and who waits for one of them."""

    def __init__(self) -> None:
        self._turn = asyncio.Semaphore(AT_ONCE)
        self._asked = 0
        self._idle: list[asyncio.subprocess.Process] = []
        self._all: set[asyncio.subprocess.Process] = set()
        self._answers: OrderedDict[str, tuple[str, ...]] = OrderedDict()

    async def results(self, question: dict[str, Any], gone: Gone) -> AsyncIterator[str]:
        """Yield each result of a search as JSON text.

        Raise `Busy` at once where too many wait, `NobodyListens` when ``gone``, `SearchEnded`,
        `JobRefused`.
        """
        key = _key(question) if question["search"] in REMEMBERED else ""
        if key in self._answers:
            self._answers.move_to_end(key)
            for known in self._answers[key]:
                yield known
            return
        if self._asked >= AT_ONCE + MOST_WAITING:
            raise Busy
        self._asked += 1
        found = []
        try:
            async for result in self._in_turn(question, gone):
                found.append(result)
                yield result
        finally:
            self._asked -= 1
        if key:
            self._answers[key] = tuple(found)
            while len(self._answers) > MOST_REMEMBERED:
                self._answers.popitem(last=False)

    async def _in_turn(self, question: dict[str, Any], gone: Gone) -> AsyncIterator[str]:
        await self._my_turn(gone)
        try:
            worker = self._idle.pop() if self._idle else await self._start()
            done = False
            try:
                async for result in self._ask(worker, question, gone):
                    yield result
                done = True
            except JobRefused:
                done = True
                raise
            finally:
                if done:
                    self._idle.append(worker)
                else:
                    self._end(worker)
        finally:
            self._turn.release()

    async def warm(self) -> None:
        """Have a process ready before the first search is asked for."""
        self._idle.append(await self._start())

    async def close(self) -> None:
        """End every process, and wait until they are gone."""
        for worker in self._all:
            self._end(worker)
        for worker in self._all:
            await worker.communicate()

    async def _my_turn(self, gone: Gone) -> None:
        turn = asyncio.ensure_future(self._turn.acquire())
        try:
            while not (await asyncio.wait({turn}, timeout=LOOK_EVERY))[0]:
                if await gone():
                    raise NobodyListens
        except BaseException:
            if not turn.cancel() and not turn.cancelled():
                self._turn.release()
            raise

    async def _start(self) -> asyncio.subprocess.Process:
        worker = await asyncio.create_subprocess_exec(
            sys.executable,
            "-m",
            "pennant.api.search_worker",
            stdin=asyncio.subprocess.PIPE,
            stdout=asyncio.subprocess.PIPE,
            limit=LONGEST_LINE,
        )
        self._all = {one for one in self._all if one.returncode is None} | {worker}
        return worker

    def _end(self, worker: asyncio.subprocess.Process) -> None:
        with contextlib.suppress(ProcessLookupError):
            worker.kill()

    async def _ask(
        self, worker: asyncio.subprocess.Process, question: dict[str, Any], gone: Gone
    ) -> AsyncIterator[str]:
        assert worker.stdin is not None
        assert worker.stdout is not None
        with contextlib.suppress(ConnectionError):
            worker.stdin.write(json.dumps(question).encode() + b"\n")
            await worker.stdin.drain()
        while True:
            line = await self._line(worker.stdout, gone)
            kind, text = line[:1], line[1:].rstrip("\n")
            if kind == "+":
                yield text
            elif kind == "!":
                raise JobRefused([Problem(**problem) for problem in json.loads(text)])
            elif kind == ".":
                return
            else:
                raise SearchEnded

    async def _line(self, stdout: asyncio.StreamReader, gone: Gone) -> str:
        reading = asyncio.ensure_future(stdout.readline())
        try:
            while not (await asyncio.wait({reading}, timeout=LOOK_EVERY))[0]:
                if await gone():
                    raise NobodyListens
            return reading.result().decode()
        finally:
            reading.cancel()
