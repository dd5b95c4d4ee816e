"""What is bought whole: packs, sheets of board, rolls of mat and tape, and where they go."""

import math

import pytest
from workings import every, steps, the

from kitchens import CABINET, IN, a_job, planned
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.core.survey.boards import build_up, forward_at
from pennant.core.survey.kitchen import kitchen_of


class TestPacks:
    """Whole packs of a chosen product: what they cost and weigh, and what is left over."""

    def test_without_a_product_it_is_counted_as_it_is(self) -> None:
        gap = {"kind": "range-gap", "id": "range", "at": "20", "width": "30", "down": "4"}
        found = the(planned(things=[gap]), "batten-screws")
        assert (found.amount, found.unit, found.price, found.left) == (4, "screws", None, 0)

    def test_with_one_it_comes_in_packs(self) -> None:
        gap = {"kind": "range-gap", "id": "range", "at": "20", "width": "30", "down": "4"}
        screws = {"name": "S", "pack": 10, "price": 3.5, "weight": 0.2}
        found = the(planned(things=[gap], products={"screws": screws}), "batten-screws")
        assert (found.amount, found.unit, found.price, found.weight) == (1, "packs", 3.5, 0.2)
        assert found.need is not None
        assert (found.left, found.need.unit) == (6, "screws")

    def test_powder_weighs_what_it_holds(self) -> None:
        grout = {"name": "G", "pack": 2}
        found = the(planned(products={"grout": grout}), "grout")
        need = steps(found.working)["powder with waste"]
        assert found.weight == 2
        assert found.left == pytest.approx(2 * found.amount - need, abs=1e-5)

    def test_a_box_weighs_its_tiles(self) -> None:
        tile = {"length": "8", "height": "2 1/2", "thickness": "5/16", "weight": 15, "per_box": 20}
        job = Job.model_validate({**a_job().model_dump(mode="json"), "tile": tile})
        assert the(plan(job), "boxes").weight == pytest.approx(20 * 8 * 2.5 * IN**2 / 1e6 * 15)

    def test_construction_adhesive_is_dabbed_by_the_area_of_a_piece(self) -> None:
        # Five dabs of 4 ml a square foot: two behind a tile of 8 x 2 1/2 in and behind each cut
        # piece. A tenth is wasted. A pack of 0.42 kg at 1.5 kg a litre holds 0.28 litres, if its
        # sheet does not say how much it holds.
        dabbed = {"name": "D", "kind": "construction", "pack": 0.42, "density": 1.5}
        made = planned(products={"adhesive": dabbed})
        small = sum(piece.area < 2_500 for piece in made.pieces)  # one dab is enough for these
        need = (len(made.pieces) * 2 - small) * 4 / 1000 * 1.1
        found = the(made, "adhesive")
        assert steps(found.working)["in dabs with waste"] == pytest.approx(need, rel=1e-5)
        assert found.amount == math.ceil(need / 0.28)
        tubes = planned(products={"adhesive": {**dabbed, "litres": 0.31}})
        assert the(tubes, "adhesive").amount == math.ceil(need / 0.31)

    @pytest.mark.parametrize(
        ("sealed", "stages"), [("before", 3), ("grout", 2), ("setting", 2), ("after", 1)]
    )
    def test_sealer_is_reckoned_each_time_that_it_goes_on(self, sealed: str, stages: int) -> None:
        # A wall of 96 x 30 in, two coats each time, 8 m2 a litre.
        sealer = {"name": "S", "pack": 1, "cover": 8, "coats": 2}
        job = a_job(ways={"sealed": sealed}, products={"sealer": sealer})
        porous = job.model_copy(update={"tile": job.tile.model_copy(update={"porous": True})})
        area = 96 * 30 * IN**2 / 1e6
        found = the(plan(porous), "sealer")
        assert found.amount == math.ceil(area * 2 / 8 * stages)
        litres = [
            one.value
            for one in every(found.working)
            if one.label.endswith("grout") or one.label == "before setting"
        ]
        assert litres == pytest.approx([area * 2 / 8] * stages, rel=1e-4)

    def test_a_pack_s_own_yield_goes_before_density_and_notch(self) -> None:
        told = planned(products={"adhesive": {"name": "A", "pack": 10, "covers": 0.5}})
        area = 96 * 30 * IN**2 / 1e6 * 1.1
        assert the(told, "adhesive").amount == math.ceil(area / 0.5)


class TestMatAndBoards:
    """A mat in place of adhesive; boards where tile does not hold."""

    MAT = {"name": "M", "width": "12", "roll": "200", "thickness": "1/32"}  # noqa: RUF012
    BOARD = {"name": "B", "width": "36", "height": "60", "thickness": "1/4"}  # noqa: RUF012
    PLY = {"kind": "zone", "id": "z", "at": "0", "width": "40", "made_of": "plywood"}  # noqa: RUF012

    def test_a_mat_takes_the_place_of_adhesive(self) -> None:
        # 96 x 30 in: two strips of 96 at full width, one of 6 in: 288 in off rolls of 200.
        made = planned(products={"mat": self.MAT, "adhesive": {"name": "A", "pack": 10}})
        found = the(made, "mat")
        assert steps(found.working)["off the roll"] == pytest.approx(288 * IN / 1000)
        assert found.amount == 2
        assert found.beside is not None
        ids = {line.id for line in made.quantities}
        assert not ids & {"adhesive", "adhesive-water", "adhesive-batches"}

    def test_tile_on_a_mat_comes_less_far_forward(self) -> None:
        bed = {"bed_thickness": "1/8"}
        thick, thin = a_job(settings=bed), a_job(settings=bed, products={"mat": self.MAT})
        assert build_up(thick) == pytest.approx(7 / 16 * IN)
        assert build_up(thin) == pytest.approx((5 / 16 + 1 / 32) * IN)

    def test_boards_by_hand(self) -> None:
        # 40 x 30 in and a tenth sawn off, from sheets of 36 x 60; 30 screws a m2.
        made = planned(things=[self.PLY], products={"board": self.BOARD})
        assert the(made, "boards").amount == math.ceil(40 * 30 * 1.1 / (36 * 60))
        assert the(made, "board-screws").amount == math.ceil(40 * 30 * IN**2 / 1e6 * 30)
        assert "primer" not in {line.id for line in made.quantities}

    def test_a_board_brings_its_own_wall_forward_and_no_other(self) -> None:
        wall = {"id": "a", "length": "96", "top": {"height": "30"}, "things": [self.PLY]}
        other = {"id": "b", "length": "60", "top": {"height": "30"}, "things": []}
        bed = {"bed_thickness": "1/8"}
        job = a_job(walls=[wall, other], settings=bed, products={"board": self.BOARD})
        assert forward_at(job, "a", 0, 96 * IN) == pytest.approx((7 / 16 + 1 / 4) * IN)
        assert forward_at(job, "b", 0, 60 * IN) == pytest.approx(7 / 16 * IN)

    def test_and_shortens_the_wall_that_laps_it_in_the_corner(self) -> None:
        corner = {"kind": "inside", "laps": "next"}
        wall = {
            "id": "a",
            "length": "96",
            "top": {"height": "30"},
            "things": [self.PLY],
            "corner": corner,
        }
        other = {"id": "b", "length": "60", "top": {"height": "30"}, "things": []}
        ends = [
            kitchen_of(
                a_job(walls=[wall, other], settings={"bed_thickness": "1/8"}, products=products)
            )
            .surface("b")
            .x0
            for products in ({}, {"board": self.BOARD})
        ]
        assert [end / IN for end in ends] == pytest.approx([7 / 16, 7 / 16 + 1 / 4])


class TestTape:
    """Masking tape along the counter, and along the underside of everything overhead."""

    def test_counter_and_undersides(self) -> None:
        made = planned(overheads=[{**CABINET, "x": "0", "width": "30"}])
        assert the(made, "tape").working.value / (IN / 1000) == pytest.approx(96 + 30)


class TestOnlyWhereTileGoes:
    """Boards, patch and primer go under tile; what is behind a cabinet is left as it is."""

    def test_a_stretch_half_behind_a_cabinet(self) -> None:
        zone = {"kind": "zone", "id": "z", "at": "0", "width": "40", "made_of": "plywood"}
        cabinet = {"kind": "cabinet", "id": "c", "at": "0", "width": "20", "clear": "10"}
        board = {"name": "B", "width": "36", "height": "60", "thickness": "1/4"}
        made = planned(things=[zone, cabinet], products={"board": board})
        area = (20 * 10 + 20 * 30) * IN**2 / 1e6
        assert steps(the(made, "boards").working)["to board"] == pytest.approx(area, abs=1e-5)
