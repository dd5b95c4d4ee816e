"""The schools of starting: every start that an installer would try, for one wall."""

from collections.abc import Iterator

from pennant.core.planting import (
    Across,
    Carried,
    Centred,
    EqualCuts,
    FullCounter,
    FullLeft,
    FullRight,
    FullTop,
    Start,
    UpSchool,
)
from pennant.core.survey import Below, Mark, Opening, Overhead, Wall


def schools_of(wall: Wall, *, joined: bool) -> Iterator[Start]:
    """Yield every school left to right with every school bottom to top, in a settled order.

    ``joined`` says whether a wall before joins on, whose course heights can be carried round.
    """
    ups = list(_up(wall, joined))
    for across in _across(wall):
        for up in ups:
            yield Start(across=across, up=up)


def schools_one_way_of(wall: Wall, *, joined: bool) -> Iterator[Start]:
    """Yield the start as it is, and every school in one direction with the other left as it is."""
    yield wall.start
    for across in _across(wall):
        yield wall.start.model_copy(update={"across": across})
    for up in _up(wall, joined):
        yield wall.start.model_copy(update={"up": up})


def _across(wall: Wall) -> Iterator[Across]:
    yield FullLeft()
    yield FullRight()
    for thing in wall.things:
        hood = isinstance(thing, Overhead) and thing.kind == "hood"
        if isinstance(thing, Opening | Mark | Below) or hood:
            yield Centred(what="tile", on="thing", thing=thing.id)
            yield Centred(what="joint", on="thing", thing=thing.id)
    yield Centred(what="tile", on="wall")
    yield Centred(what="joint", on="wall")


def _up(wall: Wall, joined: bool) -> Iterator[UpSchool]:
    if joined:
        yield Carried()
    yield FullCounter()
    overheads = (thing.id for thing in wall.things if isinstance(thing, Overhead))
    for under in (*overheads, None):
        yield FullTop(under=under)
        yield EqualCuts(under=under)
