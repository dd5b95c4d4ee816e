"""Hypothesis strategies: walls that someone could have surveyed, and starts on them."""

from typing import Any

from hypothesis import strategies as st

from pennant.core.check import problems_of
from pennant.core.job import Job

SIXTEENTH = 25.4 / 16


def sixteenths(low: float, high: float) -> st.SearchStrategy[float]:
    """Lengths in inches to the sixteenth, as millimetres."""
    return st.integers(round(low * 16), round(high * 16)).map(lambda n: n * SIXTEENTH)


@st.composite
def walls(draw: st.DrawFn) -> dict[str, Any]:
    """A wall with up to two cabinets at its ends, a window between them, and devices."""
    length, top = draw(sixteenths(40, 130)), draw(sixteenths(16, 48))
    kinds = st.sampled_from(["corner", "open", "casing", "cabinet"])
    overheads, openings, devices = [], [], []
    third = length / 3
    if draw(st.booleans()):
        bottom = draw(st.floats(top * 0.4, top * 0.95))
        overheads.append(_thing("left", 0.0, draw(st.floats(third / 4, third)), bottom=bottom))
    if draw(st.booleans()):
        width = draw(st.floats(third / 4, third))
        bottom = draw(st.floats(top * 0.4, top * 0.95))
        overheads.append(_thing("right", length - width, width, bottom=bottom))
    if draw(st.booleans()):
        width = draw(st.floats(third / 4, third))
        x = draw(st.floats(third, 2 * third - width))
        sill, height = draw(st.floats(0, top / 2)), draw(st.floats(top / 5, top))
        openings.append(_thing("window", x, width, sill=sill, height=height))
    for number in range(draw(st.integers(0, 3))):
        box, plate = draw(st.sampled_from([(57.15, 79.375), (103.1875, 127.0)])), 12.0
        x, y = draw(st.floats(60, length - 60)), draw(st.floats(50, max(51.0, top - 50)))
        devices.append({
            "id": f"device-{number}", "name": f"Device {number}", "x": x, "y": y,
            "box_width": box[0], "box_height": 92.0, "plate_width": box[1],
            "plate_height": 92.0 + plate,
        })  # fmt: skip
    return {
        "length": length, "top": {"kind": draw(st.sampled_from(["open", "ceiling"])),
                                  "height": top},
        "left": {"kind": draw(kinds)}, "right": {"kind": draw(kinds)},
        "overheads": overheads, "openings": openings, "devices": devices,
    }  # fmt: skip


def _thing(name: str, x: float, width: float, **more: float) -> dict[str, Any]:
    return {"id": name, "name": name.capitalize(), "x": x, "width": width, **more}


@st.composite
def starts(draw: st.DrawFn, wall: dict[str, Any]) -> dict[str, Any]:
    """Any school, with a nudge."""
    nudge = draw(st.floats(-200, 200))
    under = draw(st.sampled_from([None, *(o["id"] for o in wall["overheads"])]))
    across: dict[str, Any] = draw(
        st.sampled_from([
            {"kind": "full-left"}, {"kind": "full-right"},
            {"kind": "centred", "what": "tile"}, {"kind": "centred", "what": "joint"},
            {"kind": "centred", "what": "tile", "on": "point", "x": wall["length"] / 3},
        ])
    )  # fmt: skip
    up: dict[str, Any] = draw(
        st.sampled_from([
            {"kind": "full-counter"}, {"kind": "full-top", "under": under},
            {"kind": "equal-cuts", "under": under},
        ])
    )  # fmt: skip
    lift = draw(st.floats(-60, 60))
    return {"across": {**across, "nudge": nudge}, "up": {**up, "nudge": lift}}


@st.composite
def jobs(draw: st.DrawFn) -> Job:
    """A job that can be drawn; things that overlap are left out rather than thrown away."""
    wall = draw(walls())
    q = draw(st.sampled_from([1, 2, 3, 4, 5]))
    document = {
        "name": "Random", "units": "in", "wall": wall,
        "tile": {"length": draw(sixteenths(4, 16)), "height": draw(sixteenths(2, 6)),
                 "thickness": 8},
        "pattern": {
            "joint": draw(st.sampled_from([0.0, 1.5875, 3.175, 4.7625])),
            "bond": {"p": draw(st.integers(0, q - 1)), "q": q},
            "lay": draw(st.sampled_from(["lying", "standing"])),
        },
        "start": draw(starts(wall)),
        "settings": {"corner_gap": draw(st.sampled_from([0.0, 3.175])),
                     "box_clearance": draw(st.sampled_from([0.0, 3.175]))},
    }  # fmt: skip
    job = Job.model_validate(document)
    while problems := list(problems_of(job)):
        _, _, group, number, *_ = problems[0].pointer.split("/")
        things = list(getattr(job.wall, group))
        things.pop(int(number))
        wall_ = job.wall.model_copy(update={group: tuple(things)})
        job = job.model_copy(update={"wall": wall_})
    return job
