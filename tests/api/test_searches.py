"""Searches run a few at a time, in turn, and never for somebody who has gone."""

import asyncio
import json
from collections.abc import AsyncIterator

import pytest

from kitchens import a_job
from pennant.api.search_worker import answers
from pennant.api.searches import AT_ONCE, MOST_WAITING, Busy, NobodyListens, Searches
from pennant.core.document.refusal import JobRefused

JOB = json.loads(a_job(length="50", top="20", tile=("14", "8")).model_dump_json())
"""A wall of few tiles: what is tried here is who gets a turn, not what is found."""
QUESTION = {"search": "starts", "job": JOB, "wall": "a"}


async def here() -> bool:
    return False


async def gone() -> bool:
    return True


async def first(found: AsyncIterator[str]) -> str:
    results = [one async for one in found]
    return results[0]


async def with_searches(work) -> object:
    searches = Searches()
    try:
        return await work(searches)
    finally:
        await searches.close()


class TestWorker:
    """A question on a line; results, and then an end."""

    def test_results_and_an_end(self) -> None:
        board, end = answers(json.dumps(QUESTION))
        assert json.loads(board[1:])["starts"]
        assert (board[0], end) == ("+", ".")

    def test_a_refusal_ends_it(self) -> None:
        broken = {**JOB, "pattern": {**JOB["pattern"], "joint": 900}}
        (refusal,) = answers(json.dumps({"search": "best", "job": broken}))
        assert json.loads(refusal[1:])[0]["pointer"] == "/pattern/joint"

    def test_what_it_cannot_do_is_a_refusal_too(self) -> None:
        (refusal,) = answers(json.dumps({"search": "starts", "job": JOB}))
        assert "could not be reckoned" in json.loads(refusal[1:])[0]["message"]


class TestTurns:
    """So many at once, so many waiting, and the rest told so at once."""

    def test_one_process_serves_one_after_another(self) -> None:
        async def work(searches: Searches) -> int:
            for search in ("first-starts", "starts"):
                await first(searches.results({**QUESTION, "search": search}, here))
            return len(searches._all)

        assert asyncio.run(with_searches(work)) == 1

    def test_starts_that_were_found_are_there_when_one_comes_back(self) -> None:
        """What the job is called changes nothing; another wall is another question."""

        async def work(searches: Searches) -> tuple[str, str, int]:
            found = await first(searches.results(QUESTION, here))
            renamed = {**QUESTION, "job": {**JOB, "name": "Called otherwise"}}
            for process in searches._all:
                process.kill()  # nobody could search any more
            again = await first(searches.results(renamed, here))
            return found, again, len(searches._answers)

        found, again, known = asyncio.run(with_searches(work))
        assert again == found
        assert known == 1

    def test_too_many_are_told_that_it_is_busy(self) -> None:
        async def work(searches: Searches) -> list[object]:
            asked = [
                asyncio.ensure_future(first(searches.results(QUESTION, here)))
                for _ in range(AT_ONCE + MOST_WAITING + 3)
            ]
            return await asyncio.gather(*asked, return_exceptions=True)

        found = asyncio.run(with_searches(work))
        assert sum(isinstance(one, Busy) for one in found) == 3
        assert sum(isinstance(one, str) for one in found) == AT_ONCE + MOST_WAITING

    def test_ends_when_nobody_listens(self) -> None:
        async def work(searches: Searches) -> None:
            question = {"search": "best", "job": JOB}
            with pytest.raises(NobodyListens):
                await first(searches.results(question, gone))
            (process,) = searches._all
            assert await process.wait() != 0
            assert await first(searches.results(QUESTION, here))

        asyncio.run(with_searches(work))

    def test_a_refused_job_leaves_the_process_for_the_next(self) -> None:
        async def work(searches: Searches) -> None:
            with pytest.raises(JobRefused):
                await first(searches.results({**QUESTION, "wall": "z"}, here))
            assert await first(searches.results(QUESTION, here))
            assert len(searches._all) == 1

        asyncio.run(with_searches(work))
