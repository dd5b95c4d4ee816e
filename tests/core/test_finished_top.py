"""Scallops with a finished top: tips on a line, rows counted down from it, cuts at the counter."""

import math
import random
from typing import Any

import pytest
import shapely
from workings import every, the

from kitchens import a_job
from pennant.api.models import view_of
from pennant.core.document.job import Job
from pennant.core.document.starts import FullLeft
from pennant.core.document.tile import Tile
from pennant.core.geometry.rect import Rect
from pennant.core.laying.lay_kitchen import lay
from pennant.core.layout.field import Field, FinishedLine
from pennant.core.layout.field_of import field_of
from pennant.core.layout.finished_top import (
    finished_line,
    is_left_out,
    with_bare_wall,
    with_finished_top,
)
from pennant.core.layout.lattice import Lattice
from pennant.core.layout.lattice_of import lattice_of
from pennant.core.plan import Plan, plan
from pennant.core.search.best import best_found
from pennant.core.search.ranking import compare
from pennant.core.survey.check import problems_of
from pennant.core.survey.kitchen import kitchen_of
from pennant.words.own_tile import own_tile

IN = 25.4
SHELF = "shelf 20 wide 40 clear 18 thick 1"


def scallops(up: Any = None, top: str = "finished", **changes: Any) -> Job:
    """A wall 80 x 24 in of fans 4 in wide, hung from its top line unless ``up`` says otherwise."""
    tips = changes.pop("tips", "up")
    start = {"across": {"kind": "full-left"}, "up": up or {"kind": "full-top"}}
    changes = {"length": "80", **changes}
    job = a_job(top="24", start=start, **changes).model_dump()
    job["tile"] = {"length": "4", "height": "3 7/8", "thickness": "5/16"}
    job["pattern"] = {"kind": "scallop", "joint": "1/8", "tips": tips, "top": top}
    return Job.model_validate(job)


def the_lattice(job: Job) -> Lattice:
    found = lattice_of(job.tile, job.pattern)
    assert found is not None
    return found


def tops(made: Plan) -> list[float]:
    """Upper edges of the pieces, in inches."""
    return [piece.box.y1 / IN for piece in made.pieces]


class TestHeight:
    """A fan is drawn as high as it measures, within what its width allows."""

    @pytest.mark.parametrize("height", ["3 9/16", "3 3/4", "4 1/16"])
    def test_it_is_as_high_as_it_was_measured(self, height: str) -> None:
        job = scallops()
        tile = Tile.model_validate({**job.tile.model_dump(), "height": height})
        whole = the_lattice(job.model_copy(update={"tile": tile})).figure
        assert whole.height == pytest.approx(tile.height, abs=0.8)

    def test_one_that_its_width_does_not_allow_is_told_with_what_it_does(self) -> None:
        """4 in wide, joints 1/8, by hand: 2 + 2 1/16 - sqrt(2 1/8^2 - 2 1/16^2) to 4 1/16."""
        job = scallops()
        tile = Tile.model_validate({**job.tile.model_dump(), "height": "4 1/4"})
        (problem, *_) = problems_of(job.model_copy(update={"tile": tile}))
        assert problem.pointer == "/tile/height"
        assert "between 3 9/16- and 4 1/16 in high" in problem.message.replace(" in and", " and")


class TestTips:
    """The tips end on the line, and nothing is cut for it."""

    def test_on_the_top_line(self) -> None:
        made = plan(scallops())
        assert max(tops(made)) == pytest.approx(24)
        at_top = [piece for piece in made.pieces if piece.box.y1 / IN > 23.9]
        cut = [piece for piece in at_top if piece.kind != "full"]
        assert len(at_top) == 20  # 80 in of fans at 4 1/8 in, the last of them cut at the corner
        assert [piece.box.x1 / IN for piece in cut] == [pytest.approx(80)]

    def test_cut_to_the_line_there_is_a_row_more(self) -> None:
        cut, finished = plan(scallops(top="cut")), plan(scallops())
        rows = [len({piece.course for piece in made.pieces}) for made in (cut, finished)]
        assert rows[0] == rows[1] + 1

    def test_under_a_shelf_the_line_is_the_shelfs(self) -> None:
        made = plan(scallops(up={"kind": "full-top", "under": "shelf"}, things=[SHELF]))
        under = [p for p in made.pieces if p.box.x0 / IN > 24 and p.box.x1 / IN < 56]
        below = [piece for piece in under if piece.box.y1 / IN <= 18.001]
        assert max(piece.box.y1 / IN for piece in below) == pytest.approx(18)
        assert not [p for p in under if p.box.y0 / IN < 18 < p.box.y1 / IN - 0.001]
        top = max(p.box.y1 for p in below)
        assert {p.kind for p in below if p.box.y1 > top - 1} == {"full"}

    def test_a_full_tile_at_the_line_is_read_as_full(self) -> None:
        (reading,) = [edge for edge in plan(scallops()).surfaces[0].edges if edge.edge == "a:top"]
        assert {gets.full for gets in reading.gets if len(gets.pieces) > 1} == {True}

    def test_a_shelf_from_end_to_end_leaves_out_the_whole_row(self) -> None:
        shelf = "shelf 0 wide 80 clear 18 thick 6"
        made = plan(scallops(up={"kind": "full-top", "under": "shelf"}, things=[shelf]))
        assert max(tops(made)) == pytest.approx(18)
        assert not [f for f in made.findings if f.rule == "thin-top"]

    def test_a_tip_planted_a_little_above_the_line_is_cut(self) -> None:
        made = plan(scallops(up={"kind": "full-top", "nudge": "1/4"}))
        assert [f.rule for f in made.findings if f.places == ("a:top",)] == ["cut-edge"]


class TestSaid:
    """In words: the line, what it gets, and how the rows are set."""

    def test_the_line_and_what_it_gets(self) -> None:
        view = view_of(scallops(up={"kind": "full-top", "nudge": "1/4"}))
        assert "Top line: cut edges in view, and no trim" in [f.title for f in view.sheet.findings]

    def test_hung_or_set_upward_from_a_batten(self) -> None:
        job = scallops()
        assert any("Begin at the line" in line for line in own_tile(job, "set"))
        on = job.model_copy(update={"ways": job.ways.model_copy(update={"tips": "batten"})})
        assert any("Begin on the batten" in line for line in own_tile(on, "set"))
        length = the(plan(on), "batten").working
        assert 80 * IN / 1000 in [pytest.approx(one.value) for one in every(length)]
        assert all(line.id != "batten" for line in plan(job).quantities)


class TestReckoned:
    """What stays bare takes no tile, no bed, no grout and no trim."""

    def test_areas_add_up_without_the_bare_wall(self) -> None:
        for things in ([], [SHELF], ["outlet 10 up 10"]):
            job = scallops(things=things)
            areas = plan(job).areas
            parts = areas.pieces + areas.joints + areas.sealant + areas.clearance + areas.trim
            assert parts == pytest.approx(areas.gross, abs=0.5)
            (laid,) = lay(job, kitchen_of(job))
            assert laid.field.bare is not None
            whole = plan(scallops(top="cut", things=things)).areas.gross
            assert areas.gross + laid.field.bare.area == pytest.approx(whole, abs=0.5)

    def test_the_bare_wall_is_what_lies_over_the_rounds(self) -> None:
        # Rooms are rounds of (4 + 1/8) / 2 in, their middles every 4 1/8 in from 2 in on, and their
        # tips half a joint above the line.
        radius, steps = 4.125 / 2, 200_000
        depths = []
        for number in range(steps):
            x = 80 * (number + 0.5) / steps
            beside = (x - 2 + radius) % (2 * radius) - radius
            depths.append(max(radius - 1 / 16 - math.sqrt(radius**2 - beside**2), 0.0))
        bare = 80 * sum(depths) / steps * IN**2
        (laid,) = lay(job := scallops(), kitchen_of(job))
        assert laid.field.bare is not None
        covered = shapely.union_all(
            [shapely.Polygon(piece.outline[0]) for piece in laid.plan.pieces]
        )
        assert laid.field.bare.intersection(covered).area == pytest.approx(0, abs=1e-3)
        assert laid.field.bare.area == pytest.approx(bare, rel=0.01)

    def test_no_trim_along_the_tips(self) -> None:
        kept = {"settings": {"trim_face": "1/8"}}
        assert any(line.id == "trim" for line in plan(scallops(top="cut", **kept)).quantities)
        assert all(line.id != "trim" for line in plan(scallops(**kept)).quantities)

    def test_the_rule_of_thumb_goes_by_what_a_fan_covers(self) -> None:
        # Fans 4 in wide with joints of 1/8: half a square of 4 1/8 in each, and a tenth more.
        made = plan(scallops())
        area = sum(one.field.area for one in lay(scallops(), made.kitchen)) / IN**2
        beside = the(made, "tiles").beside
        assert beside is not None
        assert beside.value == math.ceil(area / (4.125**2 / 2) * 1.1)

    def test_a_box_weighs_what_its_fans_weigh(self) -> None:
        job = scallops()
        heavy = job.model_copy(update={"tile": job.tile.model_copy(update={"weight": 20.0})})
        face = shapely.Polygon(lattice_of(job.tile, job.pattern).shape).area / 1e6
        assert the(plan(heavy), "boxes").weight == pytest.approx(job.tile.per_box * face * 20)
        assert face < 0.6 * (4 * IN) ** 2 / 1e6

    def test_adhesive_is_for_what_is_tiled(self) -> None:
        cut, finished = plan(scallops(top="cut")), plan(scallops())
        mixed = [the(made, "adhesive").working.terms[0].value for made in (cut, finished)]
        assert mixed[1] < mixed[0]


class TestBest:
    """Sought across only: the tips stay on their line."""

    def test_no_random_start_has_less_to_cure(self) -> None:
        dice = random.Random(3)
        job = scallops(length="26", things=["outlet 15 up 9"])
        best = best_found(job, kitchen_of(job), "a")
        assert max(tops(plan(job))) == pytest.approx(24)
        assert best.start.up == job.walls[0].start.up
        for _ in range(15):
            across = FullLeft(nudge=dice.uniform(0, 104.8))
            start = best.start.model_copy(update={"across": across})
            (other,) = compare(job, kitchen_of(job), "a", [start])
            assert best.measured.fix_seen <= other.measured.fix_seen


class TestRefused:
    """Only tips can be finished, and only those of the wall's own tile."""

    def test_points_have_no_finished_top(self) -> None:
        (problem,) = problems_of(scallops(tips="down"))
        assert problem.pointer == "/pattern/tips"


def line_under(shelf: str, *more: str) -> tuple[FinishedLine, Field, Rect]:
    """The line that tips end on under a shelf of an 80 in wall, its field, and the shelf's box."""
    job = scallops(up={"kind": "full-top", "under": "shelf"}, things=[shelf, *more])
    (surface,) = kitchen_of(job).surfaces
    field = field_of(surface, job.settings)
    (box,) = (thing.box for thing in surface.things if thing.id == "shelf")
    return finished_line(job.walls[0].start, field), field, box


class TestLine:
    """The line runs as far as what it lies under; at the wall's end, as far as a tile may reach."""

    def test_under_a_shelf_in_the_middle(self) -> None:
        line, field, box = line_under(SHELF)
        assert (line.x0, line.x1) == (pytest.approx(box.x0, abs=10), pytest.approx(box.x1, abs=10))
        assert field.inner.x0 < line.x0 < line.x1 < field.inner.x1
        assert line.y <= box.y0

    def test_under_a_shelf_from_one_end(self) -> None:
        left, field, box = line_under("shelf 0 wide 40 clear 18 thick 1")
        assert left.x0 == -math.inf
        assert left.x1 == pytest.approx(box.x1, abs=10)
        right, field, box = line_under("shelf 40 wide 40 clear 18 thick 1")
        assert right.x1 == math.inf
        assert right.x0 == pytest.approx(box.x0, abs=10)
        assert right.x0 > field.inner.x0 + 500

    def test_under_one_shelf_of_two(self) -> None:
        above = 'shelf "Upper" #upper 5 wide 60 clear 21 thick 1'
        line, _, box = line_under(SHELF, above)
        assert line.y == pytest.approx(box.y0, abs=10)
        assert line.x1 - line.x0 == pytest.approx(box.width, abs=10)

    def test_under_a_shelf_that_slopes_at_its_high_end(self) -> None:
        """There the tips are planted, and toward the low end tiles are cut to the shelf."""
        line, field, _ = line_under("shelf 20 wide 40 clear 18 right 18 3/4 thick 1")
        level, _, _ = line_under("shelf 20 wide 40 clear 18 3/4 thick 1")
        assert line.y == pytest.approx(level.y) == pytest.approx(field.top_under("shelf"))

    def test_the_top_line_runs_over_the_whole_wall(self) -> None:
        job = scallops()
        (surface,) = kitchen_of(job).surfaces
        field = field_of(surface, job.settings)
        line = finished_line(job.walls[0].start, field)
        assert line == FinishedLine(field.inner.y1, -math.inf, math.inf)


class TestLeftOut:
    """What is of the row that would pass the line, by its middle and by half a row."""

    LINE = FinishedLine(y=1000.0, x0=200.0, x1=800.0)

    def left_out(self, x: float, y0: float, height: float) -> bool:
        lattice = the_lattice(scallops())
        return is_left_out(self.LINE, lattice, Rect(x - 50, y0, x + 50, y0 + height))

    def test_one_whose_middle_is_over_the_line_to_its_very_ends(self) -> None:
        assert [self.left_out(x, 990, 100) for x in (199.9, 200, 500, 800, 800.1)] == [
            False,
            True,
            True,
            True,
            False,
        ]

    def test_one_that_reaches_above_by_more_than_half_a_row(self) -> None:
        half = the_lattice(scallops()).rows / 2
        assert not self.left_out(500, 950, 50 + half)
        assert self.left_out(500, 950, 50 + half + 0.01)

    def test_one_that_begins_on_the_line_is_above_it(self) -> None:
        assert not self.left_out(500, 1000, 100)
        assert self.left_out(500, 999.9, 100)


def test_the_bare_wall_is_no_field_and_can_be_taken_in_again() -> None:
    job = scallops()
    (surface,) = kitchen_of(job).surfaces
    field = field_of(surface, job.settings)
    bare = shapely.box(field.inner.x0, field.inner.y1 - 10, field.inner.x1, field.inner.y1)
    line = finished_line(job.walls[0].start, field)
    finished = with_finished_top(field, line, bare)
    assert finished.area == pytest.approx(field.area - bare.area)
    assert finished.gross_area == pytest.approx(field.gross_area - bare.area)
    assert finished.area == pytest.approx(finished.tiled.area)
    assert with_bare_wall(finished).area == pytest.approx(field.area)
    assert with_bare_wall(field) is field
