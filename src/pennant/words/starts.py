"""The board of starts in words: what each comes to, and which wish puts it before the next."""

from collections.abc import Callable, Iterable, Iterator

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.starts import Start
from pennant.core.document.values import Value
from pennant.core.document.wishes import BANDS, Wish, WishKind
from pennant.core.search.best import Compared, SearchStep, Unmet, unmet
from pennant.core.search.measured import Measured
from pennant.core.search.ranking import Outcome
from pennant.core.search.whole_kitchen import WholeKitchen
from pennant.words.names import Names
from pennant.words.start import say_counter_start, say_start

WISHES: dict[WishKind, str] = {
    "never": "Nothing that must be cured", "avoid": "Nothing to object to",
    "smallest": "The smallest piece as large as can be", "cut": "Fewest cut pieces",
    "hard": "Fewest notches and holes", "tiles": "Fewest tiles",
    "even": "Even pieces at both sides of an opening", "full-left": "A full tile at the left end",
    "full-right": "A full tile at the right end", "whole-counter": "A whole course at the counter",
    "whole-top": "A whole course under everything overhead",
    "centred": "A tile or a joint on a centreline",
    "corner": "The pattern carried round the corner",
}  # fmt: skip
"""Each wish as the client would say it."""

_BEFORE: dict[WishKind, str] = {
    "never": "less to cure than the next",
    "avoid": "what there is to look at weighs less than the next one's",
    "smallest": "its smallest piece is larger than the next one's",
    "cut": "fewer cuts than the next", "hard": "fewer notches and holes than the next",
    "tiles": "fewer tiles than the next",
    "even": "the sides of an opening are more alike than the next one's",
    "full-left": "nearer to a full tile at the left end than the next",
    "full-right": "nearer to a full tile at the right end than the next",
    "whole-counter": "nearer to a whole course at the counter than the next",
    "whole-top": "nearer to whole courses at the top than the next",
    "centred": "a tile or joint nearer to the centreline than the next",
    "corner": "the pieces in the corner are nearer to one tile than the next one's",
}  # fmt: skip

_ALIKE = "as good as the next in every measure"


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


def board(job: Job, id_: str, compared: Compared, most: int) -> StartBoard:
    """Return the best of the starts that were compared, of a wall or of a tiled counter."""
    if any(counter.id == id_ for counter in job.counters):
        return _counter_board(job, id_, compared, most)
    outcomes, names, kitchen = compared.outcomes, Names(compared.kitchen), compared.kitchen
    return StartBoard(
        compared=compared.schools,
        both_ways=compared.both_ways,
        starts=tuple(
            _in_words(
                job, names, job.wall(id_).start, outcome, last=outcome is outcomes[-1],
                found=outcome.start == compared.found.start,
            )
            for outcome in outcomes[:most]
        ),
        unmet=tuple(_unmet(job, names, one) for one in unmet(job, kitchen, id_, compared)),
    )  # fmt: skip


_AT_FRONT = "nearer to a whole row at the front than the next"


def _counter_board(job: Job, id_: str, compared: Compared, most: int) -> StartBoard:
    """The best starts of a tiled counter, by the wishes that are not bound to a place."""
    outcomes, found = compared.outcomes, compared.found
    names, own = Names(compared.kitchen), job.counter(id_).start
    return StartBoard(
        compared=compared.schools, both_ways=compared.both_ways,
        starts=tuple(
            _in_words(
                job, names, own, outcome, last=outcome is outcomes[-1],
                found=outcome.start == found.start, say=say_counter_start,
            ).model_copy(update={"why": _AT_FRONT} if outcome.decided_by == "whole-counter" else {})
            for outcome in outcomes[:most]
        ),
    )  # fmt: skip


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
    "never": "have the least to cure", "avoid": "of these the least to look at",
    "even": "of these the most even openings", "smallest": "of these the largest smallest piece",
    "full-left": "of these full tiles at the left",
    "full-right": "of these full tiles at the right",
    "whole-counter": "of these whole courses at the counter",
    "whole-top": "of these whole courses at the top",
    "centred": "of these a tile or joint on a centreline",
}  # fmt: skip


def _sifted(whole: WholeKitchen) -> str:
    """How many starts were tried, what each wish left of them, and how many were planned."""
    steps = [f"{one.left:,} {_LEFT[one.wish.kind]}" for one in whole.sifted]
    planned = "1 kitchen" if whole.planned == 1 else f"{whole.planned} kitchens"
    tried = f"{whole.tried:,} starts tried"
    if whole.by_steps:
        tried = f"{whole.tried:,} starts of a grid looked at, and steps taken from the best of them"
    parts = [tried, *steps, f"{planned} planned and set a little off"]
    if whole.others:
        names = ", ".join(WISHES[wish.kind].lower() for wish in whole.others)
        parts.append(f"what goes by whole pieces ({names}) decides among what was planned")
    return "; ".join(parts)


def _unmet(job: Job, names: Names, one: Unmet) -> str:
    """What the best start falls short of, and what comes nearest to it."""
    wish = say_wish(names, one.wish)
    short = _amount(job, one.wish, one.best)
    title, found = say_start(job, names, one.nearest.start), one.nearest.measured
    nearest = f"{title}; that has {found.never} to cure and {to_look_at(found)}."
    falls = "what is left weighs" if one.wish.kind == "avoid" else "falls short by"
    best = falls if one.wish.kind == "avoid" else f"the best {falls}"
    if one.reached <= BANDS[one.wish.kind]:
        return f"{wish}: {best} {short}, because of wishes above it. It can be had with {nearest}"
    if one.best - one.reached > BANDS[one.wish.kind]:
        reached = _amount(job, one.wish, one.reached)
        return f"{wish}: {falls} {short}; the nearest is {reached}, with {nearest}"
    why = "with this tile and joint"
    if len(job.walls) > 1 and one.wish.kind in ("never", "avoid", "corner", "even", "smallest"):
        why += ", while the other walls start as they do"
    left = f"{falls} {short}" if one.wish.kind == "avoid" else f"{short} is the nearest there is"
    return f"{wish}: cannot be had {why}; {left}."


def to_look_at(one: Measured) -> str:
    """Say how much there is to look at, and what it weighs by how much its places are seen."""
    return f"{one.avoid} to look at" + (f", weighing {one.weighed}" if one.avoid else "")


def _amount(job: Job, wish: Wish, measure: float) -> str:
    if wish.kind in ("never", "avoid"):
        return f"{measure:.0f}"
    return show_with_unit(measure, job.step)


def _set_off(job: Job, outcome: Outcome) -> str:
    """What it comes to at its worst when it is set a little off, where that is worse."""
    now, worst = outcome.measured, outcome.counts
    if (worst.never, worst.weighed) == (now.never, now.weighed):
        return ""
    by = show_with_unit(job.settings.set_within, job.step)
    return f". Set {by} off it can be {worst.never} to cure, {to_look_at(worst)}"


def _in_words(
    job: Job, names: Names, now: Start, outcome: Outcome, *, last: bool, found: bool,
    say: Callable[[Job, Names, Start], str] = say_start,
) -> StartText:  # fmt: skip
    title = say(job, names, outcome.start)
    one = outcome.measured
    return StartText(
        start=outcome.start, title=("Best found: " if found else "") + title[0].upper() + title[1:],
        gives=f"{one.never} to cure, {to_look_at(one)}; smallest piece "
        f"{show_with_unit(one.smallest, job.step)}; {one.cut} cut; {one.tiles} tiles"
        + _set_off(job, outcome),
        why=_BEFORE[outcome.decided_by] if outcome.decided_by else "" if last else _ALIKE,
        planted=outcome.start == now, found=found,
    )  # fmt: skip
