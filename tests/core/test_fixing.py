"""What holds the tile decides what is done to the wall before, what is combed and mixed, and when
the kitchen can be used again.
"""

from typing import Any

import pytest
from day_kitchens import BED, COAT, MAT, a_kitchen, planned, rules_of, zone

from pennant.core.document.job import Job
from pennant.core.document.notch import SQUARE_6_6, SQUARE_6_10, V_5_4
from pennant.core.fixing.method_of import comb_of
from pennant.core.plan import plan
from pennant.words.fixing.step_words import stop_for_the_night
from pennant.words.report import report

TUB = {"name": "Tub", "kind": "mastic", "pack": 4, "litres": 4}
TUBE = {"name": "Tube", "kind": "construction", "pack": 0.3, "litres": 0.3}


def on(wall: str, **products: Any) -> Job:
    """A wall made of this from end to end, with products."""
    return a_kitchen(things=[zone(wall, width="96")], products=products)


class TestTheWallBefore:
    """What is done to the wall before tile is set."""

    @pytest.mark.parametrize("wall", ["painted board", "bare board", "skim"])
    def test_a_mat_goes_on_clean_board_as_it_is(self, wall: str) -> None:
        assert not {"scuff", "prime"} & rules_of(on(wall, mat=MAT))

    def test_a_mat_on_old_tile_is_scuffed_and_primed_unless_its_sheet_names_it(self) -> None:
        assert {"scuff", "prime"} <= rules_of(on("old tile", mat=MAT))
        named = {**MAT, "goes_on": ["old tile"]}
        assert not {"scuff", "prime"} & rules_of(on("old tile", mat=named))

    def test_a_primer_that_is_chosen_under_a_mat_goes_on(self) -> None:
        assert "prime" in rules_of(on("painted board", mat=MAT, primer=COAT))

    def test_dabs_hold_on_paint_that_is_scuffed(self) -> None:
        steps = rules_of(on("painted board", adhesive=TUBE))
        assert "scuff" in steps
        assert "prime" not in steps

    def test_cement_on_paint_wants_both(self) -> None:
        assert {"scuff", "prime"} <= rules_of(on("painted board", adhesive=BED))


class TestTheBed:
    """What is combed and what is mixed."""

    def test_ready_mixed_is_combed_with_a_v_up_to_4_by_8(self) -> None:
        small = a_kitchen(tile={"length": 203.2, "height": 101.6}, products={"adhesive": TUB})
        large = a_kitchen(tile={"length": 304.8, "height": 101.6}, products={"adhesive": TUB})
        assert comb_of(small, small.tile) == V_5_4
        assert comb_of(large, large.tile) == SQUARE_6_10

    @pytest.mark.parametrize("adhesive", [BED, TUBE])
    def test_what_else_there_is_goes_by_the_tile(self, adhesive: dict[str, Any]) -> None:
        job = a_kitchen(products={"adhesive": adhesive})
        assert comb_of(job, job.tile) == SQUARE_6_6


class TestWhatIsSaid:
    """What the days and the printed plan say of it."""

    def test_panels_that_are_pressed_on_let_the_kitchen_be_used_at_once(self) -> None:
        days = planned(a_kitchen(tile={"material": "stick-on"}))
        last = max(one.end for one in days.table.stints if one.step.startswith("set"))
        assert {one.what: one.minute for one in days.uses} == {"light": last, "water": last}

    def test_only_a_combed_bed_is_scraped_off_for_the_night(self) -> None:
        scraped = {
            name: "scrape off" in stop_for_the_night(a_kitchen(products=products))
            for name, products in {
                "combed": {"adhesive": BED},
                "tub": {"adhesive": TUB},
                "dabs": {"adhesive": TUBE},
                "mat": {"mat": MAT},
            }.items()
        }
        assert scraped == {"combed": True, "tub": True, "dabs": False, "mat": False}
        assert "scrape" not in stop_for_the_night(a_kitchen(tile={"material": "stick-on"}))

    def test_the_printed_plan_warns_of_what_this_job_has(self) -> None:
        def last_lines(job: Job) -> str:
            return "\n".join(report(job, plan(job)).splitlines()[-2:])

        assert "Breaker off" not in last_lines(a_kitchen())
        assert "Breaker off" in last_lines(a_kitchen(things=["outlet 20 up 9"]))
        assert "Knives" in last_lines(a_kitchen(tile={"material": "stick-on"}))
