"""Is there enough tile: what is there, what is to come, and what breaks."""

import random

import pytest

from kitchens import a_job
from pennant.core.cuts.cut_list import cuts_of
from pennant.core.document.job import Job
from pennant.core.plan import Plan, plan
from pennant.core.site.enough import Enough, chance_at_most, enough_of, most_that_break
from pennant.core.site.record import Again, Event, SiteEvent, record_of, spot_of


def found(
    job: Job,
    made: Plan,
    there: int,
    *said: tuple[Event, list[str]],
    culled: int = 0,
    again: int = 0,
) -> Enough:
    pieces = {piece.id: piece for piece in made.pieces}
    events = [
        SiteEvent(n, id_, event, spot_of(pieces[id_]))
        for n, (event, ids) in enumerate(said)
        for id_ in ids
    ]
    record = record_of(events, made.pieces, 1.0)
    anew = [Again(id_, None, None) for id_ in record.broken[:again]]
    stock = cuts_of(job, made).stock
    return enough_of(job, stock, set(cut(made)), record, anew, there, culled)


def whole(made: Plan) -> list[str]:
    return [piece.id for piece in made.pieces if piece.kind == "full"]


def cut(made: Plan) -> list[str]:
    return [piece.id for piece in made.pieces if piece.kind != "full"]


class TestCounts:
    """What is left and what is to come, tile by tile."""

    def test_at_the_start_all_is_to_come(self) -> None:
        job = a_job()
        made = plan(job)
        tiles = len(cuts_of(job, made).stock.tiles)
        start = found(job, made, tiles + 10)
        assert (start.left, start.to_come, start.spare) == (tiles + 10, tiles, 10)
        assert start.cuts == len(cut(made))

    def test_what_is_set_is_neither_left_nor_to_come(self) -> None:
        job = a_job()
        made = plan(job)
        tiles = len(cuts_of(job, made).stock.tiles)
        later = found(job, made, tiles + 10, ("set", whole(made)[:12]))
        assert (later.left, later.to_come, later.spare) == (tiles - 2, tiles - 12, 10)

    def test_a_broken_tile_is_gone(self) -> None:
        job = a_job()
        made = plan(job)
        tiles = len(cuts_of(job, made).stock.tiles)
        piece = cut(made)[0]
        later = found(job, made, tiles + 10, ("broken", [piece]), again=1)
        assert later.spare == 9

    def test_culls_count_as_long_as_there_are_cuts_for_them(self) -> None:
        job = a_job()
        made = plan(job)
        assert found(job, made, 200, culled=3).left == 200
        assert found(job, made, 200, ("cut", cut(made)), culled=3).left < 200


class TestVerdict:
    """A plain judgement first, a chance once there is something to tell it from."""

    def test_short_when_the_plan_itself_needs_more(self) -> None:
        job = a_job()
        made = plan(job)
        few = found(job, made, len(cuts_of(job, made).stock.tiles) - 1)
        assert (few.verdict, few.spare, few.lasts) == ("short", -1, None)

    def test_tight_when_less_is_over_than_is_expected_to_break(self) -> None:
        job = a_job(settings={**a_job().settings.model_dump(), "break_cut": 0.5})
        made = plan(job)
        tight = found(job, made, len(cuts_of(job, made).stock.tiles) + 1)
        assert tight.verdict == "tight"
        assert tight.order == len(cut(made)) - 1

    def test_no_chance_is_told_of_a_few_cuts(self) -> None:
        job = a_job()
        made = plan(job)
        assert found(job, made, 500, ("cut", cut(made)[:10])).lasts is None

    def test_and_one_of_many(self) -> None:
        job = a_job(length="200", top="40")
        made = plan(job)
        done = cut(made)[:30]
        later = found(job, made, 900, ("broken", done[:10]), ("cut", done))
        assert (later.cut_so_far, later.broke) == (40, 10)
        assert later.lasts is not None
        assert later.lasts > 0.99
        assert later.verdict == "enough"


class TestChance:
    """Each piece is cut until it is whole, and each try may break: against cutting many times."""

    @pytest.mark.parametrize(
        ("most", "coming", "broke", "made"),
        [(2, 10, 3, 20), (0, 6, 1, 25), (9, 30, 8, 40), (1, 4, 0, 20)],
    )
    def test_against_a_simulation(self, most: int, coming: int, broke: int, made: int) -> None:
        draw, tries = random.Random(7), 20_000
        fine = 0
        for _ in range(tries):
            share = draw.betavariate(broke + 0.5, made - broke + 0.5)
            gone, whole_ones = 0, 0
            while whole_ones < coming and gone <= most:
                if draw.random() < share:
                    gone += 1
                else:
                    whole_ones += 1
            fine += gone <= most
        assert chance_at_most(most, coming, broke, made) == pytest.approx(fine / tries, abs=0.015)

    def test_never_certain_as_what_replaces_a_piece_may_break_too(self) -> None:
        assert 0.98 < chance_at_most(5, 5, 3, 20) < 1.0
        assert chance_at_most(-1, 5, 3, 20) == 0.0
        assert chance_at_most(0, 0, 3, 20) == 1.0

    @pytest.mark.parametrize(("coming", "broke", "made"), [(10, 3, 20), (30, 8, 40), (0, 2, 20)])
    def test_what_is_ordered_makes_it_sure_and_one_less_does_not(
        self, coming: int, broke: int, made: int
    ) -> None:
        most = most_that_break(0.95, coming, broke, made)
        assert chance_at_most(most, coming, broke, made) >= 0.95
        assert chance_at_most(most - 1, coming, broke, made) < 0.95

    def test_where_every_cut_broke_it_ends(self) -> None:
        assert most_that_break(0.95, 4, 25, 25) == 80
