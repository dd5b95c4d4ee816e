"""Kitchens for the tests of the days, and what is asked of their steps."""

from typing import Any

from kitchens import a_job
from pennant.core.days.days import Days, days_of
from pennant.core.days.facts import Facts
from pennant.core.days.step import Step, Wait
from pennant.core.days.steps import steps_of
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.words.dates import Dates

COAT = {"name": "Coat", "pack": 1, "cover": 8}
BED = {"name": "Bed", "pack": 10}
MAT = {"name": "Mat", "width": "12", "roll": "180"}
OUTLET = {"kind": "outlet", "id": "o", "at": "20", "up": "9"}
LONGEST = 510


def zone(made_of: str, **more: Any) -> dict[str, Any]:
    """A stretch of wall."""
    return {"kind": "zone", "id": "z", "at": "0", "width": "60", "made_of": made_of, **more}


def a_kitchen(tile: dict[str, Any] | None = None, **changes: Any) -> Job:
    """A wall 96 x 30 in, with what its tile is made of besides."""
    job = a_job(things=changes.pop("things", []), settings={}, **changes)
    if tile is None:
        return job
    return job.model_copy(update={"tile": job.tile.model_copy(update=tile)})


def steps_for(job: Job) -> dict[str, Step]:
    """The steps of a job."""
    return {one.id: one for one in steps_of(Facts(job, plan(job)), LONGEST)}


def rules_of(job: Job) -> set[str]:
    """Which steps a job has."""
    return {str(one.rule) for one in steps_for(job).values()}


def waits(job: Job, step: str) -> dict[str, Wait]:
    """What a step waits for, by the rule of the step that it waits after."""
    steps = steps_for(job)
    return {
        str(steps[one.step].rule): one.wait for one in steps[step].follows if one.wait is not None
    }


def planned(job: Job, **more: Any) -> Days:
    """The days of a job."""
    return days_of(job, plan(job), Dates.of(job.schedule), **more)


def with_schedule(job: Job, **changes: Any) -> Job:
    """The job with other hours, people or dates."""
    return Job.model_validate({**job.model_dump(mode="json"), "schedule": changes})
