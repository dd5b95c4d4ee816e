"""Where the pennant is planted, in words."""

from pennant.core.document.job import Job
from pennant.core.document.lengths import STEP_MM, show_with_unit
from pennant.core.document.module import module_of
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
    FullOn,
    FullTop,
    Start,
    UpSchool,
    WholeCourses,
)
from pennant.core.search.slack import Slack
from pennant.words.counts import counted
from pennant.words.names import Names


def say_counter_start(job: Job, names: Names, start: Start) -> str:
    """Say where the pennant is planted on a tiled counter."""
    across, up = start.across, start.up
    begun = _across(job, names, across).replace("on the wall", "on the counter")
    rows = {
        "full-top": "full row at the wall",
        "equal-cuts": "equal cuts at front and wall",
    }.get(up.kind, "full row at the front")
    return (
        f"{begun}{_moved(job, across.nudge, 'right', 'left')}; "
        f"{rows}{_moved(job, up.nudge, 'to the wall', 'to the front')}"
    )


def say_start(job: Job, names: Names, start: Start) -> str:
    """Say where the pennant is planted."""
    across, up = start.across, start.up
    text = (
        f"{_across(job, names, across)}{_moved(job, across.nudge, 'right', 'left')}; "
        f"{_up(names, up)}{_raised(job, up.nudge)}"
    )
    for side, plus, minus in (
        ("left", "right", "left"),
        ("right", "right", "left"),
        ("top", "up", "down"),
    ):
        if by := getattr(start, side):
            end = "top line" if side == "top" else f"{side} end"
            text += f"; {end}{_moved(job, by, plus, minus).replace(', moved', ' moved')}"
    return text


_HOW = {
    "ends": "end tiles shaved to fit",
    "all": "all tiles shaved to fit",
    "joints": "joints drawn to fit",
}


def _across(job: Job, names: Names, across: Across) -> str:
    if isinstance(across, Centred):
        on = {
            "wall": "the wall",
            "thing": names.thing(across.thing or ""),
            "point": show_with_unit(across.x or 0.0, job.step) + " from the left end",
        }[across.on]
        return f"{across.what} centred on {on}"
    if isinstance(across, FullAt):
        return f"full tile at {names.edge(across.line)}"
    if isinstance(across, Fitted):
        first, last = names.edge(across.lines[0]), names.edge(across.lines[-1])
        between = f", by {len(across.lines) - 2} lines between" if len(across.lines) > 2 else ""
        return f"{_HOW[across.how]} from {first} to {last}{between}"
    if isinstance(across, FromCounter):
        return f"joints carried up from {names.thing(across.counter)}"
    if isinstance(across, Folded):
        return "tile folded round the corner"
    return f"full tile at the {across.kind.removeprefix('full-')} end"


def _up(names: Names, up: UpSchool) -> str:
    if isinstance(up, FlatCounter):
        return "cut flat at the counter"
    if isinstance(up, FullTop | EqualCuts | WholeCourses):
        under = names.thing(up.under) if up.under else "the top line"
        if isinstance(up, FullTop):
            return f"full course under {under}"
        if isinstance(up, EqualCuts):
            return f"equal cuts at counter and {under}"
        return f"whole courses from the counter to {under}, by their joints"
    if isinstance(up, FullOn):
        return f"full course on {names.thing(up.on)}"
    if isinstance(up, Carried):
        return "courses carried round the corner"
    return "full course at the counter"


def say_slack(job: Job, slack: Slack) -> str:
    """Say how far a start may move before there is more to fix than now."""
    minus, plus = ("left", "right") if slack.way == "across" else ("down", "up")
    whole = slack.stretches[-1].high - slack.stretches[0].low
    if slack.back + slack.ahead >= whole - 0.01:
        return "any way: nothing more to fix wherever it goes"
    return (
        f"{show_with_unit(slack.back, job.step)} {minus} and "
        f"{show_with_unit(slack.ahead, job.step)} {plus} before there is more to fix"
    )


def _raised(job: Job, nudge: float) -> str:
    """How far courses are moved up or down: whole ones are counted, as they only change which
    course has which joints.
    """
    if not job.in_courses:
        return _moved(job, nudge, "up", "down")
    course = module_of(job).up
    whole = round(nudge / course)
    rest = nudge - whole * course
    if whole == 0 or abs(rest) < STEP_MM[job.step] / 8:
        return _moved(job, nudge, "up", "down")
    courses = counted(abs(whole), "course")
    return f"{_moved(job, rest, 'up', 'down')}, and {courses} {'up' if whole > 0 else 'down'}"


def _moved(job: Job, nudge: float, plus: str, minus: str) -> str:
    if nudge == 0:
        return ""
    return f", moved {show_with_unit(abs(nudge), job.step)} {plus if nudge > 0 else minus}"
