"""Ledger stone: panels of split stone whose ends interlock, in courses without joints."""

import random
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from workings import every, steps, the

from examples import examples
from kitchens import a_job
from pennant.api.models import view_of
from pennant.core.document.job import Job
from pennant.core.document.notch import SQUARE_12_12, notch_of
from pennant.core.document.pattern import MOST_SHORTENED
from pennant.core.document.starts import FullLeft
from pennant.core.layout.stagger import PARTS, ROWS, STARTS_APART, shortened
from pennant.core.plan import Plan, plan
from pennant.core.reading.finding import Finding
from pennant.core.search.best import best_found
from pennant.core.search.ranking import compare
from pennant.core.survey.check import problems_of
from pennant.core.survey.kitchen import kitchen_of
from pennant.words.own_tile import own_tile

IN = 25.4
PANEL = {
    "length": "20",
    "height": "6",
    "thickness": "1",
    "material": "stone",
    "turns": False,
    "ledger": {"interlock": "2", "thinnest": "1/2"},
}


def ledger_job(**changes: Any) -> Job:
    """A wall of ledger stone: panels 20 x 6 in, their ends 2 in deep in one another."""
    tile, joint = PANEL | changes.pop("panel", {}), changes.pop("joint", 0)
    bond = {"way": "shortened", "seed": changes.pop("seed", 1)}
    job = a_job(**changes).model_dump()
    job["tile"] = tile
    job["pattern"] = {"kind": "courses", "lay": "lying", "joint": joint, "bond": bond}
    return Job.model_validate(job)


def starts(made: Plan) -> dict[int, float]:
    """How long each course's first piece is, in inches."""
    first: dict[int, float] = {}
    for piece in sorted(made.pieces, key=lambda piece: piece.box.x0):
        first.setdefault(piece.course, piece.box.width / IN)
    return first


def locked(made: Plan) -> list[Finding]:
    return [finding for finding in made.findings if finding.rule == "interlock"]


class TestStarts:
    """Each course starts clearly shorter than the one below, until one starts long again."""

    @examples(60)
    @given(st.integers(1, 9999), st.floats(0.02, MOST_SHORTENED))
    def test_of_any_seed(self, seed: int, apart: float) -> None:
        rows = [1 - shift for shift in shortened(seed, apart)]
        assert len(rows) == ROWS
        for number, row in enumerate(rows):
            below = [rows[number - back] for back in (1, 2, 3)]
            gap = abs(row - below[0])
            assert min(gap, 1 - gap) >= apart - 1e-9
            assert row <= below[0] - apart + 1e-9 or row - below[0] > 0.3
            for other in below:
                alike = abs(row - other)
                assert min(alike, 1 - alike) >= STARTS_APART / PARTS - 1e-9

    def test_a_number_is_the_same_wall_for_good(self) -> None:
        parts = [round(PARTS * shift) for shift in shortened(4, 0.2)]
        assert parts == [
            0,
            10,
            17,
            25,
            0,
            8,
            16,
            23,
            2,
            11,
            18,
            25,
            0,
            11,
            18,
            25,
            1,
            11,
            18,
            25,
            1,
            8,
            16,
            24,
        ]
        assert len({shortened(seed, 0.2) for seed in range(1, 30)}) == 29

    def test_a_panel_with_room_for_four_starts_alone_has_them_even(self) -> None:
        assert set(shortened(7, MOST_SHORTENED)) == {0, 0.25, 0.5, 0.75}

    def test_from_a_full_panel_whose_end_is_cut_straight(self) -> None:
        first = starts(plan(ledger_job(start={"across": {"kind": "full-left"}})))
        assert first[0] == pytest.approx(18)
        assert first[1] <= first[0] - 4
        assert first[2] <= first[1] - 4

    def test_from_the_right_the_last_panel_is_cut_straight(self) -> None:
        made = plan(ledger_job(start={"across": {"kind": "full-right"}}))
        last = max((p for p in made.pieces if p.course == 0), key=lambda piece: piece.box.x1)
        assert last.box.width / IN == pytest.approx(18)


class TestEnds:
    """At an end there is no interlocking end: a panel that would need it is to be cured."""

    @pytest.mark.parametrize(
        ("length", "last", "told"), [("38", 20, True), ("37", 19, True), ("36", 18, False)]
    )
    def test_a_panel_too_long_for_its_end(self, length: str, last: float, told: bool) -> None:
        # The first course begins with 18 in: after it the wall has room for so much.
        made = plan(ledger_job(length=length, top="6", start={"across": {"kind": "full-left"}}))
        assert made.pieces[-1].box.width / IN == pytest.approx(last)
        assert [f.weight for f in locked(made)] == ["never"] * told
        assert [f.longest / IN for f in locked(made)] == [pytest.approx(18)] * told

    def test_the_best_start_has_no_fewer_than_any_other(self) -> None:
        dice = random.Random(7)
        for _ in range(3):
            job = ledger_job(length=str(dice.randint(70, 130)), seed=dice.randint(1, 99))
            wall = job.walls[0].id
            best = best_found(job, kitchen_of(job), wall)
            for _ in range(25):
                across = FullLeft(kind="full-left", nudge=dice.uniform(0, 508))
                start = best.start.model_copy(update={"across": across})
                (other,) = compare(job, kitchen_of(job), wall, [start])
                assert best.measured.fix_seen <= other.measured.fix_seen


class TestTakes:
    """Deep comb, buttered backs, no spacers and no grout."""

    def test_the_deepest_comb_and_the_back_buttered(self) -> None:
        job = ledger_job()
        assert notch_of(job.tile) == SQUARE_12_12
        made = plan(job)
        sources = {one.source for one in every(the(made, "adhesive").working)}
        assert "settings.back_butter" in sources
        assert not {"grout", "spacers"} & {line.id for line in made.quantities}

    def test_grout_for_the_gaps_that_were_counted(self) -> None:
        # 14 gaps 6 in high and 1/8 in wide, 3/4 in deep on average.
        job = ledger_job(panel={"ledger": {"interlock": "2", "thinnest": "1/2", "gaps": 14}})
        made, settings = plan(job), job.settings
        litres = 14 * 6 * 0.125 * 0.75 * IN**3 / 1e6
        found = steps(the(made, "grout").working)
        assert found["gaps to fill"] == pytest.approx(litres, abs=1e-5)
        assert found["powder"] == pytest.approx(litres * settings.grout_density, abs=1e-5)
        gists = {line.id: line.gist for line in view_of(job).sheet.quantities}
        assert gists["grout"].endswith("for 14 gaps that stay open")

    def test_devices_are_brought_out_by_the_thickness_met_there(self) -> None:
        # 12x12 leaves 4.3 mm behind the stone, with the keyed coat 0.3: 1/2 in and 1 in of stone.
        (said,) = own_tile(ledger_job(), "devices")
        assert "11/16 in to 1 3/16 in" in said
        assert "Two stacks of spacers" in said

    def test_the_flattest_are_kept_for_corners(self) -> None:
        assert any("flattest" in line for line in own_tile(ledger_job(), "boxes"))
        assert list(own_tile(a_job(), "boxes")) == []


class TestRefused:
    """What cannot be laid so is said where it was typed."""

    @pytest.mark.parametrize(
        ("changes", "pointer", "says"),
        [
            (
                {"panel": {"ledger": {"interlock": "2", "thinnest": "1 1/4"}}},
                "/tile/ledger/thinnest",
                "the thickest, 1",
            ),
            (
                {"panel": {"ledger": {"interlock": "10 1/8", "thinnest": "1/2"}}},
                "/tile/ledger/interlock",
                "more than half the panel",
            ),
            ({"panel": {"length": "15"}}, "/pattern/bond", "room for four starts"),
            ({"joint": "1/8"}, "/pattern/joint", "must be 0"),
        ],
    )
    def test_at_its_field(self, changes: dict[str, Any], pointer: str, says: str) -> None:
        (problem,) = problems_of(ledger_job(**changes))
        assert problem.pointer == pointer
        assert says in problem.message
