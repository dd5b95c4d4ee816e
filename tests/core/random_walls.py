"""Hypothesis strategies: walls that someone could have surveyed, and starts on them."""

import json
from typing import Any

from hypothesis import strategies as st

from pennant.core.document.job import Job
from pennant.core.survey.check import problems_of

SIXTEENTH = 25.4 / 16


def sixteenths(low: float, high: float) -> st.SearchStrategy[float]:
    """Lengths in inches to the sixteenth, as millimetres."""
    return st.integers(round(low * 16), round(high * 16)).map(lambda n: n * SIXTEENTH)


@st.composite
def walls(draw: st.DrawFn) -> dict[str, Any]:
    """A wall with up to two cabinets at its ends, a window between them, and devices.

    Some are out of level and out of plumb, by little or by much; some have a range gap, a ledge
    or a pipe. All is measured from the left end and from the level line.
    """
    length, top = draw(sixteenths(40, 130)), draw(sixteenths(16, 48))
    kinds = st.sampled_from(["corner", "open", "casing", "cabinet"])
    off = st.sampled_from([0.0, 0.0, 2.0, 9.0])
    things: list[dict[str, Any]] = []
    third = length / 3
    for id_, at_left in (("cabinet-l", True), ("cabinet-r", False)):
        if draw(st.booleans()):
            width = draw(st.floats(third / 4, third))
            clear = draw(st.floats(top * 0.4, top * 0.95))
            things.append(
                {
                    "kind": draw(st.sampled_from(["cabinet", "hood"])),
                    "id": id_,
                    "at": 0.0 if at_left else length - width,
                    "width": width,
                    "clear": _up(clear),
                    "clear_right": _up(clear + draw(off)),
                }
            )
    if draw(st.booleans()):
        width = draw(st.floats(third / 4, third))
        x = draw(st.floats(third, 2 * third - width))
        sill, height = draw(st.floats(0, top / 2)), draw(st.floats(top / 5, top))
        things.append(
            {
                "kind": "window",
                "id": "window",
                "at": x,
                "width": width,
                "sill": _up(sill),
                "height": height,
            }
        )
    for number in range(draw(st.integers(0, 3))):
        box, plate = draw(st.sampled_from([(57.15, 79.375), (103.1875, 127.0)])), 12.0
        x, y = draw(st.floats(60, length - 60)), draw(st.floats(50, max(51.0, top - 50)))
        things.append(
            {
                "kind": "outlet",
                "id": f"device-{number}",
                "at": x,
                "up": _up(y),
                "box_width": box[0],
                "box_height": 92.0,
                "plate_width": box[1],
                "plate_height": 92.0 + plate,
            }
        )
    if draw(st.integers(0, 3)) == 0:
        x, y = draw(st.floats(60, length - 60)), draw(st.floats(60, max(61.0, top - 60)))
        things.append(
            {
                "kind": "pipe",
                "id": "pipe",
                "at": x,
                "up": _up(y),
                "diameter": draw(st.floats(15, 60)),
                "cover": 90.0,
            }
        )
    if draw(st.integers(0, 2)) == 0:
        things.append(
            {
                "kind": "range-gap",
                "id": "range",
                "at": draw(st.floats(0, third)),
                "width": third,
                "down": draw(st.floats(20, 150)),
            }
        )
    if draw(st.integers(0, 2)) == 0:
        falls = [draw(off), draw(off), draw(off)]
        things += [
            {"kind": "level", "id": f"level-{n}", "at": n * length / 2, "below": 700.0 + fall}
            for n, fall in enumerate(falls)
        ]
    return {
        "id": "a",
        "length": length,
        "left": {"kind": draw(kinds)},
        "right": {"kind": draw(kinds)},
        "top": {
            "kind": draw(st.sampled_from(["open", "ceiling"])),
            "height": top,
            "height_right": top + draw(off),
        },
        "left_lean": draw(off),
        "right_lean": -draw(off),
        "things": things,
    }


def _up(value: float) -> dict[str, Any]:
    return {"value": value, "taken_from": "datum"}


@st.composite
def starts(draw: st.DrawFn, wall: dict[str, Any]) -> dict[str, Any]:
    """Any school, with a nudge."""
    nudge = draw(st.floats(-200, 200))
    overheads = [t["id"] for t in wall["things"] if t["kind"] in ("cabinet", "hood")]
    under = draw(st.sampled_from([None, *overheads]))
    across: dict[str, Any] = draw(
        st.sampled_from(
            [
                {"kind": "full-left"},
                {"kind": "full-right"},
                {"kind": "centred", "what": "tile"},
                {"kind": "centred", "what": "joint"},
                {"kind": "centred", "what": "tile", "on": "point", "x": wall["length"] / 3},
            ]
        )
    )
    up: dict[str, Any] = draw(
        st.sampled_from(
            [
                {"kind": "full-counter"},
                {"kind": "full-top", "under": under},
                {"kind": "equal-cuts", "under": under},
            ]
        )
    )
    lift = draw(st.floats(-60, 60))
    return {"across": {**across, "nudge": nudge}, "up": {**up, "nudge": lift}}


@st.composite
def jobs(draw: st.DrawFn) -> Job:
    """A job of one wall that can be drawn."""
    wall = draw(walls())
    q = draw(st.sampled_from([1, 2, 3, 4, 5]))
    document = {
        "name": "Random",
        "units": "in",
        "walls": [{**wall, "start": draw(starts(wall))}],
        "tile": {
            "length": draw(sixteenths(4, 16)),
            "height": draw(sixteenths(2, 6)),
            "thickness": 8,
        },
        "pattern": {
            "joint": draw(st.sampled_from([0.0, 1.5875, 3.175, 4.7625])),
            "bond": {
                "p": draw(st.integers(0, q - 1)),
                "q": q,
                "way": draw(st.sampled_from(["onward", "onward", "back"])),
            },
            "lay": draw(st.sampled_from(["lying", "standing"])),
        },
        "settings": {
            "corner_gap": draw(st.sampled_from([0.0, 3.175])),
            "box_clearance": draw(st.sampled_from([0.0, 3.175])),
        },
    }
    job = Job.model_validate(document)
    assert list(problems_of(job)) == []
    return job


@st.composite
def fitted_jobs(draw: st.DrawFn) -> Job:
    """A job laid in the other ways: fitted between lines, staggered, with a border."""
    job = draw(jobs())
    document = job.model_dump(mode="json")
    wall = document["walls"][0]
    sides = ["a:left", "a:right"]
    for thing in wall["things"]:
        if thing["kind"] in ("window", "cabinet"):
            sides += [f"{thing['id']}:left", f"{thing['id']}:right"]
    across: dict[str, Any] = draw(
        st.sampled_from(
            [
                {"kind": "fitted", "lines": sides[:2], "how": "ends"},
                {"kind": "fitted", "lines": sides[-2:], "how": "ends"},
                {"kind": "fitted", "lines": sides[-2:], "how": "all"},
                {"kind": "fitted", "lines": sides[-2:], "how": "joints"},
                {"kind": "full-at", "line": sides[-1]},
            ]
        )
    )
    up = draw(st.sampled_from([{"kind": "whole-courses"}, {"kind": "full-top"}, {}]))
    wall["start"] = {"across": across, "up": {"kind": "full-counter", **up}}
    if draw(st.booleans()):
        document["pattern"]["bond"] = {"way": "staggered", "seed": draw(st.integers(1, 50))}
    if draw(st.booleans()):
        tile = {"length": draw(sixteenths(2, 8)), "height": draw(sixteenths(1, 3)), "thickness": 8}
        document["pattern"]["border"] = {"after": draw(st.integers(1, 6)), "tile": tile}
    made = Job.model_validate(document)
    assert list(problems_of(made)) == []
    return made


@st.composite
def square_jobs(draw: st.DrawFn) -> Job:
    """A job of one wall on which nothing slants and nothing is round."""
    document = draw(jobs()).model_dump(mode="json")
    wall = document["walls"][0]
    wall |= {"left_lean": 0.0, "right_lean": 0.0, "top": {**wall["top"], "height_right": None}}
    wall["things"] = [
        {**thing, "clear_right": None} if "clear_right" in thing else thing
        for thing in wall["things"]
        if thing["kind"] not in ("level", "pipe")
    ]
    return Job.model_validate(document)


@st.composite
def kitchens(draw: st.DrawFn) -> Job:
    """Two or three random walls, joined by corners of either kind or standing apart."""
    first = draw(jobs())
    document = first.model_dump(mode="json")
    count = draw(st.integers(2, 3))
    document["walls"] = []
    for number in range(count):
        wall = {**draw(walls()), "id": f"wall-{number}"}
        text = json.dumps(wall)
        for thing in wall["things"]:
            text = text.replace(f'"{thing["id"]}"', f'"{thing["id"]}-{number}"')
        wall = json.loads(text)
        # A kind may be called as a thing is; it must stay what it was.
        for thing in wall["things"]:
            thing["kind"] = thing["kind"].removesuffix(f"-{number}")
        if number < count - 1 and draw(st.booleans()):
            wall["corner"] = {
                "kind": draw(st.sampled_from(["inside", "outside"])),
                "laps": draw(st.sampled_from(["this", "next"])),
            }
        if number and document["walls"][-1].get("corner") and draw(st.booleans()):
            wall["start"] = {"up": {"kind": "carried"}}
        document["walls"].append(wall)
    job = Job.model_validate(document)
    assert list(problems_of(job)) == []
    return job
