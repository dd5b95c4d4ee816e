"""Laws that hold on every wall, with every tile and every start."""

import json
from collections.abc import Iterator
from typing import Any

import by_clipping
import pytest
from hypothesis import given
from hypothesis import strategies as st
from random_walls import fitted_jobs, jobs, kitchens
from shapely import Polygon, STRtree, affinity

from examples import examples
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.starts import Centred, FullLeft, FullRight
from pennant.core.document.survey import Thing
from pennant.core.plan import plan
from pennant.files.job_json import NotAJobFile, read_job, write_job

FEW = examples(20)
MM = 1e-3


def too_small(polygon: Polygon, least: float) -> bool:
    """Whether nobody would cut it: the joint fills it."""
    x0, y0, x1, y1 = polygon.bounds
    return x1 - x0 < least and y1 - y0 < least


class TestBalance:
    """Every square millimetre of wall is tile, joint, sealant, clearance or trim."""

    @given(jobs())
    @examples(60)
    def test_areas_add_up(self, job: Job) -> None:
        areas = plan(job).areas
        parts = areas.pieces + areas.joints + areas.sealant + areas.clearance + areas.trim
        assert parts == pytest.approx(areas.gross, abs=1.0)

    @given(jobs())
    @FEW
    def test_nothing_is_negative(self, job: Job) -> None:
        assert all(value >= 0 for value in plan(job).areas.model_dump().values())


class TestEveryLayout:
    """Fitted between lines, staggered or with a border, the same laws hold."""

    @given(fitted_jobs())
    @examples(40)
    def test_areas_add_up(self, job: Job) -> None:
        areas = plan(job).areas
        parts = areas.pieces + areas.joints + areas.sealant + areas.clearance + areas.trim
        assert parts == pytest.approx(areas.gross, abs=1.0)

    @given(fitted_jobs())
    @FEW
    def test_pieces_lie_in_the_field_and_never_on_one_another(self, job: Job) -> None:
        made = plan(job)
        shapes = [by_clipping.shape(piece) for piece in made.pieces]
        room = by_clipping.field_by_union(job).buffer(MM)
        assert all(room.covers(polygon) for polygon in shapes)
        covered = by_clipping.union(shapes).area
        assert covered == pytest.approx(sum(polygon.area for polygon in shapes), abs=0.5)

    @given(fitted_jobs())
    @FEW
    def test_pieces_fit_in_their_tile(self, job: Job) -> None:
        border = job.pattern.border
        for piece in plan(job).pieces:
            tile = border.tile if piece.border and border else job.tile
            most = sorted((tile.length, tile.height))
            both = zip(sorted((piece.width, piece.height)), most, strict=True)
            assert all(size <= side + MM for size, side in both)


class TestSecondMethod:
    """Clipping every tile of a big grid gives the same pieces."""

    @given(jobs())
    @examples(30)
    def test_same_pieces(self, job: Job) -> None:
        made = plan(job)
        slow = by_clipping.pieces_by_clipping(job, made, by_clipping.field_by_union(job))
        quick = [by_clipping.shape(piece) for piece in made.pieces]
        quick = [polygon for polygon in quick if not by_clipping.is_crumb(polygon)]
        slow = [polygon for polygon in slow if not too_small(polygon, job.settings.least_cut)]
        assert len(quick) == len(slow)
        difference = by_clipping.union(quick).symmetric_difference(by_clipping.union(slow))
        assert difference.area < 0.5

    @given(jobs())
    @FEW
    def test_same_field(self, job: Job) -> None:
        areas = plan(job).areas
        assert by_clipping.field_by_union(job).area == pytest.approx(
            areas.pieces + areas.joints, abs=0.5
        )


class TestPieces:
    """What a piece may and may not do."""

    @given(jobs())
    @FEW
    def test_lie_in_the_field(self, job: Job) -> None:
        room = by_clipping.field_by_union(job).buffer(MM)
        assert all(room.covers(by_clipping.shape(piece)) for piece in plan(job).pieces)

    @given(jobs())
    @FEW
    def test_of_different_tiles_keep_the_joint(self, job: Job) -> None:
        made = plan(job)
        shapes = [by_clipping.shape(piece) for piece in made.pieces]
        tree, joint = STRtree(shapes), job.pattern.joint
        for piece, polygon in zip(made.pieces, shapes, strict=True):
            for index in tree.query(polygon.buffer(joint)):
                if made.pieces[index].tile != piece.tile:
                    assert polygon.distance(shapes[index]) >= joint - MM
                    assert polygon.intersection(shapes[index]).area < MM

    @given(jobs())
    @FEW
    def test_fit_in_one_tile(self, job: Job) -> None:
        most = sorted((job.tile.length, job.tile.height))
        for piece in plan(job).pieces:
            assert all(
                a <= b + MM for a, b in zip(sorted((piece.width, piece.height)), most, strict=True)
            )

    @given(jobs())
    @FEW
    def test_area_is_that_of_the_outline(self, job: Job) -> None:
        for piece in plan(job).pieces:
            polygon = by_clipping.shape(piece)
            assert polygon.is_valid
            assert piece.area == pytest.approx(polygon.area, abs=0.01)

    @given(jobs())
    @FEW
    def test_courses_are_counted_from_the_lowest(self, job: Job) -> None:
        lowest = {piece.course: min(y for _, y in piece.outline[0]) for piece in plan(job).pieces}
        assert min(lowest, default=0) == 0
        assert sorted(lowest, key=lambda course: lowest[course]) == sorted(lowest)


def mirrored(job: Job) -> Job:
    """The same job in a mirror: wall, start and bond."""
    wall = job.walls[0]
    length, top = wall.length, wall.top
    across = wall.start.across
    if isinstance(across, FullLeft):
        across = FullRight(nudge=-across.nudge)
    elif isinstance(across, FullRight):
        across = FullLeft(nudge=-across.nudge)
    elif isinstance(across, Centred):
        x = None if across.x is None else length - across.x
        across = across.model_copy(update={"nudge": -across.nudge, "x": x})
    turned = wall.model_copy(
        update={
            "left": wall.right,
            "right": wall.left,
            "left_lean": -wall.right_lean,
            "right_lean": -wall.left_lean,
            "top": top.model_copy(update={"height": top.height_right, "height_right": top.height}),
            "things": tuple(turned_over(thing, length) for thing in wall.things),
            "start": wall.start.model_copy(update={"across": across}),
        }
    )
    old = job.pattern.bond
    bond = old.model_copy(update={"p": (-old.p) % old.q})
    pattern = job.pattern.model_copy(update={"bond": bond})
    return job.model_copy(update={"walls": (turned,), "pattern": pattern})


def turned_over(thing: Thing, length: float) -> Thing:
    """A thing as it stands in the mirror."""
    width = getattr(thing, "width", 0.0)
    changes = {"at": thing.at.model_copy(update={"value": length - thing.at.value - width})}
    if thing.kind in ("cabinet", "hood"):
        changes |= {"clear": thing.clear_right, "clear_right": thing.clear}
    return thing.model_copy(update=changes)


class TestMirror:
    """A wall seen in a mirror has its plan seen in a mirror."""

    @given(jobs())
    @FEW
    def test_pieces(self, job: Job) -> None:
        here, there = plan(mirrored(job)).pieces, plan(job).pieces
        assert len(here) == len(there)
        turned = [
            affinity.scale(by_clipping.shape(piece), xfact=-1, origin=(job.walls[0].length / 2, 0))
            for piece in there
        ]
        straight = [by_clipping.shape(piece) for piece in here]
        apart = by_clipping.union(turned).symmetric_difference(by_clipping.union(straight))
        assert apart.area < 1.0

    @given(jobs())
    @FEW
    def test_findings_and_tiles(self, job: Job) -> None:
        here, there = plan(job), plan(mirrored(job))
        assert sorted(f.rule for f in here.findings) == sorted(f.rule for f in there.findings)
        assert here.quantities[0].amount == there.quantities[0].amount


class TestKitchens:
    """Walls of a kitchen, joined or apart, keep the laws together."""

    @given(kitchens())
    @FEW
    def test_areas_add_up_and_outlines_are_sound(self, job: Job) -> None:
        made = plan(job)
        areas = made.areas
        parts = areas.pieces + areas.joints + areas.sealant + areas.clearance + areas.trim
        assert parts == pytest.approx(areas.gross, abs=3.0)
        assert len({piece.id for piece in made.pieces}) == len(made.pieces)
        for piece in made.pieces:
            assert by_clipping.shape(piece).is_valid

    @given(kitchens())
    @FEW
    def test_a_kitchen_survives_its_own_file(self, job: Job) -> None:
        assert read_job(write_job(job)) == job


class TestBrokenFiles:
    """A job file that was cut off or scrambled is refused with a reason, and never crashes."""

    @given(kitchens(), st.floats(0, 0.999))
    @FEW
    def test_cut_off(self, job: Job, share: float) -> None:
        text = write_job(job).rstrip()
        with pytest.raises((NotAJobFile, JobRefused)):
            read_job(text[: int(len(text) * share)])

    @given(kitchens(), st.data())
    @examples(40)
    def test_one_value_replaced_by_anything(self, job: Job, data: st.DataObject) -> None:
        document = json.loads(write_job(job))
        holder, key = data.draw(st.sampled_from(list(places_in(document))))
        holder[key] = data.draw(ANYTHING)
        assert all(problem.message for problem in refusals(json.dumps(document)))


def refusals(text: str) -> list[Problem]:
    """What is wrong with a job file; nothing if it can be planned."""
    try:
        plan(read_job(text))
    except JobRefused as refused:
        return refused.problems
    return []


ANYTHING = st.one_of(
    st.none(),
    st.booleans(),
    st.integers(),
    st.floats(allow_nan=False, allow_infinity=False),
    st.text(max_size=20),
    st.just([]),
    st.just({}),
    st.just([[]]),
    st.just({"value": 1}),
    st.sampled_from(["left", "outlet 3 up 4", "1/0", "x.left", "9" * 400, "wall", "-5", "1e9"]),
)


def places_in(value: object) -> Iterator[tuple[Any, Any]]:
    """Every place in a document that holds a value, as its holder and key."""
    if isinstance(value, dict | list):
        for key, item in value.items() if isinstance(value, dict) else enumerate(value):
            yield value, key
            yield from places_in(item)


class TestSameJobSamePlan:
    """A plan follows from its job alone, bit for bit."""

    @given(jobs())
    @FEW
    def test_twice(self, job: Job) -> None:
        again = Job.model_validate_json(job.model_dump_json())
        assert plan(job).model_dump_json() == plan(again).model_dump_json()
