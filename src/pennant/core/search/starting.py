"""A job begun otherwise: its wishes that count, the start of a wall or counter, and another one."""

from pennant.core.document.job import Job
from pennant.core.document.starts import Start
from pennant.core.document.wishes import Wish
from pennant.core.survey.edits import changed, wall_number


def wishes_of(job: Job) -> tuple[Wish, ...]:
    """Return the wishes that count, in the client's order."""
    return tuple(wish for wish in job.wishes if wish.on)


def start_of(job: Job, where: str) -> Start:
    """Return the start of a wall or of a tiled counter by its id; raise KeyError for another."""
    own = next((counter.start for counter in job.counters if counter.id == where), None)
    return own if own is not None else job.wall(where).start


def started(job: Job, wall: str, start: Start) -> Job:
    """Return the job with another start on one wall, or on a tiled counter."""
    if any(counter.id == wall for counter in job.counters):
        counters = tuple(
            one.model_copy(update={"start": start}) if one.id == wall else one
            for one in job.counters
        )
        return job.model_copy(update={"counters": counters})
    return changed(job, wall_number(job, wall), start=start)
