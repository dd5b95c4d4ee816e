"""The best start among all: every school's, the best that the search finds, and with each of the
better ones the ends that may float. For one wall, or wall by wall round the kitchen.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import islice

from pennant.core.document.job import Job
from pennant.core.document.lengths import STEP_MM
from pennant.core.document.starts import Carried, FromCounter, FullCounter, FullLeft
from pennant.core.document.wishes import BANDS, COUNTED, Wish, WishKind
from pennant.core.geometry.tolerance import tidy
from pennant.core.laying.lay_kitchen import lay
from pennant.core.layout.finished_top import with_bare_wall
from pennant.core.plan import drawn
from pennant.core.search.counter_starts import counter_starts
from pennant.core.search.lattice_sieve import judge_on, places_on
from pennant.core.search.measured import left_by
from pennant.core.search.ranking import Outcome, as_good, compare, ranked, striking, with_ends_moved
from pennant.core.search.schools import schools_of, schools_one_way_of
from pennant.core.search.starting import started, wishes_of
from pennant.core.search.whole_kitchen import WholeKitchen, best_of_kitchen, better_of
from pennant.core.survey.counter_check import out_of_step
from pennant.core.survey.counters import counters_on
from pennant.core.survey.edits import wall_number
from pennant.core.survey.kitchen import floats_of, joined_before
from pennant.core.survey.placed import Kitchen

MOST_PIECES_TRIED = 40_000
"""Pieces in all plans of one board: a few seconds' work on a slow machine."""
MOST_PIECES_ONE_WAY = 120_000
"""Pieces in all plans of the schools of one wall with very many things: the first schools count."""
ENDS_MOVED_FOR = 3
"""Of the starts so far, those whose floating ends are also tried elsewhere."""
FINALISTS = (2, 4)
"""Starts of a lattice that are planned in full: the fewest and the most."""
FINALIST_PIECES = 1_000
"""Pieces in the plans of the finalists: on a large wall there are fewer of them."""
LEAST_SCHOOLS = 8
"""Schools that are compared however large the wall is, and first of all."""
WITHOUT_IDEAL: tuple[WishKind, ...] = (
    "smallest",
    "cut",
    "hard",
    "tiles",
    "own-start",
    "counter",
    "window",
    "ends",
    "legs",
)
"""Wishes for as much or as little as can be, or for the better of two ways: nothing is said to fall
short of them.
"""


@dataclass(frozen=True)
class Compared:
    """Starts of a wall or a counter, best first. ``found`` is the search's own, ``schools`` says
    how many others.

    ``both_ways`` says whether every school across was tried with every school up.
    """

    kitchen: Kitchen
    outcomes: list[Outcome]
    found: Outcome
    schools: int
    both_ways: bool


@dataclass(frozen=True)
class Unmet:
    """A wish that the best start does not meet, and the start that comes nearest to it."""

    wish: Wish
    best: float
    nearest: Outcome
    reached: float


@dataclass(frozen=True)
class SearchStep:
    """A step of the search of the kitchen: the job with the best starts so far.

    ``wall`` is the wall that was searched; empty where all were at once, as ``whole`` tells.
    """

    wall: str
    done: int
    of: int
    job: Job
    changed: bool
    whole: WholeKitchen | None = None


def every_start(job: Job, kitchen: Kitchen, wall_id: str, pieces: int) -> Compared:
    """Compare all starts of a wall; ``pieces`` is how many its plan has."""
    number = wall_number(job, wall_id)
    wall, joined = job.walls[number], joined_before(job.walls, number)
    lattice = not job.in_courses
    carried_up = [one.id for one in counters_on(job, wall_id) if out_of_step(job, one) is None]
    every = list(schools_of(wall, joined=joined, lattice=lattice, counters=carried_up))
    both_ways = pieces * len(every) <= MOST_PIECES_TRIED
    starts = (
        every
        if both_ways
        else list(schools_one_way_of(wall, joined=joined, lattice=lattice, counters=carried_up))
    )
    starts = starts[: max(LEAST_SCHOOLS, MOST_PIECES_ONE_WAY // max(pieces, 1))]
    wishes, best = wishes_of(job), best_found(job, kitchen, wall_id)
    schools = compare(job, kitchen, wall_id, starts)
    # Where a school's place is as good, nobody strikes an odd line.
    alike = [one for one in schools if as_good(one, best, wishes)]
    best = min([*alike, best], key=lambda one: striking(one.start))
    schools = [one for one in schools if one.start != best.start]
    outcomes = ranked([best, *schools], wishes)
    if floats_of(wall):
        moved = [
            start
            for one in outcomes[:ENDS_MOVED_FOR]
            for start in with_ends_moved(job, kitchen, wall_id, one.start)
        ]
        known = [one.start for one in outcomes]
        more = [one for one in compare(job, kitchen, wall_id, moved) if one.start not in known]
        outcomes = ranked([*outcomes, *more], wishes)
    return Compared(kitchen, outcomes, best, len(schools), both_ways)


def best_found(job: Job, kitchen: Kitchen, wall: str) -> Outcome:
    """Return the best start of a wall, across and up, by the wishes, whatever is planted.

    It is the best of the kitchen with the other walls held. A wall that joins on to another keeps
    the heights that it carries on: walls that join share their courses.
    """
    number = wall_number(job, wall)
    own = job.walls[number].start
    if joined_before(job.walls, number) and not isinstance(own.up, Carried):
        job = started(job, wall, own.model_copy(update={"up": Carried()}))
    if job.in_courses:
        found = best_of_kitchen(job, {number}).best.wall(wall).start
        return compare(job, kitchen, wall, [found])[0]
    return _best_on_lattice(job, kitchen, wall)


def _best_on_lattice(job: Job, kitchen: Kitchen, wall: str) -> Outcome:
    """The best start of a lattice: over its whole cell, both ways at once (see `lattice_sieve`).

    What the sieve lets through is planned in full.
    """
    laid_wall = next(one for one in lay(job, kitchen) if one.plan.surface == wall)
    lattice, wishes, own = laid_wall.layout.lattice, wishes_of(job), job.wall(wall).start
    assert lattice is not None
    field, figure = with_bare_wall(laid_wall.field), lattice.figure
    # Tips stay on their line.
    carried = isinstance(own.up, Carried) or field.finished is not None
    height = laid_wall.layout.origin[1] if carried else None
    least, most = FINALISTS
    count = max(least, min(most, FINALIST_PIECES // max(len(laid_wall.plan.pieces), 1)))
    step = STEP_MM[job.step]
    starts = []
    for x, y in places_on(judge_on(job, lattice, field, wishes), height)[:count]:
        right, higher = x + figure.x0 - field.inner.x0, y + figure.y0 - field.foot
        for by in (step, 0.0):
            # First by whole steps of the tape: nobody strikes a line that is moved by a hair more.
            nudges = [round(one / by) * by if by else one for one in (right, higher)]
            up = own.up if carried else FullCounter(nudge=tidy(nudges[1]))
            across = FullLeft(nudge=tidy(nudges[0]))
            starts.append(own.model_copy(update={"across": across, "up": up}))
    outcomes = compare(job, kitchen, wall, starts)
    return left_by(wishes, outcomes, lambda one: one.measured)[0]


def starts_of(job: Job, id_: str) -> Compared:
    """Compare all starts of a wall, or of a tiled counter, by its id.

    Raise `JobRefused` where the job cannot be drawn or there is no such wall.
    """
    if all(counter.id != id_ for counter in job.counters):
        wall_number(job, id_)
        planned = drawn(job).plan
        return every_start(job, planned.kitchen, id_, len(planned.surface(id_).pieces))
    kitchen = drawn(job).plan.kitchen
    outcomes, found = counter_starts(job, kitchen, id_)
    return Compared(kitchen, outcomes, found, len(outcomes) - 1, both_ways=True)


def schools_first(job: Job, id_: str) -> Compared:
    """Compare a few schools of a wall, or of a tiled counter: an answer while all are sought.

    Each changes the start one way from what is planted. Raise `JobRefused` as `starts_of` does.
    """
    if any(counter.id == id_ for counter in job.counters):
        return starts_of(job, id_)
    number, kitchen = wall_number(job, id_), drawn(job).plan.kitchen
    joined = joined_before(job.walls, number)
    every = schools_one_way_of(job.walls[number], joined=joined, lattice=not job.in_courses)
    outcomes = compare(job, kitchen, id_, islice(every, LEAST_SCHOOLS))
    return Compared(kitchen, outcomes, outcomes[0], len(outcomes), both_ways=False)


def unmet(job: Job, kitchen: Kitchen, wall_id: str, compared: Compared) -> Iterator[Unmet]:
    """Yield the wishes that the best start falls short of, each with what comes nearest to it.

    For the first wish that is the best itself. For a later one it is sought again with that wish
    put first, so that it is said whether the wish can be met at all; how few objections there could
    be is only told from the starts compared.
    """
    wishes, winner = wishes_of(job), compared.outcomes[0]
    for place, wish in enumerate(wishes):
        short = winner.measured.of(wish)
        if wish.kind in WITHOUT_IDEAL or short <= BANDS[wish.kind]:
            continue
        tried = list(compared.outcomes)
        if place and wish.kind not in COUNTED:
            first = job.model_copy(update={"wishes": (wish, *wishes[:place], *wishes[place + 1 :])})
            tried.append(best_found(first, kitchen, wall_id))
        nearest = min(tried, key=lambda one: one.measured.of(wish))
        yield Unmet(wish, short, nearest, nearest.measured.of(wish))


def best_round(job: Job) -> Iterator[SearchStep]:
    """Yield the job with the best starts so far, step by step.

    First all walls at once (`whole_kitchen`), which is quick in courses. Then one wall after
    another from left to right, each with every school and its ends where they may float; where
    corners matter, they are gone over once more (see `visits`). At the end all at once again from
    there, but not on a lattice, where nothing else would be tried. The best of all is taken, so
    that no step's answer is ever better than the last. It can be stopped after any step. Walls
    whose joints go on from a counter keep them.
    """
    every = visits(job)
    given, job = job, with_courses_carried(job)
    whole, steps = best_of_kitchen(job), len(every) + 2
    best = better_of(given, whole.job)
    job = best if best is given else whole.job
    yield SearchStep("", 1, steps, best, best != given, whole)
    for done, number in enumerate(every, 2):
        planned, wall = drawn(job).plan, job.walls[number]
        compared = every_start(job, planned.kitchen, wall.id, len(planned.surface(wall.id).pieces))
        # Walls that join share their courses, to the hair.
        starts = (one.start for one in compared.outcomes)
        joined = joined_before(job.walls, number)
        first = next(
            (one for one in starts if not joined or isinstance(one.up, Carried)), wall.start
        )
        better = better_of(job, started(job, wall.id, first))
        changed, job = better is not job, better
        yield SearchStep(wall.id, done, steps, best, changed)
    again = best_of_kitchen(job) if job.in_courses else replace(whole, job=job)
    last = better_of(best, again.job)
    yield SearchStep("", steps, steps, last, last != best, again)


def with_courses_carried(job: Job) -> Job:
    """Return the job with the courses of every wall that joins on carried on from the one before.

    A corner shows a step between courses more than anything that a height of its own could give.
    """
    for number, wall in enumerate(job.walls):
        if joined_before(job.walls, number) and not isinstance(wall.start.up, Carried):
            job = started(job, wall.id, wall.start.model_copy(update={"up": Carried()}))
    return job


def visits(job: Job) -> list[int]:
    """Return the numbers of walls in the order in which their starts are sought.

    A client who wishes for corners that go on couples the walls that meet there: when all have been
    sought from left to right, each that another joins on to is sought again from right to left,
    now that it is known what meets it.
    """
    numbers = [
        number
        for number, wall in enumerate(job.walls)
        if not isinstance(wall.start.across, FromCounter)
    ]
    coupled = any(wish.kind == "corner" for wish in wishes_of(job))
    last = len(job.walls) - 1
    again = [n for n in reversed(numbers) if n < last and joined_before(job.walls, n + 1)]
    return [*numbers, *again] if coupled else numbers
