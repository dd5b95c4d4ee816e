"""Tiled counters in words: how far each builds up, by its layers, and what its edge has to hide."""

from collections.abc import Iterator

from pennant.core.document.counter import Counter
from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.values import Value
from pennant.core.survey.counter_check import out_of_step
from pennant.core.survey.counters import bed_under, edge_height, rise_of


class CounterText(Value):
    """A tiled counter. ``joints`` is why its joints cannot go on up the wall; empty where they can.

    ``rise`` is its finished face over what was there, in mm.
    """

    counter: str
    rise: float
    builds_up: str
    edge: str
    joints: str


def counters_in_words(job: Job) -> Iterator[CounterText]:
    """Yield every tiled counter of a job in words."""
    for counter in job.counters:
        yield CounterText(
            counter=counter.id,
            rise=rise_of(job, counter),
            builds_up=_builds_up(job, counter),
            edge=_edge(job, counter),
            joints=_joints(job, counter),
        )


def _builds_up(job: Job, counter: Counter) -> str:
    parts = [
        *((layer.name.lower(), layer.thickness) for layer in counter.layers),
        ("bed", bed_under(job, counter)),
        ("tile", counter.tile.thickness),
    ]
    text = ", ".join(f"{name} {show_with_unit(mm, job.step)}" for name, mm in parts if mm > 0)
    rise = show_with_unit(rise_of(job, counter), job.step)
    start = (
        "wall tile begins on it, so much over where heights were taken from"
        if counter.heights == "bare"
        else "heights were taken over it as it will be"
    )
    return f"Its face comes {rise} over what is there now: {text}; {start}."


def _edge(job: Job, counter: Counter) -> str:
    if counter.front is None:
        return "Its edge ends in a trim."
    high, piece = edge_height(job, counter), counter.front.tile.height
    text = f"The edge to hide is {show_with_unit(high, job.step)} high"
    if piece < high:
        return f"{text}, and the pieces are only {show_with_unit(piece, job.step)}."
    return f"{text}; the pieces hang {show_with_unit(piece - high, job.step)} below it."


def _joints(job: Job, counter: Counter) -> str:
    why = out_of_step(job, counter)
    return "" if why is None else f"{counter.name} {why}"
