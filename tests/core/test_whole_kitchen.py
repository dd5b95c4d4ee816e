"""All walls at once: shared heights, counts added up, the worst piece anywhere, corners."""

import itertools
import random
from typing import Any

import pytest

from kitchens import a_job, demo
from pennant.core.document.job import Job
from pennant.core.document.lengths import STEP_MM
from pennant.core.document.starts import Carried, FromCounter, FullCounter, FullLeft, Start
from pennant.core.document.wishes import BANDS, Wish
from pennant.core.plan import plan
from pennant.core.search.best import best_round, visits
from pennant.core.search.starting import started
from pennant.core.search.whole_kitchen import (
    best_of_kitchen,
    better_of,
    measured_kitchen,
    sift,
    starts_of,
)
from pennant.words.starts import round_in_words

WISHED = tuple(Wish(kind=kind) for kind in ("never", "avoid", "smallest"))


def random_kitchen(seed: int, walls: int = 2) -> Job:
    """Walls that join, each with what may stand on it."""
    chance = random.Random(seed)

    def wall(number: int) -> dict[str, Any]:
        length = chance.uniform(50, 110)
        things: list[Any] = [f"cabinet 0 wide {chance.uniform(14, 30):.2f} clear 18"]
        if chance.random() < 0.6:
            at = chance.uniform(32, length - 22)
            things.append(f"window {at:.2f} wide 18 sill {chance.uniform(4, 9):.2f} high 26")
        if chance.random() < 0.5:
            things.append(f"outlet {chance.uniform(5, 25):.2f} up {chance.uniform(7, 12):.2f}")
        last = number == walls - 1
        return {
            "id": f"w{number}",
            "length": f"{length:.2f}",
            "things": things,
            "top": {"kind": "open", "height": f"{chance.uniform(18, 30):.2f}"},
            "corner": None if last else {"kind": "inside"},
        }

    p, q = chance.choice([(0, 1), (1, 2), (1, 3)])
    tile = chance.choice([("8", "2 1/2"), ("6", "3"), ("4", "4")])
    return a_job(
        walls=[wall(n) for n in range(walls)],
        bond=(p, q),
        tile=tile,
        settings={},
        wishes=[wish.model_dump() for wish in WISHED],
    )


def somewhere(job: Job, chance: random.Random) -> Job:
    """The kitchen begun anywhere: one height for all walls, each wall anywhere across."""
    module = 8.5 * 25.4
    for number, wall in enumerate(job.walls):
        up = Carried() if number else FullCounter(nudge=chance.uniform(-120, 0))
        across = FullLeft(nudge=chance.uniform(-module / 2, module / 2))
        job = started(job, wall.id, Start(across=across, up=up))
    return job


class TestNeverWorse:
    """What is found is planned in full, and no other joint start is better."""

    @pytest.mark.parametrize("seed", range(2))
    def test_than_random_joint_starts(self, seed: int) -> None:
        job = random_kitchen(seed)
        found = best_of_kitchen(job)
        assert found is not None
        chance = random.Random(seed)
        for _ in range(30):
            assert better_of(found.job, somewhere(job, chance)) is found.job

    @pytest.mark.parametrize("name", ["Scree Mews", "Sorrel Yard"])
    def test_than_wall_after_wall(self, name: str) -> None:
        steps = list(best_round(demo(name)))
        last = steps[-1].job
        assert all(better_of(last, step.job) is last for step in steps)

    def test_than_what_is_planted(self) -> None:
        job = demo("Fennel Row")
        found = best_of_kitchen(job)
        assert found is not None
        assert better_of(found.job, job) == found.job


class TestSifted:
    """Each wish leaves the starts that attain its best over the whole kitchen, exactly."""

    @pytest.mark.parametrize("seed", range(4))
    def test_as_by_trying_every_pair_of_starts(self, seed: int) -> None:
        job = random_kitchen(seed)
        (run,) = starts_of(job, WISHED)
        first, second = run.walls
        # Every few starts only, so that all pairs can be tried.
        for wall in run.walls:
            thin = slice(None, None, max(1, len(wall.xs) // 25))
            wall.xs, wall.kept = wall.xs[thin], wall.kept[:, thin]
            wall.variant_of, wall.costs = wall.variant_of[thin], wall.costs[thin]
            wall.values = {wish: values[:, thin] for wish, values in wall.values.items()}
        rows = range(0, len(run.ys), 3)
        every = {
            (y, x, z): (
                first.values[0][y, x] + second.values[0][y, z],
                first.values[1][y, x] + second.values[1][y, z],
                max(first.values[2][y, x], second.values[2][y, z]),
            )
            for y, x, z in itertools.product(rows, range(len(first.xs)), range(len(second.xs)))
        }
        run.open[[y for y in range(len(run.ys)) if y % 3]] = False
        for wall in run.walls:
            wall.kept &= run.open[:, None]
        sift([run], WISHED)
        left = dict(every)
        for place, wish in enumerate(WISHED):
            limit = min(value[place] for value in left.values()) + BANDS[wish.kind] + 1e-5
            left = {key: value for key, value in left.items() if value[place] <= limit}
        assert set(left) == {
            (y, x, z) for y, x, z in every if first.kept[y, x] and second.kept[y, z]
        }

    def test_walls_that_join_share_one_height(self) -> None:
        found = best_of_kitchen(random_kitchen(5, walls=3))
        assert found is not None
        assert [wall.start.up.kind for wall in found.job.walls] == [
            found.job.walls[0].start.up.kind,
            "carried",
            "carried",
        ]

    def test_walls_apart_have_heights_of_their_own(self) -> None:
        job = random_kitchen(1)
        apart = tuple(wall.model_copy(update={"corner": None}) for wall in job.walls)
        found = best_of_kitchen(job.model_copy(update={"walls": apart}))
        assert found is not None
        assert "carried" not in {wall.start.up.kind for wall in found.job.walls}


class TestCorners:
    """A client who wishes for corners gets the pattern carried round, where nothing is worse."""

    def test_the_pair_round_a_corner_makes_up_one_tile(self) -> None:
        wishes = (Wish(kind="never"), Wish(kind="corner"))
        job = demo("Fennel Row").model_copy(update={"wishes": wishes})
        found = best_of_kitchen(job)
        assert found is not None
        assert measured_kitchen(found.job).corner == pytest.approx(0, abs=0.8)
        assert measured_kitchen(found.job).never == 0


class TestEndsThatFloat:
    """An open end is moved by itself to where full and half pieces are flush."""

    def test_by_an_eighth_in_a_half_bond(self) -> None:
        # 11 modules of 8 1/8 and a tile are 97 3/8: an eighth further than the line is now.
        wall = {
            "id": "a",
            "length": "97 1/4",
            "top": {"kind": "open", "height": "21"},
            "right": {"kind": "open", "ahead": "1/4", "back": "1/4"},
        }
        wishes = [{"kind": "never"}, {"kind": "full-left"}, {"kind": "full-right"}]
        *_, last = best_round(a_job(walls=[wall], wishes=wishes))
        ends = {
            round(gets.size / 25.4, 3)
            for reading in plan(last.job).edges
            if reading.edge in ("a:left", "a:right")
            for gets in reading.gets
        }
        assert last.job.walls[0].start.right / 25.4 == pytest.approx(0.125, abs=0.07)
        # (8 - 1/8) / 2 beside a full tile's line, within what setting may be off by.
        assert all(min(abs(end - 8), abs(end - 3.9375)) < 0.07 for end in ends)


class TestSaid:
    """The first step is there at once, and says how many starts were ruled out and why."""

    def test_it_can_be_struck_by_the_tape(self) -> None:
        """Every move is on a mark where the kitchen is as good there; Sorrel Yard has marks of 1 mm
        that are, beside exact places that are none.
        """
        job = demo("Sorrel Yard")
        step = STEP_MM[job.step]
        for wall in best_of_kitchen(job).job.walls:
            for moved in (wall.start.across.nudge, wall.start.up.nudge):
                assert moved / step == pytest.approx(round(moved / step), abs=1e-6)

    def test_what_each_wish_left_is_said(self) -> None:
        job = demo("Fennel Row")
        first = next(iter(round_in_words(job, best_round(job))))
        assert first.says.startswith("All walls at once, ")
        assert "starts tried" in first.says
        assert "have the least to fix in view" in first.says
        assert "planned in full" in first.says
        assert first.says.endswith("fewest cut pieces, fewest tiles decided among those")

    def test_a_wall_whose_joints_come_from_the_counter_keeps_them(self) -> None:
        job = demo("Sallow End")
        assert visits(job) == []
        steps = list(best_round(job))
        assert all(isinstance(step.job.walls[0].start.across, FromCounter) for step in steps)
        assert better_of(steps[-1].job, job) == steps[-1].job
