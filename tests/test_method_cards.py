"""Every method of fixing with every step: nothing is taken over from another method unless it is
listed here, with its reason.
"""

from typing import Any

import pytest
from day_kitchens import BED, COAT, MAT, a_kitchen, steps_for, zone

from kitchens import a_job
from pennant.core.days.step import Step, StepId
from pennant.core.document.job import Job
from pennant.core.fixing.method import MethodId
from pennant.core.fixing.method_of import METHODS, method_of
from pennant.core.plan import plan
from pennant.words.fixing.step_words import METHOD_WORDS, step_words
from pennant.words.steps import STEP_WORDS

TUB = {"name": "Tub", "kind": "mastic", "pack": 4, "litres": 4}
TUBE = {"name": "Tube", "kind": "construction", "pack": 0.3, "litres": 0.3}
LEDGER = {
    "material": "stone",
    "thickness": 22.0,
    "ledger": {"interlock": 50.0, "thinnest": 12.0, "gaps": 6},
}
STUCK = {"material": "stick-on"}

WITHOUT_FIXING: dict[StepId, str] = {
    "boxes": "the tile is looked at, whatever holds it",
    "grout-trial": "grout on two spare tiles",
    "unpack": "panels alone are unpacked, and its words are about panels",
    "clear": "the counter and what stands on it",
    "power-off": "devices",
    "scrape-off": "what is on the wall from before",
    "wash": "what is on the wall from before",
    "scuff": "paint and glaze; no method asks for another hand",
    "prime": "by the primer's sheet",
    "set-out": "lines on the wall",
    "batten": "a board over a gap",
    "trim-fit": "cut and tried dry",
    "mat": "the mat alone, and its words are about it",
    "seal-face": "the tile's face",
    "cut-first": "by the tool, which its own card names",
    "seal-before": "the tile's face",
    "grout": "joints of tile are filled alike, whatever is behind it",
    "touch-up": "grout",
    "seal-grout": "grout",
    "sealant": "gaps at the edges",
    "devices": "devices",
    "appliances": "what stands before the wall",
    "hand-over": "the client",
}
"""Steps whose card says nothing of what holds the tile, and why."""
TAKEN_OVER: dict[tuple[MethodId, StepId], str] = {
    ("combed", "set"): "the plain card is written for it",
    ("combed", "set-last"): "the plain card is written for it",
    ("combed", "clean-joints"): "the plain card is written for it",
    ("buttered", "set-last"): "measured, cut, tried and set: the bed is named at the step before",
    ("ready-mixed", "set-last"): "measured, cut, tried and set; it stands on wedges too",
    ("ready-mixed", "clean-joints"): "it comes up into the joints as thinset does",
    ("dabs", "set-last"): "measured, cut, tried and set; it stands on wedges too",
    ("dabs", "clean-joints"): "spacers come out, and what a dab pressed into a joint",
}


def kitchen(method: MethodId) -> Job:
    """A painted wall with a range, an outlet and a corner, held by this method."""
    products: dict[str, Any] = {
        "combed": {"adhesive": BED},
        "buttered": {"adhesive": BED},
        "dabs": {"adhesive": TUBE},
        "ready-mixed": {"adhesive": TUB},
        "mat": {"mat": MAT},
        "own glue": {},
        "glue and dabs": {},
    }[method]
    tile = LEDGER if method == "buttered" else STUCK if "glue" in method else None
    job = a_kitchen(
        products={**products, "primer": COAT},
        things=[zone("painted board", width="96"), "outlet 20 up 9", "range 40 wide 30"],
    ).model_dump(mode="json")
    job["tile"] |= tile or {}
    job["ways"]["stuck"] = "dabs" if method == "glue and dabs" else "primed"
    if method == "buttered":
        job["pattern"]["joint"] = 0
    return Job.model_validate(job)


def by_rule(method: MethodId) -> dict[StepId, Step]:
    """The first step of each rule."""
    found: dict[StepId, Step] = {}
    for step in steps_for(kitchen(method)).values():
        assert step.rule is not None
        found.setdefault(step.rule, step)
    return found


EVERY = pytest.mark.parametrize("method", sorted(METHODS))


@EVERY
def test_a_job_goes_by_the_method_that_it_is_made_for(method: MethodId) -> None:
    assert method_of(kitchen(method)).id == method
    assert set(METHOD_WORDS) == set(METHODS)


@EVERY
def test_no_card_is_taken_over_without_a_reason(method: MethodId) -> None:
    job = kitchen(method)
    plain = {
        rule
        for rule in by_rule(method)
        if step_words(job, rule).how[:2] == STEP_WORDS[rule].how[:2]
    }
    unlisted = {
        rule for rule in plain if rule not in WITHOUT_FIXING and (method, rule) not in TAKEN_OVER
    }
    assert unlisted == set()


def test_nothing_is_listed_that_has_a_card_of_its_own() -> None:
    """A reason that is not needed any more is taken off the list."""
    for (method, rule), reason in TAKEN_OVER.items():
        assert step_words(kitchen(method), rule).how[:2] == STEP_WORDS[rule].how[:2], reason
        assert rule not in METHOD_WORDS[method].cards


CEMENT_AT: dict[MethodId, set[StepId]] = {
    "combed": {"set", "set-last"},
    "buttered": {"set", "set-last"},
    "ready-mixed": set(),
    "mat": set(),
    "own glue": set(),
    "glue and dabs": set(),
    "dabs": set(),
}
"""Where adhesive burns skin; grout does so with every method that has joints."""


@EVERY
def test_cement_is_warned_of_where_there_is_cement(method: MethodId) -> None:
    steps = by_rule(method)
    setting = {rule for rule in ("set", "set-last") if "cement" in steps[rule].cautions}
    assert setting == CEMENT_AT[method]
    assert ("cement" in METHOD_WORDS[method].stop) is False
    for rule in ("grout", "grout-trial"):
        if rule in steps:
            assert "cement" in steps[rule].cautions


WAITS_AFTER_SETTING: dict[MethodId, float | None] = {
    "combed": 24,
    "buttered": 24,
    "ready-mixed": 36,
    "mat": None,
    "own glue": None,
    "glue and dabs": None,
    "dabs": 12,
}
"""Hours until grout or until the joints are cleaned, where the sheet says nothing else."""


@EVERY
def test_each_waits_as_long_as_it_sets(method: MethodId) -> None:
    steps = by_rule(method)
    after = steps.get("clean-joints") or steps["grout" if "grout" in steps else "devices"]
    waits = {
        one.wait.hours
        for one in after.follows
        if one.wait is not None and one.step.startswith("set")
    }
    expected = WAITS_AFTER_SETTING[method]
    assert waits == ({expected} if expected is not None else set())


LINES: dict[MethodId, tuple[set[str], set[str]]] = {
    "combed": ({"adhesive", "adhesive-water", "spacers", "wedges", "primer", "blade"}, {"mat"}),
    "buttered": ({"adhesive", "adhesive-water", "wedges", "primer", "blade"}, {"mat", "spacers"}),
    "ready-mixed": (
        {"adhesive", "spacers", "wedges", "primer", "blade"},
        {"mat", "adhesive-water", "adhesive-batches"},
    ),
    "mat": (
        {"mat", "spacers", "wedges", "blade"},
        {"adhesive", "adhesive-water", "adhesive-batches"},
    ),
    "own glue": (
        {"primer", "gloves"},
        {"adhesive", "mat", "spacers", "wedges", "sealant", "blade", "adhesive-water"},
    ),
    "glue and dabs": (
        {"adhesive", "gloves"},
        {"mat", "spacers", "wedges", "sealant", "blade", "primer", "adhesive-water"},
    ),
    "dabs": (
        {"adhesive", "spacers", "wedges", "blade"},
        {"mat", "adhesive-water", "adhesive-batches"},
    ),
}
"""What is on the list with each method, and what must not be."""


@EVERY
def test_each_takes_its_own_things(method: MethodId) -> None:
    job = kitchen(method)
    lines = {one.id for one in plan(job).quantities}
    there, not_there = LINES[method]
    assert there <= lines
    assert not_there & lines == set()


@EVERY
def test_only_what_is_there_is_taken_off_the_wall(method: MethodId) -> None:
    """This kitchen has a gap and so a batten; without the range no card speaks of one."""
    job = kitchen(method)
    assert ("Battens off" in step_words(job, "clean-joints").name) is True
    plain = a_kitchen(things=[])
    assert "atten" not in step_words(plain, "clean-joints").name


@pytest.mark.parametrize(
    ("things", "told"),
    [
        (["window 30 wide 24 sill 6 high 20 deep 4 returns left right bottom"], True),
        (["niche 30 wide 12 sill 10 high 9 deep 3 returns left"], True),
        (["window 30 wide 24 sill 6 high 20 deep 4 returns left right"], False),
        (["window 30 wide 24 sill 6 high 20"], False),
    ],
)
def test_in_which_order_an_opening_is_tiled_is_told_where_one_is(
    things: list[str], told: bool
) -> None:
    said = " ".join(step_words(a_job(things=things), "set").how)
    assert ("sill and head from side to side" in said) == told
