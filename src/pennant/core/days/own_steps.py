"""Steps that the job's owner adds to those of the table: what each comes after, and before what."""

import math
from collections.abc import Sequence

from pennant.core.days.step import Follows, Step, Wait
from pennant.core.document.job import Job
from pennant.core.takes.working import given


def with_own(steps: list[Step], job: Job) -> list[Step]:
    """Return the steps that the job's owner added, and what comes after each."""
    found = list(steps)
    for own in job.schedule.own_steps:
        working = given(own.name, own.minutes, "minutes", "schedule")
        found.append(
            Step(
                id=own.name,
                rule=None,
                name=own.name,
                phase="own",
                minutes=math.ceil(own.minutes),
                working=working,
                follows=tuple(
                    Follows(step=id_)
                    for name in own.follows
                    for id_ in _named(steps, job, name, last=True)
                ),
            )
        )
        wait = None
        if own.wait_hours > 0:
            wait = Wait(hours=own.wait_hours, what="dry", source="schedule")
        firsts = {id_ for name in own.before for id_ in _named(steps, job, name, last=False)}
        found = [
            one.model_copy(update={"follows": (*one.follows, Follows(step=own.name, wait=wait))})
            if one.id in firsts
            else one
            for one in found
        ]
    return found


def _named(steps: Sequence[Step], job: Job, name: str, *, last: bool) -> list[str]:
    """The step of a name: of one done by sections its last, or its first where it comes after."""
    own = {one.name for one in job.schedule.own_steps}
    if name in own:
        return [name]
    meant = [one.id for one in steps if name in (one.id, one.rule)]
    return [meant[-1] if last else meant[0]] if meant else []
