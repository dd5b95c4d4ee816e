"""Each cure in words: what to change, and what the kitchen then comes to."""

from collections.abc import Iterable

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_exact, show_with_unit
from pennant.core.document.values import Value
from pennant.core.plan import Plan
from pennant.core.search.cures import Cure, start_belongs_to, with_cure
from pennant.core.survey.counters import counter_of
from pennant.words.names import Names
from pennant.words.start import say_counter_start, say_start

_BONDS = {(0, 1): "Stack", (1, 2): "Half", (1, 3): "Third", (1, 4): "Quarter"}


class CureText(Value):
    """A cure in words, and the job with it taken."""

    title: str
    gives: str
    job: Job


def cures_in_words(job: Job, plan: Plan, surface: str, cures: Iterable[Cure]) -> list[CureText]:
    """Return the cures of a finding on a surface in words, in their order."""
    names = Names(plan.kitchen)
    wall = start_belongs_to(job, plan, surface) if surface in names.surfaces else surface
    on_counter = counter_of(job, wall) is not None
    return [
        CureText(
            title=_title(job, names, cure, on_counter=on_counter),
            job=with_cure(job, wall, cure),
            gives=f"then {cure.never} to fix and {cure.avoid} to decide in the whole kitchen",
        )
        for cure in cures
    ]


def _title(job: Job, names: Names, cure: Cure, *, on_counter: bool) -> str:
    size = show_with_unit(abs(cure.amount or 0.0), job.step)
    ahead = (cure.amount or 0.0) > 0
    of = f" on {names.thing(cure.wall)}" if cure.wall else ""
    match cure.kind:
        case "best-start" if cure.start is not None:
            say = say_counter_start if on_counter else say_start
            return f"The best start found: {say(job, names, cure.start)}"
        case "fit" if cure.start is not None:
            by = f", by {size} each" if cure.amount else ""
            text = say_start(job, names, cure.start)
            return f"{text[0].upper()}{text[1:]}{by}"
        case "move-end" if cure.start is not None:
            return _end_moved(job, names, cure, size)
        case "gap":
            gap = show_with_unit(job.settings.counter_gap + (cure.amount or 0.0), job.step)
            return f"Open the gap at the counter to {gap}: wedge the first course up by {size}{of}"
        case "cut-leg":
            return f"Cut the strip away: the plate of {names.thing(cure.device)} covers it"
        case "move-across":
            return f"Move the start {size} {'right' if ahead else 'left'}{of}"
        case "move-up":
            up, down = ("to the wall", "to the front") if on_counter else ("up", "down")
            return f"Move the start {size} {up if ahead else down}{of}"
        case "bond" if cure.bond is not None and cure.bond.by_rule:
            what = "stagger" if cure.bond.way == "staggered" else "order of starts"
            return f"Another {what}, number {cure.bond.seed}"
        case "bond" if cure.bond is not None:
            return f"{_BONDS[cure.bond.p, cure.bond.q]} bond"
        case "joint":
            # In full: a spacer of 3/32 is none of 1/16 and a little more.
            return f"A joint of {show_exact(cure.amount or 0.0, job.units)} {job.units}"
        case _:
            return f"A trim of {size} in view"


def _end_moved(job: Job, names: Names, cure: Cure, size: str) -> str:
    """Which line goes where, and what ends there then."""
    ahead = (cure.amount or 0.0) > 0
    assert cure.start is not None
    if cure.start.top:
        ends = "whole courses end there" if cure.whole else "the top course is high enough then"
        return f"Move the top line {size} {'up' if ahead else 'down'}: {ends}"
    side = "left" if cure.start.left else "right"
    way = "right" if ahead else "left"
    ends = "whole tiles end there" if cure.whole else "the pieces there are large enough then"
    return f"Move the {side} end {size} to the {way}: {ends}"
