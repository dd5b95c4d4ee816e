"""What would cure a finding: nothing is offered that was not planned and does not cure it."""

import pytest

from kitchens import IN, NO_GAPS, WINDOW, a_job, demo, sink_wall
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused
from pennant.core.plan import plan
from pennant.core.search.cures import cures_of, other_joints, with_cure
from pennant.words.cures import CureText, cures_in_words


def cures_said(job: Job, surface: str, finding: str) -> list[CureText]:
    return cures_in_words(job, plan(job), surface, cures_of(job, surface, finding))


def first_finding(job: Job) -> tuple[str, str]:
    """The first finding of a job: its surface and id."""
    made = next(one for one in plan(job).surfaces if one.findings)
    return made.surface, made.findings[0].id


JOBS = [
    sink_wall(), demo("Tern Cottage"),
    a_job(length="90", bond=(0, 1)), a_job(openings=[{**WINDOW, "x": "31"}]),
]  # fmt: skip


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
                for made in after.surfaces if made.surface == surface for one in made.findings
            )  # fmt: skip

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
            cure.start is not None and cure.start.across.kind == "fitted"
            and cure.amount == pytest.approx(IN / 4)
            for cure in fits
        )  # fmt: skip

    def test_the_best_comes_first(self) -> None:
        cures = cures_of(sink_wall(), *first_finding(sink_wall()))
        assert cures
        assert [(c.never, c.avoid) for c in cures] == sorted((c.never, c.avoid) for c in cures)


class TestWords:
    """Each is said with what the kitchen then comes to, and comes as the job with it taken."""

    def test_titles_and_jobs(self) -> None:
        job = sink_wall()
        for cure in cures_said(job, *first_finding(job)):
            assert cure.title[0].isupper()
            made = plan(cure.job)
            assert cure.gives.startswith(f"then {made.never} to cure")


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
        return {one.id for one in plan(job).findings if one.rule == "thin-leg"
                and one.places == ("outlet:right",)}  # fmt: skip

    def test_it_is_offered_and_gone_when_it_is_taken(self) -> None:
        job = self.job("3 1/8")
        (leg,) = self.legs(job)
        cure = next(one for one in cures_of(job, "a", leg) if one.kind == "cut-leg")
        after = with_cure(job, "a", cure)
        assert not self.legs(after)
        assert "plate" in next(said.title for said in cures_said(job, "a", leg)
                               if said.job == after)  # fmt: skip
        areas = plan(after).areas
        parts = areas.pieces + areas.joints + areas.sealant + areas.clearance + areas.trim
        assert parts == pytest.approx(areas.gross, abs=1)
        tall = sum(
            min(piece.box.y1, 10.8125 * IN) - max(piece.box.y0, 7.1875 * IN)
            for piece in plan(job).pieces if piece.id in leg_pieces(job, leg)
        )  # fmt: skip
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
        wall = {"id": "a", "length": "97 1/2", "top": {"kind": "ceiling", "height": "21"},
                "right": {"kind": "open", "back": "1"}}  # fmt: skip
        job = a_job(walls=[wall], settings={"trim_face": 0, "counter_gap": 0, "corner_gap": 0})
        (ragged,) = [one for one in plan(job).findings if one.rule == "ragged-end"]
        moves = [one for one in cures_of(job, "a", ragged.id) if one.kind == "move-end"]
        assert any(one.amount == pytest.approx(-IN / 8) for one in moves)
