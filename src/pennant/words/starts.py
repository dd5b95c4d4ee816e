"""The board of starts in words: what each comes to, and what puts it before the next."""

from pennant.core.compare import Measure, Outcome, compare
from pennant.core.job import Job, Start
from pennant.core.lengths import show_with_unit
from pennant.core.schools import schools_of
from pennant.core.values import Value
from pennant.words.start import say_start

_BEFORE: dict[Measure, str] = {
    "never": "less to cure than the next", "avoid": "less to look at than the next",
    "smallest": "its smallest piece is larger than the next one's",
    "cut": "fewer cuts than the next", "tiles": "fewer tiles than the next",
}  # fmt: skip

_ALIKE = "as good as the next in every measure"


class SaidStart(Value):
    """One start on the board. ``title`` says it, ``gives`` what it comes to."""

    start: Start
    title: str
    gives: str
    why: str
    planted: bool


class Board(Value):
    """The starts, best first, out of how many that lay tiles differently."""

    compared: int
    starts: tuple[SaidStart, ...]


def board(job: Job, most: int) -> Board:
    """Return the best starts of all schools; raise `JobRefused` where the job cannot be drawn."""
    outcomes = compare(job, schools_of(job))
    return Board(
        compared=len(outcomes),
        starts=tuple(
            _said(job, outcome, last=outcome is outcomes[-1]) for outcome in outcomes[:most]
        ),
    )  # fmt: skip


def _said(job: Job, outcome: Outcome, *, last: bool) -> SaidStart:
    title = say_start(job.model_copy(update={"start": outcome.start}))
    return SaidStart(
        start=outcome.start, title=title[0].upper() + title[1:],
        gives=f"{outcome.never} to cure, {outcome.avoid} to look at; smallest piece "
        f"{show_with_unit(outcome.smallest, job.step)}; {outcome.cut} cut; {outcome.tiles} tiles",
        why=_BEFORE[outcome.decided_by] if outcome.decided_by else "" if last else _ALIKE,
        planted=outcome.start == job.start,
    )  # fmt: skip
