"""Adhesives side by side: each as a plan with it says."""

import pytest

from kitchens import a_job, planned
from pennant.core.document.products import Adhesive, Grout
from pennant.core.search.products_tried import products_tried
from pennant.core.takes.mixing import pieces_an_hour
from pennant.words.methods import methods

THINSET = Adhesive(name="T", kind="thinset", pack=1, price=5)
MASTIC = Adhesive(name="M", kind="mastic", pack=6, price=9)
ZONE = {"kind": "zone", "id": "z", "at": "0", "width": "40", "made_of": "bare board", "damp": True}


class TestMethods:
    """What it takes, what it costs, how long one waits, what speaks against it."""

    def test_as_planned(self) -> None:
        job = a_job(things=[ZONE], settings={})
        one, other = methods(products_tried(job, (THINSET, MASTIC)))
        made = planned(things=[ZONE], settings={}, products={"adhesive": THINSET.model_dump()})
        bags = next(line.amount for line in made.quantities if line.id == "adhesive")
        assert one.packs == f"{bags:g} bags"
        assert one.cost == bags * 5
        assert (one.wait, other.wait) == ("24 h before grout", "36 h before grout")
        assert one.batches.startswith("a batch lasts for ")
        assert other.batches == "ready-mixed"

    def test_hours_and_what_is_used_besides_are_by_this_tile(self) -> None:
        job = a_job(settings={})
        plain, ready = methods(products_tried(job, (THINSET, MASTIC)))
        pieces = len(planned(settings={}).pieces)
        setting = pieces / pieces_an_hour(job).value
        assert float(ready.hours.split()[0]) == pytest.approx(setting, abs=0.06)
        assert float(plain.hours.split()[0]) > setting
        assert plain.besides[0].endswith("notched trowel")
        assert "2 buckets" in plain.besides
        assert "2 buckets" not in ready.besides

    def test_ready_mixed_grout_beside_powder(self) -> None:
        powder = Grout(name="P", kind="unsanded", pack=2, price=6)
        ready = Grout(name="R", kind="ready-mixed", pack=3, price=24)
        one, other = methods(products_tried(a_job(settings={}), (powder, ready)))
        assert (one.does, other.does) == ("fills", "fills")
        assert (one.cost, other.cost) == (6, 24)
        assert one.batches.startswith("a batch lasts for ")
        assert other.batches == "ready-mixed"
        assert other.whole - one.whole == pytest.approx(18)

    def test_only_what_the_adhesive_itself_brings_is_held_against_it(self) -> None:
        job = a_job(things=[{**ZONE, "loose": True}], settings={})
        one, other = methods(products_tried(job, (THINSET, MASTIC)))
        assert one.against == ()
        assert other.against == ("Mastic on a damp stretch of wall, Wall",)
