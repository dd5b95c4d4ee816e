"""Adding things to the wall and taking them away leaves a job that can be drawn."""

import pytest

from kitchens import CABINET, WINDOW, a_job, centred
from pennant.core.blank import blank_job
from pennant.core.check import JobRefused, problems_of
from pennant.core.plan import plan
from pennant.core.things import GROUPS, with_thing, without_thing


class TestBlank:
    """A blank job is a whole small plan."""

    @pytest.mark.parametrize("units", ["in", "mm"])
    def test_can_be_drawn(self, units: str) -> None:
        job = blank_job("Nook", units)
        assert plan(job).pieces
        assert job.settings.counter_gap == (3.175 if units == "in" else 3.0)
        assert job.step == ("1/16 in" if units == "in" else "1 mm")


class TestAdding:
    """A new thing stands in the leftmost free place, under a name of its own."""

    @pytest.mark.parametrize("kind", sorted(GROUPS))
    @pytest.mark.parametrize("units", ["in", "mm"])
    def test_can_be_drawn_at_once(self, kind: str, units: str) -> None:
        job = with_thing(with_thing(blank_job("Nook", units), kind), kind)
        assert list(problems_of(job)) == []
        first, second = getattr(job.wall, GROUPS[kind])
        assert first.x < second.x
        assert (first.id, second.name) == (f"{kind}-1", f"{kind.capitalize()} 2")

    def test_beside_what_stands_there(self) -> None:
        job = with_thing(a_job(overheads=[CABINET]), "cabinet")
        assert job.wall.overheads[1].x == pytest.approx(24 * 25.4)

    def test_a_full_wall_says_so(self) -> None:
        job = a_job(overheads=[{**CABINET, "width": "96"}])
        with pytest.raises(JobRefused, match="no free place"):
            with_thing(job, "hood")


class TestTakingAway:
    """A start that leaned on what is gone falls back to the wall's own."""

    def test_a_window_that_the_start_was_centred_on(self) -> None:
        job = a_job(openings=[WINDOW], start=centred("joint", "opening", opening="window"))
        left = without_thing(job, "window")
        assert left.wall.openings == ()
        assert (left.start.across.on, left.start.across.what) == ("wall", "joint")
        assert list(problems_of(left)) == []

    def test_a_cabinet_that_the_start_was_under(self) -> None:
        job = a_job(overheads=[CABINET], start={"up": {"kind": "full-top", "under": "cabinet"}})
        assert without_thing(job, "cabinet").start.up.under is None

    def test_anything_else_stays(self) -> None:
        job = a_job(overheads=[CABINET], openings=[WINDOW])
        assert without_thing(job, "cabinet").wall.openings == job.wall.openings
