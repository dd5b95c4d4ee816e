"""Adding a thing or a wall to the survey and taking one away, keeping the job drawable."""

from collections.abc import Iterable
from string import ascii_lowercase
from typing import Any, Literal

from pennant.core.document.job import Job
from pennant.core.document.lengths import Units
from pennant.core.document.measures import Along, Up
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.starts import (
    Carried,
    Centred,
    EqualCuts,
    Fitted,
    Folded,
    FullAt,
    FullCounter,
    FullLeft,
    FullOn,
    FullTop,
    WholeCourses,
)
from pennant.core.document.survey import (
    AnyThing,
    Below,
    Check,
    Corner,
    Device,
    Level,
    Opening,
    Overhead,
    Raised,
    Round,
    Wall,
)
from pennant.core.survey.placed import letters
from pennant.core.survey.placing import WallPlaces, places_of

Addable = Literal[
    "cabinet",
    "hood",
    "shelf",
    "window",
    "outlet",
    "switch",
    "range-gap",
    "pipe",
    "upstand",
    "level",
]
Join = Literal["inside", "outside", "none"]

_IN = 25.4
SIZES: dict[Units, dict[str, float]] = {
    "in": {
        "width": 24 * _IN,
        "clear": 18 * _IN,
        "sill": 6 * _IN,
        "box_y": 10 * _IN,
        "range": 30 * _IN,
        "down": 3 * _IN,
        "shelf": 1 * _IN,
        "pipe": 1 * _IN,
        "cover": 2.5 * _IN,
        "upstand": 4 * _IN,
        "laser": 30 * _IN,
    },
    "mm": {
        "width": 600,
        "clear": 450,
        "sill": 150,
        "box_y": 250,
        "range": 600,
        "down": 80,
        "shelf": 25,
        "pipe": 22,
        "cover": 60,
        "upstand": 100,
        "laser": 760,
    },
}
"""First sizes (mm) of a new thing, to be measured over: usual cabinets, ranges and heights."""
_TALL = (Overhead, Opening)


def with_thing(job: Job, wall_id: str, kind: Addable) -> Job:
    """Return the job with one thing more on a wall, in the leftmost place that is free.

    Raise `JobRefused` if there is no free place, or no such wall.
    """
    number = wall_number(job, wall_id)
    on = places_of(job)[number]
    return with_things(job, number, (*on.wall.things, _new(job, on, kind)))


def _new(job: Job, on: WallPlaces, kind: Addable) -> AnyThing:
    wall, size = on.wall, SIZES[job.units]
    top = wall.top.height
    width = min(size["range" if kind == "range-gap" else "width"], wall.length / 4)
    match kind:
        case "cabinet" | "hood" | "shelf":
            at = _free(on, _TALL, width)
            thick = size["shelf"] if kind == "shelf" else None
            clear = Up(value=min(size["clear"], top * 0.9))
            return _named(Overhead(kind=kind, at=at, width=width, clear=clear, thick=thick), job)
        case "window":
            sill = min(size["sill"], top / 2)
            at = _free(on, _TALL, width)
            return _named(
                Opening(kind=kind, at=at, width=width, sill=Up(value=sill), height=top - sill), job
            )
        case "outlet" | "switch":
            at = _free(on, (Opening, Device, Round), 160.0, middle=True)
            up = Up(value=min(size["box_y"], top / 2), to="centre")
            return _named(
                Device.model_validate({"kind": kind, "at": at.model_dump(), "up": up.model_dump()}),
                job,
            )
        case "pipe":
            at = _free(on, (Opening, Device, Round), 120.0, middle=True)
            up = Up(value=min(size["box_y"], top / 2), to="centre")
            return _named(
                Round.model_validate(
                    {
                        "kind": kind,
                        "at": at.model_dump(),
                        "up": up.model_dump(),
                        "diameter": size["pipe"],
                        "cover": size["cover"],
                    }
                ),
                job,
            )
        case "range-gap":
            at = _free(on, (Below, Raised), width)
            return _named(Below(kind=kind, at=at, width=width, down=size["down"]), job)
        case "upstand":
            at = _free(on, (Below, Raised), width)
            height = min(size["upstand"], top / 4)
            return _named(Raised(kind=kind, at=at, width=width, height=height), job)
        case "level":
            below = on.laser - on.counter_at(0.0) if on.laser is not None else size["laser"]
            return _named(Level(kind=kind, at=Along(value=0.0), below=below), job)


def _free(
    on: WallPlaces, kinds: tuple[type[AnyThing], ...], width: float, *, middle: bool = False
) -> Along:
    """The leftmost place so wide that nothing of these kinds takes; its middle for a box."""
    spans = sorted(
        (on.along(thing.id).low.at, on.along(thing.id).high.at)
        for thing in on.wall.things
        if isinstance(thing, kinds)
    )
    place = 0.0
    for low, high in [*spans, (on.wall.length, on.wall.length)]:
        if low - place >= width:
            return Along(value=place + width / 2, to="centre") if middle else Along(value=place)
        place = max(place, high)
    message = "has no free place for another; move or narrow a thing"
    raise JobRefused([Problem(pointer=on.root, message=message)])


def _named(thing: AnyThing, job: Job) -> AnyThing:
    """A new thing with a name and an id that no other has."""
    taken = {thing.id for wall in job.walls for thing in wall.things} | {w.id for w in job.walls}
    number = 1
    while f"{thing.kind}-{number}" in taken:
        number += 1
    name = f"{thing.kind.replace('-', ' ').capitalize()} {number}"
    return thing.model_copy(update={"id": f"{thing.kind}-{number}", "name": name})


def without_thing(job: Job, id_: str) -> Job:
    """Return the job without a thing.

    What was measured from it is then measured from the left end or the counter, to the same
    place; a start that leaned on it falls back to the wall's own. Checks of it go with it.
    """
    for number, wall in enumerate(job.walls):
        if any(thing.id == id_ for thing in wall.things):
            on = places_of(job)[number]
            kept = [
                rebased(thing, on, id_)
                for thing in wall.things
                if thing.id != id_ and not _checks(thing, id_)
            ]
            job = _unbound(with_things(job, number, tuple(kept)), {id_})
            return changed(job, number, start=_start_without(job.walls[number], id_))
    return job


def _unbound(job: Job, gone: set[str]) -> Job:
    """The job with its wishes no longer bound to what is gone, and nothing said of it."""
    wishes = tuple(
        wish.model_copy(update={"at": ""}) if wish.at in gone else wish for wish in job.wishes
    )
    seen = tuple(one for one in job.seen if one.at not in gone)
    return job.model_copy(update={"wishes": wishes, "seen": seen})


def _checks(thing: AnyThing, id_: str) -> bool:
    return isinstance(thing, Check) and id_ in (
        thing.first.partition(".")[0],
        thing.second.partition(".")[0],
    )


def rebased(thing: AnyThing, on: WallPlaces, gone: str) -> AnyThing:
    """The thing with its measures taken from elsewhere where they were taken from one now gone."""
    changes: dict[str, Any] = {}
    if not isinstance(thing, Check) and thing.at.taken_from.startswith(f"{gone}."):
        base = on.place(thing.at.taken_from, "")
        leftward = thing.at.leftward
        point = base.at - thing.at.value if leftward else base.at + thing.at.value
        to = thing.at.to if thing.at.to != "near" else ("right" if leftward else "left")
        changes["at"] = thing.at.model_copy(update={"value": point, "taken_from": "left", "to": to})
    for field in ("up", "clear", "clear_right", "sill"):
        up = getattr(thing, field, None)
        if isinstance(up, Up) and up.taken_from.startswith(f"{gone}."):
            base = on.height(up.taken_from, "", 0.0)
            downward = up.downward
            point = base.at - up.value if downward else base.at + up.value
            side = up.to if up.to != "near" else ("top" if downward else "bottom")
            changes[field] = up.model_copy(
                update={"value": point, "taken_from": "datum", "to": side}
            )
    return thing.model_copy(update=changes) if changes else thing


def _start_without(wall: Wall, id_: str) -> Any:
    across, up = wall.start.across, wall.start.up
    if isinstance(across, Centred) and across.thing == id_:
        across = across.model_copy(update={"on": "wall", "thing": None})
    if isinstance(across, FullAt) and across.line.partition(":")[0] == id_:
        across = FullLeft()
    if isinstance(across, Fitted):
        lines = tuple(line for line in across.lines if line.partition(":")[0] != id_)
        across = across.model_copy(update={"lines": lines}) if len(lines) > 1 else FullLeft()
    if isinstance(up, FullTop | EqualCuts | WholeCourses) and up.under == id_:
        up = up.model_copy(update={"under": None})
    if isinstance(up, FullOn) and up.on == id_:
        up = FullCounter()
    return wall.start.model_copy(update={"across": across, "up": up})


def with_wall(job: Job, join: Join) -> Job:
    """Return the job with one wall more at its right, joined to the last one or standing alone.

    It is as high as the last one, ends like it, and goes on at its course heights if it joins.
    """
    last = job.walls[-1]
    number, taken = len(job.walls), {wall.id for wall in job.walls}
    id_ = next(
        name for n in range(100) if (name := f"wall-{letters(n, ascii_lowercase)}") not in taken
    )
    new = Wall.model_validate(
        {
            "id": id_,
            "name": f"Wall {number + 1}",
            "length": last.length,
            "top": last.top.model_dump(),
            "left": last.left.model_dump(),
            "right": last.right.model_dump(),
        }
    )
    if join == "none":
        return job.model_copy(update={"walls": (*job.walls, new)})
    start = new.start.model_copy(update={"up": Carried()})
    new = new.model_copy(update={"start": start})
    start = last.start.model_copy(update={"right": 0.0})
    joined = last.model_copy(update={"corner": Corner(kind=join), "start": start})
    return job.model_copy(update={"walls": (*job.walls[:-1], joined, new)})


def without_wall(job: Job, id_: str) -> Job:
    """Return the job without a wall and what was on it; its neighbours then stand apart.

    Raise `JobRefused` for the only wall: a job without a wall is nothing to draw.
    """
    number = wall_number(job, id_)
    if len(job.walls) == 1:
        message = "is the only one; measure over it instead"
        raise JobRefused([Problem(pointer="/walls/0", message=message)])
    walls = list(job.walls)
    job = _unbound(job, {id_, *(thing.id for thing in walls[number].things)})
    del walls[number]
    if number > 0:
        walls[number - 1] = walls[number - 1].model_copy(update={"corner": None})
    if number < len(walls):
        walls[number] = _uncarried(walls[number])
    job = job.model_copy(update={"walls": tuple(walls)})
    return changed(job, len(walls) - 1, corner=None)


def joined(job: Job, id_: str, join: Join) -> Job:
    """Return the job with a wall joined to the next one, or no longer joined."""
    number = wall_number(job, id_)
    corner = None
    if join != "none":
        old = job.walls[number].corner or Corner()
        corner = old.model_copy(update={"kind": join})
    job = changed(job, number, corner=corner)
    if corner is not None:
        job = _not_floating(job, number)
    if corner is None and number + 1 < len(job.walls):
        walls = list(job.walls)
        walls[number + 1] = _uncarried(walls[number + 1])
        job = job.model_copy(update={"walls": tuple(walls)})
    return job


def _not_floating(job: Job, number: int) -> Job:
    """Two walls that meet end in their corner, wherever their open ends were taken before."""
    for at, side in ((number, "right"), (number + 1, "left")):
        if at < len(job.walls):
            start = job.walls[at].start.model_copy(update={side: 0.0})
            job = changed(job, at, start=start)
    return job


def _uncarried(wall: Wall) -> Wall:
    """A wall that no other joins on to from the left: nothing is carried round to it."""
    start = wall.start
    if isinstance(start.up, Carried):
        start = start.model_copy(update={"up": FullCounter(nudge=start.up.nudge)})
    if isinstance(start.across, Folded):
        start = start.model_copy(update={"across": FullLeft(nudge=start.across.nudge)})
    return wall.model_copy(update={"start": start})


def wall_number(job: Job, id_: str) -> int:
    """Return a wall's place in the order; raise `JobRefused` if there is no such wall."""
    for number, wall in enumerate(job.walls):
        if wall.id == id_:
            return number
    raise JobRefused([Problem(pointer="/walls", message=f"has no wall {id_!r}")])


def with_things(job: Job, number: int, things: Iterable[AnyThing]) -> Job:
    """Return the job with other things on a wall."""
    return changed(job, number, things=tuple(things))


def changed(job: Job, number: int, **changes: Any) -> Job:
    """Return the job with some fields of one wall changed."""
    walls = list(job.walls)
    walls[number] = walls[number].model_copy(update=changes)
    return job.model_copy(update={"walls": tuple(walls)})
