"""The best start of the whole kitchen: all walls, and the heights that they share, at once.

Walls that join share their courses' heights; given a height they are apart. So of every height at
which anything changes, on any wall of a run, each wall's starts across are reckoned (by its sieve),
and the wishes go over all of them in the client's order. Counts add up over all walls, and of
sizes the worst anywhere; each wish leaves those starts that attain its best, and the next chooses
among them. That is exact for the wishes that a sieve reckons. Where corners matter, what is left is
tried pair by pair round each corner, along the run. What depends on whole pieces (cuts, notches,
tiles) ranks the few that are planned in full. Where tiles lie on a lattice no sieve reckons all
starts, and `whole_lattice` says which are planned.
"""

import itertools
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from pennant.core.document.job import Job
from pennant.core.document.module import Module, module_of
from pennant.core.document.starts import Carried, FromCounter, FullCounter, FullLeft, Start
from pennant.core.document.wishes import BANDS, COUNTED, Wish, WishKind
from pennant.core.geometry.tolerance import distinct_lines, tidy
from pennant.core.layout.start import folded
from pennant.core.reading.corners import pairs_between
from pennant.core.reading.laying import Laid, kerf_at, lay, past_corner, thin_pieces
from pennant.core.reading.seen import SeenWeights
from pennant.core.search.lattice_clipping import known_of
from pennant.core.search.measured import Measured, exact_key, measure, rank_key
from pennant.core.search.ranking import a_little_off, nudged, started, wishes_of
from pennant.core.search.sieve import SIEVED, Search
from pennant.core.search.whole_lattice import Chosen, lattice_choices
from pennant.core.survey.kitchen import kitchen_of, runs
from pennant.core.takes.quantities import tiles_of

Floats = npt.NDArray[np.float64]
Kept = npt.NDArray[np.bool_]
HEIGHTS_PLANNED = 3
"""Heights of a run that are planned in full, of those that the wishes leave."""
PLANNED = 6
"""Kitchens that are planned in full, as they are and a little off."""
AT_A_CORNER = 5
"""Starts of each wall that are tried round a corner with each of the next one's."""
OF_A_WALL = ("full_left", "full_right", "whole_counter", "whole_top")
"""Measures of one wall; of a kitchen they are those of its worst wall."""


@dataclass(frozen=True)
class Sifted:
    """How many starts a wish left, of all walls and heights that there were."""

    wish: Wish
    left: int


@dataclass(frozen=True)
class WholeKitchen:
    """The best that was found of all walls at once.

    ``tried`` are the starts of all walls at all shared heights; ``sifted`` what each wish left of
    them; ``planned`` how many kitchens were planned in full, among which ``others`` decide, the
    wishes that no sieve reckons; ``better`` whether it is better than the job as it was. Of a
    lattice ``by_steps``: what was tried is a grid, and steps from the best of it.
    """

    job: Job
    better: bool
    tried: int
    sifted: tuple[Sifted, ...]
    planned: int
    others: tuple[Wish, ...]
    by_steps: bool = False


class WallStarts:
    """One wall's starts across, at every height that its run shares."""

    def __init__(self, number: int, laid: Laid, job: Job, wishes: Sequence[Wish]) -> None:
        self.number, self.laid = number, laid
        border = laid.layout.border
        border = replace(border, down=False) if border else None
        module = module_of(job)
        self.search = Search(
            laid.field, module, laid.layout.bond, job.settings, border=border,
            weights=SeenWeights.on(job, laid.field),
        )  # fmt: skip
        self.search.bind(wishes)
        held = isinstance(job.walls[number].start.across, FromCounter)
        self.xs = np.array([laid.layout.plant.x]) if held else self.search.marks_across()
        self.held = held
        self.kept: Kept = np.ones((0, 0), dtype=bool)
        self.values: dict[int, npt.NDArray[np.int32]] = {}

    def reckon(self, ys: Floats, wishes: Sequence[Wish]) -> None:
        """Score every start at the shared heights, in steps of each wish's band."""
        kinds = [wish.kind for wish in wishes]
        bands = np.array([BANDS[kind] or 1.0 for kind in kinds])[:, None]
        values = np.empty((len(kinds), len(ys), len(self.xs)), dtype=np.int32)
        for number, row in enumerate(self.search.rows(self.xs, ys, kinds)):
            values[:, number] = np.round(row / bands)
        self.values = dict(enumerate(values))
        self.kept = np.ones(values.shape[1:], dtype=bool)

    def least(self, wish: int) -> npt.NDArray[np.int32]:
        """The best that the starts that are left come to in a wish, at each height."""
        found: npt.NDArray[np.int32] = np.where(self.kept, self.values[wish], MOST).min(axis=1)
        return found


MOST = np.int32(np.iinfo(np.int32).max // 64)
"""What no start comes to."""


@dataclass
class WallRun:
    """Walls that join, and the heights that they share."""

    walls: list[WallStarts]
    ys: Floats
    open: Kept

    def of(self, wish: int, kind: WishKind) -> npt.NDArray[np.int64]:
        """What the run comes to in a wish at each height: the sum of counts, the worst of sizes."""
        each = np.stack([wall.least(wish) for wall in self.walls])
        found: npt.NDArray[np.int64] = each.sum(axis=0) if kind in COUNTED else each.max(axis=0)
        return np.where(self.open, found, MOST)

    def sift(self, wish: int, kind: WishKind, limit: int) -> None:
        """Keep the heights and starts with which the run comes to no more than ``limit``."""
        self.open &= self.of(wish, kind) <= limit
        for wall in self.walls:
            most = wall.least(wish)[:, None] if kind in COUNTED else limit
            wall.kept &= wall.values[wish] <= most
        for wall in self.walls:
            wall.kept &= self.open[:, None]

    @property
    def left(self) -> int:
        """How many starts are left, of all walls and heights."""
        return sum(int(wall.kept.sum()) for wall in self.walls)


def better_of(job: Job, other: Job) -> Job:
    """Return the better of two kitchens at their worst; the first where they are alike."""
    wishes = wishes_of(job)
    return other if _Outcome(other, wishes).key < _Outcome(job, wishes).key else job


def best_of_kitchen(job: Job) -> WholeKitchen:
    """Return the best start of all walls at once.

    Never worse than the job as it is: that is among what is compared.
    """
    wishes = wishes_of(job)
    if not job.in_courses:
        return _best_on_lattice(job, wishes)
    found = starts_of(job, wishes)
    tried = sum(run.left for run in found)
    sifted = tuple(sift(found, [wish for wish in wishes if wish.kind in SIEVED]))
    best, better, planned = _planned(job, [list(_choices(job, run, wishes)) for run in found])
    others = tuple(wish for wish in wishes if wish.kind not in SIEVED)
    return WholeKitchen(best, better, tried, sifted, planned, others)


def _best_on_lattice(job: Job, wishes: Sequence[Wish]) -> WholeKitchen:
    """The same where tiles lie on a lattice: of a grid, and what steps from there lead to."""
    laid = {one.plan.surface: one for one in lay(job, kitchen_of(job))}
    found = [lattice_choices(job, numbers, laid, wishes) for numbers in runs(job.walls)]
    tried = sum(run.tried for run in found)
    best, better, planned = _planned(job, [list(run.starts) for run in found])
    judged = set(known_of(wishes))
    others = tuple(wish for wish in wishes if wish not in judged)
    return WholeKitchen(best, better, tried, (), planned, others, by_steps=True)


def starts_of(job: Job, wishes: Sequence[Wish]) -> list[WallRun]:
    """Return every start of every wall, run by run, with what it comes to in each sieved wish."""
    sieved = [wish for wish in wishes if wish.kind in SIEVED]
    laid = {one.plan.surface: one for one in lay(job, kitchen_of(job))}
    return [_run_of(job, numbers, laid, wishes, sieved) for numbers in runs(job.walls)]


def sift(found: Sequence[WallRun], wishes: Sequence[Wish]) -> list[Sifted]:
    """Let each of the sieved wishes leave what attains its best over the whole kitchen.

    Return how many starts each has left.
    """
    sifted = []
    for place, wish in enumerate(wishes):
        values = [int(run.of(place, wish.kind).min()) for run in found]
        for run, own in zip(found, values, strict=True):
            run.sift(place, wish.kind, own if wish.kind in COUNTED else max(values))
        sifted.append(Sifted(wish, sum(run.left for run in found)))
    return sifted


def _run_of(
    job: Job, numbers: Sequence[int], laid: dict[str, Laid], wishes: Sequence[Wish],
    sieved: Sequence[Wish],
) -> WallRun:  # fmt: skip
    walls = [WallStarts(number, laid[job.walls[number].id], job, wishes) for number in numbers]
    first, up = walls[0].search, module_of(job).up
    # The course that the first wall's counter cuts, or the full one upon it, at any wall's marks.
    marks = sorted(
        first.foot - (first.foot - y) % up for wall in walls for y in wall.search.marks_up()
    )
    ys = np.array(distinct_lines(first.foot - up, first.foot, marks)[1:])
    for wall in walls:
        wall.reckon(ys, sieved)
    return WallRun(walls, ys, np.ones(len(ys), dtype=bool))


def _planned(job: Job, choices: Sequence[Sequence[Chosen]]) -> tuple[Job, bool, int]:
    """Plan the few starts of each run that are left in full, and take the best of them and the job
    as it is.
    """
    wishes = wishes_of(job)
    best, now = job, _Outcome(job, wishes)
    tried = 0
    # The first of every run together, then one run after another changed.
    combined = [[own[0] for own in choices]]
    for number, own in enumerate(choices):
        combined += [
            [*combined[0][:number], other, *combined[0][number + 1 :]] for other in own[1:]
        ]
    better = False
    for starts in combined[:PLANNED]:
        tried += 1
        outcome = _Outcome(_with(job, itertools.chain(*starts)), wishes)
        if outcome.key < now.key:
            best, now, better = outcome.job, outcome, True
    return best, better, tried


def _choices(job: Job, run: WallRun, wishes: Sequence[Wish]) -> Iterator[Chosen]:
    """Starts of a run to plan: at the heights with most slack, each wall where it has most, or as
    the corners would have it.
    """
    for row in _apart(run.ys, run.open)[:HEIGHTS_PLANNED]:
        y = float(run.ys[row])
        if any(wish.kind == "corner" for wish in wishes) and len(run.walls) > 1:
            xs = _round_corners(job, run, row, y)
        else:
            xs = [wall.xs[_apart(wall.xs, wall.kept[row])[0]] for wall in run.walls]
        yield _starts(job, run, [float(x) for x in xs], y)


def _apart(places: Floats, kept: Kept) -> list[int]:
    """The places that are left, those with most room to either side first."""
    left = np.flatnonzero(kept)
    stretches = np.split(left, np.flatnonzero(np.diff(left) > 1) + 1)
    room = [(float(places[own[-1]] - places[own[0]]), own) for own in stretches]
    order = sorted(room, key=lambda one: (-one[0], int(one[1][0])))
    return [int(own[len(own) // 2]) for _, own in order]


def _round_corners(job: Job, run: WallRun, row: int, y: float) -> list[float]:
    """Starts across of which each corner's two pieces are nearest to one tile, the worst counting:
    the least of the worst over the run, pair by pair.
    """
    kerf = kerf_at(job)
    options = [_apart(wall.xs, wall.kept[row])[:AT_A_CORNER] for wall in run.walls]
    best: list[tuple[float, list[float]]] = []
    before: list[Laid] = []
    for place, (wall, own) in enumerate(zip(run.walls, options, strict=True)):
        xs = [float(wall.xs[x]) for x in own]
        # A tile folded round from each start of the wall before is tried where it is left.
        xs += [x for old in before if (x := _folded(wall, row, old, kerf)) is not None]
        laid = [_laid_at(job, run, place, x, y) for x in xs]
        if not place:
            best = [(0.0, [x]) for x in xs]
        else:
            best = [
                min(
                    (max(worst, _off(old, new, kerf)), [*way, x])
                    for (worst, way), old in zip(best, before, strict=True)
                )
                for x, new in zip(xs, laid, strict=True)
            ]
        before = laid
    return min(best)[1]


def _folded(wall: WallStarts, row: int, before: Laid, kerf: float) -> float | None:
    """Where a wall starts that the last tile of the one before is folded on to; None where the
    wishes have ruled that out.
    """
    if wall.held:
        return None
    layout, inner = wall.laid.layout, wall.laid.field.inner
    x = folded(inner.x0, past_corner(before), layout.module, kerf)
    over = layout.module.across * wall.search.repeats
    near = int(np.argmin(np.abs((wall.xs - x + over / 2) % over - over / 2)))
    return x if wall.kept[row][near] else None


def _off(left: Laid, right: Laid, kerf: float) -> float:
    return max((abs(pair.apart) for pair in pairs_between(left, right, kerf)), default=0.0)


def _laid_at(job: Job, run: WallRun, place: int, x: float, y: float) -> Laid:
    """One wall of a run laid from a start; the walls before it only give it their heights."""
    xs = [float(wall.laid.layout.plant.x) for wall in run.walls]
    xs[place] = x
    tried = _with(job, _starts(job, run, xs, y))
    wall = job.walls[run.walls[place].number].id
    return next(one for one in lay(tried, kitchen_of(tried)) if one.plan.surface == wall)


def _starts(job: Job, run: WallRun, xs: Sequence[float], y: float) -> Chosen:
    """The starts that bring each wall's tiles to a place, and all of them to one height."""
    found = []
    for place, (wall, x) in enumerate(zip(run.walls, xs, strict=True)):
        own, field = job.walls[wall.number].start, wall.laid.field
        up = Carried() if place else FullCounter(nudge=tidy(y - field.foot))
        across = own.across if wall.held else FullLeft(nudge=_nudge(wall, module_of(job), x))
        found.append((wall.number, own.model_copy(update={"across": across, "up": up})))
    return tuple(found)


def _nudge(wall: WallStarts, module: Module, x: float) -> float:
    """How far from a full tile at the left end; whole tiles more or less change nothing."""
    nudge = x - (wall.laid.field.inner.x0 - module.lock)
    if wall.search.repeats == 1:
        nudge -= round(nudge / module.across) * module.across
    return tidy(nudge)


def _with(job: Job, starts: Iterator[tuple[int, Start]] | Chosen) -> Job:
    for number, start in starts:
        job = started(job, job.walls[number].id, start)
    return job


class _Outcome:
    """A kitchen as it is and at its worst, all of it set a little off either way."""

    def __init__(self, job: Job, wishes: Sequence[Wish]) -> None:
        self.job = job
        by = job.settings.set_within
        own = measured_kitchen(job)
        tried = [
            measured_kitchen(_moved(job, right, up), own.tiles) for right, up in a_little_off(by)
        ]
        worst = max((own, *tried), key=lambda one: rank_key(one, wishes))
        self.key = rank_key(worst, wishes), exact_key(worst, wishes), exact_key(own, wishes)


def _moved(job: Job, right: float, up: float) -> Job:
    """The job with all its starts so far to the right and up."""
    for number, wall in enumerate(job.walls):
        rise = 0.0 if isinstance(wall.start.up, Carried) else up
        job = _with(job, ((number, nudged(wall.start, right, rise)),))
    return job


def measured_kitchen(job: Job, tiles: int | None = None) -> Measured:
    """Measure a whole kitchen: counts of all walls, sizes of the worst; tiles unless known."""
    laid = list(lay(job, kitchen_of(job)))
    if tiles is None:
        pieces = [piece for one in laid for piece in one.plan.pieces]
        tiles = tiles_of(job, pieces, thin_pieces(laid))
    each = [measure(job, wall.id, laid, tiles) for wall in job.walls]
    worst = {name: max(getattr(one, name) for one in each) for name in OF_A_WALL}
    return each[0].model_copy(update=worst)
