"""The best start of the whole kitchen: all walls, and the heights that they share, at once.

Walls that join share their courses' heights; given a height they are apart. So of every height at
which anything changes, on any wall of a run, each wall's starts are reckoned (by its sieves), and
the wishes go over all of them in the client's order. Counts add up over all walls, of sizes the
worst anywhere counts, or each wall's own; each wish leaves what is within its band of its best, and
the next chooses among that. That is exact for the wishes that a sieve reckons. What depends on
whole pieces (corners, cuts, tiles) decides among those that are then planned in full: at the
heights that are left every wall's schools first, then where it has most room.

A search of one wall is the same with the other walls held. What is found does not depend on what is
planted; a planted start that no wish puts behind the best stays. Where tiles lie on a lattice no
sieve reckons all starts, and `whole_lattice` says which are planned.
"""

import itertools
import math
from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from pennant.core.document.job import Job
from pennant.core.document.module import module_of
from pennant.core.document.starts import (
    Carried,
    FromCounter,
    FullCounter,
    FullLeft,
    Start,
    WholeCourses,
)
from pennant.core.document.wishes import OF_EACH_WALL, Wish, WishKind
from pennant.core.geometry.tolerance import EPS, distinct_lines
from pennant.core.laying.corners import pairs_between
from pennant.core.laying.lay_kitchen import kerf_at, lay, past_corner
from pennant.core.laying.surface_plan import Laid, thin_pieces
from pennant.core.laying.whole_courses import with_whole_courses
from pennant.core.layout.start import folded
from pennant.core.search.lattice_clipping import known_of
from pennant.core.search.measured import Measured, left_by, measure_alone
from pennant.core.search.school_places import ON_PLACE, named, off_place
from pennant.core.search.schools import whole_courses_of
from pennant.core.search.sieve import NEAR, SIEVED
from pennant.core.search.starting import started, wishes_of
from pennant.core.search.wall_starts import (
    AT_A_SCHOOL,
    ENDS_AS_SURVEYED,
    Floats,
    Kept,
    WallRun,
    WallStarts,
)
from pennant.core.search.whole_lattice import Chosen, lattice_choices
from pennant.core.survey.kitchen import kitchen_of, runs
from pennant.core.takes.quantities import tiles_of

HEIGHTS_PLANNED = 4
"""Heights of a run that are planned in full, of those that the wishes leave."""
OF_A_WALL = 5
"""Starts of each wall at such a height that are planned: schools first, then most room."""
OF_SCHOOLS = 6
"""Schools' starts of each wall that are planned besides, if their lines are right: what hides, and
what is only objected to, is told by their pieces."""
WHAT_HIDES: tuple[WishKind, ...] = ("fix-hidden", "avoid", "legs")
"""Wishes in which a sieve may be off by a piece; those before them are reckoned to the hair."""
PASSES = 2
"""How often every wall's other starts are tried, with what is best on the others."""
AT_A_CORNER = 5
"""Starts of each wall that are tried round a corner with each of the next one's."""
OF_THE_WORST = ("full_left", "full_right", "whole_counter", "whole_top", "counter")
"""Measures of one wall; of a kitchen they are those of its worst wall."""


@dataclass(frozen=True)
class Sifted:
    """How many starts a wish left, of all walls and heights that there were."""

    wish: Wish
    left: int


@dataclass(frozen=True)
class WholeKitchen:
    """The best that was found of all walls at once.

    ``best`` is what was found whatever is planted, ``job`` that or the job as it was, where no wish
    puts it behind; ``better`` says which. ``tried`` are the starts of all walls at all shared
    heights; ``sifted`` what each wish left of them; ``planned`` how many kitchens were planned in
    full, among which ``others`` decide, the wishes that no sieve reckons. Of a lattice
    ``by_steps``: what was tried is a grid, and steps from the best of it.
    """

    best: Job
    job: Job
    better: bool
    tried: int
    sifted: tuple[Sifted, ...]
    planned: int
    others: tuple[Wish, ...]
    by_steps: bool = False


def better_of(job: Job, other: Job) -> Job:
    """Return the better of two kitchens; the first where nobody sees a difference."""
    kitchens = Kitchens(job)
    kitchens.measured(other)
    return job if kitchens.stands(job) else other


def best_of_kitchen(job: Job, only: Collection[int] | None = None) -> WholeKitchen:
    """Return the best start of all walls at once, or of ``only`` some, the others held.

    A job that no wish puts behind the best stays as it is.
    """
    wishes = wishes_of(job)
    if not job.in_courses:
        return _best_on_lattice(job, wishes)
    found, drawn_up = starts_of(job, wishes, only), drawn_up_starts(job, wishes, only)
    tried = sum(run.left for run in (*found, *(run for _, run in drawn_up)))
    sifted = tuple(sift(found, _sieved(wishes)))
    sift([run for _, run in drawn_up], _sieved(wishes))
    kitchens = Kitchens(job)
    choices = [_Choices(job, run, wishes) for run in found]
    others_up = [_Choices(one, run, wishes) for one, run in drawn_up]
    best = _planned(job, choices, others_up, wishes, kitchens)
    others = tuple(wish for wish in wishes if wish.kind not in SIEVED and wish.kind != "own-start")
    planned = len(kitchens.known)
    stays = kitchens.stands(job)
    return WholeKitchen(best, job if stays else best, not stays, tried, sifted, planned, others)


def _best_on_lattice(job: Job, wishes: Sequence[Wish]) -> WholeKitchen:
    """The same where tiles lie on a lattice: of a grid, and what steps from there lead to."""
    laid = {one.plan.surface: one for one in lay(job, kitchen_of(job))}
    found = [lattice_choices(job, numbers, laid, wishes) for numbers in runs(job.walls)]
    tried, kitchens = sum(run.tried for run in found), Kitchens(job)
    own = [list(run.starts) for run in found]
    combined = [[starts[0] for starts in own]]
    for number, starts in enumerate(own):
        combined += [
            [*combined[0][:number], other, *combined[0][number + 1 :]] for other in starts[1:]
        ]
    jobs = [with_starts(job, itertools.chain(*starts)) for starts in combined]
    best = left_by(wishes, jobs, kitchens.measured)[0]
    stays = kitchens.stands(job)
    judged = set(known_of(wishes))
    others = tuple(wish for wish in wishes if wish not in judged)
    return WholeKitchen(
        best, job if stays else best, not stays, tried, (), len(jobs), others, by_steps=True
    )


def starts_of(
    job: Job, wishes: Sequence[Wish], only: Collection[int] | None = None
) -> list[WallRun]:
    """Return every start of every wall, run by run, with what it comes to in each sieved wish.

    With ``only`` some walls the others are held, and runs without any of them left out.
    """
    for number, wall in enumerate(job.walls):
        # What floats is sought from where it was surveyed, wherever it is planted, and joints as
        # they are chosen.
        if only is None or number in only:
            changes: dict[str, object] = dict(ENDS_AS_SURVEYED)
            if isinstance(wall.start.up, WholeCourses):
                changes["up"] = FullCounter()
            job = started(job, wall.id, wall.start.model_copy(update=changes))
    laid = _laid_by_id(job)
    return [
        _run_of(job, numbers, laid, wishes, only)
        for numbers in runs(job.walls)
        if only is None or not set(numbers).isdisjoint(only)
    ]


def drawn_up_starts(
    job: Job, wishes: Sequence[Wish], only: Collection[int] | None = None
) -> list[tuple[Job, WallRun]]:
    """Return every start of a wall whose joints are drawn so that whole courses fill a height.

    With each the job that has such a start. Only joints that may be drawn so far are counted, and
    only walls whose courses no other shares: round a corner the joints would not meet.
    """
    found = []
    for numbers in runs(job.walls):
        wall = job.walls[numbers[0]]
        free = only is None or numbers[0] in only
        if len(numbers) > 1 or not free or isinstance(wall.start.across, FromCounter):
            continue
        for up in whole_courses_of(wall):
            changes = {**ENDS_AS_SURVEYED, "across": FullLeft(), "up": up}
            other = started(job, wall.id, wall.start.model_copy(update=changes))
            laid = _laid_by_id(other)
            layout = laid[wall.id].layout
            drawn = layout.bed_wanted
            if drawn is not None and abs(drawn - layout.module.bed) <= EPS:
                found.append((other, _run_of(other, numbers, laid, wishes, only)))
    return found


def _sieved(wishes: Sequence[Wish]) -> list[Wish]:
    return [wish for wish in wishes if wish.kind in SIEVED]


def _laid_by_id(job: Job) -> dict[str, Laid]:
    kitchen = with_whole_courses(job, kitchen_of(job))
    return {one.plan.surface: one for one in lay(job, kitchen)}


def sift(found: Sequence[WallRun], wishes: Sequence[Wish]) -> list[Sifted]:
    """Let each of the sieved wishes leave what attains its best, run by run.

    Return how many starts each has left.
    """
    sifted = []
    for run in found:
        run.line_up()
    for place, wish in enumerate(wishes):
        for run in found:
            run.sift(place, wish.kind)
            if all(one.kind not in WHAT_HIDES for one in wishes[: place + 1]):
                run.line_up()
        sifted.append(Sifted(wish, sum(run.left for run in found)))
    return sifted


def _run_of(
    job: Job,
    numbers: Sequence[int],
    laid: dict[str, Laid],
    wishes: Sequence[Wish],
    only: Collection[int] | None,
) -> WallRun:
    walls = [
        WallStarts(
            number,
            laid[job.walls[number].id],
            job,
            wishes,
            held=only is not None and number not in only,
            drawn_up=isinstance(job.walls[number].start.up, WholeCourses),
        )
        for number in numbers
    ]
    first, up = walls[0], module_of(job).up
    if first.drawn_up or (first.held and only is not None):
        ys = np.array([float(first.laid.layout.plant.y)])
    else:
        # The course that the first wall's counter cuts, or the full one upon it, at any wall's
        # marks, and where the schools bring it.
        foot = first.search.foot
        marks = [y for wall in walls for y in wall.search.marks_up()] + first.heights()
        ys = np.array(
            distinct_lines(foot - up, foot, sorted(foot - (foot - y) % up for y in marks))[1:]
        )
    for wall in walls:
        wall.reckon(ys, _sieved(wishes))
    return WallRun(walls, ys, np.ones(len(ys), dtype=bool))


class Kitchens:
    """One job begun in several ways, each measured once."""

    def __init__(self, job: Job) -> None:
        self.wishes = wishes_of(job)
        self.known: dict[tuple[Start, ...], tuple[Job, Measured]] = {}
        self.costs: dict[tuple[Start, ...], float] = {}

    def measured(self, job: Job, cost: float = math.inf) -> Measured:
        """Return what a kitchen comes to; ``cost`` says how hard it is to strike."""
        key = _starts(job)
        if key not in self.known:
            self.known[key] = job, measured_kitchen(job)
        self.costs[key] = min(cost, self.costs.get(key, math.inf))
        return self.known[key][1]

    def stands(self, job: Job) -> bool:
        """Return whether no wish puts a kitchen behind the best of all that are known."""
        own = self.measured(job)
        return any(one is own for _, one in self._left())

    def best(self) -> Job:
        """Return the kitchen that is easiest to strike of those that the wishes leave."""
        return min(self._left(), key=lambda one: self.costs[_starts(one[0])])[0]

    def _left(self) -> list[tuple[Job, Measured]]:
        return left_by(self.wishes, list(self.known.values()), lambda one: one[1])


def _starts(job: Job) -> tuple[Start, ...]:
    return tuple(wall.start for wall in job.walls)


class _Choices:
    """The starts of one run that are planned, of those that the sieves leave."""

    def __init__(self, job: Job, run: WallRun, wishes: Sequence[Wish]) -> None:
        self.job, self.run = job, run
        self.corners = any(wish.kind == "corner" for wish in wishes) and len(run.walls) > 1
        self.rows = self._rows()
        self.columns = [[self._columns(wall, row) for wall in run.walls] for row in self.rows]

    def _rows(self) -> list[int]:
        """Heights that are left: schools' first, then those with most room."""
        run, first = self.run, self.run.walls[0]
        lined_up = np.logical_and.reduce([wall.lined_up.any(axis=1) for wall in run.walls])
        heights, foot, up = first.heights(), first.search.foot, first.module.up
        at_school = [
            row
            for row in np.flatnonzero(lined_up).tolist()
            if off_place(float(run.ys[row]), heights, up) < ON_PLACE
        ]
        at_school.sort(key=lambda row: (not run.open[row], abs(float(run.ys[row]) - foot)))
        room = [row for row in _apart(run.ys, run.open) if row not in at_school]
        return [*at_school, *room][:HEIGHTS_PLANNED]

    def _columns(self, wall: WallStarts, row: int) -> list[int]:
        """A wall's starts that are left at a height: those easiest to strike, then most room."""
        kept, lined_up = wall.kept[row], wall.lined_up[row]
        easy = self._easiest(wall, kept, OF_A_WALL)
        schools = self._easiest(wall, lined_up & (wall.costs < AT_A_SCHOOL), OF_SCHOOLS)
        plain = kept & (wall.variant_of == 0)
        room = _apart(wall.xs, plain)[:1] if plain.any() else []
        found = list(dict.fromkeys([*easy, *room, *schools]))
        return found or self._easiest(wall, lined_up, 1)

    def _easiest(self, wall: WallStarts, kept: Kept, most: int) -> list[int]:
        """The columns that are easiest to strike, no two of them alike."""
        left = np.flatnonzero(kept)
        easy: list[int] = []
        for column in left[np.argsort(wall.costs[left], kind="stable")].tolist():
            if all(not _alike(wall, column, other) for other in easy):
                easy.append(column)
            if len(easy) == most:
                break
        return easy

    def first(self, place: int) -> list[int]:
        """The first columns of all walls at one of the heights: round corners where these count."""
        row = self.rows[place]
        if self.corners:
            return _round_corners(self.job, self.run, row, self.columns[place])
        return [own[0] for own in self.columns[place]]

    def cost(self, place: int, columns: Sequence[int]) -> float:
        """How hard columns of all walls are to strike, and their height: see `WallStarts`."""
        first = self.run.walls[0]
        y = float(self.run.ys[self.rows[place]])
        off = off_place(y, first.heights(), first.module.up)
        walls = zip(self.run.walls, columns, strict=True)
        across = sum(float(wall.costs[column]) for wall, column in walls)
        drawn = AT_A_SCHOOL * first.drawn_up
        return across + drawn + (0.0 if off < ON_PLACE else AT_A_SCHOOL + off)

    def starts(self, place: int, columns: Sequence[int]) -> Chosen:
        """The starts of columns of all walls at one of the heights."""
        return starts_at(self.job, self.run, columns, float(self.run.ys[self.rows[place]]))


def _alike(wall: WallStarts, one: int, other: int) -> bool:
    same = wall.variant_of[one] == wall.variant_of[other]
    return bool(same) and abs(float(wall.xs[one] - wall.xs[other])) < NEAR


def _planned(
    job: Job,
    choices: Sequence[_Choices],
    drawn_up: Sequence[_Choices],
    wishes: Sequence[Wish],
    kitchens: Kitchens,
) -> Job:
    """Plan the starts of every run that are left, one run after another changed, and take the best,
    said by the nearest schools. ``drawn_up`` are further choices of the same runs.
    """
    best = with_starts(job, itertools.chain(*(one.starts(0, one.first(0)) for one in choices)))
    for own in (*choices, *drawn_up):
        for place in range(len(own.rows)):
            columns = own.first(place)
            for _ in range(PASSES):
                before = columns
                for number, options in enumerate(own.columns[place]):
                    ways = [columns] + [
                        [*columns[:number], column, *columns[number + 1 :]] for column in options
                    ]
                    jobs = [with_starts(best, own.starts(place, one)) for one in ways]
                    for one, way in zip(jobs, ways, strict=True):
                        kitchens.measured(one, own.cost(place, way))
                    chosen = left_by(wishes, jobs, kitchens.measured)[0]
                    columns = next(
                        way for one, way in zip(jobs, ways, strict=True) if one is chosen
                    )
                if columns == before:
                    break
        best = kitchens.best()
        for wall in own.run.walls:
            best = said_by_school(best, wall.number, kitchens)
    return best


def said_by_school(job: Job, number: int, kitchens: Kitchens) -> Job:
    """Return the job with a wall's start told by the nearest school, if no wish puts it behind."""
    wall = job.walls[number]
    laid = _laid_by_id(job)[wall.id]
    for start in named(wall.start, wall, laid.field, laid.layout, job.step):
        tried = started(job, wall.id, start)
        if kitchens.stands(tried):
            return tried
    return job


def _apart(places: Floats, kept: Kept) -> list[int]:
    """The places that are left, those with most room to either side first."""
    left = np.flatnonzero(kept)
    if not len(left):
        return []
    stretches = np.split(left, np.flatnonzero(np.diff(left) > 1) + 1)
    room = [(float(places[own[-1]] - places[own[0]]), own) for own in stretches]
    order = sorted(room, key=lambda one: (-one[0], int(one[1][0])))
    return [int(own[len(own) // 2]) for _, own in order]


def _round_corners(job: Job, run: WallRun, row: int, columns: Sequence[Sequence[int]]) -> list[int]:
    """Columns of which each corner's two pieces are nearest to one tile, the worst counting: the
    least of the worst over the run, pair by pair.
    """
    kerf, y = kerf_at(job), float(run.ys[row])
    best: list[tuple[float, list[int]]] = []
    before: list[Laid] = []
    for place, (wall, own) in enumerate(zip(run.walls, columns, strict=True)):
        options = list(own[:AT_A_CORNER])
        # A tile folded round from each start of the wall before is tried where it is left.
        options += [
            column for old in before if (column := _folded(wall, row, old, kerf)) is not None
        ]
        laid = [_laid_at(job, run, place, column, y) for column in options]
        if not place:
            best = [(0.0, [column]) for column in options]
        else:
            best = [
                min(
                    (max(worst, _off(old, new, kerf)), [*way, column])
                    for (worst, way), old in zip(best, before, strict=True)
                )
                for column, new in zip(options, laid, strict=True)
            ]
        before = laid
    return min(best, key=lambda one: one[0])[1]


def _folded(wall: WallStarts, row: int, before: Laid, kerf: float) -> int | None:
    """The column nearest to where a tile of the wall before is folded on; None where the wishes
    have ruled that out.
    """
    if wall.held:
        return None
    layout, inner = wall.laid.layout, wall.laid.field.inner
    x = folded(inner.x0, past_corner(before), layout.module, kerf)
    over = layout.module.across * wall.search.repeats
    off = np.abs((wall.xs - x + over / 2) % over - over / 2)
    near = int(np.argmin(np.where(wall.variant_of == 0, off, np.inf)))
    return near if wall.kept[row][near] else None


def _off(left: Laid, right: Laid, kerf: float) -> float:
    return max((abs(pair.apart) for pair in pairs_between(left, right, kerf)), default=0.0)


def _laid_at(job: Job, run: WallRun, place: int, column: int, y: float) -> Laid:
    """One wall of a run laid from a column; the walls before it only give it their heights."""
    wall = run.walls[place]
    starts = [(run.walls[0].number, run.walls[0].start(0, y))] if place else []
    own = wall.start(column, y if not place else None)
    own = own.model_copy(update={"up": Carried()}) if place else own
    tried = with_starts(job, [*starts, (wall.number, own)])
    id_ = job.walls[wall.number].id
    return next(one for one in lay(tried, kitchen_of(tried)) if one.plan.surface == id_)


def starts_at(job: Job, run: WallRun, columns: Sequence[int], y: float) -> Chosen:
    """Return the starts of columns of a run's walls, all of them at one height."""
    found = []
    for place, (wall, column) in enumerate(zip(run.walls, columns, strict=True)):
        own = job.walls[wall.number].start
        if wall.drawn_up:
            start = wall.start(column, None)
        elif wall.held and (place or len(run.ys) == 1):
            start = own  # what is held keeps its heights as well
        elif place or (len(run.ys) == 1 and isinstance(own.up, Carried)):
            start = wall.start(column, None).model_copy(update={"up": Carried()})
        else:
            start = wall.start(column, y)
        found.append((wall.number, start))
    return tuple(found)


def with_starts(job: Job, starts: Iterator[tuple[int, Start]] | Sequence[tuple[int, Start]]) -> Job:
    """Return the job with other starts, by the numbers of their walls."""
    for number, start in starts:
        job = started(job, job.walls[number].id, start)
    return job


def measured_kitchen(job: Job, tiles: int | None = None) -> Measured:
    """Measure a whole kitchen: counts of all walls, sizes of the worst; tiles unless known.

    What each wall has by itself adds up; at the counter the worst wall of each run counts, and the
    runs add up, as each has a height of its own.
    """
    laid = list(lay(job, with_whole_courses(job, kitchen_of(job))))
    if tiles is None:
        pieces = [piece for one in laid for piece in one.plan.pieces]
        tiles = tiles_of(job, pieces, thin_pieces(laid))
    each = [measure_alone(job, wall.id, laid, tiles) for wall in job.walls]
    whole: dict[str, object] = {
        name: max(getattr(one, name) for one in each) for name in OF_THE_WORST
    }
    whole["counter"] = sum(
        max(each[number].counter for number in numbers) for numbers in runs(job.walls)
    )
    for kind in OF_EACH_WALL:
        name = kind.replace("-", "_")
        whole[name] = sum(getattr(one, name) for one in each)
    return each[0].model_copy(update=whole)
