"""What it takes: hand reckonings with units, and laws that any plan obeys."""

import math

import pytest
from hypothesis import given, settings
from random_walls import jobs

from kitchens import CABINET, IN, NO_GAPS, OUTLET, WINDOW, a_job, planned
from pennant.core.drops import pairs
from pennant.core.job import Job
from pennant.core.notch import SQUARE_6_6, SQUARE_6_10, V_5_4, Notch, bed_of, notch_for
from pennant.core.plan import Plan, plan
from pennant.core.quantities import Quantity
from pennant.core.working import Working, evaluate, step
from pennant.core.working import given as an_input


def the(made: Plan, id_: str) -> Quantity:
    return next(quantity for quantity in made.quantities if quantity.id == id_)


def steps(working: Working) -> dict[str, float]:
    """Every step of a working by its label."""
    found = {working.label: working.value}
    for term in working.terms:
        found |= steps(term)
    return found


class TestNotch:
    """Litres a square metre = depth x width / (width + tooth), halved for a V."""

    @pytest.mark.parametrize(
        ("notch", "litres"),
        [(SQUARE_6_6, 3.0), (SQUARE_6_10, 5.0), (V_5_4, 1.0),
         (Notch(name="12x12", shape="square", width=12, depth=12, tooth=12), 6.0)],
    )  # fmt: skip
    def test_bed(self, notch: Notch, litres: float) -> None:
        assert bed_of(notch) == pytest.approx(litres)

    @pytest.mark.parametrize(
        ("inches", "notch"),
        [((1, 1), V_5_4), ((2, 2), V_5_4), ((3, 6), SQUARE_6_6), ((4, 8), SQUARE_6_6),
         ((4, 12), SQUARE_6_10), ((12, 24), SQUARE_6_10)],
    )  # fmt: skip
    def test_by_tile(self, inches: tuple, notch: Notch) -> None:
        assert notch_for(inches[0] * IN, inches[1] * IN) == notch

    def test_a_finer_notch_never_lays_more(self) -> None:
        assert bed_of(V_5_4) <= bed_of(SQUARE_6_6) <= bed_of(SQUARE_6_10)


class TestTiles:
    """From the plan's own pieces: fulls, cuts, drops that serve again, breakage, spares."""

    def test_stack_of_whole_tiles_takes_just_those_and_spares(self) -> None:
        # 4 modules less a joint by 4 modules less a joint: 16 full tiles, nothing cut.
        made = planned(length="32 3/8", top="10 3/8", bond=(0, 1))
        found = steps(the(made, "tiles").working)
        assert (found["full tiles"], found["cut straight"], found["tiles"]) == (16, 0, 20)

    def test_two_halves_come_from_one_tile(self) -> None:
        # Half bond over whole modules: every other course has a half at each end, 8 in all; a half
        # is (8 - 1/8) / 2, so two fit in a tile and 4 tiles give them all.
        made = planned(length="32 3/8", top="20 7/8")
        found = steps(the(made, "tiles").working)
        assert found["cut straight"] == 8
        assert found["end pieces that are another's drop"] == 4

    def test_a_saw_s_kerf_wider_than_the_joint_spoils_that(self) -> None:
        settings = {**NO_GAPS, "kerf": "3/16"}
        made = planned(length="32 3/8", top="20 7/8", settings=settings)
        assert steps(the(made, "tiles").working)["end pieces that are another's drop"] == 0

    def test_broken_and_spare_are_rounded_up_once(self) -> None:
        made = planned(overheads=[CABINET], openings=[WINDOW], devices=[OUTLET])
        found = steps(the(made, "tiles").working)
        lost = found["cut straight"] * 0.05 + found["notched or holed"] * 0.15 + 4
        assert found["broken and spare, whole tiles"] == math.ceil(lost)

    @pytest.mark.parametrize(
        ("lengths", "whole", "kerf", "most"),
        [([], 8, 0, 0), ([4, 4], 8, 0, 1), ([4, 4], 8, 0.1, 0), ([1, 2, 6, 7], 8, 0, 2),
         ([5, 5, 5], 8, 0, 0), ([3, 3, 3], 8, 0, 1)],
    )  # fmt: skip
    def test_pairs(self, lengths: list, whole: float, kerf: float, most: int) -> None:
        assert pairs(lengths, whole, kerf) == most

    def test_pairs_against_trying_all(self) -> None:
        lengths = [0.5, 2.2, 3.1, 3.9, 4.1, 5.0, 7.2]
        assert pairs(lengths, 8, 0.1) == _most_pairs(lengths, 8 - 0.1)


def _most_pairs(lengths: list[float], room: float) -> int:
    """Every way to pair them, tried."""
    if len(lengths) < 2:
        return 0
    first, *rest = lengths
    with_one = [
        1 + _most_pairs(rest[:i] + rest[i + 1 :], room)
        for i, other in enumerate(rest)
        if first + other <= room
    ]
    return max([_most_pairs(rest, room), *with_one])


class TestGrout:
    """Joint area x depth x density, and waste."""

    def test_by_hand(self) -> None:
        # 4 x 4 whole tiles: 3 upright joints 10 3/8 tall, 3 level ones 32 3/8 long, less the nine
        # crossings counted twice; each 1/8 wide.
        made = planned(length="32 3/8", top="10 3/8", bond=(0, 1))
        joints = (3 * 10.375 + 3 * 32.375) / 8 - 9 / 64
        assert made.areas.joints == pytest.approx(joints * IN**2)
        litres = joints * IN**2 / 1e6 * (5 / 16 - 1 / 16) * IN
        found = steps(the(made, "grout").working)
        assert found["to fill"] == pytest.approx(litres, rel=1e-4)
        assert found["powder with waste"] == pytest.approx(litres * 1.6 * 1.1, rel=1e-4)
        assert the(made, "grout").amount == 1

    def test_no_joint_takes_none(self) -> None:
        assert the(planned(joint=0), "grout").amount == 0

    def test_more_joint_never_needs_less(self) -> None:
        powder = [
            steps(the(planned(joint=joint, openings=[WINDOW]), "grout").working)["powder"]
            for joint in ("1/16", "1/8", "3/16", "1/4")
        ]
        assert powder == sorted(powder)


class TestAdhesiveAndSealant:
    """The bed by area, the bead by length."""

    def test_adhesive_by_hand(self) -> None:
        # 96 x 30 in, 6x6 notch: 3.0 and 0.5 litres a m2, 1.3 kg a litre, a tenth wasted.
        found = steps(the(planned(), "adhesive").working)
        area = 96 * 30 * IN**2 / 1e6
        assert found["powder with waste"] == pytest.approx(area * 3.5 * 1.3 * 1.1, rel=1e-5)

    def test_sealant_by_hand(self) -> None:
        # 96 in of counter and 2 x 30 in of corner, 1/8 wide and 1/4 deep; the open top has trim.
        settings = {"counter_gap": "1/8", "corner_gap": "1/8", "bead_depth": "1/4"}
        found = steps(the(planned(settings=settings), "sealant").working)
        ml = (96 + 60) * IN / 1000 * (IN / 8) * (IN / 4)
        assert found["beads with waste"] == pytest.approx(ml * 1.15, rel=1e-5)
        assert the(planned(settings=settings), "sealant").amount == 1


class TestWorking:
    """A number shows its working, and the working can be reckoned again."""

    @given(jobs())
    @settings(max_examples=30, deadline=None)
    def test_every_quantity_follows_from_its_inputs(self, job: Job) -> None:
        for quantity in plan(job).quantities:
            assert evaluate(quantity.working) == quantity.amount
            assert quantity.amount >= 0

    @given(jobs())
    @settings(max_examples=30, deadline=None)
    def test_packs_cover_the_need_and_one_less_does_not(self, job: Job) -> None:
        for quantity in plan(job).quantities:
            if quantity.working.op == "round-up":
                need, pack = quantity.working.terms[0].terms
                assert quantity.amount * pack.value >= need.value - 1e-3
                assert quantity.amount == 0 or (quantity.amount - 1) * pack.value < need.value

    def test_a_hair_over_a_whole_number_is_that_number(self) -> None:
        three = an_input("a", 3.0000000001, "bags", "plan")
        assert step("round-up", "bags", "bags", three).value == 3

    def test_sources_name_settings_that_exist(self) -> None:
        job = a_job(openings=[WINDOW])
        for quantity in plan(job).quantities:
            for source in _sources(quantity.working):
                if source.startswith("settings."):
                    assert hasattr(job.settings, source.removeprefix("settings."))


def _sources(working: Working) -> list[str]:
    own = [working.source] if working.source else []
    return own + [source for term in working.terms for source in _sources(term)]
