"""What is said of the days: cards, blocks and waits on the strip, and all of it together."""

from pennant.core.days.step import Phase
from pennant.core.document.values import Value
from pennant.words.quantities import MixCard
from pennant.words.steps import Sketch

Sections = tuple[tuple[str, tuple[str, ...]], ...]
"""Each section's number and its pieces."""


class BlockText(Value):
    """A block on the strip. ``start`` and ``end`` are minutes after the day's midnight."""

    number: int
    start: int
    end: int
    name: str
    phase: Phase
    part: str
    holds: bool


class WaitingText(Value):
    """A wait on the strip: ``lane`` keeps those apart that run at once.

    ``holds`` says, as of a block, that the end of the job hangs on it.
    """

    start: int
    end: int
    lane: int
    says: str
    holds: bool


class TimeText(Value):
    """A time within a card: a batch, a section, or coming back to one."""

    at: str
    says: str
    pieces: tuple[str, ...] = ()
    steps: tuple[str, ...] = ()


class CardText(Value):
    """What is done at one stretch: when, what, how, what to have ready, to look at, to mind."""

    number: int
    steps: tuple[str, ...]
    name: str
    phase: str
    at: str
    ends: str
    lasts: str
    who: str
    how: tuple[str, ...]
    sketch: Sketch | None
    right: str
    ready: tuple[str, ...]
    cautions: tuple[str, ...]
    doubt: str
    times: tuple[TimeText, ...]
    stop: str
    pieces: tuple[str, ...]


class DayText(Value):
    """A day on which something is done or waited for. ``work`` are its stretches of working hours,
    in minutes after midnight.
    """

    number: int
    name: str
    date: str
    work: tuple[tuple[int, int], ...]
    blocks: tuple[BlockText, ...]
    waits: tuple[WaitingText, ...]
    cards: tuple[CardText, ...]


class UseText(Value):
    """From when the kitchen can be used again for something."""

    what: str
    when: str
    why: str


class NeedText(Value):
    """By which day a line of the shopping list is needed."""

    id: str
    by: str


class DoneText(Value):
    """A step that has been done, or left out."""

    step: str
    says: str


class DaysText(Value):
    """The days of a job in words."""

    headline: str
    hire: str
    proof: str
    chain: tuple[str, ...]
    shorter: tuple[str, ...]
    clashes: tuple[str, ...]
    days: tuple[DayText, ...]
    uses: tuple[UseText, ...]
    needs: tuple[NeedText, ...]
    done: tuple[DoneText, ...]
    sections: Sections
    grouting: Sections
    mixing: tuple[MixCard, ...]
