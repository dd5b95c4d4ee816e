"""A counter has an adhesive and a way of setting of its own: what waits goes by its own sheet."""

from typing import Any

import pytest
from day_kitchens import BED, MAT, steps_for, waits

from kitchens import a_job
from pennant.core.days.facts import Facts
from pennant.core.days.mixed import mixed_in
from pennant.core.days.steps import steps_of
from pennant.core.document.job import Job
from pennant.core.document.notch import SQUARE_6_10, bed_of
from pennant.core.plan import plan
from pennant.core.takes.counters import counter_tiles
from pennant.core.takes.mixing import LEAST_POWDER
from pennant.core.takes.quantity import Quantity
from pennant.core.takes.suitability import unsuited
from pennant.words.fixing.step_words import step_words

QUICK = {"name": "Quick", "kind": "quick thinset", "pack": 10, "pot_life": 30, "set_hours": 4}
TUB = {"name": "Tub", "kind": "mastic", "pack": 8}
TUBE = {"name": "Tube", "kind": "construction", "pack": 0.3, "litres": 0.3}
STACK = {"kind": "courses", "joint": "1/8", "bond": {"p": 0, "q": 1}}
COUNTER = {
    "id": "worktop",
    "name": "Worktop",
    "wall": "a",
    "width": "90",
    "depth": "25",
    "tile": {"length": "6", "height": "6", "thickness": "3/8"},
    "pattern": STACK,
}


def kitchen(tile: dict[str, Any] | None = None, **products: Any) -> Job:
    """A wall 90 x 20 in over a counter 25 in deep, both tiled."""
    document = a_job(tile=("6", "6"), bond=(0, 1), length="90", top="20").model_dump(mode="json")
    document["tile"] |= tile or {}
    return Job.model_validate({**document, "counters": [COUNTER], "products": products})


def lines(job: Job) -> dict[str, Quantity]:
    return {str(line.id): line for line in plan(job).quantities}


def needed(line: Quantity) -> float:
    assert line.need is not None
    return line.need.value


QUICK_BELOW = kitchen(adhesive=TUB, counter_adhesive=QUICK)


def test_each_is_bought_for_its_own_tile() -> None:
    """A tile over 4 x 8 in is combed with a 6x10 and buttered; the wall takes the tub's V."""
    found = lines(QUICK_BELOW)
    on_top = sum(piece.area for piece in plan(QUICK_BELOW).surface("worktop").pieces) / 1e6
    settings = QUICK_BELOW.settings
    bed = bed_of(SQUARE_6_10) + settings.keyed_coat + settings.back_butter
    litres = on_top * bed
    with_waste = 1 + QUICK_BELOW.settings.adhesive_waste
    least = litres * QUICK_BELOW.settings.adhesive_density * with_waste
    # Joints are bedded too: an eighth of six inches, either way, is some four in a hundred.
    assert least < needed(found["counter-adhesive"]) < 1.05 * least
    assert found["counter-adhesive"].unit == "bags"
    assert "adhesive-water" not in found
    assert found["counter-adhesive-water"].amount > 0


def test_the_same_adhesive_for_both_is_one_line() -> None:
    both = kitchen(adhesive=BED)
    assert "counter-adhesive" not in lines(both)
    apart = lines(kitchen(adhesive=BED, counter_adhesive=QUICK))
    together = needed(apart["adhesive"]) + needed(apart["counter-adhesive"])
    assert together == pytest.approx(needed(lines(both)["adhesive"]))


@pytest.mark.parametrize(
    ("products", "tile"),
    [({"mat": MAT}, {}), ({"adhesive": TUBE}, {}), ({}, {"material": "stick-on", "thickness": 3})],
    ids=["mat", "dabs", "own glue"],
)
def test_what_gives_under_a_pan_holds_no_counter(
    products: dict[str, Any], tile: dict[str, Any]
) -> None:
    """Beside a wall on a mat, in dabs or stuck by its own glue, the counter lies in thinset."""
    job = kitchen(tile, **products)
    steps = steps_for(job)
    assert "cement" in steps["set-counter@1"].cautions
    assert "cement" not in steps["set@1"].cautions
    assert "comb one way" in " ".join(step_words(job, "set-counter").how)
    wait = waits(job, "clean-joints")["set-counter"]
    assert (wait.hours, wait.source) == (24, "kind: thinset")


def test_each_waits_by_its_own_sheet() -> None:
    found = waits(QUICK_BELOW, "clean-joints")
    assert (found["set-counter"].hours, found["set-counter"].source) == (4, "sheet: Quick")
    assert (found["set"].hours, found["set"].source) == (36, "kind: mastic")


def test_the_counter_is_set_first_and_every_piece_once() -> None:
    job = QUICK_BELOW
    made, steps = plan(job), steps_for(job)
    set_ = [id_ for one in steps.values() if one.phase == "set" for id_ in one.pieces]
    assert sorted(set_) == sorted(piece.id for piece in made.pieces)
    tiles = counter_tiles(job)
    of = {piece.id: piece.of for piece in made.pieces}
    by_rule = {
        one.rule: {of[id_] in tiles for id_ in one.pieces}
        for one in steps.values()
        if one.phase == "set" and one.pieces
    }
    assert by_rule["set-counter"] == {True}
    assert by_rule["set"] == {False}
    *_, last = (one.id for one in steps.values() if one.rule == "set-counter")
    assert last in {one.step for one in steps["set@1"].follows}


def test_no_batch_of_the_quick_one_outlives_its_pot() -> None:
    """Thirty minutes, mixing apart; the first at the slow pace that it is set with."""
    batches = [one for one in steps_for(QUICK_BELOW).values() if one.rule == "set-counter"]
    mixing = QUICK_BELOW.times.mix_each
    assert len(batches) > 1
    assert all(one.minutes <= 30 + mixing + 1 for one in batches)


def test_no_time_of_a_quick_batch_is_spent_at_the_saw() -> None:
    """The counter's cuts are made before; the walls' as they are set, from a tub that waits."""
    job = QUICK_BELOW
    facts = Facts(job, plan(job))
    cut = {id_ for group in facts.cuts.groups for id_ in group.pieces}
    as_set = set(facts.cut_minutes)
    assert cut & facts.on_counters
    assert not as_set & (facts.on_counters - facts.measured_on_counters)
    every = sum(group.minutes for group in facts.cuts.groups)
    by_step = sum(facts.cut_minutes.values()) + facts.first_cuts.value
    last = sum(facts.last_minutes[id_] for id_ in facts.set_last | facts.measured_on_counters)
    assert by_step + last == pytest.approx(every)


def test_what_the_steps_mix_is_what_the_list_says() -> None:
    """But for a last cup: less than that is not mixed, however little is left to set."""
    for job in (QUICK_BELOW, kitchen(adhesive=BED, counter_adhesive=QUICK), kitchen(mat=MAT)):
        made = plan(job)
        found = lines(job)
        mixed = mixed_in(job, made, steps_of(Facts(job, made), 510)).values()
        for of in {one.of for one in mixed} - {"grout"}:
            total = sum(one.powder for one in mixed if one.of == of)
            assert 0 <= total - needed(found[of]) < LEAST_POWDER
        assert {one.of for one in mixed} & {"adhesive", "counter-adhesive"}


def test_a_step_names_the_adhesive_that_it_takes() -> None:
    steps = steps_for(QUICK_BELOW)
    assert "counter-adhesive" in steps["set-counter@1"].needs
    assert "adhesive" not in steps["set-counter@1"].needs
    assert "adhesive" in steps["set@1"].needs
    on_mat = steps_for(kitchen(mat=MAT))
    assert "adhesive" in on_mat["set-counter@1"].needs
    assert "adhesive" not in on_mat["set@1"].needs


def test_a_counters_board_is_bedded_in_the_counters_adhesive() -> None:
    board = {"kind": "board", "name": "Board", "thickness": "1/2", "width": "36", "length": "60"}
    document = QUICK_BELOW.model_dump(mode="json")
    document["counters"][0]["layers"] = [board]
    needs = steps_for(Job.model_validate(document))["counter-layers"].needs
    assert "counter-adhesive" in needs
    assert "adhesive" not in needs


def test_ready_mixed_on_the_wall_is_no_fault_of_a_counter_in_thinset() -> None:
    broken = {one.rule for one in unsuited(kitchen(adhesive=TUB))}
    assert "counter-mastic" in broken
    assert "counter-mastic" not in {one.rule for one in unsuited(QUICK_BELOW)}


def test_a_job_without_counters_keeps_its_steps() -> None:
    document = QUICK_BELOW.model_dump(mode="json") | {"counters": []}
    job = Job.model_validate(document)
    assert "set-counter@1" not in steps_for(job)
    assert "counter-adhesive" not in lines(job)
