"""Adding a thing to the wall and taking one away, keeping the job drawable."""

from collections.abc import Iterable, Iterator
from typing import Any, Literal

from pennant.core.check import JobRefused, Problem
from pennant.core.job import Centred, Device, EqualCuts, FullTop, Job, Opening, Overhead
from pennant.core.lengths import Units

Addable = Literal["cabinet", "hood", "window", "outlet", "switch"]
Group = Literal["overheads", "openings", "devices"]
GROUPS: dict[Addable, Group] = {
    "cabinet": "overheads", "hood": "overheads", "window": "openings", "outlet": "devices",
    "switch": "devices",
}  # fmt: skip

_IN = 25.4
SIZES: dict[Units, dict[str, float]] = {
    "in": {"width": 24 * _IN, "clear": 18 * _IN, "sill": 6 * _IN, "box_y": 10 * _IN,
           "box_width": 2.25 * _IN, "box_height": 3.625 * _IN, "plate_width": 3.125 * _IN,
           "plate_height": 4.875 * _IN},
    "mm": {"width": 600, "clear": 450, "sill": 150, "box_y": 250, "box_width": 68,
           "box_height": 68, "plate_width": 86, "plate_height": 86},
}  # fmt: skip
"""First sizes (mm) of a new thing, to be measured over: usual cabinets, boxes and plates."""


def with_thing(job: Job, kind: Addable) -> Job:
    """Return the job with one thing more, in the leftmost place that is free.

    Raise `JobRefused` if there is no free place on the wall.
    """
    wall, size, group = job.wall, SIZES[job.units], GROUPS[kind]
    name = _name(job, kind)
    base = {"id": name.lower().replace(" ", "-"), "name": name}
    top = wall.top.height
    thing: Overhead | Opening | Device
    if group == "devices":
        plate = size["plate_width"]
        x = _free(job, _device_spans(job), 2 * plate) + plate
        sizes = {k: size[k] for k in ("box_width", "box_height", "plate_width", "plate_height")}
        thing = Device(**base, x=x, y=min(size["box_y"], top / 2), **sizes)
    else:
        width = min(size["width"], wall.length / 4)
        x = _free(job, _thing_spans(job), width)
        if kind == "window":
            sill = min(size["sill"], top / 2)
            thing = Opening(**base, x=x, width=width, sill=sill, height=top - sill)
        else:
            bottom = min(size["clear"], top * 0.9)
            thing = Overhead(**base, kind=kind, x=x, width=width, bottom=bottom)
    return _put(job, group, (*getattr(wall, group), thing))


def without_thing(job: Job, id_: str) -> Job:
    """Return the job without a thing; a start that leaned on it falls back to the wall's own."""
    groups: tuple[Group, ...] = ("overheads", "openings", "devices")
    for group in groups:
        things = getattr(job.wall, group)
        job = _put(job, group, tuple(thing for thing in things if thing.id != id_))
    across, up = job.start.across, job.start.up
    if isinstance(across, Centred) and across.opening == id_:
        across = across.model_copy(update={"on": "wall", "opening": None})
    if isinstance(up, FullTop | EqualCuts) and up.under == id_:
        up = up.model_copy(update={"under": None})
    return job.model_copy(
        update={"start": job.start.model_copy(update={"across": across, "up": up})}
    )


def _put(job: Job, group: Group, things: tuple[Any, ...]) -> Job:
    return job.model_copy(update={"wall": job.wall.model_copy(update={group: things})})


def _thing_spans(job: Job) -> Iterator[tuple[float, float]]:
    for overhead in job.wall.overheads:
        yield overhead.x, overhead.x + overhead.width
    for opening in job.wall.openings:
        yield opening.x, opening.x + opening.width


def _device_spans(job: Job) -> Iterator[tuple[float, float]]:
    for opening in job.wall.openings:
        yield opening.x, opening.x + opening.width
    for device in job.wall.devices:
        yield device.x - device.plate_width, device.x + device.plate_width


def _free(job: Job, spans: Iterable[tuple[float, float]], width: float) -> float:
    place = 0.0
    for low, high in sorted(spans):
        if low - place >= width:
            return place
        place = max(place, high)
    if job.wall.length - place >= width:
        return place
    raise JobRefused(
        [Problem(pointer="/wall", message="has no free place for another; move or narrow a thing")]
    )


def _name(job: Job, kind: Addable) -> str:
    wall = job.wall
    taken = {thing.id for thing in wall.overheads}
    taken |= {thing.id for thing in wall.openings} | {thing.id for thing in wall.devices}
    number = 1
    while f"{kind}-{number}" in taken:
        number += 1
    return f"{kind.capitalize()} {number}"
