"""Courses shifted by rule, from a seed: what a hand-staggered wall keeps to, and ledger stone.

Of staggered courses no joint is within a set distance of one in the course below, there is no
staircase (two steps alike in a row), and no course starts like one of the three below it.

Panels of ledger stone keep the first and the last of these, and each course starts clearly shorter
than the one below, until there is no room for a shorter one; then the next starts long again.
"""

import math
from collections.abc import Iterator
from functools import lru_cache

from pennant.core.document.pattern import MOST_APART, MOST_SHORTENED
from pennant.core.geometry.tolerance import EPS

ROWS = 24
"""Courses after which the stagger comes round again: more than stand between counter and ceiling
with all but mosaic."""
PARTS = 32
"""Places in a module where a course may begin."""
STEPS_APART = 3
"""Of `PARTS`: two steps from course to course that differ by less make a staircase."""
STARTS_APART = 2
"""Of `PARTS`: two courses that begin nearer than this look alike."""
DESCENTS = (6, 4)
"""Courses that each start shorter, before one starts long again: a divisor of `ROWS`; four where
six do not fit into a panel."""
_TRIES = 20_000
_REDEALS = 500


@lru_cache(maxsize=32)
def staggered(seed: int, apart: float) -> tuple[float, ...]:
    """Return the shift of each of `ROWS` courses, as a share of the module; course 0 has none.

    ``apart`` is the least distance of a joint from those in the course below, as a share of the
    module. The rules hold also from the last course to the first again.
    """
    least = min(apart, MOST_APART) * PARTS
    dice = _dice(seed)
    rows = [0]
    choices = [_choices(rows, least, dice)]
    for _ in range(_TRIES):
        if not choices[-1]:
            choices.pop()
            rows.pop()
        else:
            rows.append(choices[-1].pop())
            if len(rows) == ROWS:
                if all(_fits(rows[k:] + rows[:k], least) for k in range(1, 4)):
                    return tuple(row / PARTS for row in rows)
                rows.pop()
            else:
                choices.append(_choices(rows, least, dice))
    raise ValueError("no stagger keeps all the rules; let joints come nearer to one another")


@lru_cache(maxsize=32)
def shortened(seed: int, apart: float) -> tuple[float, ...]:
    """Return the shift of each of `ROWS` courses of which each starts shorter than the one below.

    Shifts are shares of the module, to the left: so much the first panel is shorter than a full
    one. ``apart`` is by how much at least, and the least distance of an end from those below. When
    there is no room for a shorter start, the next course starts long again.
    """
    least = math.ceil(min(apart, MOST_SHORTENED) * PARTS - EPS)
    count = next(n for n in DESCENTS if n * least <= PARTS)
    dice = _dice(seed)
    for _ in range(_REDEALS):
        rows = list(_descent(count, least, dice, first=0))
        while len(rows) < ROWS:
            rows += _descent(count, least, dice)
        if _unlike([*rows, *rows[:3]]):
            return tuple(row / PARTS for row in rows)
    return tuple(row % count / count for row in range(ROWS))  # evenly: that keeps every rule


def _descent(
    count: int, least: int, dice: Iterator[int], first: int | None = None
) -> Iterator[int]:
    """Places of so many courses, each further on than the one below by ``least`` and something."""
    spare = PARTS - count * least
    at = next(dice) % (spare // 2 + 1) if first is None else first
    spare -= at
    yield at
    for _ in range(count - 1):
        more = next(dice) % (spare + 1)
        spare -= more
        at += least + more
        yield at


def _unlike(rows: list[int]) -> bool:
    """Whether no course starts like one of the three below it."""
    return all(
        _round(row - below) >= STARTS_APART
        for number, row in enumerate(rows)
        for below in rows[max(number - 3, 0) : number]
    )


def _choices(rows: list[int], least: float, dice: Iterator[int]) -> list[int]:
    fit = [part for part in range(PARTS) if _fits([*rows, part], least)]
    return sorted(fit, key=lambda _: next(dice))


def _dice(seed: int) -> Iterator[int]:
    """Numbers without order, the same ones for a seed wherever and whenever the job is opened.

    Steps of splitmix64 (Steele, Lea and Flood 2014), which is short enough to be written down.
    """
    state, full = seed, 2**64 - 1
    while True:
        state = (state + 0x9E3779B97F4A7C15) & full
        mixed = ((state ^ (state >> 30)) * 0xBF58476D1CE4E5B9) & full
        mixed = ((mixed ^ (mixed >> 27)) * 0x94D049BB133111EB) & full
        yield mixed ^ (mixed >> 31)


def _fits(rows: list[int], least: float) -> bool:
    """Whether the last course may lie on those below it."""
    last, below = rows[-1], rows[-2]
    if _round(last - below) < least:
        return False
    if any(_round(last - other) < STARTS_APART for other in rows[-4:-1]):
        return False
    if len(rows) > 2:
        step, before = last - below, below - rows[-3]
        return _round(step - before) >= STEPS_APART
    return True


def _round(parts: int) -> int:
    """How far apart two places are, the shorter way round the module."""
    parts %= PARTS
    return min(parts, PARTS - parts)
