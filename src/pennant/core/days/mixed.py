"""What is mixed for each batch of setting and each section of grouting, as the days have them.

Adhesive and grout are mixed by what is set or grouted from one batch, so only the days know how
many batches there are. All of them together are what the list says is needed.
"""

from collections import defaultdict
from collections.abc import Collection, Mapping, Sequence
from typing import NamedTuple

from pennant.core.days.step import Step
from pennant.core.days.step_rules import adhesive_for, held_in
from pennant.core.document.job import Job
from pennant.core.fixing.method_of import method_of
from pennant.core.plan import Plan
from pennant.core.takes.mixing import LEAST_POWDER, WATER
from pennant.core.takes.quantity import Mixable


class Mixed(NamedTuple):
    """What one step mixes: kilograms of powder and litres of water for an area (m2)."""

    of: Mixable
    powder: float
    water: float
    area: float


def mixed_in(job: Job, plan: Plan, steps: Sequence[Step]) -> dict[str, Mixed]:
    """Return what each step mixes, by its id; nothing where all of it is ready-mixed or dry.

    Each has its share of the need by its area, and no less than can be mixed evenly.
    """
    lines = {str(line.id): line for line in plan.quantities}
    found: dict[str, Mixed] = {}
    for of, own in _by_what(job, steps, lines).items():
        need, water = lines.get(of), lines.get(WATER[of])
        whole = sum(one.area for one in own)
        if need is None or need.need is None or water is None or whole <= 0:
            continue
        thinned = water.amount / need.need.value if need.need.value > 0 else 0.0
        for one in own:
            powder = max(need.need.value * one.area / whole, LEAST_POWDER)
            found[one.id] = Mixed(of, powder, powder * thinned, one.area)
    return found


def _by_what(
    job: Job, steps: Sequence[Step], lines: Collection[str]
) -> Mapping[Mixable, list[Step]]:
    found: dict[Mixable, list[Step]] = defaultdict(list)
    for one in steps:
        if one.sections and method_of(held_in(job, one.rule)).cement:
            found[adhesive_for(one.rule, lines)].append(one)
        elif one.rule == "grout" and one.area > 0:
            found["grout"].append(one)
    return found
