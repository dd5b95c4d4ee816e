"""The schools of starting: every start that an installer would try, for one wall."""

from collections.abc import Iterator

from pennant.core.job import (
    Across,
    Centred,
    EqualCuts,
    FullCounter,
    FullLeft,
    FullRight,
    FullTop,
    Job,
    Start,
    Up,
)


def schools_of(job: Job) -> Iterator[Start]:
    """Yield every school left to right with every school bottom to top, in a settled order."""
    ups = list(_up(job))
    for across in _across(job):
        for up in ups:
            yield Start(across=across, up=up)


def schools_one_way_of(job: Job) -> Iterator[Start]:
    """Yield the start as it is, and every school in one direction with the other left as it is."""
    yield job.start
    for across in _across(job):
        yield job.start.model_copy(update={"across": across})
    for up in _up(job):
        yield job.start.model_copy(update={"up": up})


def _across(job: Job) -> Iterator[Across]:
    yield FullLeft()
    yield FullRight()
    for opening in job.wall.openings:
        yield Centred(what="tile", on="opening", opening=opening.id)
        yield Centred(what="joint", on="opening", opening=opening.id)
    yield Centred(what="tile", on="wall")
    yield Centred(what="joint", on="wall")


def _up(job: Job) -> Iterator[Up]:
    yield FullCounter()
    for under in (*(overhead.id for overhead in job.wall.overheads), None):
        yield FullTop(under=under)
        yield EqualCuts(under=under)
