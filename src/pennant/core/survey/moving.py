"""A thing moved on its wall: its own measures change, and what was measured from it stays put."""

from typing import Any

from pennant.core.document.job import Job
from pennant.core.document.measures import Up
from pennant.core.document.survey import AnyThing, Check, Unsettled
from pennant.core.geometry.tolerance import tidy
from pennant.core.survey.edits import rebased, wall_number, with_things
from pennant.core.survey.placing import places_of


def moved(
    job: Job, wall: str, thing: str, *, right: float = 0.0, up: float = 0.0, horn: float = 0.0
) -> Job:
    """Return the job with a thing moved right and up, its sill board's ends made longer (mm).

    Raise `JobRefused` where the wall or the places of its things are wrong.
    """
    number = wall_number(job, wall)
    on = places_of(job)[number]
    things = [
        _moved(one, right, up, horn) if one.id == thing else rebased(one, on, thing)
        for one in job.walls[number].things
    ]
    return with_things(job, number, things)


def wished(job: Job, wall: str, thing: str, why: str) -> Job:
    """Return the job with a thing's place marked as wished for, until it is measured again."""
    number = wall_number(job, wall)
    things = [
        one.model_copy(
            update={
                "unsettled": (one.unsettled or Unsettled(why=why)).model_copy(update={"why": why})
            }
        )
        if one.id == thing
        else one
        for one in job.walls[number].things
    ]
    return with_things(job, number, things)


def _moved(thing: AnyThing, right: float, up: float, horn: float) -> AnyThing:
    changes: dict[str, Any] = {}
    if right and not isinstance(thing, Check):
        changes["at"] = thing.at.moved(right)
    if up:
        for field in ("up", "clear", "clear_right", "sill"):
            measure = getattr(thing, field, None)
            if isinstance(measure, Up):
                changes[field] = measure.moved(up)
    if horn:
        changes["horn"] = tidy(getattr(thing, "horn", 0.0) + horn)
    return thing.model_copy(update=changes)
