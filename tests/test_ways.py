"""Where schools differ: asked only where the job raises it, with a reason for each way."""

from typing import Any, get_args

import pytest

from kitchens import IN, a_job
from pennant.core.document.job import Job
from pennant.core.document.methods import QUESTIONS, Question, Ways
from pennant.words.ways import ASKED, ways_in_words

GAP = {"kind": "range-gap", "id": "range", "at": "20", "width": "30", "down": "4"}


def zone(made_of: str) -> dict[str, Any]:
    """A stretch of wall."""
    return {"kind": "zone", "id": "z", "at": "0", "width": "40", "made_of": made_of}


def asked(**changes: Any) -> set[str]:
    """The questions that a changed wall raises."""
    return {one.question for one in ways_in_words(a_job(settings={}, **changes))}


class TestQuestions:
    """Every way has words; the default is the first."""

    @pytest.mark.parametrize("question", QUESTIONS)
    def test_words_and_ways_are_the_same(self, question: Question) -> None:
        ways = get_args(Ways.model_fields[question].annotation)
        assert tuple(ASKED[question][1]) == ways
        assert ways[0] == getattr(Ways(), question)
        assert all(says and why for says, why in ASKED[question][1].values())

    def test_only_those_that_the_job_raises(self) -> None:
        assert asked(joint="1/16") == {"spacers", "cuts"}
        assert asked(joint=0) == {"cuts"}
        assert asked(joint=IN / 8) == {"spacers", "eighth", "cuts"}
        assert "gap" in asked(things=[GAP])
        assert "paint" in asked(things=[zone("painted board")])
        assert "old_tile" in asked(things=[zone("old tile")])
        assert not asked(things=[zone("skim")]) & {"paint", "old_tile"}

    def test_sealing_where_the_tile_is_open_pored(self) -> None:
        tile = {"length": "8", "height": "2 1/2", "thickness": "5/16", "porous": True}
        job = Job.model_validate({**a_job().model_dump(mode="json"), "tile": tile})
        assert "sealed" in {one.question for one in ways_in_words(job)}
