"""Staggered courses: the rules that a hand-staggered wall keeps to."""

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import examples
from kitchens import IN, planned
from pennant.core.document.pattern import MOST_APART
from pennant.core.layout.stagger import PARTS, ROWS, STARTS_APART, STEPS_APART, staggered


def apart(a: float, b: float) -> float:
    """How far apart two shares of a module are, the shorter way round."""
    off = (a - b) % 1
    return min(off, 1 - off)


class TestRules:
    """They hold in every course, and from the last to the first again."""

    @given(st.integers(1, 9999), st.sampled_from([0.0, 0.1, 0.2, MOST_APART]))
    @examples(60)
    def test_all_three(self, seed: int, least: float) -> None:
        rows = [*staggered(seed, least), *staggered(seed, least)[:4]]
        assert len(rows) == ROWS + 4
        for below, above in pairwise(rows):
            assert apart(above, below) >= least - 1e-9
        for number in range(3, len(rows)):
            assert all(
                apart(rows[number], rows[number - k]) >= STARTS_APART / PARTS for k in (1, 2, 3)
            )
        for a, b, c in zip(rows, rows[1:], rows[2:], strict=False):
            assert apart(c - b, b - a) >= STEPS_APART / PARTS

    def test_a_seed_is_a_pattern_for_good(self) -> None:
        assert staggered(7, 0.2) == staggered(7, 0.2)
        assert staggered(7, 0.2) != staggered(8, 0.2)
        # Written down, so that a job laid last year opens with the same tiles.
        assert [round(row * PARTS) for row in staggered(1, 0.2)[:6]] == WRITTEN


WRITTEN = [0, 9, 30, 23, 11, 21]


class TestOnTheWall:
    """No joint stands near one in the course below."""

    @pytest.mark.parametrize("seed", [1, 2, 3])
    def test_joints_keep_their_distance(self, seed: int) -> None:
        pattern = {"joint": "1/8", "bond": {"way": "staggered", "seed": seed, "apart": 0.2}}
        made = planned(pattern=pattern)
        joints = {
            n: [p.box.x1 / IN for p in made.pieces if p.course == n and p.box.x1 / IN < 95.9]
            for n in range(11)
        }
        for n in range(10):
            for x in joints[n]:
                assert min(abs(x - other) for other in joints[n + 1]) >= 0.2 * 8.125 - 1e-6
