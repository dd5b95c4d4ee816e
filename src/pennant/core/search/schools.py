"""The schools of starting: every start that an installer would try, for one wall."""

from collections.abc import Iterator, Sequence

from pennant.core.document.starts import (
    Across,
    Carried,
    Centred,
    EqualCuts,
    Fitted,
    FlatCounter,
    Folded,
    FromCounter,
    FullAt,
    FullCounter,
    FullLeft,
    FullOn,
    FullRight,
    FullTop,
    Start,
    UpSchool,
    WholeCourses,
)
from pennant.core.document.survey import Below, Mark, Opening, Overhead, Wall, stands_under_tile


def schools_of(
    wall: Wall, *, joined: bool, lattice: bool = False, counters: Sequence[str] = ()
) -> Iterator[Start]:
    """Yield every school left to right with every school bottom to top, in a settled order.

    What fits tiles or joints is tried with the start as it is the other way, and from the counter;
    on a ``lattice`` nothing is fitted, and its points may be cut off flat instead. ``joined`` says
    whether a wall before joins on, whose course heights can be carried round; ``counters`` are
    those whose joints can be carried up.
    """
    if lattice:
        yield from _of_lattice(wall, joined)
        return
    own = wall.start
    ups = list(ups_of(wall, joined=joined))
    for across in (*_from(counters), *acrosses_of(wall, joined=joined)):
        for up in ups:
            yield own.model_copy(update={"across": across, "up": up})
    for across in fitting_of(wall):
        for up in dict.fromkeys((own.up, ups[0])):
            yield own.model_copy(update={"across": across, "up": up})
    for up in whole_courses_of(wall):
        yield own.model_copy(update={"up": up})


def _of_lattice(wall: Wall, joined: bool) -> Iterator[Start]:
    full_at = [across for across in fitting_of(wall) if isinstance(across, FullAt)]
    ups = [*ups_of(wall, joined=joined), FlatCounter()]
    for across in (*acrosses_of(wall, joined=joined), *full_at):
        for up in ups:
            yield wall.start.model_copy(update={"across": across, "up": up})


def _from(counters: Sequence[str]) -> Iterator[Across]:
    for counter in counters:
        yield FromCounter(counter=counter)


def schools_one_way_of(
    wall: Wall, *, joined: bool, lattice: bool = False, counters: Sequence[str] = ()
) -> Iterator[Start]:
    """Yield the start as it is, and every school in one direction with the other left as it is."""
    yield wall.start
    if lattice:
        for start in _of_lattice(wall, joined):
            if start.across == wall.start.across or start.up == wall.start.up:
                yield start
        return
    for across in (*_from(counters), *acrosses_of(wall, joined=joined), *fitting_of(wall)):
        yield wall.start.model_copy(update={"across": across})
    for up in (*ups_of(wall, joined=joined), *whole_courses_of(wall)):
        yield wall.start.model_copy(update={"up": up})


def acrosses_of(wall: Wall, *, joined: bool) -> Iterator[Across]:
    """Yield every school across that fits nothing: ends, and centrelines of wall and things."""
    if joined:
        yield Folded()
    yield FullLeft()
    yield FullRight()
    for thing in wall.things:
        hood = isinstance(thing, Overhead) and thing.kind == "hood"
        if isinstance(thing, Opening | Mark | Below) or hood:
            yield Centred(what="tile", on="thing", thing=thing.id)
            yield Centred(what="joint", on="thing", thing=thing.id)
    yield Centred(what="tile", on="wall")
    yield Centred(what="joint", on="wall")


def ups_of(wall: Wall, *, joined: bool) -> Iterator[UpSchool]:
    """Yield every school up that keeps the joints between courses."""
    if joined:
        yield Carried()
    yield FullCounter()
    for thing in wall.things:
        if stands_under_tile(thing):
            yield FullOn(on=thing.id)
    overheads = (thing.id for thing in wall.things if isinstance(thing, Overhead))
    for under in (*overheads, None):
        yield FullTop(under=under)
        yield EqualCuts(under=under)


def fitting_of(wall: Wall) -> Iterator[Across]:
    """Full tiles at jambs, spans fitted between them, joints drawn over the whole wall."""
    ends = (f"{wall.id}:left", f"{wall.id}:right")
    for thing in wall.things:
        if isinstance(thing, Opening):
            sides = (f"{thing.id}:left", f"{thing.id}:right")
            yield Fitted(lines=sides, how="ends")
            yield Fitted(lines=sides, how="all")
            for side in sides:
                yield FullAt(line=side)
            yield Fitted(lines=(ends[0], *sides, ends[1]), how="joints")
    yield Fitted(lines=ends, how="joints")


def whole_courses_of(wall: Wall) -> Iterator[UpSchool]:
    """Yield whole courses by drawn joints from the counter to each line over it."""
    for thing in wall.things:
        if isinstance(thing, Overhead):
            yield WholeCourses(under=thing.id)
    yield WholeCourses()
