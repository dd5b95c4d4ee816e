"""The board of starts in words: what each comes to, and which wish puts it before the next."""

from collections.abc import Callable, Iterable, Iterator

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.starts import Start
from pennant.core.document.values import Value
from pennant.core.document.wishes import BANDS, COUNTED, Wish, WishKind
from pennant.core.search.best import Compared, SearchStep, Unmet, unmet
from pennant.core.search.measured import Measured
from pennant.core.search.ranking import Outcome
from pennant.core.search.whole_kitchen import WholeKitchen
from pennant.words.counts import counted, what_is_bought
from pennant.words.names import Names
from pennant.words.start import say_counter_start, say_start

WISHES: dict[WishKind, str] = {
    "own-start": "Sheets begin in a corner, with whole chips",
    "fix-seen": "Nothing to fix in view",
    "counter": "A whole course on the counter, or equal cuts",
    "window": "Both sides of a window alike",
    "ends": "Full tiles at the open ends",
    "fix-hidden": "Nothing to fix where it hides",
    "avoid": "Nothing to fix or decide",
    "legs": "No thin strips beside boxes",
    "corner": "The pattern carried round the corner",
    "cut": "Fewest cut pieces",
    "tiles": "Fewest tiles",
    "never": "Nothing to fix anywhere",
    "even": "Even pieces at both sides of an opening",
    "smallest": "The smallest piece as large as can be",
    "full-left": "A full tile at the left end",
    "full-right": "A full tile at the right end",
    "whole-counter": "A whole course at the counter, whatever the top gets",
    "whole-top": "A whole course under everything overhead",
    "centred": "A tile or a joint on a centreline",
    "hard": "Fewest notches and holes",
}
"""Each wish as the client would say it."""

_BETTER: dict[WishKind, str] = {
    "own-start": "The sheets begin nearer to whole chips in the corner",
    "fix-seen": "Less to fix in view",
    "counter": "Better at the counter",
    "window": "The sides of the window are more alike",
    "ends": "Nearer to full tiles at the open end",
    "fix-hidden": "Less to fix where it hides",
    "avoid": "Less to object to, counted by place",
    "legs": "Fewer thin strips beside boxes, counted by place",
    "corner": "The corner is nearer to one tile",
    "cut": "Fewer cut pieces",
    "tiles": "Fewer tiles",
    "never": "Less to fix",
    "even": "The sides of an opening differ less",
    "smallest": "Its smallest piece is larger",
    "full-left": "Nearer to a full tile at the left end",
    "full-right": "Nearer to a full tile at the right end",
    "whole-counter": "Nearer to a whole course at the counter",
    "whole-top": "Nearer to whole courses at the top",
    "centred": "A tile or joint nearer to the centreline",
    "hard": "Fewer notches and holes",
}
"""What puts a start before the next; the two figures that were compared follow."""

_COUNTS: tuple[WishKind, ...] = (*COUNTED, "cut", "hard", "tiles")
"""Wishes whose figures are counts; the others' are lengths that a start falls short by."""

_ALIKE = "As good as the next in every wish"


class StartText(Value):
    """One start on the board. ``title`` says it, ``gives`` what it comes to.

    ``found`` is the one that the search found, of all that there are, rather than a school's.
    """

    start: Start
    title: str
    gives: str
    why: str
    planted: bool
    found: bool = False


class StartBoard(Value):
    """The starts, best first, out of how many that lay tiles differently.

    ``both_ways`` says whether every school across was tried with every school up; on a very large
    job one direction is changed at a time.
    """

    compared: int
    both_ways: bool
    starts: tuple[StartText, ...]
    unmet: tuple[str, ...] = ()


class RoundText(Value):
    """A step of the search round the kitchen, in words, with the best job so far."""

    says: str
    done: int
    of: int
    job: Job


def board(
    job: Job, id_: str, compared: Compared, most: int, *, sought_all: bool = True
) -> StartBoard:
    """Return the best of the starts that were compared, of a wall or of a tiled counter.

    Where all starts were sought (``sought_all``), the best is called so, and the wishes that it
    does not meet are told, which takes searches of its own.
    """
    if any(counter.id == id_ for counter in job.counters):
        return _counter_board(job, id_, compared, most)
    outcomes, names, kitchen = compared.outcomes, Names(compared.kitchen), compared.kitchen
    return StartBoard(
        compared=compared.schools,
        both_ways=compared.both_ways,
        starts=tuple(
            _in_words(
                job,
                names,
                job.wall(id_).start,
                outcome,
                last=outcome is outcomes[-1],
                found=sought_all and outcome.start == compared.found.start,
            )
            for outcome in outcomes[:most]
        ),
        unmet=tuple(_unmet(job, names, one) for one in unmet(job, kitchen, id_, compared))
        if sought_all
        else (),
    )


_AT_FRONT = "Nearer to a whole row at the front"


def _counter_board(job: Job, id_: str, compared: Compared, most: int) -> StartBoard:
    """The best starts of a tiled counter, by the wishes that are not bound to a place."""
    outcomes, found = compared.outcomes, compared.found
    names, own = Names(compared.kitchen), job.counter(id_).start
    return StartBoard(
        compared=compared.schools,
        both_ways=compared.both_ways,
        starts=tuple(
            _in_words(
                job,
                names,
                own,
                outcome,
                last=outcome is outcomes[-1],
                found=outcome.start == found.start,
                say=say_counter_start,
            ).model_copy(update={"why": _AT_FRONT} if outcome.decided_by == "whole-counter" else {})
            for outcome in outcomes[:most]
        ),
    )


def say_wish(names: Names, wish: Wish) -> str:
    """Say a wish, with the place that it is bound to."""
    return WISHES[wish.kind] + (f", {names.thing(wish.at)}" if wish.at else "")


def round_in_words(job: Job, steps: Iterable[SearchStep]) -> Iterator[RoundText]:
    """Yield each step of the search round the kitchen in words."""
    for step in steps:
        yield _round(job, step)


def _round(job: Job, step: SearchStep) -> RoundText:
    found = "a better start found" if step.changed else "stays as it is"
    if step.whole is not None:
        says = f"All walls at once, {found}: {_sifted(step.whole)}"
    else:
        says = f"{job.wall(step.wall).name}: {found}"
    return RoundText(says=says, done=step.done, of=step.of, job=step.job)


_LEFT: dict[WishKind, str] = {
    "fix-seen": "have the least to fix in view",
    "never": "have the least to fix",
    "counter": "are the best at the counter",
    "window": "have the most even windows",
    "ends": "are the nearest to full at open ends",
    "fix-hidden": "have the least to fix where it hides",
    "avoid": "have the least to object to",
    "legs": "have the fewest thin strips beside boxes",
    "even": "have the most even openings",
    "smallest": "have the layout whose smallest piece is largest",
    "full-left": "are full at the left",
    "full-right": "are full at the right",
    "whole-counter": "are whole at the counter",
    "whole-top": "are whole at the top",
    "centred": "have a tile or joint on the centreline",
}


def _sifted(whole: WholeKitchen) -> str:
    """How many starts were tried, what each wish left of them, and how many were planned."""
    steps = [f"{one.left:,} {_LEFT[one.wish.kind]}" for one in whole.sifted]
    planned = counted(whole.planned, "layout")
    tried = f"{whole.tried:,} starts tried"
    if whole.by_steps:
        tried = f"{whole.tried:,} starts of a grid looked at, then steps from the best; not proved"
    parts = [tried, *steps, f"{planned} planned in full"]
    if whole.others:
        names = ", ".join(WISHES[wish.kind].lower() for wish in whole.others)
        parts.append(f"{names} decided among those")
    return "; ".join(parts)


def _unmet(job: Job, names: Names, one: Unmet) -> str:
    """What the best start falls short of, and what comes nearest to it."""
    wish = say_wish(names, one.wish)
    short = _amount(job, one.wish, one.best)
    title, found = say_start(job, names, one.nearest.start), one.nearest.measured
    nearest = f"{title}; that has {found.never} to fix and {to_decide(found)}."
    falls = "stays at" if one.wish.kind in COUNTED else "falls short by"
    best = falls
    if one.reached <= BANDS[one.wish.kind]:
        return (
            f"{wish}: {best} {short}; higher priorities come first. You can have it with {nearest}"
        )
    if one.best - one.reached > BANDS[one.wish.kind]:
        reached = _amount(job, one.wish, one.reached)
        return f"{wish}: {falls} {short}; the nearest is {reached}, with {nearest}"
    why = "with this tile and joint"
    if len(job.walls) > 1 and one.wish.kind in (*COUNTED, "corner", "even", "smallest"):
        why += ", while the other walls start as they do"
    left = f"{falls} {short}" if one.wish.kind in COUNTED else f"{short} is the nearest there is"
    return f"{wish}: not possible {why}; {left}."


def to_decide(one: Measured) -> str:
    """Say how many objections there are that somebody has to decide on."""
    return f"{one.avoid} to decide"


def _amount(job: Job, wish: Wish, measure: float) -> str:
    if wish.kind in _COUNTS:
        return f"{measure:.0f}"
    return show_with_unit(measure, job.step)


def _in_words(
    job: Job,
    names: Names,
    now: Start,
    outcome: Outcome,
    *,
    last: bool,
    found: bool,
    say: Callable[[Job, Names, Start], str] = say_start,
) -> StartText:
    title = say(job, names, outcome.start)
    one = outcome.measured
    return StartText(
        start=outcome.start,
        title=("Best found: " if found else "") + title[0].upper() + title[1:],
        gives=f"{one.never} to fix, {to_decide(one)}; smallest piece "
        f"{show_with_unit(one.smallest, job.step)}; {one.cut} cut; "
        f"{counted(one.tiles, what_is_bought(job.tile))}",
        why=_why(job, outcome) if outcome.decided_by else "" if last else _ALIKE,
        planted=outcome.start == now,
        found=found,
    )


def _why(job: Job, outcome: Outcome) -> str:
    """What puts a start before the next, with the two figures that were compared."""
    assert outcome.decided_by is not None
    assert outcome.figures is not None
    kind = outcome.decided_by
    own, other = (abs(one) for one in outcome.figures)
    if kind in _COUNTS:
        figures = f"{own:.0f}, the next has {other:.0f}"
    elif kind == "smallest":
        figures = f"{show_with_unit(own, job.step)}, the next {show_with_unit(other, job.step)}"
    else:
        short = show_with_unit(own, job.step) + " off" if own > BANDS[kind] else "as wanted"
        figures = f"{short}, the next is {show_with_unit(other, job.step)} off"
    return f"{_BETTER[kind]}: {figures}"
