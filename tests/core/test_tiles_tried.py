"""Which tile: each candidate is laid as a job of its own would be, at its own best start."""

import pytest

from kitchens import CABINET, IN, WINDOW, a_job
from pennant.core.document.candidates import Candidate
from pennant.core.document.job import Job
from pennant.core.document.pattern import Bond, Courses
from pennant.core.plan import plan
from pennant.core.search.tiles_tried import NotTiled, TiledWith, laid_with, tiles_tried
from pennant.core.search.whole_kitchen import best_of_kitchen
from pennant.core.survey.blank import NOT_CHOSEN
from pennant.files.job_json import read_job, write_job
from pennant.words.tiles_tried import tile_row

SIZES = (("6", "3"), ("4", "4"), ("11 7/8", "2 7/8"), ("5 7/8", "5 7/8"), ("12", "6"))


def candidate(length: str, height: str, **more: object) -> dict[str, object]:
    tile = {"name": f"{length} x {height}", "length": length, "height": height, "thickness": "6 mm"}
    return {"tile": {**tile, **more}}


def choosing(*candidates: dict[str, object], **changes: object) -> Job:
    return a_job(
        right="open", overheads=[CABINET], openings=[WINDOW], candidates=list(candidates), **changes
    )


def test_each_is_what_a_job_with_that_tile_comes_to() -> None:
    """Held against a job file with that tile, read and searched by itself."""
    job = choosing(*(candidate(*size) for size in SIZES))
    own, *rows = [tile_row(one) for one in tiles_tried(job)]
    assert own.candidate is None
    assert [row.candidate for row in rows] == list(range(len(SIZES)))
    for row, size in zip(rows, SIZES, strict=True):
        alone = read_job(write_job(choosing(tile=size)))
        best = best_of_kitchen(alone).best
        made = plan(best)
        assert row.cut == made.cut
        assert row.to_fix == made.never
        lines = {line.id: line.amount for line in made.quantities}
        assert row.tiles == lines["tiles"]
        assert row.boxes == lines["boxes"]


def test_each_bond_with_each_joint() -> None:
    job = choosing(
        {
            **candidate("6", "3"),
            "bonds": [{"p": 0, "q": 1}, {"p": 1, "q": 3}],
            "joints": ["1/8", "1/4"],
        }
    )
    _, *tried = tiles_tried(job)
    ways = [
        (one.job.pattern.bond.q, one.job.pattern.joint / IN)
        for one in tried
        if isinstance(one.job.pattern, Courses)
    ]
    assert ways == [(1, 0.125), (1, 0.25), (3, 0.125), (3, 0.25)]


def test_lugs_leave_no_narrower_joint_than_theirs() -> None:
    job = choosing()
    lugged = Candidate.model_validate(candidate("100", "100", lugs=3.0))
    assert laid_with(job, lugged, None, 1.5).pattern.joint == 3.0
    assert laid_with(job, lugged, None, 5.0).pattern.joint == 5.0


def test_a_bond_lays_a_lattice_in_courses_and_none_leaves_it() -> None:
    job = choosing(pattern={"kind": "diagonal", "joint": "1/8"})
    square = Candidate.model_validate(candidate("100", "100"))
    assert laid_with(job, square, None, None).pattern.kind == "diagonal"
    assert laid_with(job, square, Bond(p=0, q=1), None).pattern.kind == "courses"


def test_what_cannot_be_laid_so_says_why_and_stops_no_other() -> None:
    job = a_job(
        candidates=[candidate("6", "3"), candidate("5", "5")],
        tile=("5", "5"),
        length="24",
        top="14",
        pattern={"kind": "rounds", "joint": "1/8"},
    )
    _, long, square = tiles_tried(job)
    assert isinstance(long, NotTiled)
    assert tile_row(long).refused
    assert tile_row(long).cut is None
    assert isinstance(square, TiledWith)


@pytest.mark.parametrize("priced", [True, False])
def test_money_is_of_what_has_a_price(priced: bool) -> None:
    more = {"price": 30, "per_box": 50} if priced else {"per_box": 50}
    _, tried = tiles_tried(choosing(candidate("6", "3", **more)))
    row = tile_row(tried)
    assert row.boxes is not None
    assert row.cost == (row.boxes * 30 if priced else None)


def test_taking_a_row_gives_the_job_that_it_was_of() -> None:
    job = choosing(candidate("6", "3"))
    _, tried = tiles_tried(job)
    takes = tile_row(tried).takes
    assert takes is not None
    walls = tuple(wall.model_copy(update={"start": takes.starts[wall.id]}) for wall in job.walls)
    taken = job.model_copy(update={"tile": takes.tile, "pattern": takes.pattern, "walls": walls})
    assert isinstance(tried, TiledWith)
    assert plan(taken).surfaces == tried.plan.surfaces


def test_a_tile_that_nobody_chose_is_not_among_them() -> None:
    job = choosing(candidate("6", "3"))
    open_ = job.model_copy(update={"tile": job.tile.model_copy(update={"name": NOT_CHOSEN})})
    assert [one.candidate for one in tiles_tried(open_)] == [0]
