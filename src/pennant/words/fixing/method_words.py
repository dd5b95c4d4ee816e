"""What a method of fixing says: its own cards, where one stops for the night, and what it adds."""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field

from pennant.core.days.step import StepId
from pennant.core.document.job import Job
from pennant.words.steps import StepWords


def _nothing(_job: Job, _rule: str | None) -> Iterator[str]:
    yield from ()


@dataclass(frozen=True)
class MethodWords:
    """``cards`` are of the steps that the method has a card of its own for. ``more`` says what it
    adds to how a step is done in one job.
    """

    stop: str
    cards: Mapping[StepId, StepWords] = field(default_factory=dict)
    more: Callable[[Job, str | None], Iterator[str]] = _nothing
