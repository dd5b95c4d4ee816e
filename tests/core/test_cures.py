"""What would cure a finding: nothing is offered that was not planned and does not cure it."""

from typing import Any

import pytest

from kitchens import IN, NO_GAPS, WINDOW, a_job, demo, sink_wall
from pennant.core.document.job import Job
from pennant.core.document.lengths import STEP_MM
from pennant.core.document.refusal import JobRefused
from pennant.core.plan import plan
from pennant.core.search.cures import COST, cures_of, other_joints, with_cure
from pennant.words.cures import CureText, cures_in_words


def cures_said(job: Job, surface: str, finding: str) -> list[CureText]:
    return cures_in_words(job, plan(job), surface, cures_of(job, surface, finding))


def first_finding(job: Job) -> tuple[str, str]:
    """The first finding of a job: its surface and id."""
    made = next(one for one in plan(job).surfaces if one.findings)
    return made.surface, made.findings[0].id


JOBS = [
    sink_wall(),
    demo("Tern Cottage"),
    a_job(length="90", bond=(0, 1)),
    a_job(openings=[{**WINDOW, "x": "31"}]),
]


class TestEffects:
    """The effect shown is the new plan's own."""

    @pytest.mark.parametrize("job", JOBS, ids=lambda job: job.name)
    def test_of_every_cure(self, job: Job) -> None:
        before = plan(job)
        surface, finding = first_finding(job)
        now = (before.never, len(before.findings) - before.never)
        wall = before.kitchen.surface(surface).of
        for cure in cures_of(job, surface, finding):
            after = plan(with_cure(job, wall, cure))
            assert (after.never, len(after.findings) - after.never) == (cure.never, cure.avoid)
            assert (cure.never, cure.avoid) < now
            rule, places = finding.split("@")[0], {finding.split("@")[1]}
            assert not any(
                one.rule == rule and places & set(one.places)
                for made in after.surfaces
                if made.surface == surface
                for one in made.findings
            )

    def test_a_sliver_at_the_far_end_is_cured_by_a_move_or_a_bond(self) -> None:
        kinds = {cure.kind for cure in cures_of(JOBS[2], *first_finding(JOBS[2]))}
        assert "move-across" in kinds
        assert "best-start" in kinds

    def test_jambs_that_differ_are_cured_by_fitting_the_span_between_them(self) -> None:
        # Three modules are 24 3/8 in and the window is 24: with the joints at its lines the tiles
        # at the ends of the span lose 1/4 in each, and full tiles stand at both jambs outside.
        window = {**WINDOW, "x": "27", "width": "24"}
        job = a_job(length="97", openings=[window], settings={**NO_GAPS, "trim_face": "1/8"})
        made = plan(job).surfaces[0]
        uneven = next(one for one in made.findings if one.rule == "uneven-jambs")
        fits = [cure for cure in cures_of(job, "a", uneven.id) if cure.kind == "fit"]
        assert any(
            cure.start is not None
            and cure.start.across.kind == "fitted"
            and cure.amount == pytest.approx(IN / 4)
            for cure in fits
        )

    def test_the_cheapest_comes_first(self) -> None:
        cures = cures_of(sink_wall(), *first_finding(sink_wall()))
        assert cures
        costs = [COST[cure.kind] for cure in cures]
        assert costs == sorted(costs)


def a_wall(**more: Any) -> Job:
    """A wall of 6 x 4 in tile in stack bond, joints and gaps of an eighth."""
    wall = {
        "id": "a",
        "length": more.pop("length", "49"),
        "left": {"kind": "corner"},
        "right": more.pop("right", {"kind": "corner"}),
        "top": more.pop("top", {"kind": "ceiling", "height": "20 3/4"}),
    }
    return a_job(walls=more.pop("walls", [wall]), tile=("6", "4"), bond=(0, 1), settings={}, **more)


class TestWhatCostsLeast:
    """A line that floats and the counter's gap come before the start, the joint and the bond."""

    def test_an_end_that_floats_goes_to_the_whole_tiles(self) -> None:
        """Eight modules of 6 1/8 are 49; 49 7/8 less the trim leaves 3/4 in of a ninth tile."""
        job = a_wall(length="49 7/8", right={"kind": "open", "ahead": "2", "back": "2"})
        finding = next(one for one in plan(job).findings if one.rule == "sliver")
        first = cures_of(job, "a", finding.id)[0]
        assert (first.kind, first.amount) == ("move-end", pytest.approx(-0.75 * IN, abs=0.01))
        assert plan(with_cure(job, "a", first)).never == 0

    def test_else_it_goes_out_until_the_piece_there_is_large_enough(self) -> None:
        """Less the trim and its joint 50 leaves 7/8 in of a ninth tile: 1/8 more makes an inch."""
        job = a_wall(length="50", right={"kind": "open"})
        finding = next(one for one in plan(job).findings if one.rule == "sliver")
        first = cures_of(job, "a", finding.id)[0]
        assert (first.kind, first.whole) == ("move-end", False)
        assert 0 < first.amount <= 0.25 * IN
        assert first.amount / (IN / 16) == pytest.approx(round(first.amount / (IN / 16)))
        assert plan(with_cure(job, "a", first)).never == 0
        said = cures_in_words(job, plan(job), "a", [first])[0].title
        assert said.endswith("to the right: the pieces there are large enough then")

    def test_a_start_moves_to_a_mark_of_the_tape(self) -> None:
        for job in JOBS:
            for cure in cures_of(job, *first_finding(job)):
                if cure.kind in ("move-across", "move-up"):
                    marks = (cure.amount or 0) / STEP_MM[job.step]
                    assert marks == pytest.approx(round(marks), abs=1e-6)

    def test_a_top_that_floats_comes_down_to_the_courses(self) -> None:
        """Four courses of 4 1/8 are 16 1/2: half an inch of a fifth is left under 17 1/8."""
        job = a_wall(top={"kind": "open", "height": "17 1/4", "ahead": "1", "back": "1"})
        finding = next(one for one in plan(job).findings if one.rule == "thin-top")
        first = cures_of(job, "a", finding.id)[0]
        assert first.kind == "move-end"
        assert plan(with_cure(job, "a", first)).never == 0

    def test_the_counters_gap_opens_for_a_sixteenth_at_the_top(self) -> None:
        """1/8 + 4 x 4 + 3 x 1/8 + 1/8 are 16 5/8; a joint and 1/16 in of tile fill 16 13/16."""
        job = a_wall(top={"kind": "ceiling", "height": "16 13/16"})
        finding = next(one for one in plan(job).findings if one.rule == "thin-top")
        first = cures_of(job, "a", finding.id)[0]
        assert (first.kind, first.amount) == ("gap", pytest.approx(IN / 16))
        said = cures_in_words(job, plan(job), "a", [first])[0]
        assert said.title.startswith("Open the gap at the counter to 3/16 in")
        assert plan(with_cure(job, "a", first)).never == 0

    def test_courses_from_round_the_corner_are_moved_where_they_come_from(self) -> None:
        top = {"kind": "ceiling", "height": "17 1/4"}
        walls = [
            {"id": "a", "length": "49", "top": top, "corner": {"kind": "inside"}},
            {"id": "b", "length": "43", "top": top, "start": {"up": {"kind": "carried"}}},
        ]
        job = a_wall(walls=walls)
        finding = next(one for one in plan(job).surface("b").findings if one.rule == "thin-top")
        moves = [one for one in cures_of(job, "b", finding.id) if one.kind == "move-up"]
        assert {one.wall for one in moves} == {"a"}
        assert all(plan(with_cure(job, "b", one)).never == one.never for one in moves)


class TestWords:
    """Each is said with what the kitchen then comes to, and comes as the job with it taken."""

    def test_titles_and_jobs(self) -> None:
        job = sink_wall()
        for cure in cures_said(job, *first_finding(job)):
            assert cure.title[0].isupper()
            made = plan(cure.job)
            assert cure.gives.startswith(f"then {made.never} to fix")


class TestNone:
    """What is not there cannot be cured."""

    @pytest.mark.parametrize("surface", ["a", "none"])
    def test_a_finding_that_is_gone(self, surface: str) -> None:
        with pytest.raises(JobRefused, match="no such finding"):
            cures_of(sink_wall(), surface, "sliver@a:left@A1.1")


class TestJointsThatCanBeSet:
    """A cure is a joint that there are spacers for, that the lugs allow, that there is at all."""

    def joints(self, **tile: object) -> list[float]:
        document = a_job(joint=tile.pop("joint", "1/8")).model_dump(mode="json")
        document["tile"] |= tile
        return [joint / IN for joint in other_joints(Job.model_validate(document))]

    def test_one_size_narrower_and_one_wider(self) -> None:
        assert self.joints() == pytest.approx([3 / 32, 3 / 16])
        assert self.joints(joint="1/16") == pytest.approx([3 / 32])

    def test_never_under_the_lugs(self) -> None:
        assert self.joints(lugs="1/8") == pytest.approx([3 / 16])

    def test_none_for_what_has_no_joint(self) -> None:
        assert self.joints(material="stick-on", joint="0") == []

    def test_another_stagger_for_staggered_courses(self) -> None:
        document = a_job(openings=[WINDOW]).model_dump(mode="json")
        document["pattern"]["bond"] = {"way": "staggered", "seed": 9}
        job = Job.model_validate(document)
        seeds = {
            cure.bond.seed
            for finding in plan(job).findings[:3]
            for cure in cures_of(job, "a", finding.id)
            if cure.kind == "bond" and cure.bond and cure.bond.way == "staggered"
        }
        assert seeds <= {10, 11, 12}


class TestLegUnderThePlate:
    """A leg that would snap is cut away where the plate covers it: tilers do so every day."""

    # Tile ends at 16 1/8; the box at 16. The plate reaches 7/16 over the box: over the leg of 1/8,
    # the joint of 1/8 and 3/16 of the next tile.
    BOX = "outlet 14 7/8 up 9 wide 2 1/4 high 3 5/8 plate-wide {} plate-high 4 7/8"

    def job(self, plate: str, more: str = "") -> Job:
        return a_job(things=[f"{self.BOX.format(plate)} {more}"], settings=NO_GAPS)

    def legs(self, job: Job) -> set[str]:
        return {
            one.id
            for one in plan(job).findings
            if one.rule == "thin-leg" and one.places == ("outlet:right",)
        }

    def test_it_is_offered_and_gone_when_it_is_taken(self) -> None:
        job = self.job("3 1/8")
        (leg,) = self.legs(job)
        cure = next(one for one in cures_of(job, "a", leg) if one.kind == "cut-leg")
        after = with_cure(job, "a", cure)
        assert not self.legs(after)
        assert "plate" in next(
            said.title for said in cures_said(job, "a", leg) if said.job == after
        )
        areas = plan(after).areas
        parts = areas.pieces + areas.joints + areas.sealant + areas.clearance + areas.trim
        assert parts == pytest.approx(areas.gross, abs=1)
        tall = sum(
            min(piece.box.y1, 10.8125 * IN) - max(piece.box.y0, 7.1875 * IN)
            for piece in plan(job).pieces
            if piece.id in leg_pieces(job, leg)
        )
        lost = plan(job).areas.pieces - areas.pieces
        assert lost == pytest.approx(IN / 8 * tall, abs=1)

    def test_not_where_the_plate_ends_before_the_next_tile(self) -> None:
        job = self.job("2 1/2")
        (leg,) = self.legs(job)
        assert "cut-leg" not in {one.kind for one in cures_of(job, "a", leg)}
        assert self.legs(self.job("2 1/2", "legs-off")) == self.legs(job)


def leg_pieces(job: Job, finding: str) -> tuple[str, ...]:
    return next(one.pieces for one in plan(job).findings if one.id == finding)


class TestFlushEnd:
    """Where an end may still move, its line goes to the full tiles, and nothing is ragged."""

    def test_it_is_offered(self) -> None:
        # At 97 1/2 a course ends in a joint and its neighbours in halves that reach the line.
        wall = {
            "id": "a",
            "length": "97 1/2",
            "top": {"kind": "ceiling", "height": "21"},
            "right": {"kind": "open", "back": "1"},
        }
        job = a_job(walls=[wall], settings={"trim_face": 0, "counter_gap": 0, "corner_gap": 0})
        (ragged,) = [one for one in plan(job).findings if one.rule == "ragged-end"]
        moves = [one for one in cures_of(job, "a", ragged.id) if one.kind == "move-end"]
        assert any(one.amount == pytest.approx(-IN / 8) for one in moves)
