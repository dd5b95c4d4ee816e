"""Made-up walls for the tests, in inches as one would write them."""

from pathlib import Path
from typing import Any

from pennant.core.document.job import Job
from pennant.core.layout.field import Field
from pennant.core.layout.field_of import field_of
from pennant.core.plan import Plan, plan
from pennant.core.survey.kitchen import kitchen_of
from pennant.demos import demo_jobs
from pennant.files.job_json import read_job

IN = 25.4

WINDOW = {"id": "window", "name": "Window", "x": "30", "width": "24", "sill": "6", "height": "20"}
CABINET = {"id": "cabinet", "name": "Cabinet", "x": 0, "width": "24", "bottom": "18"}
OUTLET = {
    "id": "outlet",
    "name": "Outlet",
    "x": "12",
    "y": "9",
    "gangs": 1,
    "box_width": "2 1/4",
    "box_height": "3 5/8",
    "plate_width": "3 1/8",
    "plate_height": "4 7/8",
}

NO_GAPS = {
    "counter_gap": 0,
    "overhead_gap": 0,
    "corner_gap": 0,
    "opening_gap": 0,
    "trim_face": 0,
    "box_clearance": 0,
}
"""For hand reckonings in round numbers: tile runs right up to every line."""


_OF_A_WALL = ("start", "left_lean", "right_lean", "corner")


def a_job(**changes: Any) -> Job:
    """A wall 96 x 30 in with an 8 x 2 1/2 in tile in half bond, changed as the test wants.

    It is written as version 1 had it, unless ``things`` (lines or dicts) or ``walls`` are given.
    Keys are of the job; ``length``, ``top``, ``bond``, ``joint``, ``lay``, ``tile`` (length,
    height), ``overheads``, ``openings``, ``devices``, ``left`` and ``right`` are short for theirs.
    """
    tile = changes.pop("tile", ("8", "2 1/2"))
    p, q = changes.pop("bond", (1, 2))
    wall = {
        "length": changes.pop("length", "96"),
        "top": {"kind": "open", "height": changes.pop("top", "30")},
        "left": {"kind": changes.pop("left", "corner")},
        "right": {"kind": changes.pop("right", "corner")},
    }
    if "things" in changes or "walls" in changes:
        wall |= {"id": "a", "things": changes.pop("things", [])}
        wall |= {key: changes.pop(key) for key in _OF_A_WALL if key in changes}
        survey: dict[str, Any] = {"version": 2, "walls": changes.pop("walls", [wall])}
    else:
        for group in ("overheads", "openings", "devices"):
            wall[group] = changes.pop(group, [])
        survey = {"version": 1, "wall": wall}
    document = {
        "name": "A wall",
        "units": "in",
        **survey,
        "tile": {"length": tile[0], "height": tile[1], "thickness": "5/16"},
        "pattern": {
            "bond": {"p": p, "q": q},
            "joint": changes.pop("joint", "1/8"),
            "lay": changes.pop("lay", "lying"),
        },
        "settings": NO_GAPS,
        **changes,
    }
    return Job.model_validate(document)


def centred(what: str = "tile", on: str = "wall", **more: Any) -> dict[str, Any]:
    """The left to right part of a start, centred."""
    return {"across": {"kind": "centred", "what": what, "on": on, **more}}


def planned(**changes: Any) -> Plan:
    """The plan of a changed wall."""
    return plan(a_job(**changes))


def field(**changes: Any) -> Field:
    """The field of a changed wall."""
    job = a_job(**changes)
    return field_of(kitchen_of(job).surfaces[0], job.settings)


def sink_wall() -> Job:
    """One wall with all that version 1 of the job file could say, from a file of that version."""
    return read_job((Path(__file__).parent / "sink_wall_version_1.json").read_text("utf-8"))


def demo(name: str) -> Job:
    """One of the kitchens that ship with the application."""
    return {job.name.split(",")[0]: job for job in demo_jobs()}[name]


def gets(plan_: Plan, edge: str) -> dict[int, float]:
    """What an edge gets: the smallest piece, in inches, by course."""
    found: dict[int, float] = {}
    for reading in plan_.edges:
        if reading.edge == edge:
            for one in reading.gets:
                for course in one.courses:
                    found[course] = min(found.get(course, 1e9), one.size / IN)
    return found


def sizes(plan_: Plan, edge: str) -> set[float]:
    """The different sizes that an edge gets, in inches, to a thousandth."""
    return {round(size, 3) for size in gets(plan_, edge).values()}


def rules(plan_: Plan) -> list[str]:
    """The rules that the findings break."""
    return [finding.rule for finding in plan_.findings]
