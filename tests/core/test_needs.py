"""What the steps need is on the list, and the list holds nothing that no step needs."""

from typing import Any

import pytest
from day_kitchens import BED, COAT, LONGEST, MAT

from kitchens import a_job
from pennant.core.days.facts import Facts
from pennant.core.days.step_table import STEP_RULES
from pennant.core.days.steps import steps_of
from pennant.core.document.job import Job
from pennant.core.plan import plan
from pennant.demos import demo_jobs

OUTLET = "outlet 20 up 9"


def a_kitchen(wall: str, material: str = "ceramic", **changes: Any) -> Job:
    """A wall 96 x 30 in with an outlet, made of this from end to end."""
    zone = {"kind": "zone", "id": "z", "at": "0", "width": "96", "made_of": wall}
    job = a_job(things=[zone, OUTLET], settings={}, **changes)
    return job.model_copy(update={"tile": job.tile.model_copy(update={"material": material})})


def kitchens_of_every_method() -> list[Job]:
    """The demos, and one wall by each way of fixing and on each kind of wall."""
    adhesives: tuple[dict[str, Any], ...] = (
        {},
        {"adhesive": BED},
        {"adhesive": {**BED, "kind": "mastic"}},
        {"mat": MAT},
        {"adhesive": {**BED, "kind": "construction"}},
        {"primer": COAT},
    )
    walls = ("painted board", "bare board", "skim", "cement board", "old tile", "masonry")
    ways: tuple[dict[str, Any], ...] = ({}, {"old_tile": "off"}, {"paint": "glue"})
    made = [
        a_kitchen(wall, products=products, ways=way)
        for products in adhesives
        for wall in walls
        for way in ways
    ]
    stuck = [a_kitchen(wall, "stick-on") for wall in walls]
    return [*demo_jobs(), *made, *stuck]


NOT_BOUGHT_HERE = {
    "tiles",
    "border",
    "adhesive-water",
    "adhesive-batches",
    "grout-water",
    "grout-batches",
}
WITHOUT_A_LINE = {
    # A mat, or panels with their own glue, take the place of adhesive and of what goes with it.
    ("set", "adhesive"),
    ("set-last", "adhesive"),
    ("set", "spacers"),
    ("set", "wedges"),
    ("set", "sponges"),
    ("set", "buckets"),
    ("cut-first", "blade"),
    # Where tile brings a device's plate hardly forward its own screws are long enough.
    ("devices", "extenders"),
    ("devices", "device-spacers"),
    ("devices", "device-screws"),
    # Most jobs have no border, and no counter with layers.
    ("boxes", "border-boxes"),
    ("counter-layers", "adhesive"),
}
"""Needs that a job may do without."""


@pytest.mark.parametrize("job", kitchens_of_every_method())
def test_what_steps_need_is_on_the_list_and_the_list_holds_nothing_else(job: Job) -> None:
    made = plan(job)
    steps = steps_of(Facts(job, made), LONGEST)
    lines = {one.id for one in made.quantities}
    missing = {
        (one.rule, need)
        for one in steps
        if one.rule in STEP_RULES
        for need in STEP_RULES[one.rule].needs
        if all(line.partition("@")[0] != need for line in lines)
    }
    assert missing <= WITHOUT_A_LINE
    needed = {line for one in steps for line in one.needs}
    bought = {line for line in lines if line.partition("@")[0] not in NOT_BOUGHT_HERE}
    assert bought <= needed
    assert all(one.amount > 0 for one in made.quantities)
