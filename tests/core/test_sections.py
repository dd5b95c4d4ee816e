"""What is spread, mixed and grouted at once: bounded by what skins, stiffens, and is wiped."""

from typing import Any

import pytest
from hypothesis import given
from random_walls import square_jobs

from examples import examples
from kitchens import a_job, demo
from pennant.core.days.sections import (
    Batch,
    Section,
    at_first,
    batch_life,
    batches,
    grouting_sections,
    open_time_of,
    setting_sections,
    spread_at_once,
)
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.core.takes.mixing import pieces_an_hour
from pennant.core.takes.quantity import MM2_PER_M2


def with_products(job: Job, **products: Any) -> Job:
    """The job with these products."""
    return Job.model_validate({**job.model_dump(mode="json"), "products": products})


def a_section(number: int, minutes: float, cutting: float = 0.0) -> Section:
    """A section that takes so long."""
    return Section(number, "a", (f"A1.{number}",), 0.1, minutes, cutting)


class TestSpread:
    """No more is spread than is set before it skins."""

    def test_by_the_sheets_open_time(self) -> None:
        job = a_job()
        per_minute = pieces_an_hour(job).value / 60
        thin = with_products(job, adhesive={"name": "A", "pack": 5, "open_time": 10})
        long = with_products(job, adhesive={"name": "A", "pack": 5, "open_time": 40})
        assert open_time_of(thin) == 10
        assert spread_at_once(thin) == int(10 * per_minute)
        assert spread_at_once(long) == int(40 * per_minute)

    def test_without_a_sheet_by_the_jobs_own_time(self) -> None:
        assert open_time_of(a_job()) == a_job().times.open_time

    def test_a_mat_does_not_skin(self) -> None:
        mat = {"name": "M", "width": "12", "roll": "180"}
        assert spread_at_once(with_products(a_job(), mat=mat)) > spread_at_once(a_job())

    def test_nor_is_a_stretch_on_it_longer_than_an_hour(self) -> None:
        """Large tile by an unpractised hand, five an hour: 60 pieces would fill no working day."""
        mat = {"name": "M", "width": "12", "roll": "180"}
        job = with_products(a_job(settings={"pace": 5}), mat=mat)
        assert spread_at_once(job) == int(at_first(job) * pieces_an_hour(job).value)

    def test_at_least_one_piece_however_quick_it_skins(self) -> None:
        job = with_products(a_job(), adhesive={"name": "A", "pack": 5, "open_time": 1})
        assert spread_at_once(job) == 1


class TestBatches:
    """A batch is set before it stiffens, and within the day."""

    def test_sections_as_long_as_one_lives(self) -> None:
        job = with_products(a_job(), adhesive={"name": "A", "pack": 5, "pot_life": 60})
        found = batches(job, [a_section(n, 20) for n in range(9)], 500)
        # The first is slower: two of 20 minutes at seven tenths of the pace take 57.
        assert [len(one.sections) for one in found] == [2, 3, 3, 1]
        assert batch_life(job) == 60

    def test_no_longer_than_the_day_has_room_for(self) -> None:
        job = with_products(a_job(), adhesive={"name": "A", "pack": 5, "pot_life": 240})
        found = batches(job, [a_section(n, 20) for n in range(6)], 65)
        assert max(one.lasts(1) for one in found) <= 65

    def test_one_cuts_while_the_other_sets(self) -> None:
        batch = Batch(1, (a_section(1, 30, 20), a_section(2, 30, 50)))
        assert batch.lasts(1) == 130
        assert batch.lasts(2) == 70

    def test_cuts_that_would_outlast_it_are_made_before_it_is_mixed(self) -> None:
        job = with_products(a_job(), adhesive={"name": "A", "pack": 5, "pot_life": 30})
        (found,) = batches(job, [a_section(1, 15, 40)], 500)
        assert (found.cutting, found.cut_before) == (0, 40)

    @pytest.mark.parametrize("life", [20, 45, 110])
    def test_no_minute_at_the_saw_is_lost(self, life: float) -> None:
        job = with_products(a_job(), adhesive={"name": "A", "pack": 5, "pot_life": life})
        sections = [a_section(n, 5 + n, 13 * (n % 5)) for n in range(12)]
        found = batches(job, sections, 500)
        spent = sum(batch.cutting + batch.cut_before for batch in found)
        assert spent == sum(section.cutting for section in sections)

    def test_a_tub_lasts_as_long_as_the_job_says(self) -> None:
        job = with_products(a_job(), adhesive={"name": "A", "pack": 5, "kind": "mastic"})
        assert batch_life(job) == job.times.ready_batch


class TestGrouting:
    """About a square metre at once, in upright strips from the hard end."""

    def test_of_about_the_same_area_and_each_piece_once(self) -> None:
        job = demo("Fennel Row")
        made = plan(job)
        found = grouting_sections(job, made)
        ids = [id_ for one in found for id_ in one.pieces]
        assert sorted(ids) == sorted(piece.id for piece in made.pieces)
        area = sum(piece.area for piece in made.pieces) / MM2_PER_M2
        assert sum(one.area for one in found) == pytest.approx(area)
        assert max(one.area for one in found) <= job.times.grout_section * 1.25

    def test_no_more_than_a_batch_of_grout_covers(self) -> None:
        quick = {"name": "G", "pack": 5, "pot_life": 10}
        plain, short = a_job(), with_products(a_job(), grout=quick)
        many = len(grouting_sections(short, plan(short)))
        assert many > len(grouting_sections(plain, plan(plain)))

    @pytest.mark.parametrize(("length", "sections"), [("75", 1), ("100", 2)])
    def test_a_little_over_a_square_metre_is_one(self, length: str, sections: int) -> None:
        """18 in high: 0.87 and 1.16 m2; the grout of the second stays soft long enough, or not."""
        slow = {"name": "G", "pack": 5, "pot_life": 60}
        plain = a_job(length=length, top="18")
        assert len(grouting_sections(plain, plan(plain))) == sections
        job = with_products(plain, grout=slow)
        assert len(grouting_sections(job, plan(job))) == 1

    def test_strips_go_on_from_the_end_that_shows(self) -> None:
        job = demo("Fennel Row")
        made = plan(job)
        at = {piece.id: (piece.box.x0 + piece.box.x1) / 2 for piece in made.pieces}
        for surface in made.surfaces:
            own = [one for one in grouting_sections(job, made) if one.surface == surface.surface]
            middles = [sum(at[id_] for id_ in one.pieces) / len(one.pieces) for one in own]
            assert middles in (sorted(middles), sorted(middles, reverse=True))


@examples(20)
@given(square_jobs())
def test_setting_goes_up_and_leaves_nothing_out(job: Job) -> None:
    """Each piece is in one section; courses of a section lie together, none below the last."""
    made = plan(job)
    found = setting_sections(job, made, {}, lambda _: True)
    ids = [id_ for one in found for id_ in one.pieces]
    assert sorted(ids) == sorted(piece.id for piece in made.pieces)
    course = {piece.id: piece.course for piece in made.pieces}
    lows = [min(course[id_] for id_ in one.pieces) for one in found]
    highs = [max(course[id_] for id_ in one.pieces) for one in found]
    for number in range(1, len(found)):
        if found[number].surface == found[number - 1].surface:
            assert highs[number] >= lows[number - 1]
    assert [one.number for one in found] == list(range(1, len(found) + 1))


def test_an_opening_is_tiled_from_its_back_to_its_jambs() -> None:
    """Jambs stand between sill and head, and these against the back: nothing is set before it."""
    job = a_job(things=["niche 30 wide 12 sill 10 high 9 deep 3 returns all"])
    found = setting_sections(job, plan(job), {}, lambda _: True)
    assert list(dict.fromkeys(section.surface for section in found)) == [
        "a",
        "niche.back",
        "niche.bottom",
        "niche.top",
        "niche.left",
        "niche.right",
    ]
