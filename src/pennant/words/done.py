"""The job with the steps that its record says are done."""

from collections.abc import Sequence

from pennant.core.days.days import steps_in
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.document.schedule import Done
from pennant.core.plan import Plan
from pennant.core.site.done import done_steps
from pennant.core.site.entries import Entry
from pennant.words.dates import Dates
from pennant.words.moments import local


def with_done(job: Job, made: Plan, entries: Sequence[Entry]) -> Job:
    """Return the job with the steps that the record says are done, for planning its days."""
    try:
        dates = Dates.of(job.schedule)
        steps = steps_in(job, made, dates)
    except JobRefused:
        return job  # what is wrong with the schedule is told where the days are planned
    known = {one.step for one in job.schedule.done}
    found = [one for one in done_steps(steps, entries) if one.step not in known]
    if not found:
        return job
    first = dates.first or local(min(one.minute for one in entries), job).date()
    done = []
    for one in found:
        at = local(one.minute, job)
        day = (at.date() - first).days + 1
        if day >= 1:
            on = at.date().isoformat() if dates.first else f"day {day}"
            done.append(Done(step=one.step, on=on, at=f"{at.hour}:{at.minute:02d}",
                             left_out=one.left_out[:200]))  # fmt: skip
    schedule = job.schedule.model_copy(update={"done": (*job.schedule.done, *done)})
    return job.model_copy(update={"schedule": schedule})
