"""Starts for a whole kitchen whose tiles lie on a lattice: the walls that join share one height.

Rows meet in a corner where both walls' lattices lie equally high, and a row up or down is the same
lattice shifted across. So over the height of one row a grid of heights is reckoned, at each of them
a grid across for every wall; at the better heights the better places are judged by what is left of
each tile (`lattice_clipping`), and from the best of those the height and all places across are
climbed together in ever smaller steps. What comes out best is planned by whoever asks.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np

from pennant.core.document.job import Job
from pennant.core.document.starts import Carried, FromCounter, FullCounter, FullLeft, Start
from pennant.core.document.wishes import COUNTED, Wish
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.laying.surface_plan import Laid
from pennant.core.layout.finished_top import with_bare_wall
from pennant.core.search.lattice_clipping import Floats, known_of
from pennant.core.search.lattice_sieve import (
    Key,
    apart,
    coarse_scores,
    in_order,
    judge_on,
    looked_at_first,
    places_on,
    promising,
)

HEIGHTS = 20
"""Heights of a grid over one row."""
ACROSS = 240
"""Places across of a grid at each height, over as far as the lattice's steps reach."""
OF_A_WALL = 6
"""Heights that each wall would have by itself, which are tried for all of them."""
FIRST_LOOK = 8
"""Of a wall's places at each height, as many are judged as they are."""
HEIGHTS_LEFT = 4
"""Of the heights, those that are looked at more closely."""
SECOND_LOOK = 80
"""Of a wall's places at such a height, as many are judged, the better of them a little off too."""
CLIMBED = 2
"""Of these heights, those from which steps to better ones are taken."""
OF_ONE_WALL = 3
"""Starts of a wall that stands by itself that are let through."""
ADDED = (*COUNTED, "cut")
"""Wishes of which a kitchen comes to the sum of its walls; of the others the worst wall counts."""

Chosen = tuple[tuple[int, Start], ...]
"""Starts of the walls of a run, by their numbers."""
Worst = tuple[Key, Key]
"""What something comes to at its worst when it is set a little off, and as it is."""


@dataclass(frozen=True)
class LatticeChoices:
    """Starts of a run of walls that deserve to be planned, the most promising first.

    ``tried`` says how many starts the grids had.
    """

    starts: tuple[Chosen, ...]
    tried: int


@dataclass(frozen=True)
class _At:
    """A height (mm, of the lattices' origins) and where each wall's lattice begins across."""

    worst: Worst
    y: float
    xs: tuple[float, ...]


class _Wall:
    """A wall of a run, with what its lattice comes to from any place."""

    def __init__(self, job: Job, number: int, laid: Laid, wishes: Sequence[Wish]) -> None:
        assert laid.layout.lattice is not None
        self.number, self.laid, self.lattice = number, laid, laid.layout.lattice
        self.field, self.settings = with_bare_wall(laid.field), job.settings
        self.judge = judge_on(job, self.lattice, self.field, wishes)
        self.held = isinstance(job.walls[number].start.across, FromCounter)
        self.tips = self.field.finished is not None

    def grid(self) -> Floats:
        """Places across, over as far as the lattice's steps reach."""
        if self.held:
            return np.array([self.laid.layout.origin[0]])
        (ax, _), (bx, _) = self.lattice.steps
        shares = (np.arange(ACROSS) + 0.5) / ACROSS
        return np.asarray(self.field.inner.x0 + (abs(ax) + abs(bx)) * shares)

    def coarse(self, ys: Floats) -> Floats:
        """The grid's places across at each height, those that promise most first."""
        xs, by = self.grid(), self.settings.set_within
        starts = np.stack([np.tile(xs, len(ys)), np.repeat(ys, len(xs))], axis=1)
        scores = coarse_scores(
            self.lattice,
            self.field,
            self.settings,
            starts,
            (-by, 0.0, by),
            self.judge.clip.weights,
        ).reshape(len(ys), len(xs), -1)
        return xs[np.stack([in_order(own) for own in scores])]

    def best_of(self, xs: Iterable[float], y: float) -> tuple[Worst, float]:
        """The best at its worst of some places at a height. What is no better as it is than
        another at its worst is not tried a little off.
        """
        by = self.settings.set_within
        best: tuple[Worst, float] | None = None
        for key, x in sorted((self.judge.key((x, y)), x) for x in xs):
            if best is not None and key > best[0][0]:
                break
            found = self.judge.at_worst((x, y), by), x
            best = found if best is None else min(best, found)
        assert best is not None
        return best

    def around(self, x: float, step: float) -> list[float]:
        """A place across, and those a step to either side of it."""
        return [x] if self.held else [tidy(x + step * off) for off in (-1, 0, 1)]


def lattice_choices(
    job: Job, numbers: Sequence[int], laid: dict[str, Laid], wishes: Sequence[Wish]
) -> LatticeChoices:
    """Return starts for a run of walls that join, by their numbers; for one wall, both ways."""
    walls = [_Wall(job, number, laid[job.walls[number].id], wishes) for number in numbers]
    if len(walls) == 1:
        return _by_itself(job, walls[0], wishes)
    run = _Run(job, walls, wishes)
    found = run.best()
    return LatticeChoices(tuple(run.starts(one) for one in found), run.tried)


def _by_itself(job: Job, wall: _Wall, wishes: Sequence[Wish]) -> LatticeChoices:
    """Starts of a wall that joins no other: the sieve's own."""
    # Tips stay on their line.
    y = wall.laid.layout.origin[1] if wall.tips else None
    if wall.held:
        return LatticeChoices((((wall.number, job.walls[wall.number].start),),), 1)
    places = places_on(wall.judge, y)
    run = _Run(job, [wall], wishes)
    starts = [run.starts(_At(((), ()), up, (x,)), up=y is None) for x, up in places[:OF_ONE_WALL]]
    return LatticeChoices(tuple(starts), looked_at_first(y))


class _Run:
    """Walls that join, and whatever they come to at a height that all of them share."""

    def __init__(self, job: Job, walls: Sequence[_Wall], wishes: Sequence[Wish]) -> None:
        self.job, self.walls = job, walls
        self.added = [wish.kind in ADDED for wish in known_of(wishes)]
        self.tried = 0

    def best(self) -> list[_At]:
        """The best heights, climbed from, with each wall's best place across."""
        held = any(wall.tips for wall in self.walls)
        first, by = self.walls[0], self.job.settings.set_within
        rows, now = first.lattice.rows, first.laid.layout.origin[1]
        ys = now - rows * np.arange(1 if held else HEIGHTS) / HEIGHTS
        own = [[] if held else apart(promising(wall.judge), OF_A_WALL) for wall in self.walls]
        ys = np.array([*ys, *(y for places in own for _, y in places)])
        grids = [wall.coarse(ys) for wall in self.walls]
        self.tried = sum(xs.size for xs in grids)
        self.tried += 0 if held else len(self.walls) * looked_at_first()

        def looked_at(row: int, most: int) -> list[list[float]]:
            """Places of each wall at a height: those that promise most, and its own best."""
            return [
                [*(x for x, y in places if y == ys[row]), *xs[row, :most].tolist()]
                for places, xs in zip(own, grids, strict=True)
            ]

        first_look = sorted(
            (self.as_is(float(ys[row]), looked_at(row, FIRST_LOOK)), row) for row in range(len(ys))
        )
        every = [
            self.at(float(ys[row]), looked_at(row, SECOND_LOOK))
            for _, row in first_look[:HEIGHTS_LEFT]
        ]
        every.sort(key=lambda one: (one.worst, one.y))
        ups = (0,) if held else (-1, 0, 1)
        climbed = {self.climbed(one, 8 * by, by, ups) for one in every[:CLIMBED]}
        return sorted({*climbed, *every[:CLIMBED]}, key=lambda one: (one.worst, one.y))

    def as_is(self, y: float, xs: Sequence[Sequence[float]]) -> Key:
        """What the best of some places of each wall come to at a height, as they are."""
        return self._whole(
            [
                min(wall.judge.key((x, y)) for x in own)
                for wall, own in zip(self.walls, xs, strict=True)
            ]
        )

    def at(self, y: float, xs: Sequence[Sequence[float]]) -> _At:
        """The best of some places of each wall at a height."""
        found = [wall.best_of(own, y) for wall, own in zip(self.walls, xs, strict=True)]
        worst, as_is = (self._whole([one[place] for one, _ in found]) for place in (0, 1))
        return _At((worst, as_is), y, tuple(x for _, x in found))

    def _whole(self, keys: Sequence[Key]) -> Key:
        """What all walls come to: counts add up, of sizes the worst counts."""
        return tuple(
            sum(own) if added else max(own)
            for added, own in zip(self.added, zip(*keys, strict=True), strict=True)
        )

    def climbed(self, one: _At, step: float, least: float, ups: Sequence[int]) -> _At:
        """The best that steps to better heights and places beside lead to, ever smaller."""
        while step >= least - EPS:
            beside = [
                self.at(
                    tidy(one.y + step * up),
                    [wall.around(x, step) for wall, x in zip(self.walls, one.xs, strict=True)],
                )
                for up in ups
            ]
            best = min(beside, key=lambda other: other.worst)
            if best.worst < one.worst:
                one = best
            else:
                step /= 2
        return one

    def starts(self, at: _At, *, up: bool = True) -> Chosen:
        """The starts that bring each wall's lattice to a place, and all of them to one height.

        Without ``up`` the first wall keeps the height that it has.
        """
        found = []
        for place, (wall, x) in enumerate(zip(self.walls, at.xs, strict=True)):
            own, field, figure = self.job.walls[wall.number].start, wall.field, wall.lattice.figure
            changes: dict[str, object] = {}
            if not wall.held:
                changes["across"] = FullLeft(nudge=tidy(x + figure.x0 - field.inner.x0))
            if place:
                changes["up"] = Carried()
            elif up and not wall.tips:
                changes["up"] = FullCounter(nudge=tidy(at.y + figure.y0 - field.foot))
            found.append((wall.number, own.model_copy(update=changes)))
        return tuple(found)
