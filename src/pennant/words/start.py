"""Where the pennant is planted, in words."""

from pennant.core.job import Job
from pennant.core.lengths import show_with_unit
from pennant.core.planting import Carried, Centred, EqualCuts, FullTop, Start
from pennant.core.play import Play
from pennant.words.names import Names


def say_start(job: Job, names: Names, start: Start) -> str:
    """Say where the pennant is planted."""
    across, up = start.across, start.up
    if isinstance(across, Centred):
        on = {
            "wall": "the wall",
            "thing": names.thing(across.thing or ""),
            "point": show_with_unit(across.x or 0.0, job.step) + " from the left end",
        }[across.on]
        first = f"{across.what} centred on {on}"
    else:
        first = f"full tile at the {across.kind.removeprefix('full-')} end"
    if isinstance(up, FullTop | EqualCuts):
        under = names.thing(up.under) if up.under else "the top line"
        second = "full course under " if isinstance(up, FullTop) else "equal cuts at counter and "
        second += under
    elif isinstance(up, Carried):
        second = "courses carried round the corner"
    else:
        second = "full course at the counter"
    return (
        f"{first}{_moved(job, across.nudge, 'right', 'left')}; "
        f"{second}{_moved(job, up.nudge, 'up', 'down')}"
    )


def say_play(job: Job, play: Play) -> str:
    """Say how far a start may move before there is more to cure than now."""
    minus, plus = ("left", "right") if play.way == "across" else ("down", "up")
    whole = play.stretches[-1].high - play.stretches[0].low
    if play.back + play.ahead >= whole - 0.01:
        return "any way: nothing more to cure wherever it goes"
    return (
        f"{show_with_unit(play.back, job.step)} {minus} and "
        f"{show_with_unit(play.ahead, job.step)} {plus} before there is more to cure"
    )


def _moved(job: Job, nudge: float, plus: str, minus: str) -> str:
    if nudge == 0:
        return ""
    return f", moved {show_with_unit(abs(nudge), job.step)} {plus if nudge > 0 else minus}"
