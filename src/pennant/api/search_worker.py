"""A process of its own that searches: a question on each line of its input, answers on its output.

It runs behind everything else on the machine, and ends when its input does: with the server.
Run as ``python -m pennant.api.search_worker``.
"""

import contextlib
import json
import os
import queue
import sys
import threading
from collections.abc import Callable, Iterator
from typing import Any

from pydantic import BaseModel

from pennant.api.collecting import collect_seldom
from pennant.api.fewest import found_fewest
from pennant.api.models import board_of, drawn_tile_row, first_board_of
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused, NotReckoned, reckoning
from pennant.core.plan import drawn
from pennant.core.search.best import best_round
from pennant.core.search.cures import cures_of
from pennant.core.search.moves import moves_of, moves_together
from pennant.core.search.tiles_tried import tiles_tried
from pennant.core.survey.check import refuse_if_wrong
from pennant.words.cures import cures_in_words
from pennant.words.moves import moves_in_words
from pennant.words.starts import round_in_words

NICENESS = 10
"""How far a search stands back for everything else on the machine (0 to 19)."""


def _starts(asked: dict[str, Any], job: Job) -> Iterator[BaseModel]:
    yield board_of(job, asked["wall"])


def _first_starts(asked: dict[str, Any], job: Job) -> Iterator[BaseModel]:
    yield first_board_of(job, asked["wall"])


def _best(_: dict[str, Any], job: Job) -> Iterator[BaseModel]:
    refuse_if_wrong(job)
    yield from round_in_words(job, best_round(job))


def _cures(asked: dict[str, Any], job: Job) -> Iterator[BaseModel]:
    surface = asked["surface"]
    cures = cures_of(job, surface, asked["finding"])
    yield from cures_in_words(job, drawn(job).plan, surface, cures)


def _moves(_: dict[str, Any], job: Job) -> Iterator[BaseModel]:
    refuse_if_wrong(job)
    moves = moves_of(job)
    yield moves_in_words(job, drawn(job).plan, moves, moves_together(job, moves))


def _fewest(_: dict[str, Any], job: Job) -> Iterator[BaseModel]:
    yield from found_fewest(job)


def _tiles(_: dict[str, Any], job: Job) -> Iterator[BaseModel]:
    refuse_if_wrong(job)
    yield from map(drawn_tile_row, tiles_tried(job))


SEARCHES: dict[str, Callable[[dict[str, Any], Job], Iterator[BaseModel]]] = {
    "starts": _starts,
    "first-starts": _first_starts,
    "best": _best,
    "cures": _cures,
    "moves": _moves,
    "fewest": _fewest,
    "tiles": _tiles,
}


def answers(question: str) -> Iterator[str]:
    """Yield the lines that answer a question: ``+`` and a result each, then ``.``.

    ``!`` and the problems where the job is refused, instead of the ``.``.
    """
    asked = json.loads(question)
    try:
        with reckoning("the search"):
            for found in SEARCHES[asked["search"]](asked, Job.model_validate(asked["job"])):
                yield "+" + found.model_dump_json()
    except JobRefused as error:
        if isinstance(error, NotReckoned):
            print(f"search: {error}: {error.__cause__!r}", file=sys.stderr, flush=True)
        yield "!" + json.dumps([problem.model_dump() for problem in error.problems])
        return
    yield "."


def _listen(questions: "queue.SimpleQueue[str]") -> None:
    for line in sys.stdin:
        questions.put(line)
    os._exit(0)  # nobody asks any more, and whatever is being searched is for nobody


def main() -> None:
    """Answer question after question."""
    collect_seldom()
    with contextlib.suppress(OSError):
        os.nice(NICENESS)
    questions: queue.SimpleQueue[str] = queue.SimpleQueue()
    threading.Thread(target=_listen, args=(questions,), daemon=True).start()
    while True:
        for line in answers(questions.get()):
            print(line, flush=True)


if __name__ == "__main__":
    main()
