"""Trim from sticks: which lengths are cut from which stick, with as few sticks as can be.

A run longer than a stick takes whole sticks and a rest: a joint in view that cannot be avoided.
"""

from collections.abc import Sequence
from typing import NamedTuple

from pennant.core.geometry.tolerance import EPS

EXACT_UP_TO = 14
"""Lengths that are shared out by trying all ways; more go first fit, the longest first, which is
never more than two ninths and one stick over."""
MOST_STEPS = 20_000
"""Ways looked at before the best so far stands: some hundredths of a second."""


class TrimRun(NamedTuple):
    """A length of trim in mm, and the edge that it is for."""

    edge: str
    length: float


class Stick(NamedTuple):
    """One stick: what is cut from it, in order, and what is left (mm)."""

    runs: tuple[TrimRun, ...]
    left: float


def sticks_for(runs: Sequence[TrimRun], stick: float, kerf: float) -> list[Stick]:
    """Return the sticks (each ``stick`` mm long) that runs are cut from."""
    whole: list[list[TrimRun]] = []
    rest: list[TrimRun] = []
    for run in runs:
        length = run.length
        while length > stick + EPS:
            whole.append([TrimRun(run.edge, stick)])
            length -= stick
        if length > EPS:
            rest.append(TrimRun(run.edge, length))
    rest.sort(key=lambda run: (-run.length, run.edge))
    shared = _first_fit(rest, stick, kerf)
    if len(rest) <= EXACT_UP_TO:
        shared = _fewest(rest, stick, kerf, shared)
    return [
        Stick(tuple(one), max(stick - sum(r.length for r in one) - kerf * (len(one) - 1), 0.0))
        for one in (*whole, *shared)
    ]


def _room(runs: Sequence[TrimRun], stick: float, kerf: float) -> float:
    return stick - sum(run.length + kerf for run in runs)


def _first_fit(runs: Sequence[TrimRun], stick: float, kerf: float) -> list[list[TrimRun]]:
    sticks: list[list[TrimRun]] = []
    for run in runs:
        for one in sticks:
            if run.length <= _room(one, stick, kerf) + EPS:
                one.append(run)
                break
        else:
            sticks.append([run])
    return sticks


def _fewest(
    runs: Sequence[TrimRun], stick: float, kerf: float, best: list[list[TrimRun]]
) -> list[list[TrimRun]]:
    """The best way of all, none worse than ``best``: the next run into each stick, or a new one.

    Where there are more ways than `MOST_STEPS`, the best of those that were looked at.
    """
    least = -int(-sum(run.length for run in runs) // stick) if runs else 0
    steps = 0

    def share(number: int, sticks: list[list[TrimRun]]) -> None:
        nonlocal best, steps
        steps += 1
        if len(sticks) >= len(best) or len(best) <= least or steps > MOST_STEPS:
            return
        if number == len(runs):
            best = [list(one) for one in sticks]
            return
        run, tried = runs[number], set()
        for one in sticks:
            room = round(_room(one, stick, kerf), 3)
            if run.length <= room + EPS and room not in tried:
                tried.add(room)
                one.append(run)
                share(number + 1, sticks)
                one.pop()
        sticks.append([run])
        share(number + 1, sticks)
        sticks.pop()

    share(0, [])
    return best
