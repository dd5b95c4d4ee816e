"""Slack: how far a start may go either way before there is more to fix. Inches."""

from itertools import pairwise

import pytest

from kitchens import IN, WINDOW, a_job, demo
from pennant.core.document.job import Job
from pennant.core.document.starts import Start
from pennant.core.laying.lay_kitchen import laid_wall
from pennant.core.plan import plan
from pennant.core.search.slack import Slack, slack_of
from pennant.core.search.starting import started
from pennant.core.survey.kitchen import kitchen_of
from pennant.words.start import say_slack


def slacks(job: Job) -> tuple[Slack, Slack]:
    """The slack of the first wall's start, across and up."""
    return slack_of(laid_wall(job, kitchen_of(job), job.walls[0].id), job.settings)


def never_when_moved(job: Job, right: float, up: float) -> int:
    """How much there is to cure on the first wall when its start is moved, by planning it."""
    start = job.walls[0].start
    moved = Start(
        across=start.across.model_copy(update={"nudge": start.across.nudge + right}),
        up=start.up.model_copy(update={"nudge": start.up.nudge + up}),
    )
    made = plan(started(job, job.walls[0].id, moved)).surfaces[0]
    return sum(finding.weight == "never" for finding in made.findings)


class TestStretches:
    """They cover one module without a gap, and neighbours differ."""

    @pytest.mark.parametrize("bond", [(0, 1), (1, 2), (1, 3)])
    def test_cover_a_module(self, bond: tuple) -> None:
        found = slacks(a_job(openings=[WINDOW], bond=bond))
        for slack, module in zip(found, (8.125, 2.625), strict=True):
            first, last = slack.stretches[0], slack.stretches[-1]
            assert (last.high - first.low) / IN == pytest.approx(module)
            for one, other in pairwise(slack.stretches):
                assert one.high == other.low
                assert (one.never, one.avoid) != (other.never, other.avoid)


class TestByPlanning:
    """Where a stretch says that something is to be cured, a plan has something to cure."""

    @pytest.mark.parametrize("bond", [(0, 1), (1, 2)])
    def test_across(self, bond: tuple) -> None:
        job = a_job(openings=[WINDOW], bond=bond)
        for one in slacks(job)[0].stretches:
            if one.high - one.low > 1:
                middle = (one.low + one.high) / 2
                assert (never_when_moved(job, middle, 0) > 0) == (one.never > 0)

    def test_up(self) -> None:
        job = a_job(openings=[WINDOW], bond=(0, 1))
        for one in slacks(job)[1].stretches:
            if one.high - one.low > 1:
                middle = (one.low + one.high) / 2
                assert (never_when_moved(job, 0, middle) > 0) == (one.never > 0)

    def test_within_its_play_nothing_more_is_to_cure(self) -> None:
        job = demo("Fennel Row")
        across, up = slacks(job)
        now = never_when_moved(job, 0, 0)
        for move in (-across.back + 0.05, across.ahead - 0.05):
            assert never_when_moved(job, move, 0) <= now
        for move in (-up.back + 0.05, up.ahead - 0.05):
            assert never_when_moved(job, 0, move) <= now


class TestByHand:
    """A wall of 96 in stack bond: the right end gets 6 5/8 when the left is full."""

    def test_of_a_plain_wall(self) -> None:
        # Moved right by more than the joint, the left end gets a new sliver. Moved left by 1 1/2,
        # the right end has 6 5/8 + 1 3/8 (full) and the joint; then its next piece is a sliver.
        across, _ = slacks(a_job(bond=(0, 1), top="23 1/2"))
        assert across.back / IN == pytest.approx(1.5, abs=0.01)
        assert across.ahead / IN == pytest.approx(1 / 8, abs=0.01)

    def test_in_words(self) -> None:
        job = a_job(bond=(0, 1), top="23 1/2")
        assert say_slack(job, slacks(job)[0]) == (
            "1 1/2 in left and 1/8 in right before there is more to fix"
        )
