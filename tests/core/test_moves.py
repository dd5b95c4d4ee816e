"""What others could still move: the smallest move of what is not fixed yet, on the tape."""

from typing import Any

import pytest

from kitchens import IN, a_job, demo
from pennant.core.document.job import Job
from pennant.core.document.lengths import STEP_MM
from pennant.core.plan import plan
from pennant.core.search.moves import moves_of, moves_together, with_move, with_moves
from pennant.core.survey.kitchen import kitchen_of
from pennant.core.survey.moving import moved
from pennant.words.moves import moves_in_words, wished_in_words

OPEN = {"why": "not fixed yet"}


def with_a_shelf(clear: str, unsettled: dict[str, Any] | None) -> Job:
    """Courses of 2 5/8 in; a shelf 1 in thick, so far above the counter."""
    shelf = {"kind": "shelf", "id": "s", "at": "20", "width": "40", "clear": clear, "thick": "1"}
    return a_job(things=[{**shelf, "unsettled": unsettled}], settings={}, bond=(0, 1))


def counts(job: Job) -> tuple[int, int]:
    made = plan(job)
    return made.never, len(made.findings) - made.never


class TestSmallest:
    """No smaller move of the same thing the same way leaves as little to fix."""

    @pytest.mark.parametrize(
        "job", [with_a_shelf("11", OPEN), demo("Tern Cottage")], ids=["shelf", "niche"]
    )
    def test_each_is_what_planning_every_mark_says(self, job: Job) -> None:
        found = moves_of(job)
        assert found
        step = STEP_MM[job.step]
        for move in found:
            after = counts(with_move(job, move.wall, move.thing, move.way, move.amount))
            assert after == (move.never, move.avoid)
            assert after < counts(job)
            for number in range(1, round(move.amount / step)):
                less = counts(with_move(job, move.wall, move.thing, move.way, number * step))
                assert less[0] > move.never or less[0] == counts(job)[0]

    def test_by_hand(self) -> None:
        """Under the shelf 1/8 + 4 courses of 2 5/8 are 10 5/8, and 1/8 in the gap is 10 3/4: at 11
        in a strip of 1/8 in is left under it, which is gone when the shelf hangs 1/4 in lower.
        """
        down = next(one for one in moves_of(with_a_shelf("11", OPEN)) if one.way == "down")
        assert 0 < down.amount <= IN / 2
        assert counts(with_a_shelf("11", OPEN))[0] > down.never


class TestTogether:
    """What one thing's move cannot cure alone, several things' moves may."""

    def two_shelves(self) -> Job:
        """As above, twice, each with its own strip under it."""
        shelf = {"kind": "shelf", "width": "24", "clear": "11", "thick": "1", "unsettled": OPEN}
        things = [{**shelf, "id": "s", "at": "8"}, {**shelf, "id": "t", "at": "60"}]
        return a_job(things=things, settings={}, bond=(0, 1))

    def test_both_shelves_leave_less_than_either(self) -> None:
        job = self.two_shelves()
        moves = moves_of(job)
        found = moves_together(job, moves)
        assert found is not None
        assert {move.thing for move in found.moves} == {"s", "t"}
        after = counts(with_moves(job, found.moves))
        assert after == (found.never, found.avoid)
        assert after < min((move.never, move.avoid) for move in moves)
        for move in found.moves:
            assert move in moves

    def test_one_press_wishes_for_both_and_each_is_told(self) -> None:
        job = self.two_shelves()
        moves = moves_of(job)
        said = moves_in_words(job, plan(job), moves, moves_together(job, moves))
        first = said.moves[0]
        assert " and " in first.title
        assert [one.thing for one in wished_in_words(first.job)] == ["S", "T"]

    def test_one_that_does_as_well_alone_stands_alone(self) -> None:
        job = with_a_shelf("11", OPEN)
        assert moves_together(job, moves_of(job)) is None


class TestWhatMayMove:
    """Only what its line calls unsettled moves, and nothing else moves with it."""

    def test_what_is_fixed_stays(self) -> None:
        assert moves_of(with_a_shelf("11", None)) == []
        fixed = with_a_shelf("11", None)
        said = moves_in_words(fixed, plan(fixed), [])
        assert said.movable == ()
        assert "may still move" in said.says

    def test_what_was_measured_from_it_stays_where_it_is(self) -> None:
        job = a_job(
            things=[
                'outlet "Box" 20 up 9 unsettled "open wall"',
                'outlet "Beside it" 10 from box.right up 9',
                'outlet "Over it" 8 from right up 3 from box.top',
            ]
        )
        before = {one.id: one.box for one in kitchen_of(job).surfaces[0].things}
        after = {
            one.id: one.box
            for one in kitchen_of(moved(job, "a", "box", right=IN, up=-IN / 2)).surfaces[0].things
        }
        shifts = {
            id_: (round(after[id_].x0 - box.x0, 6), round(after[id_].y0 - box.y0, 6))
            for id_, box in before.items()
        }
        assert shifts == {
            "box": (IN, round(-IN / 2, 6)),
            "beside-it": (0.0, 0.0),
            "over-it": (0.0, 0.0),
        }

    @pytest.mark.parametrize(
        ("line", "right", "up"),
        [
            ("outlet 30 from right up 9", 5.0, 0.0),
            ("outlet 30 up 9 from top", 0.0, 5.0),
            ("outlet 30 from left up 9 from counter", -5.0, -5.0),
        ],
    )
    def test_from_wherever_it_was_measured(self, line: str, right: float, up: float) -> None:
        job = a_job(things=[line])
        (thing,) = kitchen_of(job).surfaces[0].things
        (now,) = kitchen_of(moved(job, "a", thing.id, right=right, up=up)).surfaces[0].things
        assert now.box.x0 - thing.box.x0 == pytest.approx(right)
        assert now.box.y0 - thing.box.y0 == pytest.approx(up)


class TestWished:
    """A move that is wished stands in the survey until it is measured again."""

    def test_who_is_told_and_from_where_to_measure(self) -> None:
        job = demo("Tern Cottage")
        said = moves_in_words(job, plan(job), moves_of(job))
        first = said.moves[0]
        assert first.ask == "the carpenter"
        (wish,) = wished_in_words(first.job)
        assert (wish.who, wish.thing) == ("the carpenter", "Niche")
        assert wish.wish in first.title
        assert "above the counter" in wish.measure
        doubts = [one for one in plan(first.job).doubts if one.rule == "unsettled"]
        assert any("niche" in one.places for one in doubts)

    def test_a_box_is_the_electricians_and_only_while_the_wall_is_open(self) -> None:
        job = a_job(things=['outlet 20 up 9 13/16 unsettled "open wall"'], bond=(0, 1), settings={})
        for move in moves_in_words(job, plan(job), moves_of(job)).moves:
            assert move.ask == "a licensed electrician"
            assert "Only while the wall is open" in move.limit
