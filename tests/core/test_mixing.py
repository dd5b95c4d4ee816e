"""What is mixed: a batch is what two hands use up before it stiffens, and all of them the need."""

from typing import Any

import pytest
from hypothesis import given, settings
from random_walls import kitchens

from kitchens import demo
from pennant.core.days.days import steps_in
from pennant.core.days.mixed import mixed_in
from pennant.core.days.step import Step
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.core.takes.mixing import LEAST_POWDER
from pennant.core.takes.quantity import Mix, Quantity
from pennant.words.dates import Dates
from pennant.words.days import days_in_words
from pennant.words.quantities import MixCard, mix_cards
from pennant.words.weights import weight

GROUT = {"name": "Grout", "kind": "fine", "pack": 5.0, "density": 1.25, "water": 0.3}


def lines_of(job: Job) -> dict[str, Quantity]:
    return {str(one.id): one for one in plan(job).quantities}


def with_products(**products: Any) -> Job:
    document = demo("Tern Cottage").model_dump(mode="json")
    document["products"] |= products
    return Job.model_validate(document)


def steps_of(job: Job) -> list[Step]:
    return steps_in(job, plan(job), Dates.of(job.schedule))


def cards_of(job: Job) -> list[MixCard]:
    return list(mix_cards(job, plan(job), mixed_in(job, plan(job), steps_of(job)).values()))


def mix_of(job: Job, of: str) -> Mix:
    mix = lines_of(job)[f"{of}-batches"].mix
    assert mix is not None
    return mix


def test_quick_adhesive_lives_as_long_as_quick_adhesive_does() -> None:
    # Its sheet gives no life: then the rule for quick ones counts, not the usual one.
    job = with_products(adhesive={"name": "Quick", "kind": "quick thinset", "pack": 20.0})
    assert mix_of(job, "adhesive").lives == job.settings.quick_pot_life
    said = {card.what: card.minutes for card in cards_of(job)}
    assert said["Adhesive: Quick"].startswith(f"{job.settings.quick_pot_life:.0f} minutes")


def test_grout_comes_to_its_powder_and_half_of_its_water() -> None:
    job = with_products(grout=GROUT)
    mix = mix_of(job, "grout")
    assert mix.makes == pytest.approx(mix.powder / 1.25 + mix.water / 2, abs=1e-5)
    assert mix.water == pytest.approx(0.3 * mix.powder, abs=1e-5)


def test_a_batch_covers_what_is_set_before_it_stiffens() -> None:
    # Half the life, half the area and twice the batches: never more than two hands spread of it.
    long, short = (
        with_products(adhesive={"name": "A", "kind": "thinset", "pack": 20.0, "pot_life": life})
        for life in (40.0, 20.0)
    )
    slow, quick = mix_of(long, "adhesive"), mix_of(short, "adhesive")
    set_from_it = lines_of(short)["adhesive-batches"].each
    assert set_from_it is not None
    assert quick.covers <= set_from_it
    assert 2 * set_from_it == pytest.approx(lines_of(long)["adhesive-batches"].each, rel=1e-5)
    assert quick.powder < slow.powder
    assert quick.exactly > slow.exactly


def test_what_is_ready_mixed_has_no_batches() -> None:
    job = with_products(grout={"name": "R", "kind": "ready-mixed", "pack": 5.0})
    assert [card.what for card in cards_of(job)] == ["Adhesive"]


def test_the_card_and_the_days_tell_of_the_same_batches() -> None:
    job = with_products(grout=GROUT)
    steps = steps_of(job)
    mixed = mixed_in(job, plan(job), steps)
    setting = [one.id for one in steps if one.sections]
    grouting = [one.id for one in steps if one.rule == "grout"]
    assert set(mixed) == {*setting, *grouting}
    for card, own in zip(cards_of(job), (setting, grouting), strict=True):
        assert card.batches.split()[0] == str(len(own))
        assert card.powder == weight(max(mixed[id_].powder for id_ in own), job.units)
    said = [
        time.says
        for day in days_in_words(job, plan(job)).days
        for c in day.cards
        for time in c.times
    ]
    for id_ in setting:
        assert any(weight(mixed[id_].powder, job.units) in one for one in said)


@given(kitchens())
@settings(max_examples=15)
def test_what_is_mixed_batch_by_batch_is_what_is_needed(job: Job) -> None:
    lines, steps = lines_of(job), steps_of(job)
    mixed = mixed_in(job, plan(job), steps)
    for of in {one.of for one in mixed.values()}:
        own = [one for one in mixed.values() if one.of == of]
        need = lines[of].need
        assert need is not None
        # A few small pieces are mixed as little as one can.
        more = sum(LEAST_POWDER for one in own if one.powder == LEAST_POWDER)
        assert need.value <= sum(one.powder for one in own) + 1e-9
        assert sum(one.powder for one in own) <= need.value + more + 1e-9
        assert all(one.powder >= LEAST_POWDER for one in own)


@given(kitchens())
@settings(max_examples=15)
def test_all_batches_together_are_what_is_needed(job: Job) -> None:
    lines = lines_of(job)
    grouted = job.pattern.joint > 0
    for of in ("adhesive", "grout") if grouted else ("adhesive",):
        mix, need = lines[f"{of}-batches"].mix, lines[of].need
        assert mix is not None
        assert need is not None
        assert mix.powder * mix.exactly == pytest.approx(need.value, rel=1e-4)
        assert lines[f"{of}-water"].amount == pytest.approx(mix.water * mix.exactly, rel=1e-4)
        assert lines[f"{of}-batches"].amount >= mix.exactly
