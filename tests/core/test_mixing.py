"""What is mixed: a batch is what two hands use up before it stiffens, and all of them the need."""

from typing import Any

import pytest
from hypothesis import given, settings
from random_walls import kitchens

from kitchens import demo
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.core.takes.quantity import Mix, Quantity
from pennant.words.quantities import mix_cards

GROUT = {"name": "Grout", "kind": "fine", "pack": 5.0, "density": 1.25, "water": 0.3}


def lines_of(job: Job) -> dict[str, Quantity]:
    return {str(one.id): one for one in plan(job).quantities}


def with_products(**products: Any) -> Job:
    document = demo("Tern Cottage").model_dump(mode="json")
    document["products"] |= products
    return Job.model_validate(document)


def mix_of(job: Job, of: str) -> Mix:
    mix = lines_of(job)[f"{of}-batches"].mix
    assert mix is not None
    return mix


def test_quick_adhesive_lives_as_long_as_quick_adhesive_does() -> None:
    # Its sheet gives no life: then the rule for quick ones counts, not the usual one.
    job = with_products(adhesive={"name": "Quick", "kind": "quick thinset", "pack": 20.0})
    assert mix_of(job, "adhesive").lives == job.settings.quick_pot_life
    said = {card.what: card.minutes for card in mix_cards(job, plan(job))}
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
    assert [card.what for card in mix_cards(job, plan(job))] == ["Adhesive"]


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
