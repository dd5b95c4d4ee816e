"""Starts compared: all schools, each planned in full, the better ones first."""

from itertools import pairwise

import pytest

from kitchens import CABINET, WINDOW, a_job, demo
from pennant.core import compare as comparing
from pennant.core.compare import MEASURES, Outcome, outcome_of, started
from pennant.core.job import Job
from pennant.core.kitchen import kitchen_of
from pennant.core.plan import lay, plan
from pennant.core.planting import Centred, Start
from pennant.core.schools import schools_of

JOB = a_job(right="open", overheads=[CABINET], openings=[WINDOW])


def every(job: Job) -> list[Start]:
    """All starts of the first wall."""
    return list(schools_of(job.walls[0], joined=False))


def compare(job: Job, starts: list[Start]) -> list[Outcome]:
    """The starts of the first wall, compared."""
    return comparing.compare(job, kitchen_of(job), "a", starts)


def outcome(job: Job, start: Start) -> Outcome:
    """What one start comes to, planned by itself."""
    tried = started(job, "a", start)
    return outcome_of(tried, start, list(lay(tried, kitchen_of(tried))))


class TestSchools:
    """Both ends, both ways of centring on everything, and each way up to everything overhead."""

    def test_all_are_tried(self) -> None:
        starts = every(JOB)
        assert len(starts) == 6 * 5
        assert len({start.model_dump_json() for start in starts}) == len(starts)
        assert Start(across=Centred(what="joint", on="thing", thing="window")) in starts


class TestRanking:
    """The first measure that differs decides."""

    def test_the_better_comes_first(self) -> None:
        outcomes = compare(JOB, every(JOB))
        assert len(outcomes) > 10
        keys = [(o.never, o.avoid) for o in outcomes]
        assert keys == sorted(keys)

    def test_what_is_claimed_is_what_the_plan_has(self) -> None:
        for claimed in compare(JOB, every(JOB)):
            made = plan(started(JOB, "a", claimed.start))
            assert (claimed.never, claimed.avoid) == (
                made.never, len(made.findings) - made.never,
            )  # fmt: skip
            assert (claimed.cut, claimed.tiles) == (made.cut, made.quantities[0].amount)
            sizes = [g.size for reading in made.edges for g in reading.gets]
            assert claimed.smallest == min(sizes)

    def test_the_measure_that_decided_is_named(self) -> None:
        outcomes = compare(JOB, every(JOB))
        for better, worse in pairwise(outcomes):
            if better.decided_by in ("never", "avoid", "cut", "tiles"):
                name = better.decided_by
                assert getattr(better, name) < getattr(worse, name)
                assert all(
                    getattr(better, m) == getattr(worse, m)
                    for m in MEASURES[: MEASURES.index(name)]
                    if m != "smallest"
                )
        assert outcomes[-1].decided_by is None

    def test_no_school_is_better_than_the_winner(self) -> None:
        best = compare(JOB, every(JOB))[0]
        for start in every(JOB):
            other = outcome(JOB, start)
            assert (best.never, best.avoid) <= (other.never, other.avoid)


class TestSameLayout:
    """Two starts that lay the same tiles are one."""

    @pytest.mark.parametrize("bond", [(0, 1), (1, 2), (1, 3)])
    def test_full_at_both_ends_of_a_wall_of_whole_modules(self, bond: tuple) -> None:
        job = a_job(length="97 3/8", bond=bond)  # 12 modules less a joint
        starts = [s for s in every(job) if s.across.kind != "centred"]
        assert len(starts) == 6
        pieces = {_pieces(job, start) for start in starts}
        assert len(compare(job, starts)) == len(pieces)

    def test_a_start_a_whole_number_of_courses_up(self) -> None:
        # 8 courses of 2 1/2 and 7 joints: full at the counter is full at the top.
        job = a_job(top="20 7/8", bond=(0, 1))
        assert len(compare(job, [s for s in every(job) if s.across.kind == "full-left"])) == 1


def _pieces(job: Job, start: Start) -> frozenset[tuple[float, ...]]:
    made = plan(started(job, "a", start))
    return frozenset(tuple(round(v, 3) for v in piece.box) for piece in made.pieces)


class TestJoined:
    """A wall that another joins on to can carry its courses on; only its own start is tried."""

    def test_carried_is_one_of_the_schools(self) -> None:
        wall = JOB.walls[0]
        alone, joined = (list(schools_of(wall, joined=j)) for j in (False, True))
        assert {s.up.kind for s in joined} - {s.up.kind for s in alone} == {"carried"}

    def test_the_other_wall_stays(self) -> None:
        job = demo("Fennel Row")
        starts = list(schools_of(job.walls[1], joined=True))[:6]
        for found in comparing.compare(job, kitchen_of(job), "range-wall", starts):
            tried = plan(started(job, "range-wall", found.start))
            assert tried.surface("sink-wall") == plan(job).surface("sink-wall")
            assert tried.never == found.never
