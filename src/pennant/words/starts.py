"""The board of starts in words: what each comes to, and which wish puts it before the next."""

from pennant.core.compare import Outcome, best_found, compare, ranked, wishes_of
from pennant.core.job import Job
from pennant.core.kitchen import joined_before
from pennant.core.lengths import show_with_unit
from pennant.core.plan import plan
from pennant.core.planting import Start
from pennant.core.schools import schools_of, schools_one_way_of
from pennant.core.things import wall_number
from pennant.core.values import Value
from pennant.core.wish import Kind
from pennant.words.names import Names
from pennant.words.start import say_start

WISHES: dict[Kind, str] = {
    "never": "Nothing that must be cured", "avoid": "Nothing to object to",
    "smallest": "The smallest piece as large as can be", "cut": "Fewest cut pieces",
    "hard": "Fewest notches and holes", "tiles": "Fewest tiles",
    "even": "Even pieces at both sides of an opening", "full-left": "A full tile at the left end",
    "full-right": "A full tile at the right end", "whole-counter": "A whole course at the counter",
    "whole-top": "A whole course under everything overhead",
}  # fmt: skip
"""Each wish as the client would say it."""

_BEFORE: dict[Kind, str] = {
    "never": "less to cure than the next", "avoid": "less to look at than the next",
    "smallest": "its smallest piece is larger than the next one's",
    "cut": "fewer cuts than the next", "hard": "fewer notches and holes than the next",
    "tiles": "fewer tiles than the next",
    "even": "the sides of an opening are more alike than the next one's",
    "full-left": "nearer to a full tile at the left end than the next",
    "full-right": "nearer to a full tile at the right end than the next",
    "whole-counter": "nearer to a whole course at the counter than the next",
    "whole-top": "nearer to whole courses at the top than the next",
}  # fmt: skip

MOST_PIECES_TRIED = 40_000
"""Pieces in all plans of one board: a few seconds' work on a slow machine."""
_ALIKE = "as good as the next in every measure"


class SaidStart(Value):
    """One start on the board. ``title`` says it, ``gives`` what it comes to.

    ``found`` is the one that the search found, of all that there are, rather than a school's.
    """

    start: Start
    title: str
    gives: str
    why: str
    planted: bool
    found: bool = False


class Board(Value):
    """The starts, best first, out of how many that lay tiles differently.

    ``both_ways`` says whether every school across was tried with every school up; on a very large
    job one direction is changed at a time.
    """

    compared: int
    both_ways: bool
    starts: tuple[SaidStart, ...]


def board(job: Job, wall_id: str, most: int) -> Board:
    """Return the best starts of a wall by all schools.

    Raise `JobRefused` where the job cannot be drawn or there is no such wall.
    """
    number = wall_number(job, wall_id)
    wall, joined = job.walls[number], joined_before(job.walls, number)
    every = list(schools_of(wall, joined=joined))
    made = plan(job)
    both_ways = len(made.surface(wall_id).pieces) * len(every) <= MOST_PIECES_TRIED
    starts = every if both_ways else schools_one_way_of(wall, joined=joined)
    best = best_found(job, made.kitchen, wall_id)
    schools = compare(job, made.kitchen, wall_id, starts)
    outcomes = ranked([best, *schools], wishes_of(job))
    names = Names(made.kitchen)
    return Board(
        compared=len(schools),
        both_ways=both_ways,
        starts=tuple(
            _said(
                job, names, wall.start, outcome, last=outcome is outcomes[-1],
                found=outcome.start == best.start,
            )
            for outcome in outcomes[:most]
        ),
    )  # fmt: skip


def _said(
    job: Job, names: Names, now: Start, outcome: Outcome, *, last: bool, found: bool
) -> SaidStart:
    title = say_start(job, names, outcome.start)
    one = outcome.measured
    return SaidStart(
        start=outcome.start, title=("Best found: " if found else "") + title[0].upper() + title[1:],
        gives=f"{one.never} to cure, {one.avoid} to look at; smallest piece "
        f"{show_with_unit(one.smallest, job.step)}; {one.cut} cut; {one.tiles} tiles",
        why=_BEFORE[outcome.decided_by] if outcome.decided_by else "" if last else _ALIKE,
        planted=outcome.start == now, found=found,
    )  # fmt: skip
