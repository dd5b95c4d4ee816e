"""Adding things to the wall and taking them away leaves a job that can be drawn."""

from typing import get_args

import pytest

from kitchens import CABINET, WINDOW, a_job, centred
from pennant.core.document.refusal import JobRefused
from pennant.core.document.starts import Folded
from pennant.core.document.wishes import SeenPlace, Wish
from pennant.core.plan import plan
from pennant.core.survey.blank import blank_job
from pennant.core.survey.check import problems_of
from pennant.core.survey.edits import (
    Addable,
    joined,
    with_thing,
    with_wall,
    without_thing,
    without_wall,
)
from pennant.core.survey.kitchen import kitchen_of


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

    @pytest.mark.parametrize("kind", sorted(get_args(Addable)))
    @pytest.mark.parametrize("units", ["in", "mm"])
    def test_can_be_drawn_at_once(self, kind: str, units: str) -> None:
        job = with_thing(with_thing(blank_job("Nook", units), "wall-a", kind), "wall-a", kind)
        assert list(problems_of(job)) == []
        first, second = job.walls[0].things
        assert first.at.value < second.at.value or kind == "level"
        label = kind.replace("-", " ").capitalize()
        assert (first.id, second.name) == (f"{kind}-1", f"{label} 2")

    def test_beside_what_stands_there(self) -> None:
        job = with_thing(a_job(overheads=[CABINET]), "a", "cabinet")
        assert job.walls[0].things[1].at.value == pytest.approx(24 * 25.4)

    def test_a_full_wall_says_so(self) -> None:
        job = a_job(overheads=[{**CABINET, "width": "96"}])
        with pytest.raises(JobRefused, match="no free place"):
            with_thing(job, "a", "hood")

    def test_on_a_wall_that_is_not_there(self) -> None:
        with pytest.raises(JobRefused, match="no wall 'b'"):
            with_thing(a_job(), "b", "hood")


class TestTakingAway:
    """What leaned on a thing that is gone stays where it was."""

    def test_a_window_that_the_start_was_centred_on(self) -> None:
        job = a_job(openings=[WINDOW], start=centred("joint", "opening", opening="window"))
        left = without_thing(job, "window")
        assert left.walls[0].things == ()
        across = left.walls[0].start.across
        assert (across.on, across.what) == ("wall", "joint")
        assert list(problems_of(left)) == []

    def test_a_cabinet_that_the_start_was_under(self) -> None:
        job = a_job(overheads=[CABINET], start={"up": {"kind": "full-top", "under": "cabinet"}})
        assert without_thing(job, "cabinet").walls[0].start.up.under is None

    def test_a_cabinet_that_others_were_measured_from(self) -> None:
        job = a_job(
            things=[
                "cabinet 3 wide 24 clear 18",
                "outlet 6 from cabinet right up 5 from cabinet bottom",
                "hood 40 from cabinet centre wide 20 clear 19",
                "check 15 from cabinet right to hood left",
            ]
        )
        before, after = kitchen_of(job), kitchen_of(without_thing(job, "cabinet"))
        for id_ in ("outlet", "hood"):
            assert after.surfaces[0].thing(id_).box == pytest.approx(
                before.surfaces[0].thing(id_).box
            )
        assert [thing.id for thing in after.surfaces[0].things] == ["outlet", "hood"]

    @pytest.mark.parametrize(
        "across",
        [
            {"kind": "full-at", "line": "window:left"},
            {"kind": "fitted", "lines": ["window:left", "window:right"]},
        ],
    )
    def test_a_window_whose_jambs_the_start_named(self, across: dict) -> None:
        job = a_job(openings=[WINDOW], start={"across": across})
        left = without_thing(job, "window")
        assert left.walls[0].start.across.kind == "full-left"
        assert list(problems_of(left)) == []

    def test_other_lines_of_a_fit_stay(self) -> None:
        lines = ["a:left", "window:left", "window:right"]
        start = {"across": {"kind": "fitted", "lines": lines}}
        job = a_job(openings=[WINDOW], overheads=[CABINET], start=start)
        assert without_thing(job, "cabinet").walls[0].start == job.walls[0].start

    def test_a_wish_for_it_is_then_for_anywhere(self) -> None:
        wishes = (Wish(kind="even", at="window"), Wish(kind="smallest", at="cabinet"))
        job = a_job(openings=[WINDOW], overheads=[CABINET]).model_copy(update={"wishes": wishes})
        assert [wish.at for wish in without_thing(job, "window").wishes] == ["", "cabinet"]

    def test_nothing_is_said_of_how_much_it_was_looked_at(self) -> None:
        seen = (SeenPlace(at="window", seen="much"), SeenPlace(at="cabinet", seen="little"))
        job = a_job(openings=[WINDOW], overheads=[CABINET]).model_copy(update={"seen": seen})
        assert without_thing(job, "window").seen == seen[1:]

    def test_anything_else_stays(self) -> None:
        job = a_job(overheads=[CABINET], openings=[WINDOW])
        assert without_thing(job, "cabinet").walls[0].things == job.walls[0].things[1:]


class TestWalls:
    """Walls are added at the right, and taken away with what joined on to them."""

    def test_one_more_round_a_corner_carries_the_courses_on(self) -> None:
        job = with_wall(a_job(), "inside")
        one, two = job.walls
        assert (one.corner.kind, one.corner.laps) == ("inside", "next")
        assert (two.start.up.kind, two.top) == ("carried", one.top)
        assert list(problems_of(job)) == []

    def test_the_middle_one_goes(self) -> None:
        job = with_wall(with_wall(a_job(), "inside"), "outside")
        left = without_wall(job, job.walls[1].id)
        assert [wall.corner for wall in left.walls] == [None, None]
        assert left.walls[1].start.up.kind == "full-counter"
        assert list(problems_of(left)) == []

    def test_what_was_folded_round_starts_full_when_nothing_is_before_it(self) -> None:
        job = with_wall(a_job(), "inside")
        two = job.walls[1]
        start = two.start.model_copy(update={"across": Folded()})
        folded = job.model_copy(
            update={"walls": (job.walls[0], two.model_copy(update={"start": start}))}
        )
        assert list(problems_of(folded)) == []
        left = without_wall(folded, "a")
        assert left.walls[0].start.across.kind == "full-left"
        assert list(problems_of(left)) == []

    def test_an_end_that_was_moved_is_the_corner_once_it_joins(self) -> None:
        floating = {"kind": "open", "ahead": "2"}
        wall = {
            "id": "a",
            "length": "60",
            "top": {"kind": "open", "height": "20"},
            "right": floating,
            "start": {"right": "1 1/2"},
        }
        job = with_wall(a_job(walls=[wall]), "none")
        assert list(problems_of(job)) == []
        assert list(problems_of(joined(job, "a", "inside"))) == []
        assert list(problems_of(with_wall(a_job(walls=[wall]), "inside"))) == []

    def test_joined_and_parted(self) -> None:
        job = with_wall(a_job(), "none")
        there = joined(job, "a", "outside")
        assert there.walls[0].corner.kind == "outside"
        assert joined(there, "a", "none") == job
