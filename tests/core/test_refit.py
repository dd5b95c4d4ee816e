"""The re-fit: what a reading means, and what is still to come planned around what is set."""

import itertools
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import examples
from kitchens import a_job, demo
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.geometry.rect import Rect
from pennant.core.laying.lay_kitchen import lay
from pennant.core.layout.pieces import Piece
from pennant.core.plan import Plan, plan
from pennant.core.site.readings import BoxMoved, Height, Joint, Lean, LeftToLine, line_beyond, meant
from pennant.core.site.record import CutTile, Event, Record, SiteEvent, record_of, spot_of
from pennant.core.site.refit import Refit, RefitWay, fate_of, refit

IN = 25.4
SIXTEENTH = IN / 16
WHOLE = Rect(0.0, 0.0, 8 * IN, 2.5 * IN)
NOTHING: Record = record_of([], (), SIXTEENTH)


def row(made: Plan, course: int, wall: str | None = None) -> list[Piece]:
    """A course from left to right."""
    own = [p for p in made.pieces if p.course == course and wall in (None, p.wall)]
    return sorted(own, key=lambda piece: piece.box.x0)


def noted(made: Plan, *said: tuple[Event, list[Piece]]) -> Record:
    """A record of pieces as they lie."""
    events = [
        SiteEvent(number, piece.id, event, spot_of(piece))
        for number, (event, pieces) in enumerate(said, 1)
        for piece in pieces
    ]
    return record_of(events, made.pieces, SIXTEENTH)


def left(piece: Piece, job: Job, off: float, side: Any = "right") -> LeftToLine:
    """A reading of what is left from a piece to its wall's end, so far (mm) off the plan."""
    end = job.walls[0].length if side == "right" else 0.0
    at = piece.box.x1 if side == "right" else piece.box.x0
    return LeftToLine(piece=piece.id, side=side, value=abs(end - at) + off)


def way(found: Refit, kind: str) -> RefitWay:
    return next(one for one in found.ways if one.kind == kind)


class TestLeft:
    """What is left to the line: more or less than planned."""

    def test_said_over_the_joints_that_are_still_to_come(self) -> None:
        job = a_job()
        made = plan(job)
        third = row(made, 0)[2]
        means = meant(job, made, left(third, job, 3.0))
        assert means.joints == len(row(made, 0)) - 3
        assert means.room == pytest.approx(3.0)
        assert means.each == pytest.approx(3.0 / means.joints)

    @pytest.mark.parametrize("off", [-6.0, -1.5, 2.0, 9.0])
    def test_cut_to_it_is_the_plan_of_a_wall_measured_so(self, off: float) -> None:
        job = a_job()
        made = plan(job)
        found = refit(job, made, NOTHING, left(row(made, 0)[2], job, off))
        measured = plan(a_job(length=job.walls[0].length + off))
        assert [p.outline for p in way(found, "cut").plan.pieces] == [
            p.outline for p in measured.pieces
        ]

    def test_the_left_end_too_with_nothing_moved(self) -> None:
        job = a_job()
        made = plan(job)
        third = row(made, 0)[-3]
        found = refit(job, made, noted(made, ("set", [third])), left(third, job, -4.0, "left"))
        cut = way(found, "cut").plan
        assert row(cut, 0)[1:] == row(made, 0)[1:]
        for course in (0, 1):
            assert row(cut, course)[0].width == pytest.approx(row(made, course)[0].width - 4.0)

    def test_joints_take_it_and_the_last_piece_stays_as_cut(self) -> None:
        job = a_job()
        made = plan(job)
        course = row(made, 0)
        done, last = course[:5], course[-1]
        found = refit(
            job, made, noted(made, ("set", done), ("cut", [last])), left(done[-1], job, 3.0)
        )
        eased = way(found, "joints")
        after = row(eased.plan, 0)
        joints = [b.box.x0 - a.box.x1 for a, b in itertools.pairwise(after)]
        beyond = len(course) - 5
        assert joints[:4] == pytest.approx([job.pattern.joint] * 4)
        assert joints[4:] == pytest.approx([job.pattern.joint + 3.0 / beyond] * beyond)
        assert after[-1].width == pytest.approx(last.width, abs=0.01)
        assert [one.fate for one in eased.fates] == ["fits"]

    def test_not_where_a_joint_would_have_to_give_more_than_it_can(self) -> None:
        job = a_job()
        made = plan(job)
        done = row(made, 0)[:-2]
        found = refit(job, made, noted(made, ("set", done)), left(done[-1], job, 12.0))
        assert {one.kind for one in found.ways} == {"last piece", "cut"}

    def test_an_end_that_leans_leaves_what_is_set_below(self) -> None:
        """At the foot it fitted; higher up there is less: the end is out of plumb."""
        job = a_job()
        made = plan(job)
        record = noted(made, ("set", row(made, 0)))
        fourth = row(made, 4)[3]
        found = refit(job, made, record, left(fourth, job, -4.0))
        assert "cut" not in {one.kind for one in found.ways}
        assert ("cut", (row(made, 0)[-1].id,)) in found.blocked
        leans = way(found, "leans").plan
        lost = [
            before.width - after.width
            for before, after in zip(
                (row(made, n)[-1] for n in range(9)),
                (row(leans, n)[-1] for n in range(9)),
                strict=True,
            )
        ]
        assert lost == sorted(lost)
        assert lost[0] < SIXTEENTH < lost[8]

    def test_round_the_corner_both_make_one_tile(self) -> None:
        walls = [
            {"id": "a", "length": "61", "top": {"height": "18"}, "corner": {"kind": "inside"}},
            {"id": "b", "length": "50", "top": {"height": "18"}},
        ]
        job = a_job(walls=walls)
        made = plan(job)
        third = row(made, 0, "a")[2]
        reading = LeftToLine(piece=third.id, side="right", value=61 * IN - third.box.x1 + 5.0)
        found = refit(job, made, NOTHING, reading)
        moved = way(found, "next wall").plan
        before = row(made, 0, "b")[0], row(made, 1, "a")[-1]
        after = row(moved, 0, "b")[0], row(moved, 1, "a")[-1]
        assert after[1].width == pytest.approx(before[1].width + 5.0)
        assert after[0].width == pytest.approx(before[0].width - 5.0)


class TestDrifted:
    """The tiles of one course drifted: that course takes it, and no other."""

    @pytest.mark.parametrize("off", [-6.0, 4.0])
    def test_from_the_second_course_on_the_last_piece_takes_it(self, off: float) -> None:
        """The first course stands, cut to the end: the end is where it was surveyed."""
        job = a_job()
        made = plan(job)
        second = row(made, 1)
        record = noted(made, ("set", [*row(made, 0), *second[:4]]))
        found = refit(job, made, record, left(second[3], job, off))
        last = way(found, "last piece")
        assert last.job == job
        assert last.piece == second[-1].id
        assert last.size == pytest.approx(second[-1].box.width + off)
        assert "cut" in {kind for kind, _ in found.blocked}

    def test_or_its_joints_to_come(self) -> None:
        job = a_job()
        made = plan(job)
        done = row(made, 1)[:4]
        record = noted(made, ("set", [*row(made, 0), *done]))
        found = refit(job, made, record, left(done[-1], job, 3.0))
        joints = way(found, "course joints")
        assert joints.job == job
        assert joints.each == pytest.approx(3.0 / (len(row(made, 1)) - 4))

    def test_less_than_nothing_left_for_the_last_piece_cuts_the_one_before(self) -> None:
        """A last piece of 1 in, and 1 1/2 in too little: it is left out, and its neighbour cut."""
        job = a_job(length="98 1/2")  # twelve tiles and joints, and an inch
        made = plan(job)
        course = row(made, 0)
        assert course[-1].box.width == pytest.approx(IN)
        found = refit(job, made, noted(made, ("set", course[:5])), left(course[4], job, -1.5 * IN))
        last = way(found, "last piece")
        assert (last.piece, last.left_out) == (course[-2].id, [course[-1].id])
        assert last.size == pytest.approx((8 + 1 / 8 - 1 / 2) * IN)

    def test_never_wider_than_its_tile(self) -> None:
        """A whole tile ends the course: with more room than that there is nothing to cut."""
        job = a_job(length="97 3/8")  # twelve tiles and eleven joints
        made = plan(job)
        course = row(made, 0)
        assert course[-1].box.width == pytest.approx(8 * IN)
        found = refit(job, made, noted(made, ("set", course[:5])), left(course[4], job, 5.0))
        assert "last piece" not in {one.kind for one in found.ways}

    def test_an_end_that_floats_comes_in_instead(self) -> None:
        end = {"kind": "open", "back": "1", "ahead": "0"}
        wall = {"id": "a", "length": "97 3/8", "top": {"height": "30"}, "right": end}
        job = a_job(walls=[wall])
        made = plan(job)
        course = row(made, 0)
        wide = course[-1].box.width
        found = refit(
            job, made, noted(made, ("set", course[:5])), left(course[4], job, 8 * IN - wide + 5.0)
        )
        line = way(found, "line")
        assert row(line.plan, 0)[-1].box.width == pytest.approx(8 * IN)
        assert line.job.walls[0].start.right == pytest.approx(-5.0)

    def test_what_is_cut_already_is_shaved_or_lost(self) -> None:
        job = a_job()
        made = plan(job)
        course = row(made, 0)
        record = noted(made, ("set", course[:5]), ("cut", course[-1:]))
        shaved, lost = (
            way(refit(job, made, record, left(course[4], job, off)), "last piece").fates[0].fate
            for off in (-6.0, 6.0)
        )
        assert (shaved, lost) == ("shaved", "lost")

    def test_a_reading_that_is_as_planned_asks_for_nothing(self) -> None:
        job = a_job()
        made = plan(job)
        found = refit(job, made, NOTHING, left(row(made, 0)[3], job, 0.5))
        assert (found.ways, found.blocked) == ((), ())


class TestWhereThereIsNoWall:
    """On a counter, or inside an opening, the last piece is cut to a reading, and no more."""

    @pytest.mark.parametrize("surface", ["sink-counter", "window.bottom"])
    def test_only_this_courses_own_pieces_take_it(self, surface: str) -> None:
        job = demo("Sallow End" if surface == "sink-counter" else "Alder Wharf")
        made = plan(job)
        own = [piece for piece in made.pieces if piece.wall == surface]
        lowest = sorted((p for p in own if p.course == own[0].course), key=lambda p: p.box.x0)
        at = lowest[-3]
        room = room_beyond(job, made, at)
        reading = LeftToLine(piece=at.id, side="right", value=room - 5.0)
        found = refit(job, made, noted(made, ("set", lowest[:-2])), reading)
        assert found.meant.off < 0
        (only,) = found.ways
        assert (only.kind, only.piece) == ("last piece", lowest[-1].id)
        assert only.size == pytest.approx(lowest[-1].box.width - 5.0)
        assert only.job == job


class TestHeight:
    """A course that stands too high or too low carries those above it along."""

    @pytest.mark.parametrize("off", [-2.0, 3.0])
    def test_the_top_piece_takes_it(self, off: float) -> None:
        job = a_job(top="19")
        made = plan(job)
        third = row(made, 2)[1]
        record = noted(made, ("set", [p for n in range(3) for p in row(made, n)]))
        reading = Height(piece=third.id, value=third.box.y1 + off)
        cut = way(refit(job, made, record, reading), "cut").plan
        assert row(cut, 3)[0].box.y0 == pytest.approx(row(made, 3)[0].box.y0 + off)
        top = max(p.course for p in made.pieces)
        assert row(cut, top)[0].height == pytest.approx(row(made, top)[0].height - off)

    def test_or_the_joints_bring_it_back(self) -> None:
        job = a_job(top="29")
        made = plan(job)
        third = row(made, 2)[1]
        reading = Height(piece=third.id, value=third.box.y1 + 2.0)
        eased = way(refit(job, made, noted(made, ("set", row(made, 2))), reading), "joints").plan
        top = max(p.course for p in made.pieces)
        assert row(eased, top)[0].height == pytest.approx(row(made, top)[0].height, abs=0.01)


class TestFirstCourse:
    """The first course carries the wall: while its bed is soft, wedges put it level."""

    @pytest.mark.parametrize("off", [-3.0, 1.5])
    def test_it_is_wedged_and_the_plan_stays(self, off: float) -> None:
        job = a_job(top="19")
        made = plan(job)
        piece = row(made, 0)[3]
        reading = Height(piece=piece.id, value=piece.box.y1 + off)
        found = way(refit(job, made, NOTHING, reading), "wedge")
        assert (found.job, found.piece) == (job, piece.id)

    @pytest.mark.parametrize(("course", "off"), [(0, 0.5), (0, 9.0), (1, 3.0)])
    def test_not_by_a_hair_not_by_half_an_inch_and_not_higher_up(
        self, course: int, off: float
    ) -> None:
        job = a_job(top="19")
        made = plan(job)
        piece = row(made, course)[3]
        reading = Height(piece=piece.id, value=piece.box.y1 + off)
        assert all(one.kind != "wedge" for one in refit(job, made, NOTHING, reading).ways)


class TestSheets:
    """Inside a sheet nothing moves: the joints between the sheets to come take a drift."""

    def test_they_take_it_in_equal_parts(self) -> None:
        """Sheets of a foot on 80 in: from the second chip of the third on, five sheets to come."""
        tile = {
            "length": "15/16",
            "height": "15/16",
            "thickness": "5/16",
            "sheet": {"across": 12, "up": 12},
        }
        job = a_job(length="80", top="12", bond=(0, 1), joint="1/16")
        job = Job.model_validate({**job.model_dump(mode="json"), "tile": tile})
        made = plan(job)
        first = [piece for piece in row(made, 1) if piece.box.x1 < 24 * IN][-1]
        reading = left(first, job, 2.0)
        found = way(refit(job, made, noted(made, ("set", [first])), reading), "sheet joints")
        assert found.job == job
        assert found.joints == 5
        assert found.each == pytest.approx(0.4)
        single = Job.model_validate(
            {**job.model_dump(mode="json"), "tile": {**tile, "sheet": None}}
        )
        other = refit(single, plan(single), NOTHING, reading)
        assert all(one.kind != "sheet joints" for one in other.ways)


class TestOtherReadings:
    """A joint, a corner's angle, a box elsewhere."""

    def test_a_joint_shows_where_the_row_will_end(self) -> None:
        job = a_job()
        made = plan(job)
        first, second = row(made, 0)[:2]
        reading = Joint(piece=first.id, other=second.id, value=job.pattern.joint + 0.5)
        means = meant(job, made, reading)
        assert means.room == pytest.approx(-0.5 * means.joints)

    def test_a_corner_out_of_plumb_is_cut_to(self) -> None:
        job = a_job()
        made = plan(job)
        found = refit(job, made, NOTHING, Lean(wall=job.walls[0].id, side="right", value=10.0))
        assert found.ways[0].job.walls[0].right_lean == 10.0

    def test_a_box_is_cut_round_where_it_is(self) -> None:
        job = a_job(things=["outlet 30 up 11"])
        made = plan(job)
        found = refit(job, made, NOTHING, BoxMoved(thing="outlet", right=8.0, up=-5.0))
        was = made.kitchen.surfaces[0].thing("outlet").box
        now = found.ways[0].plan.kitchen.surfaces[0].thing("outlet").box
        assert (now.x0 - was.x0, now.y0 - was.y0) == pytest.approx((8.0, -5.0))

    @pytest.mark.parametrize(
        ("reading", "says"),
        [
            (LeftToLine(piece="Z9.9", side="right", value=100.0), "no piece of this plan"),
            (LeftToLine(piece="A1.2", side="right", value=30_000.0), "off the .* planned there"),
            (Joint(piece="A1.1", other="A5.3", value=3.0), "does not lie beside"),
            (Lean(wall="nowhere", side="left", value=1.0), "no wall"),
            (Lean(wall="a", side="left", value=900.0), "leans more than any wall"),
            (BoxMoved(thing="nothing"), "no outlet or switch"),
        ],
    )
    def test_one_that_cannot_be(self, reading: Any, says: str) -> None:
        job = a_job(things=[])
        with pytest.raises(JobRefused, match=says):
            refit(job, plan(job), NOTHING, reading)


class TestFates:
    """What is cut already still fits, is shaved, or is lost."""

    @pytest.mark.parametrize(("off", "fate"), [(-9.0, "shaved"), (1.0, "fits"), (9.0, "lost")])
    def test_of_the_last_piece(self, off: float, fate: str) -> None:
        job = a_job()
        made = plan(job)
        last = row(made, 1)[-1]
        found = refit(job, made, noted(made, ("cut", [last])), left(row(made, 0)[1], job, off))
        (own,) = way(found, "cut").fates
        assert (own.piece, own.fate) == (last.id, fate)
        if fate == "shaved":
            assert own.by == pytest.approx(9.0)

    def test_one_that_is_lost_is_cut_from_an_offcut_that_is_there(self) -> None:
        """An offcut as large as a tile is there, and a piece that is too small is cut from it."""
        job = a_job(length="100")
        made = plan(job)
        first, last = row(made, 1)[0], row(made, 1)[-1]
        events = [
            SiteEvent(n, piece.id, "cut", spot_of(piece), CutTile(n, False, (piece.id,), (WHOLE,)))
            for n, piece in enumerate((first, last), 1)
        ]
        record = record_of(events, made.pieces, SIXTEENTH)
        found_ways = refit(job, made, record, left(row(made, 0)[1], job, 9.0), events)
        (again,) = way(found_ways, "cut").again
        assert (again.piece, again.offcut) == (last.id, WHOLE)

    def test_a_piece_is_never_enlarged(self) -> None:
        made, wider = plan(a_job()), plan(a_job(length="97"))
        last, now = row(made, 1)[-1], row(wider, 1)[-1]
        assert fate_of(last, now, SIXTEENTH).fate == "lost"
        assert fate_of(now, last, SIXTEENTH).fate == "shaved"


@examples(25)
@given(st.data())
def test_what_is_set_never_moves_and_areas_add_up(data: st.DataObject) -> None:
    """Whatever is set, read and taken, one reading after another."""
    bond = data.draw(st.sampled_from([(0, 1), (1, 2), (1, 3)]))
    length = data.draw(st.floats(60, 110))
    things = ["cabinet 20 wide 30 clear 18", "outlet 50 up 6"]
    job = a_job(length=f"{length:.3f}", top="24", bond=bond, things=things)
    made = plan(job)
    for _ in range(2):
        courses = data.draw(st.integers(0, 4))
        part = data.draw(st.floats(0.2, 0.9))
        done = [p for n in range(courses) for p in row(made, n)]
        begun = row(made, courses)
        done += begun[: max(1, int(len(begun) * part))]
        record = noted(made, ("set", done), ("cut", begun[-1:]))
        room = room_beyond(job, made, done[-1]) + data.draw(st.floats(-8, 8))
        reading: Any = LeftToLine(piece=done[-1].id, side="right", value=max(room, 0.0))
        if data.draw(st.booleans()):
            off = data.draw(st.floats(-3, 3))
            reading = Height(piece=done[-1].id, value=max(done[-1].box.y1 + off, 0.0))
        found = refit(job, made, record, reading)
        last = [one for one in found.ways if one.kind == "last piece"]
        if isinstance(reading, LeftToLine) and abs(found.meant.room) > 1:
            beyond = [p for p in begun if done[-1].box.x1 < p.box.x0 < done[-1].box.x1 + room]
            sizes = [p.box.width + found.meant.room for p in beyond[-1:]]
            assert len(last) == sum(size < job.tile.length for size in sizes)
        for one in last:
            assert 0 < one.size <= job.tile.length + 0.01
        for one in found.ways:
            assert {p.id for p in done} <= set(noted_in(one.plan, done).states)
            total = one.plan.areas
            parts = total.pieces + total.joints + total.sealant + total.clearance + total.trim
            assert parts == pytest.approx(total.gross, abs=2.0)
        if found.ways:
            job = found.ways[-1].job
            made = found.ways[-1].plan


def room_beyond(job: Job, made: Plan, piece: Piece) -> float:
    """What the plan leaves to the right of a piece, up to the line that its course runs to."""
    on = next(one for one in lay(job, made.kitchen) if one.plan.surface == piece.wall)
    found = line_beyond(on, piece, "right")
    assert found is not None
    return found[1] - piece.box.x1


def noted_in(made: Plan, done: list[Piece]) -> Record:
    events = [SiteEvent(1, piece.id, "set", spot_of(piece)) for piece in done]
    return record_of(events, made.pieces, SIXTEENTH)
