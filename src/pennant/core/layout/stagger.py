"""Staggered courses by rule: what a hand-staggered wall keeps to, from a seed.

No joint within a set distance of one in the course below, no staircase (two steps alike in a row),
and no course that starts like one of the three below it.
"""

from collections.abc import Iterator
from functools import lru_cache

from pennant.core.document.pattern import MOST_APART

ROWS = 24
"""Courses after which the stagger comes round again: more than stand between counter and ceiling
with all but mosaic."""
PARTS = 32
"""Places in a module where a course may begin."""
STEPS_APART = 3
"""Of `PARTS`: two steps from course to course that differ by less make a staircase."""
STARTS_APART = 2
"""Of `PARTS`: two courses that begin nearer than this look alike."""
_TRIES = 20_000


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
