"""Starts compared: all schools, each planned in full, the better ones first."""

from itertools import pairwise

import pytest

from kitchens import CABINET, WINDOW, a_job
from pennant.core.compare import MEASURES, compare, outcome_of
from pennant.core.job import Centred, Job, Start
from pennant.core.plan import plan
from pennant.core.schools import schools_of

JOB = a_job(right="open", overheads=[CABINET], openings=[WINDOW])


class TestSchools:
    """Both ends, both ways of centring on everything, and each way up to everything overhead."""

    def test_all_are_tried(self) -> None:
        starts = list(schools_of(JOB))
        assert len(starts) == 6 * 5
        assert len({start.model_dump_json() for start in starts}) == len(starts)
        assert Start(across=Centred(what="joint", on="opening", opening="window")) in starts


class TestRanking:
    """The first measure that differs decides."""

    def test_the_better_comes_first(self) -> None:
        outcomes = compare(JOB, schools_of(JOB))
        assert len(outcomes) > 10
        keys = [(o.never, o.avoid) for o in outcomes]
        assert keys == sorted(keys)

    def test_what_is_claimed_is_what_the_plan_has(self) -> None:
        for outcome in compare(JOB, schools_of(JOB)):
            made = plan(JOB.model_copy(update={"start": outcome.start}))
            assert outcome_of(outcome.start, made) == outcome.model_copy(
                update={"decided_by": None}
            )

    def test_the_measure_that_decided_is_named(self) -> None:
        outcomes = compare(JOB, schools_of(JOB))
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
        best = compare(JOB, schools_of(JOB))[0]
        for start in schools_of(JOB):
            other = outcome_of(start, plan(JOB.model_copy(update={"start": start})))
            assert (best.never, best.avoid) <= (other.never, other.avoid)


class TestSameLayout:
    """Two starts that lay the same tiles are one."""

    @pytest.mark.parametrize("bond", [(0, 1), (1, 2), (1, 3)])
    def test_full_at_both_ends_of_a_wall_of_whole_modules(self, bond: tuple) -> None:
        job = a_job(length="97 3/8", bond=bond)  # 12 modules less a joint
        starts = [s for s in schools_of(job) if s.across.kind != "centred"]
        assert len(starts) == 6
        pieces = {_pieces(job, start) for start in starts}
        assert len(compare(job, starts)) == len(pieces)

    def test_a_start_a_whole_number_of_courses_up(self) -> None:
        # 8 courses of 2 1/2 and 7 joints: full at the counter is full at the top.
        job = a_job(top="20 7/8", bond=(0, 1))
        assert len(compare(job, [s for s in schools_of(job) if s.across.kind == "full-left"])) == 1


def _pieces(job: Job, start: Start) -> frozenset[tuple[float, ...]]:
    made = plan(job.model_copy(update={"start": start}))
    return frozenset(tuple(round(v, 3) for v in piece.box) for piece in made.pieces)
