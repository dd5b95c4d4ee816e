"""All walls of a lattice at once: one height for those that join, and each wall's own place."""

from random import Random
from typing import Any

import pytest

from examples import SCALE
from kitchens import a_job
from pennant.core.document.job import Job
from pennant.core.document.starts import Carried, FullCounter, FullLeft, Start
from pennant.core.document.wishes import Wish
from pennant.core.plan import plan
from pennant.core.search.best import best_round
from pennant.core.search.starting import started
from pennant.core.search.whole_kitchen import best_of_kitchen, better_of, measured_kitchen
from pennant.words.starts import round_in_words

WISHES = [Wish(kind=kind).model_dump() for kind in ("never", "avoid", "smallest")]
TILES: list[tuple[dict[str, Any], dict[str, Any]]] = [
    ({"length": 320, "height": 104}, {"kind": "herringbone", "joint": 3}),
    ({"length": 215, "height": 215}, {"kind": "diagonal", "joint": 3}),
    ({"length": 264, "height": 228.631}, {"kind": "hexagon", "joint": 2, "points": "up"}),
]


def kitchen(number: int, *, joined: bool = True) -> Job:
    """Two walls with a cabinet and a window, in one of the patterns."""
    chance = Random(number)

    def wall(n: int) -> dict[str, Any]:
        length = chance.uniform(24, 30)
        return {
            "id": f"w{n}",
            "length": f"{length:.2f}",
            "things": [
                f"cabinet 0 wide {chance.uniform(8, 11):.2f} clear 12",
                f"window {chance.uniform(12, length - 10):.2f} wide 9 sill 5 high 20",
            ],
            "top": {"kind": "open", "height": f"{chance.uniform(15, 18):.2f}"},
            "corner": {"kind": "inside"} if joined and not n else None,
        }

    document = a_job(walls=[wall(0), wall(1)], wishes=WISHES, settings={}).model_dump(mode="json")
    tile, document["pattern"] = TILES[number % len(TILES)]
    document["tile"] = {**tile, "thickness": 8}
    return Job.model_validate(document)


def somewhere(job: Job, chance: Random) -> Job:
    """The kitchen begun anywhere: one height for all walls, each wall anywhere across."""
    for number, wall in enumerate(job.walls):
        up = Carried() if number else FullCounter(nudge=chance.uniform(-240, 0))
        across = FullLeft(nudge=chance.uniform(-200, 200))
        job = started(job, wall.id, Start(across=across, up=up))
    return job


class TestNeverWorse:
    """What is found comes out at least as well as any other kitchen, all planned in full."""

    @pytest.mark.parametrize("number", [0, 1, 2] if SCALE > 1 else [0])
    def test_than_random_joint_starts(self, number: int) -> None:
        job = kitchen(number)
        best, chance = best_of_kitchen(job).job, Random(number)
        for _ in range(10):
            assert better_of(best, somewhere(job, chance)) == best

    def test_than_what_is_planted(self) -> None:
        found = best_of_kitchen(kitchen(4))
        again = best_of_kitchen(found.job)
        assert better_of(again.job, found.job) == again.job


class TestHeights:
    """Rows meet in a corner; walls that stand apart have heights of their own."""

    def test_walls_that_join_share_one(self) -> None:
        found = best_of_kitchen(kitchen(1))
        assert found.better
        assert found.job.walls[1].start.up == Carried()
        assert measured_kitchen(found.job).steps == 0

    def test_walls_apart_do_not(self) -> None:
        found = best_of_kitchen(kitchen(1, joined=False))
        assert [wall.start.up.kind for wall in found.job.walls] == ["full-counter"] * 2
        # Of each wall a grid of 40 by 40 places over the lattice's cell.
        assert found.tried == 2 * 40 * 40

    def test_tips_stay_on_their_line(self) -> None:
        """Fans whose tips end on a line are moved across only."""
        job = a_job(
            walls=[
                {
                    "id": "a",
                    "length": "26",
                    "top": {"kind": "open", "height": "18"},
                    "things": ["outlet 15 up 8"],
                    "start": {"up": {"kind": "full-top"}},
                }
            ],
            settings={},
        ).model_dump(mode="json")
        job["tile"] |= {"length": 100, "height": 98, "turns": False}
        job["pattern"] = {"kind": "scallop", "joint": 2, "tips": "up", "top": "finished"}
        job = Job.model_validate(job)
        best = best_of_kitchen(job).job
        assert best.walls[0].start.up == job.walls[0].start.up
        origins = [plan(one).surfaces[0].pennant.tile_y for one in (job, best)]
        assert origins[0] == origins[1]


class TestRound:
    """All at once first, then wall after wall, and the best of all."""

    def test_no_step_is_better_than_the_last_and_it_is_said_what_was_looked_at(self) -> None:
        """Of a lattice, which has no end of starts, a grid."""
        job = kitchen(2)
        steps = list(best_round(job))
        *before, last = (step.job for step in steps)
        assert len(before) == 3
        for step in before:
            assert better_of(last, step) == last
        first = next(round_in_words(job, steps))
        assert first.says.startswith("All walls at once, a better start found: ")
        assert "starts of a grid looked at, then steps from the best; not proved" in first.says
        assert "(fewest" not in first.says
