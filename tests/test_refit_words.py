"""What is said of a reading, and of the ways to go on from it."""

import pytest

from kitchens import a_job
from pennant.core.document.job import Job
from pennant.core.plan import Plan, plan
from pennant.core.site.readings import BoxMoved, Height, Joint, Lean, LeftToLine, Reading
from pennant.core.site.record import Event, Record, SiteEvent, record_of, spot_of
from pennant.core.site.refit import refit
from pennant.words.refit import RefitText, refit_in_words

IN = 25.4
NOTHING: Record = record_of([], (), 1.5)


def said(
    job: Job, reading: Reading, made: Plan | None = None, record: Record = NOTHING
) -> RefitText:
    made = made or plan(job)
    return refit_in_words(job, made, reading, refit(job, made, record, reading))


def noted(made: Plan, event: Event, *ids: str) -> Record:
    pieces = {piece.id: piece for piece in made.pieces}
    events = [SiteEvent(n, id_, event, spot_of(pieces[id_])) for n, id_ in enumerate(ids, 1)]
    return record_of(events, made.pieces, IN / 16)


def rest(made: Plan, piece: str) -> float:
    """What is left to the right of a piece, on a wall of 96 in."""
    return 96 * IN - next(one.box.x1 for one in made.pieces if one.id == piece)


class TestMeans:
    """What a reading comes to, in the job's own unit."""

    def test_as_planned(self) -> None:
        job = a_job()
        made = plan(job)
        reading = LeftToLine(piece="A1.3", side="right", value=rest(made, "A1.3") + 0.2)
        assert said(job, reading).means == "As planned"

    def test_less_than_planned_over_the_joints_to_come(self) -> None:
        job = a_job()
        made = plan(job)
        reading = LeftToLine(piece="A1.3", side="right", value=rest(made, "A1.3") - IN / 4)
        means = said(job, reading).means
        assert ", so 1/4 in less at Right corner; over the 9 joints to come 1/32 in each" in means

    def test_a_joint_asks_for_what_is_left(self) -> None:
        job = a_job()
        reading = Joint(piece="A1.1", other="A1.2", value=3.175 + 0.5)
        means = said(job, reading).means
        assert "so 1/64 in more. If the 10 joints to come are the same" in means
        assert means.endswith("measure what is left, and enter that")

    def test_a_course_that_stands_high(self) -> None:
        job = a_job()
        made = plan(job)
        top = next(piece.box.y1 for piece in made.pieces if piece.id == "A2.3")
        found = said(job, Height(piece="A2.3", value=top + IN / 16))
        assert "so 1/16 in more" in found.means
        assert found.ways[0].title == "Cut the top pieces to fit"
        assert "cut 1/16 in lower than planned" in found.ways[0].does
        assert not any("corner" in line for line in found.ways[0].gets)

    def test_a_lean_and_a_box(self) -> None:
        job = a_job(things=["outlet 30 up 11"])
        lean = said(job, Lean(wall="a", side="left", value=6.0))
        assert lean.reading == "Left corner: its top stands 1/4- in to the right of its foot"
        box = said(job, BoxMoved(thing="outlet", right=-IN / 2, up=IN / 4))
        assert box.reading == "Outlet stands 1/2 in further left and 1/4 in higher"
        assert [way.title for way in box.ways] == ["Planned as it was found"]

    def test_the_last_piece_is_cut_to_what_is_left(self) -> None:
        """96 in less eleven tiles and joints leave 6 5/8: the piece planned; 1/8 less is read."""
        job = a_job()
        made = plan(job)
        before = sorted(
            (piece for piece in made.pieces if piece.course == 0), key=lambda one: one.box.x0
        )[-2]
        reading = LeftToLine(piece=before.id, side="right", value=rest(made, before.id) - IN / 8)
        found = said(job, reading)
        assert found.means.endswith("1 joint is to come")
        last = found.ways[0]
        assert (last.kind, last.cause) == ("last piece", "These tiles drifted")
        assert last.does.startswith("cut A1.12 to 6 1/2 in, 1/8 in narrower than planned")
        assert (last.noted.piece, last.noted.size) == ("A1.12", pytest.approx(6.5 * IN))

    def test_one_that_fits_is_released_with_its_size(self) -> None:
        job = a_job()
        made = plan(job)
        before = sorted(
            (piece for piece in made.pieces if piece.course == 0), key=lambda one: one.box.x0
        )[-2]
        reading = LeftToLine(piece=before.id, side="right", value=rest(made, before.id))
        assert said(job, reading).release == "Cut A1.12 to 6 5/8 in, as measured"


class TestWays:
    """Each with what it does, what edges get, and what becomes of cut pieces."""

    def test_what_is_cut_already(self) -> None:
        job = a_job()
        made = plan(job)
        record = noted(made, "cut", "A2.13", "A1.12")
        reading = LeftToLine(piece="A1.2", side="right", value=rest(made, "A1.2") - IN / 4)
        cut = next(one for one in said(job, reading, made, record).ways if one.kind == "cut")
        assert cut.in_short == "Of the pieces cut already 2 are shaved"
        assert [one.says for one in cut.fates] == [
            "A1.12: shave 1/4 in off",
            "A2.13: shave 1/4 in off",
        ]
        assert cut.does == "cut 1/4 in narrower than planned"
        assert any(line.startswith("Right corner: ") for line in cut.gets)

    def test_one_that_is_lost_comes_from_a_new_tile_where_no_offcut_is(self) -> None:
        job = a_job()
        made = plan(job)
        record = noted(made, "cut", "A2.13")
        reading = LeftToLine(piece="A1.2", side="right", value=rest(made, "A1.2") + IN / 2)
        cut = next(one for one in said(job, reading, made, record).ways if one.kind == "cut")
        assert [one.says for one in cut.fates] == [
            "A2.13: too small now, cut another from a new tile"
        ]

    def test_joints_are_told_with_what_they_become(self) -> None:
        job = a_job()
        made = plan(job)
        reading = LeftToLine(piece="A1.2", side="right", value=rest(made, "A1.2") + IN / 16)
        way = next(one for one in said(job, reading).ways if one.kind == "joints")
        assert way.does.startswith("10 joints under 1/64 in wider, about 1/8 in each")
        assert way.noted.words.startswith("Spread it over the joints left, in every course: 10")

    def test_a_way_that_would_move_what_is_set_is_none(self) -> None:
        job = a_job()
        made = plan(job)
        ends = [piece.id for piece in made.pieces if piece.course == 0]
        reading = LeftToLine(piece="A4.2", side="right", value=rest(made, "A4.2") - IN / 4)
        found = said(job, reading, made, noted(made, "set", *ends))
        assert "cut" not in {way.kind for way in found.ways}
        assert found.blocked[0] == (
            "Not possible: cutting to it on every course would move tiles already set, A1.12"
        )

    @pytest.mark.parametrize("units", ["in", "mm"])
    def test_in_the_units_of_the_job(self, units: str) -> None:
        step = "1 mm" if units == "mm" else "1/16 in"
        job = a_job().model_copy(update={"units": units, "step": step})
        made = plan(job)
        reading = LeftToLine(piece="A1.2", side="right", value=rest(made, "A1.2") + 3.0)
        assert ("mm each" if units == "mm" else "in each") in said(job, reading).means
