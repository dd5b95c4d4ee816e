"""The row of steps: where each stands, which is open, and that what is kept no longer counts."""

from typing import Any

import pytest

from kitchens import CABINET, OUTLET, a_job, demo, sink_wall
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.words.desk_steps import LONGEST, StepState
from pennant.words.sheet import Sheet, sheet


def shown(job: Job) -> Sheet:
    return sheet(job, plan(job))


def steps(job: Job) -> dict[str, StepState]:
    return {one.step: one for one in shown(job).steps}


def changed(job: Job, **parts: Any) -> Job:
    return Job.model_validate({**job.model_dump(mode="json"), **parts})


class TestSteps:
    """In the order of the work, each with its state."""

    def test_in_the_order_of_the_work(self) -> None:
        assert list(steps(a_job())) == ["measure", "tile", "lay-out", "buy", "days", "cut", "set"]

    def test_what_is_to_be_remeasured_keeps_measuring_open(self) -> None:
        wrong = a_job(things=["check 90 from left to right"])
        assert steps(wrong)["measure"].state == "1 wall, 1 to remeasure"
        assert steps(wrong)["measure"].open
        fine = steps(a_job(overheads=[CABINET], devices=[OUTLET]))["measure"]
        assert (fine.state, fine.open) == ("1 wall, 2 things", False)

    @pytest.mark.parametrize(
        ("bond", "name"), [((0, 1), "stack bond"), ((1, 2), "half bond"), ((1, 3), "third bond")]
    )
    def test_a_tile_is_told_by_its_size_and_bond(self, bond: tuple[int, int], name: str) -> None:
        assert steps(a_job(bond=bond))["tile"].state == f"8 × 2 1/2 in, {name}"

    def test_states_fit_into_the_row(self) -> None:
        for pattern in ("herringbone", "columns", "diagonal"):
            job = a_job(tile=("8 11/16", "2 3/16"), pattern={"kind": pattern, "joint": "1/8"})
            assert all(len(one.state) <= LONGEST for one in shown(job).steps), pattern

    def test_products_that_hold_and_fill_are_asked_for(self) -> None:
        buy = steps(a_job())["buy"]
        assert (buy.state, buy.open) == ("no adhesive or grout chosen", True)
        assert not steps(demo("Fennel Row"))["buy"].open
        stuck = a_job(tile=("8", "4"), joint="0")
        stuck = changed(stuck, tile={**stuck.tile.model_dump(mode="json"), "material": "stick-on"})
        assert not steps(stuck)["buy"].open

    def test_cuts_and_pieces_are_those_of_the_plan(self) -> None:
        job = sink_wall()
        made, found = plan(job), steps(job)
        assert found["cut"].state.split()[0] == str(made.cut)
        assert found["set"].state.split()[0] == str(len(made.pieces))


class TestKept:
    """A finding that somebody keeps leaves the count, until it says something else."""

    @staticmethod
    def kept(job: Job) -> Job:
        """The job with its first finding kept by the client."""
        first = shown(job).findings[0]
        keeps = {
            "surface": first.surface,
            "finding": first.id,
            "says": first.title,
            "by": "the client",
        }
        return changed(job, accepted=[keeps])

    def test_it_no_longer_counts_and_stands_last(self) -> None:
        job = sink_wall()
        before, after = shown(job), shown(self.kept(job))
        assert after.findings[-1].id == before.findings[0].id
        assert after.findings[-1].accepted == "the client"
        assert [one.id for one in after.findings[:-1]] == [one.id for one in before.findings[1:]]
        assert "to fix" in steps(job)["lay-out"].state
        assert "to fix" not in steps(self.kept(job))["lay-out"].state
        assert before.summary.replace("1 to fix", "0 to fix") == after.summary

    def test_another_size_opens_it_again(self) -> None:
        job = self.kept(sink_wall())
        walls = job.model_dump(mode="json")["walls"]
        walls[0]["start"]["across"]["nudge"] = -1.6
        moved = shown(changed(job, walls=walls))
        same = [one for one in moved.findings if one.id == job.accepted[0].finding]
        assert [one.accepted for one in same] == [None]
        assert all(one.accepted is None for one in moved.findings)


def test_what_is_set_is_counted_as_one_handles_it() -> None:
    """Two sheets of 144 chips are two things to set."""
    job = a_job(length="24", top="12", tile=("15/16", "15/16"), joint="1/16", bond=(0, 1))
    data = job.model_dump(mode="json")
    data["tile"] |= {"name": "Chips", "sheet": {"across": 12, "up": 12}}
    assert steps(Job.model_validate(data))["set"].state == "2 sheets"
