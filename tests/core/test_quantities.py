"""What it takes: hand reckonings with units, and laws that any plan obeys."""

import math
from typing import Any

import pytest
from hypothesis import given
from random_walls import jobs
from workings import every, steps, the

from examples import examples
from kitchens import CABINET, IN, NO_GAPS, OUTLET, WINDOW, a_job, planned
from pennant.core.document.job import Job
from pennant.core.document.notch import (
    SQUARE_6_6,
    SQUARE_6_10,
    SQUARE_12_12,
    V_5_4,
    Notch,
    bed_of,
    notch_for,
)
from pennant.core.plan import plan
from pennant.core.survey.boards import bed_behind, build_up
from pennant.core.takes.preparation import screw_length
from pennant.core.takes.working import Working, evaluate, step
from pennant.core.takes.working import given as an_input


class TestNotch:
    """Litres a square metre = 0.71 x depth x width / (width + tooth), halved for a V."""

    @pytest.mark.parametrize(
        ("notch", "litres"),
        [(SQUARE_6_6, 2.13), (SQUARE_6_10, 3.55), (V_5_4, 0.71), (SQUARE_12_12, 4.26)],
    )
    def test_bed(self, notch: Notch, litres: float) -> None:
        assert bed_of(notch) == pytest.approx(litres)

    @pytest.mark.parametrize(
        ("inches", "notch"),
        [
            ((1, 1), V_5_4),
            ((2, 2), V_5_4),
            ((3, 6), SQUARE_6_6),
            ((4, 8), SQUARE_6_6),
            ((4, 12), SQUARE_6_10),
            ((12, 24), SQUARE_6_10),
        ],
    )
    def test_by_tile(self, inches: tuple, notch: Notch) -> None:
        assert notch_for(inches[0] * IN, inches[1] * IN) == notch

    def test_a_finer_notch_never_lays_more(self) -> None:
        assert bed_of(V_5_4) <= bed_of(SQUARE_6_6) <= bed_of(SQUARE_6_10)


class TestTiles:
    """From the plan's own pieces: fulls, cuts, offcuts that serve again, breakage, spares."""

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
        assert found["cut from offcuts of others"] == 4

    def test_a_saw_s_kerf_wider_than_the_joint_spoils_that(self) -> None:
        settings = {**NO_GAPS, "kerf": "3/16"}
        made = planned(length="32 3/8", top="20 7/8", settings=settings, tools=["wet saw"])
        assert steps(the(made, "tiles").working)["cut from offcuts of others"] == 0

    def test_broken_and_spare_are_rounded_up_once(self) -> None:
        made = planned(overheads=[CABINET], openings=[WINDOW], devices=[OUTLET])
        found = steps(the(made, "tiles").working)
        thin = found.get("with a thin leg", 0)
        lost = found["cut straight"] * 0.05 + (found["notched or holed"] + thin) * 0.15 + 4
        assert found["broken and spare, whole tiles"] == math.ceil(lost)

    def test_brittle_tile_breaks_more(self) -> None:
        tile = {"length": "8", "height": "2 1/2", "thickness": "5/16"}
        job = a_job(openings=[WINDOW]).model_dump(mode="json")
        lost = [
            steps(
                the(
                    plan(Job.model_validate({**job, "tile": {**tile, "material": material}})),
                    "tiles",
                ).working
            )["broken and spare"]
            for material in ("ceramic", "glass")
        ]
        assert lost[1] - 4 == pytest.approx((lost[0] - 4) * 1.5)


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
        lines = {line.id for line in planned(joint=0).quantities}
        assert not lines & {"grout", "grout-water", "grout-batches"}

    def test_more_joint_never_needs_less(self) -> None:
        powder = [
            steps(the(planned(joint=joint, openings=[WINDOW]), "grout").working)["powder"]
            for joint in ("1/16", "1/8", "3/16", "1/4")
        ]
        assert powder == sorted(powder)


class TestAdhesiveAndSealant:
    """The bed by area, the bead by length."""

    def test_adhesive_by_hand(self) -> None:
        # 96 x 30 in, 6x6 notch: 2.13 and 0.5 litres a m2, 1.3 kg a litre, a tenth wasted.
        found = steps(the(planned(), "adhesive").working)
        area = 96 * 30 * IN**2 / 1e6
        assert found["powder with waste"] == pytest.approx(area * 2.63 * 1.3 * 1.1, rel=1e-5)

    def test_hollows_that_the_bed_takes_up_are_filled_with_it(self) -> None:
        """Half of 1/16 in over a stretch of 40 x 30 in; one that is patched first adds nothing."""
        zone = {"kind": "zone", "id": "z", "at": "0", "width": "40", "flat": "1/16"}
        area, stretch = 96 * 30 * IN**2 / 1e6, 40 * 30 * IN**2 / 1e6
        found = steps(the(planned(things=[zone]), "adhesive").working)
        litres = area * 2.63 + stretch * IN / 32
        assert found["powder with waste"] == pytest.approx(litres * 1.3 * 1.1, rel=1e-4)
        patched = steps(the(planned(things=[{**zone, "flat": "1/4"}]), "adhesive").working)
        assert patched["powder with waste"] == pytest.approx(area * 2.63 * 1.3 * 1.1, rel=1e-4)

    def test_a_bed_is_no_thicker_than_its_sheet_allows(self) -> None:
        """A hollow of 1/16 in under a bed of 2.63 mm: 4.2 mm; a sheet that ends at 4 asks for
        patch, as a straightedge would at 1/4 in.
        """
        zone = {"kind": "zone", "id": "z", "at": "0", "width": "40", "flat": "1/16"}
        for most, patched in ((4.5, False), (4.0, True)):
            products = {"adhesive": {"name": "A", "pack": 10, "most_bed": most}}
            made = planned(things=[zone], products=products)
            assert any(line.id == "patch" for line in made.quantities) == patched
            hollows = steps(the(made, "adhesive").working)
            assert ("hollows at z" in hollows) != patched
            assert any(doubt.id.endswith("@uneven") for doubt in made.doubts) == patched

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
    @examples(30)
    def test_every_quantity_follows_from_its_inputs(self, job: Job) -> None:
        for quantity in plan(job).quantities:
            assert evaluate(quantity.working) == quantity.amount
            assert quantity.amount >= 0

    @given(jobs())
    @examples(30)
    def test_packs_cover_the_need_and_one_less_does_not(self, job: Job) -> None:
        for quantity in plan(job).quantities:
            if quantity.working.op == "round-up" and quantity.working.terms[0].op == "quotient":
                need, pack = quantity.working.terms[0].terms
                assert quantity.amount * pack.value >= need.value - 1e-3
                assert quantity.amount == 0 or (quantity.amount - 1) * pack.value < need.value

    def test_a_hair_over_a_whole_number_is_that_number(self) -> None:
        three = an_input("a", 3.0000000001, "bags", "plan")
        assert step("round-up", "bags", "bags", three).value == 3

    def test_sources_name_settings_that_exist(self) -> None:
        job = a_job(openings=[WINDOW])
        named = {
            source.removeprefix("settings.")
            for quantity in plan(job).quantities
            for source in _sources(quantity.working)
            if source.startswith("settings.")
        }
        assert len(named) > 10
        assert all(hasattr(job.settings, name) for name in named)


def _sources(working: Working) -> list[str]:
    own = [working.source] if working.source else []
    return own + [source for term in working.terms for source in _sources(term)]


class TestProducts:
    """What the data sheet says goes before the rules, and the working says which was used."""

    GROUT = {"name": "Sheet", "kind": "sanded", "pack": 2, "density": 2.0, "water": 0.3}  # noqa: RUF012

    def test_a_sheet_goes_before_a_setting(self) -> None:
        plain, told = planned(), planned(products={"grout": self.GROUT})
        by_rule = steps(the(plain, "grout").working)["powder"]
        assert steps(the(told, "grout").working)["powder"] == pytest.approx(by_rule * 2 / 1.6)
        sources = {step.label: step.source for step in every(the(told, "grout").working)}
        assert sources["grout density"] == "sheet: Sheet"
        assert sources["grout waste"] == "settings.grout_waste"

    def test_water_by_the_sheet(self) -> None:
        told = planned(products={"grout": self.GROUT})
        powder = steps(the(told, "grout").working)["powder with waste"]
        assert the(told, "grout-water").amount == pytest.approx(powder * 0.3)

    def test_ready_mixed_takes_no_water(self) -> None:
        ready = {"name": "R", "kind": "ready-mixed", "pack": 3}
        ids = [line.id for line in planned(products={"grout": ready}).quantities]
        assert "grout" in ids
        assert "grout-water" not in ids

    def test_stick_on_panels_take_neither_adhesive_nor_grout(self) -> None:
        tile = {"length": "8", "height": "2 1/2", "thickness": "1/8", "material": "stick-on"}
        job = Job.model_validate({**a_job().model_dump(mode="json"), "tile": tile})
        lines = {line.id for line in plan(job).quantities}
        assert not {"adhesive", "grout", "spacers", "primer", "sealant", "blade"} & lines
        assert {"sponges", "buckets"} <= lines  # the wall is washed all the same
        primer = {"name": "Primer", "pack": 1, "cover": 8}
        asked = Job.model_validate({**job.model_dump(mode="json"), "products": {"primer": primer}})
        assert "primer" in {line.id for line in plan(asked).quantities}

    def test_stick_on_panels_in_dabs_go_on_an_unprimed_wall(self) -> None:
        tile = {"length": "8", "height": "2 1/2", "thickness": "1/8", "material": "stick-on"}
        document = a_job().model_dump(mode="json") | {"tile": tile, "ways": {"stuck": "dabs"}}
        made = plan(job := Job.model_validate(document))
        two_each = len(made.pieces) * 2 * job.settings.dab
        cartridges = two_each * (1 + job.settings.adhesive_waste) / job.settings.cartridge
        assert the(made, "adhesive").amount == math.ceil(cartridges - 1e-9)
        assert not {"primer", "grout"} & {line.id for line in made.quantities}


class TestBatches:
    """What two hands set before it stiffens: pot life x pace x a tile."""

    @pytest.mark.parametrize("bed", [1e-9, 1e-5, 1e-3])
    def test_a_bed_of_next_to_nothing_is_mixed_once(self, bed: float) -> None:
        job = a_job()
        thin = job.settings.model_copy(update={"bed_thickness": bed})
        made = plan(job.model_copy(update={"settings": thin}))
        assert the(made, "adhesive-batches").amount <= 1

    def test_by_hand(self) -> None:
        # 90 min at 20 pieces an hour are 30 tiles of 8 1/8 x 2 5/8 with their joints.
        found = steps(the(planned(), "adhesive-batches").working)
        each = 30 * 8.125 * 2.625 * IN**2 / 1e6
        assert found["set from a batch"] == pytest.approx(each, abs=1e-5)
        assert found["batches"] == math.ceil(96 * 30 * IN**2 / 1e6 / each)

    def test_a_quick_one_takes_more_batches(self) -> None:
        quick = {"name": "Q", "kind": "quick thinset", "pack": 5, "pot_life": 20}
        slow, fast = planned(), planned(products={"adhesive": quick})
        assert the(fast, "adhesive-batches").amount > the(slow, "adhesive-batches").amount


class TestEverythingElse:
    """Lines by their own formula, each by hand."""

    def test_spacers_two_a_piece(self) -> None:
        made = planned()
        assert steps(the(made, "spacers").working)["spacers"] == 2 * len(made.pieces)

    def test_a_batten_over_the_range_gap_and_its_screws(self) -> None:
        gap = {"kind": "range-gap", "id": "range", "at": "20", "width": "30", "down": "4"}
        made = planned(things=[gap])
        assert the(made, "batten").amount == pytest.approx(30 * IN / 1000)
        assert the(made, "batten-screws").amount == 3 + 1  # every 12 in, and one more

    def test_an_extender_a_box_and_two_stacks_a_device_where_the_wall_is_built_up(self) -> None:
        device = {**OUTLET, "gangs": 2}
        made = planned(devices=[device], settings={})
        assert the(made, "extenders").amount == 1
        assert the(made, "device-spacers").amount == 2 * 2
        assert the(made, "device-screws").amount == 4

    def test_no_extender_where_the_box_is_not_too_deep_but_spacers_and_screws(self) -> None:
        """The device comes out to the tile, however thin that is."""
        thin = planned(devices=[OUTLET], settings={"extend_over": "1/2"})
        assert "extenders" not in [line.id for line in thin.quantities]
        assert the(thin, "device-spacers").amount == 2
        assert the(thin, "device-screws").amount == 2

    def test_the_next_length_of_screw(self) -> None:
        # 25 mm, 5/16 in of tile and 1/8 in of bed are 36.1 mm: 40; an inch and 7/16 are 1 1/2.
        assert screw_length(25.0, 7 / 16 * IN, "mm") == 40
        assert screw_length(IN, 7 / 16 * IN, "in") == pytest.approx(1.5 * IN)

    def test_primer_by_area_coats_and_cover(self) -> None:
        coat = {"name": "P", "pack": 1, "cover": 5, "coats": 2}
        found = steps(the(planned(products={"primer": coat}), "primer").working)
        assert found["needed"] == pytest.approx(96 * 30 * IN**2 / 1e6 * 2 / 5)

    def test_a_porous_tile_is_sealed_before_and_after_grout(self) -> None:
        tile = {"length": "8", "height": "2 1/2", "thickness": "5/16", "porous": True}
        job = Job.model_validate({**a_job().model_dump(mode="json"), "tile": tile})
        found = steps(the(plan(job), "sealer").working)
        assert {"before setting", "before grout", "after grout"} <= set(found)

    def test_patch_is_half_the_gap_over_the_stretch(self) -> None:
        zone = {"kind": "zone", "id": "z", "at": "0", "width": "40", "flat": "1/4"}
        found = the(planned(things=[zone]), "patch")
        assert found.amount == pytest.approx(40 * 30 * IN**2 / 1e6 * IN / 8)

    def test_what_is_in_hand_is_taken_off(self) -> None:
        made = planned(in_hand={"adhesive": 1, "gloves": 5})
        assert the(made, "adhesive").to_get == the(made, "adhesive").amount - 1
        assert the(made, "gloves").to_get == 0


class TestWays:
    """Where schools differ, the list follows the way that is gone."""

    GAP = {"kind": "range-gap", "id": "range", "at": "20", "width": "30", "down": "4"}  # noqa: RUF012

    def ids(self, **changes: Any) -> set[str]:
        return {line.id for line in planned(**changes).quantities}

    def test_a_gap_with_a_batten_with_screws_and_with_neither(self) -> None:
        assert {"batten", "batten-screws"} <= self.ids(things=[self.GAP])
        assert "gap-screws" in self.ids(things=[self.GAP], ways={"gap": "screws"})
        none = self.ids(things=[self.GAP], ways={"gap": "none"})
        assert not none & {"batten", "batten-screws", "gap-screws"}

    def test_two_screws_under_each_lowest_tile_over_the_gap(self) -> None:
        made = planned(things=[self.GAP], ways={"gap": "screws"}, bond=(0, 1))
        # From 20 to 50 in, modules of 8 1/8: tiles at 16 1/4, 24 3/8, 32 1/2, 40 5/8 and 48 3/4.
        assert the(made, "gap-screws").amount == 2 * 5

    @pytest.mark.parametrize(("bond", "each"), [((0, 1), 1), ((1, 2), 2), ((1, 3), 2)])
    def test_flat_spacers_one_where_joints_cross(self, bond: tuple[int, int], each: int) -> None:
        made = planned(bond=bond, ways={"spacers": "flat"})
        assert steps(the(made, "spacers").working)["spacers"] == each * len(made.pieces)

    @pytest.mark.parametrize(
        ("made_of", "way", "primed"),
        [
            ("painted board", {"paint": "primer"}, True),
            ("painted board", {"paint": "glue"}, False),
            ("old tile", {"old_tile": "over"}, True),
            ("old tile", {"old_tile": "off"}, False),
            ("laminate", {"paint": "scuff"}, True),
            ("skim", {}, False),
        ],
    )
    def test_primer(self, made_of: str, way: dict[str, str], primed: bool) -> None:
        zone = {"kind": "zone", "id": "z", "at": "0", "width": "40", "made_of": made_of}
        assert ("primer" in self.ids(things=[zone], ways=way)) is primed

    def test_of_a_wall_a_stretch_has_the_share_of_its_length(self) -> None:
        zone = {"kind": "zone", "id": "z", "at": "0", "width": "24", "made_of": "painted board"}
        found = steps(the(planned(things=[zone]), "primer").working)
        assert found["to prime"] == pytest.approx(96 * 30 * IN**2 / 1e6 * 24 / 96)

    def test_sealed_once_where_it_is_sealed_after_grout_only(self) -> None:
        tile = {"length": "8", "height": "2 1/2", "thickness": "5/16", "porous": True}
        job = {**a_job().model_dump(mode="json"), "tile": tile, "ways": {"sealed": "after"}}
        found = the(plan(Job.model_validate(job)), "sealer")
        assert steps(found.working)["coats"] == 1


class TestLaws:
    """More joint never needs less grout; packs cover the need, and one less does not."""

    @given(jobs())
    @examples(20)
    def test_packs_cover_the_need_and_one_less_does_not(self, job: Job) -> None:
        for quantity in plan(job).quantities:
            working = quantity.working
            if working.op == "round-up" and working.terms[0].op == "quotient":
                need, pack = working.terms[0].terms
                assert quantity.amount * pack.value >= need.value - 1e-6
                assert (quantity.amount - 1) * pack.value < need.value

    @given(jobs())
    @examples(20)
    def test_every_line_follows_from_its_own_working(self, job: Job) -> None:
        for quantity in plan(job).quantities:
            assert evaluate(quantity.working) == pytest.approx(quantity.amount)

    @pytest.mark.parametrize("joint", ["1/16", "1/8", "3/16"])
    def test_joints_and_pieces_are_the_field(self, joint: str) -> None:
        made = planned(joint=joint)
        assert made.areas.joints + made.areas.pieces == pytest.approx(96 * 30 * IN**2)

    def test_more_joint_never_needs_less_grout(self) -> None:
        powders = [
            steps(the(planned(joint=joint), "grout").working)["powder"]
            for joint in ("1/16", "1/8", "3/16", "1/4")
        ]
        assert powders == sorted(powders)


class TestBackButter:
    """Adhesive on the back as well: of stone of any size, and of any tile over 4 x 8 in."""

    @pytest.mark.parametrize(
        ("tile", "material", "buttered"),
        [
            (("8", "4"), "ceramic", False),
            (("12", "4"), "ceramic", True),
            (("6", "3"), "stone", True),
            (("12", "12"), "stone", True),
        ],
    )
    def test_which(self, tile: tuple[str, str], material: str, buttered: bool) -> None:
        document = a_job(tile=tile).model_dump(mode="json")
        document["tile"]["material"] = material
        made = plan(Job.model_validate(document))
        labels = {one.label for one in every(the(made, "adhesive").working)}
        assert ("back butter" in labels) == buttered


class TestBed:
    """One law gives the adhesive and the bed behind the tile: a litre a square metre is a mm."""

    def test_volume_and_thickness_agree(self) -> None:
        job = a_job(settings={})
        litres = steps(the(plan(job), "adhesive").working)["bed and keyed coat"]
        assert bed_behind(job) == pytest.approx(litres) == pytest.approx(2.13 + 0.5)
        assert build_up(job) == pytest.approx(5 / 16 * IN + 2.63)

    def test_a_bed_that_was_measured_is_what_is_spread(self) -> None:
        job = a_job(settings={"bed_thickness": "1/8"})
        assert steps(the(plan(job), "adhesive").working)["bed and keyed coat"] == IN / 8
        assert bed_behind(job) == IN / 8

    def test_what_sticks_by_itself_has_none(self) -> None:
        document = a_job(settings={"bed_thickness": "1/8"}).model_dump(mode="json")
        document["tile"]["material"] = "stick-on"
        job = Job.model_validate(document)
        assert build_up(job) == job.tile.thickness


class TestOnTheCounter:
    """Two wedges under every piece that stands on the counter, whatever course it is of."""

    def test_beside_a_gap_that_goes_lower(self) -> None:
        # Stack bond, 96 in: a range from 20 to 50 goes down 4 1/4 in, so that the lowest course
        # is over the gap alone. On the counter stand the pieces of 20 in and of 46 in.
        gap = {"kind": "range-gap", "id": "range", "at": "20", "width": "30", "down": "4 1/4"}
        made = planned(things=[gap], bond=(0, 1))
        counter = [r for r in made.edges if r.kind == "counter"]
        pieces = {p for r in counter for gets in r.gets for p in gets.pieces}
        assert len(pieces) == 3 + 6
        assert steps(the(made, "wedges").working)["wedges"] == 2 * len(pieces)

    def test_on_a_stone_splash_as_on_the_counter(self) -> None:
        # Twelve tiles of 8 in stand on a splash as long as the wall.
        splash = {"kind": "upstand", "id": "splash", "at": "0", "width": "97 3/8", "height": "4"}
        made = planned(things=[splash], bond=(0, 1), length="97 3/8")
        assert steps(the(made, "wedges").working)["wedges"] == 2 * 12

    def test_screws_are_rounded_a_batten(self) -> None:
        # Two gaps of 14 in: each takes a screw every 12 in, so two spaces, and one more.
        gaps = [
            {
                "kind": "range-gap",
                "id": f"gap-{n}",
                "at": str(10 + 40 * n),
                "width": "14",
                "down": "4",
            }
            for n in range(2)
        ]
        assert the(planned(things=gaps), "batten-screws").amount == 2 * (2 + 1)

    def test_lugs_make_the_joint_without_spacers(self) -> None:
        document = a_job(joint="1/16").model_dump(mode="json")
        for lugs, spaced in (("1/16", False), ("1/32", True)):
            document["tile"]["lugs"] = lugs
            made = plan(Job.model_validate(document))
            assert ("spacers" in {line.id for line in made.quantities}) == spaced


class TestSealantByItsGap:
    """Each edge's bead is as wide as its own gap."""

    def test_sides_of_a_cabinet_and_of_a_shelf(self) -> None:
        # Overheads close by 1/8, the counter by 1/4: two beads of the same kind would not do.
        settings = {
            **NO_GAPS,
            "counter_gap": "1/4",
            "overhead_gap": "1/8",
            "opening_gap": "1/16",
            "bead_depth": "1/4",
            "sealant_waste": 0,
        }
        shelf = {"kind": "shelf", "id": "s", "at": "10", "width": "20", "clear": "12", "thick": "1"}
        block = {"kind": "block", "id": "b", "at": "60", "width": "10", "up": "12", "height": "5"}
        made = planned(things=[shelf, block], settings=settings)
        widths = {"counter": (96, 1 / 4), "shelf": (2 * 20 + 2, 1 / 8), "block": (30, 1 / 16)}
        ml = sum(run * IN / 1000 * gap * IN * IN / 4 for run, gap in widths.values())
        assert steps(the(made, "sealant").working)["beads"] == pytest.approx(ml, rel=0.05)


class TestPaceBySize:
    """Batches by pot life, and by the pace with pieces of that size."""

    def batch(self, tile: tuple[str, str]) -> float:
        return steps(the(planned(tile=tile), "adhesive-batches").working)["set from a batch"]

    def test_a_larger_piece_takes_longer_though_not_in_proportion(self) -> None:
        small, large = self.batch(("8", "2 1/2")), self.batch(("24", "6"))
        modules = ((small, (8.125, 2.625)), (large, (24.125, 6.125)))
        pieces = [area / (w * h * IN**2 / 1e6) for area, (w, h) in modules]
        assert pieces[0] == pytest.approx(30, rel=0.01)
        assert 10 < pieces[1] < 20
        assert large > small

    def test_chips_are_set_by_the_sheet(self) -> None:
        assert self.batch(("3/4", "3/4")) == pytest.approx(0.2 * 1.5, rel=0.01)

    def test_quick_set_without_a_word_on_its_bag_is_quick(self) -> None:
        quick = {"name": "Q", "kind": "quick thinset", "pack": 5}
        found = steps(the(planned(products={"adhesive": quick}), "adhesive-batches").working)
        assert found["hours of a batch"] == pytest.approx(25 / 60)

    def test_the_last_few_hundredths_are_shared_among_the_others(self) -> None:
        # 30 tiles from a batch: 61 take two batches, 64 three.
        for tiles, batches in ((61, 2), (64, 3)):
            rows = planned(length=str(tiles * 8.125), top="2 5/8", bond=(0, 1))
            assert the(rows, "adhesive-batches").amount == batches
