"""The job as its record says it goes: steps that are done, and the pace of the hand so far."""

from collections.abc import Sequence

from pennant.core.days.days import steps_in
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.document.schedule import Done
from pennant.core.document.settings import meta
from pennant.core.plan import Plan
from pennant.core.site.done import done_steps
from pennant.core.site.entries import Entry
from pennant.core.site.paces import paces_of
from pennant.core.takes.mixing import pieces_an_hour
from pennant.words.dates import Dates
from pennant.words.moments import local


def as_it_goes(job: Job, planned: Plan, entries: Sequence[Entry]) -> Job:
    """Return the job for planning the rest of its days: steps done, and its own pace so far."""
    if not entries:
        return job
    kinds = {piece.id: piece.kind for piece in planned.pieces}
    own = paces_of(entries, kinds).set_an_hour
    if own is not None:
        pace = job.settings.pace * own / pieces_an_hour(job).value
        low, high = meta("pace")["least"], meta("pace")["most"]
        settings = job.settings.model_copy(update={"pace": min(max(pace, low), high)})
        job = job.model_copy(update={"settings": settings})
    return with_done(job, planned, entries)


def with_done(job: Job, planned: Plan, entries: Sequence[Entry]) -> Job:
    """Return the job with the steps that the record says are done, for planning its days."""
    try:
        dates = Dates.of(job.schedule)
        steps = steps_in(job, planned, dates)
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
            done.append(
                Done(
                    step=one.step,
                    on=on,
                    at=f"{at.hour}:{at.minute:02d}",
                    left_out=one.left_out[:200],
                )
            )
    schedule = job.schedule.model_copy(update={"done": (*job.schedule.done, *done)})
    return job.model_copy(update={"schedule": schedule})
