"""Nothing that a file can say raises anything but a refusal that names the field."""

import json
import random

import pytest
from mutations import mutated

from kitchens import sink_wall
from pennant.api.models import view_of
from pennant.core.document.refusal import JobRefused, NotReckoned
from pennant.core.plan import plan
from pennant.demos import demo_jobs
from pennant.files.drawing_dxf import plan_dxf
from pennant.files.job_json import job_of
from pennant.words.days import days_in_words
from pennant.words.shades import shades_in_words

DOCUMENTS = [json.loads(job.model_dump_json()) for job in (*demo_jobs(), sink_wall())]
TRIED = 80
PLAIN = json.loads(sink_wall().model_dump_json())
PLAIN["walls"][0]["start"] = {}


class TestSpoilt:
    """Hundreds of spoilt jobs: each is planned and worded whole, or refused with its fields."""

    @pytest.mark.parametrize("seed", range(8))
    def test_planned_or_refused(self, seed: int) -> None:
        chance = random.Random(seed)
        refused = 0
        for _ in range(TRIED):
            document = mutated(chance.choice((*DOCUMENTS, PLAIN)), chance, chance.choice((1, 1, 3)))
            try:
                assert view_of(job_of(document)).plan.surfaces
            except NotReckoned:
                raise
            except JobRefused as error:
                refused += all(problem.message for problem in error.problems)
        assert 0 < refused < TRIED

    @pytest.mark.parametrize("seed", range(2))
    def test_days_shades_and_drawings_too(self, seed: int) -> None:
        chance = random.Random(f"days {seed}")
        made = refused = 0
        for _ in range(8):
            document = chance.choice(DOCUMENTS)
            part = chance.choice(("schedule", "times", "shades", "products"))
            try:
                job = job_of({**document, **mutated({part: document[part]}, chance)})
                laid = plan(job)
                days_in_words(job, laid)
                shades_in_words(job, laid)
                plan_dxf(job, laid)
                made += 1
            except NotReckoned:
                raise
            except JobRefused as error:
                refused += all(problem.message for problem in error.problems)
        assert made > 0
        assert made + refused == 8
