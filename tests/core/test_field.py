"""The field and its gaps: every kind of edge keeps tile off by its own distance."""

import pytest

from kitchens import CABINET, IN, NO_GAPS, OUTLET, WINDOW, field
from pennant.core.takes.edging import sealant_lengths


class TestStandOffs:
    """Corner, open end, counter, overhead, jamb and box each have a width of their own."""

    def test_ends_counter_and_top(self) -> None:
        inner = field(
            left="corner",
            right="open",
            settings={"corner_gap": "1/8", "trim_face": "3/16", "counter_gap": "1/4"},
        ).inner
        assert inner == pytest.approx((IN / 8, IN / 4, (96 - 3 / 16) * IN, (30 - 3 / 16) * IN))

    def test_a_cabinet_keeps_its_own_under_and_beside(self) -> None:
        settings = {**NO_GAPS, "overhead_gap": "1/8", "opening_gap": "1/4"}
        (cabinet,) = field(overheads=[CABINET], settings=settings).keep_outs
        assert cabinet.box.y0 == pytest.approx((18 - 1 / 8) * IN)
        assert cabinet.box.x1 == pytest.approx((24 + 1 / 4) * IN)

    def test_a_window_and_a_box(self) -> None:
        settings = {**NO_GAPS, "opening_gap": "1/8", "box_clearance": "1/4"}
        window, box = field(openings=[WINDOW], devices=[OUTLET], settings=settings).keep_outs
        assert window.box.width == pytest.approx((24 + 2 / 8) * IN)
        assert box.box.height == pytest.approx((3 + 5 / 8 + 2 / 4) * IN)
        assert box.hidden
        assert not window.hidden


class TestAreas:
    """Areas by hand, in square inches."""

    def test_gross_is_the_wall_less_what_stands_on_it(self) -> None:
        found = field(overheads=[CABINET], openings=[WINDOW], devices=[OUTLET])
        by_hand = 96 * 30 - 24 * 12 - 24 * 20 - 2.25 * 3.625
        assert found.gross_area == pytest.approx(by_hand * IN**2)

    def test_a_strip_belongs_to_one_gap_only(self) -> None:
        # 1/8 all round a 96 x 30 wall with two corners; the trim along the top outranks them.
        found = field(settings={"trim_face": "1/8", "corner_gap": "1/8", "counter_gap": "1/8"})
        areas = found.gap_areas
        assert areas["trim"] == pytest.approx(96 / 8 * IN**2)
        assert areas["sealant"] == pytest.approx((96 / 8 + 2 * (30 - 2 / 8) / 8) * IN**2)


class TestSealant:
    """Sealant runs along every change of plane and every edge of another material."""

    def test_lengths_by_kind_of_edge(self) -> None:
        found = sealant_lengths(
            [
                field(
                    left="corner",
                    right="open",
                    overheads=[CABINET],
                    openings=[WINDOW],
                    devices=[OUTLET],
                    settings={},
                )
            ]
        )
        lengths = {edge: round(length / IN, 3) for (edge, _), length in found.items()}
        assert lengths == {
            "counter": 96,
            "corner": 18,
            "overhead": 24,
            "side": 12,
            "jamb": 40,
            "sill": 24,
            "head": 24,
        }

    def test_a_window_that_sits_on_the_counter_has_no_sealant_below(self) -> None:
        window = {**WINDOW, "sill": 0}
        found = sealant_lengths([field(openings=[window], settings={})])
        assert "sill" not in {edge for edge, _ in found}
        assert found["counter", IN / 8] == pytest.approx((96 - 24) * IN)
