"""The best start of a lattice is held against random starts, each planned in full."""

from random import Random
from typing import Any

import pytest

from kitchens import CABINET, OUTLET, WINDOW, a_job
from pennant.core.document.job import Job
from pennant.core.document.starts import FOR_COURSES, FullCounter, FullLeft, Start
from pennant.core.document.survey import Wall
from pennant.core.laying.lay_kitchen import lay
from pennant.core.plan import plan
from pennant.core.reading.seen import SeenWeights
from pennant.core.search.best import best_found
from pennant.core.search.lattice_clipping import Clipping
from pennant.core.search.ranking import compare, measured_of
from pennant.core.search.schools import schools_of
from pennant.core.search.starting import started
from pennant.core.survey.kitchen import kitchen_of

PATTERNS: list[tuple[dict[str, Any], dict[str, Any]]] = [
    ({"length": 262, "height": 85}, {"kind": "herringbone", "joint": 3}),
    ({"length": 240, "height": 99}, {"kind": "herringbone", "joint": 2, "diagonal": False}),
    ({"length": 148, "height": 148}, {"kind": "diagonal", "joint": 3}),
    ({"length": 170, "height": 147.224}, {"kind": "hexagon", "joint": 2, "points": "up"}),
]
RANDOM = 8


def the_job(tile: dict[str, Any], pattern: dict[str, Any], **more: Any) -> Job:
    document = a_job(overheads=[CABINET], openings=[WINDOW], **more).model_dump(mode="json")
    document["tile"], document["pattern"] = {**tile, "thickness": 8}, pattern
    return Job.model_validate(document)


class TestBest:
    """No start is better, as far as many tries can tell."""

    @pytest.mark.parametrize(("tile", "pattern"), PATTERNS)
    def test_no_random_start_has_less_to_cure(
        self, tile: dict[str, Any], pattern: dict[str, Any]
    ) -> None:
        job = the_job(tile, pattern)
        kitchen, wall = kitchen_of(job), job.walls[0].id
        best = best_found(job, kitchen, wall)
        made = plan(started(job, wall, best.start))
        assert (best.measured.never, best.measured.cut) == (made.never, made.cut)
        draw = Random(pattern["kind"])
        for _ in range(RANDOM):
            start = Start(
                across=FullLeft(nudge=round(draw.uniform(0, 300), 2)),
                up=FullCounter(nudge=round(draw.uniform(-300, 0), 2)),
            )
            (other,) = compare(job, kitchen, wall, [start])
            assert best.measured.fix_seen <= other.measured.fix_seen


class TestJudging:
    """A start is judged by the tiles that something is taken from as its whole plan is."""

    @pytest.mark.parametrize(("tile", "pattern"), PATTERNS)
    def test_what_counts_is_what_the_plan_finds(
        self, tile: dict[str, Any], pattern: dict[str, Any]
    ) -> None:
        job = the_job(tile, pattern, devices=[OUTLET])
        kitchen, wall = kitchen_of(job), job.walls[0].id
        draw, legs, uneven = Random(pattern["kind"]), 0, 0
        for _ in range(12):
            start = Start(
                across=FullLeft(nudge=round(draw.uniform(0, 300), 2)),
                up=FullCounter(nudge=round(draw.uniform(-300, 0), 2)),
            )
            (made,) = (
                one for one in lay(started(job, wall, start), kitchen) if one.plan.surface == wall
            )
            measured = measured_of(job, wall, [made], tiles=0)
            rules = [finding.rule for finding in made.plan.findings]
            assert made.layout.lattice is not None
            clip = Clipping(made.layout.lattice, made.field, job.settings)
            judged = clip.judge(*made.layout.origin)
            assert judged.never == measured.never
            # A bare edge is bare wherever the lattice begins: it makes no difference to a start.
            assert judged.avoid + judged.legs == measured.avoid - rules.count("cut-edge")
            clip.weights = weights = SeenWeights.on(job, made.field)
            bare = sum(weights.of(one) for one in made.plan.findings if one.rule == "cut-edge")
            weighed = clip.judge(*made.layout.origin)
            assert weighed.avoid == measured.weighed - bare
            assert weighed.legs == measured.legs
            assert (weighed.fix_seen, weighed.fix_hidden) == (
                measured.fix_seen,
                measured.fix_hidden,
            )
            assert judged.cut == measured.cut
            for wish in (
                "even",
                "smallest",
                "full_left",
                "full_right",
                "whole_counter",
                "whole_top",
            ):
                assert getattr(judged, wish) == pytest.approx(getattr(measured, wish), abs=1e-4)
            legs += rules.count("thin-leg")
            uneven += rules.count("uneven-jambs")
        assert legs
        assert uneven or pattern["kind"] == "herringbone"


class TestSchools:
    """A lattice has schools of its own, and none that fit tiles or joints."""

    def test_nothing_is_fitted_and_points_may_be_cut_flat(self) -> None:
        wall: Wall = the_job(*PATTERNS[0]).walls[0]
        starts = list(schools_of(wall, joined=False, lattice=True))
        kinds = {start.across.kind for start in starts} | {start.up.kind for start in starts}
        assert not kinds & set(FOR_COURSES)
        assert {"flat-counter", "full-top", "centred", "full-left", "full-at"} <= kinds
