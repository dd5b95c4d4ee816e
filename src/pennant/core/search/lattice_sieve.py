"""Starts of a lattice over one surface that deserve to be planned, the most promising first.

What an edge leaves of a lattice's tile depends on where the tile's outermost points lie: the piece
is as deep as the tile reaches over the line. So a grid over the lattice's whole cell is reckoned
for all edges at once. At the better places what more than one line cuts is clipped as well (see
`lattice_clipping`), at the best of those also a little to either side, and the few that come out
best are planned in full.
"""

import itertools
import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from pennant.core.document.job import Job
from pennant.core.document.settings import Settings
from pennant.core.document.wishes import SeenPlace, Wish
from pennant.core.geometry.clip import Point
from pennant.core.geometry.kept import Same, kept
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, SAME_SIZE, tidy
from pennant.core.layout.field import Edge, Field
from pennant.core.layout.lattice import Lattice
from pennant.core.reading.edges import SAME
from pennant.core.reading.findings import BEHIND, HIDDEN
from pennant.core.reading.seen import SeenWeights
from pennant.core.search.lattice_clipping import Clipping, Floats, Numbers, least_at
from pennant.core.survey.placed import around

ACROSS = 40
"""Places of a grid over the lattice's cell each way, besides those at which something jumps."""
AT_ONE_HEIGHT = ACROSS * 8
"""Places of a grid along one height."""
FAR = 1e9
"""Millimetres: where tiles lie that stand in where an edge meets fewer than are looked at."""
SMALLEST = 8
"""Of an edge's pieces, as many are looked at: more slivers than that are no better than these."""
CLIPPED = 160
"""Of the grid's places, those whose tiles are clipped at the field's edges."""
REFINED = 8
"""Of these, the ones around which places half a step of the grid away are clipped as well."""
JUDGED = 24
"""Of all these, the ones that are clipped a little off either way."""
CLIMBED = 6
"""Of these, the ones from which steps to better places beside them are taken."""
APART = 1.5
"""Millimetres: starts nearer to one another are one, and only the better is let through."""
PLANNED = 12
"""Starts that are let through."""
Key = tuple[int, ...]


@dataclass(frozen=True)
class _Met:
    """An edge, and for every tile that may meet it: how far it reaches across the edge and along.

    ``low`` and ``high`` are the tiles' extents across the edge, ``first`` and ``last`` those along,
    all for the lattice's origin at (0, 0).
    """

    edge: Edge
    at: float
    low: Floats
    high: Floats
    first: Floats
    last: Floats


def places_on(judge: "Judge", y: float | None = None) -> list[Point]:
    """Return where a lattice's origin may lie (mm), the most promising first by the wishes.

    ``y`` is its height where the courses of the wall before are carried on.
    """
    by = judge.clip.settings.set_within
    ups = (0,) if y is not None else (-1, 0, 1)
    judged = promising(judge, y)[:JUDGED]
    judged.sort(key=lambda place: judge.at_worst(place, by))
    climbed = [judge.climbed(place, by, ups) for place in apart(judged, CLIMBED)]
    every = sorted({*climbed, *judged}, key=lambda place: (judge.at_worst(place, by), place))
    return apart(every, PLANNED)


def promising(judge: "Judge", y: float | None = None) -> list[Point]:
    """Return the better places of a grid over the cell, and those beside the best of them: as they
    are, the best first. ``y`` is the height of all of them.
    """
    lattice, field, settings = judge.clip.lattice, judge.clip.field, judge.clip.settings
    by, starts = settings.set_within, _starts(lattice, field.inner, y)
    coarse = coarse_scores(lattice, field, settings, starts, (-by, 0.0, by), judge.clip.weights)
    first = [(float(x), float(up)) for x, up in starts[in_order(coarse)[:CLIPPED]]]
    best = sorted(first, key=judge.key)[:REFINED]
    step = float(np.hypot(*(starts[1] - starts[0]))) / 2
    ups = (0,) if y is not None else (-1, 0, 1)
    finer = [(x + step * dx, up + step * dy) for x, up in best for dx in (-1, 0, 1) for dy in ups]
    return sorted(dict.fromkeys([*first, *finer]), key=judge.key)


def looked_at_first(y: float | None = None) -> int:
    """Return how many places the grid has of which `promising` takes the better ones."""
    return ACROSS * ACROSS if y is None else AT_ONE_HEIGHT


def apart(places: Iterable[Point], most: int) -> list[Point]:
    """Return the first of some places that do not lie beside one another."""
    found: list[Point] = []
    for place in places:
        if len(found) < most and all(math.dist(place, other) >= APART for other in found):
            found.append(place)
    return found


KEPT_JUDGES = 30
"""Surfaces of which it is kept what places come to: those of one kitchen, and of its counters."""


def judge_on(job: Job, lattice: Lattice, field: Field, wishes: Sequence[Wish]) -> "Judge":
    """Return the judge of a lattice's places on a field by wishes: it is the same for all who ask,
    so that no place is judged twice.
    """
    asked = _Asked(job.settings, job.seen, tuple(wishes), job.tile.sheet is not None)
    return _judge(Same(field), lattice, asked)


class _Asked(NamedTuple):
    """What a judge depends on besides what is tiled."""

    settings: Settings
    seen: tuple[SeenPlace, ...]
    wishes: tuple[Wish, ...]
    chips: bool


@kept(KEPT_JUDGES, lambda _: 1)
def _judge(field: Same[Field], lattice: Lattice, asked: _Asked) -> "Judge":
    edges = {edge.id: edge.kind for edge in field.it.edges}
    weights = SeenWeights(asked.settings, asked.seen, field.it.surface.of, edges)
    clip = Clipping(lattice, field.it, asked.settings, asked.wishes, weights, chips=asked.chips)
    return Judge(clip, asked.wishes)


class Judge:
    """Places judged by the wishes, each once."""

    def __init__(self, clip: Clipping, wishes: Sequence[Wish]) -> None:
        self.clip, self.wishes = clip, wishes
        self._keys: dict[Point, Key] = {}

    def key(self, place: Point) -> Key:
        """Return what a place comes to as it is."""
        if place not in self._keys:
            self._keys[place] = self.clip.judge(*place).key(self.wishes)
        return self._keys[place]

    def at_worst(self, place: Point, by: float) -> tuple[Key, Key]:
        """Return what it comes to at its worst when it is set a little off, as a start counts, and
        as it is.
        """
        x, y = place
        moved = [(x + by, y), (x - by, y), (x, y + by), (x, y - by)]
        return max(self.key((tidy(px), tidy(py))) for px, py in (place, *moved)), self.key(place)

    def climbed(self, place: Point, by: float, ups: Sequence[int]) -> Point:
        """Return the best place that steps to better ones beside it lead to, ever smaller down to
        ``by`` (mm).
        """
        step, now = 8 * by, self.at_worst(place, by)
        while step >= by - EPS:
            x, y = place
            beside = [(tidy(x + step * dx), tidy(y + step * dy)) for dx in (-1, 0, 1) for dy in ups]
            # What is no better as it is is no better at its worst.
            better = [one for one in beside if one != place and self.key(one) <= now[0]]
            best = min(better, key=lambda one: self.at_worst(one, by), default=place)
            if self.at_worst(best, by) < now:
                place, now = best, self.at_worst(best, by)
            else:
                step /= 2
        return place


def in_order(scores: Floats) -> Numbers:
    """Return the numbers of scores, the best first: as they stand, the less the better, but the
    last.
    """
    columns = [-scores[:, -1], *(scores[:, n] for n in reversed(range(scores.shape[1] - 1)))]
    return np.lexsort(columns)


def counts_on(lattice: Lattice, field: Field, settings: Settings, starts: Floats) -> Floats:
    """Return for each start (rows of x and y of the lattice's origin) at how many edges something
    must be cured, and at how many it should be avoided, as it is.
    """
    return coarse_scores(lattice, field, settings, starts, (0.0,))[:, :2]


def coarse_scores(
    lattice: Lattice,
    field: Field,
    settings: Settings,
    starts: Floats,
    offs: tuple[float, ...],
    weights: SeenWeights | None = None,
) -> Floats:
    """Return what all edges together get from each start (rows of x and y of the lattice's origin):
    pieces to be cured, to be avoided, and how small the smallest are, at their worst.

    Each where the start is moved by one of ``offs`` (mm).
    """
    # Of a start anywhere the same lattice has one near the field, so that few tiles are reckoned.
    near = np.array([_near(lattice, field.inner, x, y) for x, y in starts])
    scores = np.zeros((len(starts), 3))
    for edge in field.edges:
        if edge.straight:
            times = weights.times(edge.id) if weights else 1
            scores += _score(_met(lattice, field, edge), near, lattice, settings, offs, times)
    return scores


def _near(lattice: Lattice, inner: Rect, x: float, y: float) -> Point:
    """The lattice point that lies in the cell at the lower left of the field."""
    first, second = lattice.within(x - inner.x0, y - inner.y0)
    (ax, ay), (bx, by) = lattice.steps
    return inner.x0 + first * ax + second * bx, inner.y0 + first * ay + second * by


def _starts(lattice: Lattice, inner: Rect, y: float | None) -> Floats:
    """A grid over one cell of the lattice, near the lower left of the field."""
    shares = (np.arange(ACROSS) + 0.5) / ACROSS
    (ax, ay), (bx, by) = lattice.steps
    if y is not None:
        # Along one height: as far as the steps reach across, which is at least one repeat.
        reach = abs(ax) + abs(bx)
        xs = inner.x0 + reach * (np.arange(AT_ONE_HEIGHT) + 0.5) / AT_ONE_HEIGHT
        return np.stack([xs, np.full(len(xs), y)], axis=1)
    found = [
        (inner.x0 + s * ax + t * bx, inner.y0 + s * ay + t * by)
        for s, t in itertools.product(shares, shares)
    ]
    return np.array(found)


def _met(lattice: Lattice, field: Field, edge: Edge) -> _Met:
    """The tiles that may meet an edge, wherever in its cell the lattice begins."""
    at = edge.along[0][1]
    (ax, ay), (bx, by) = lattice.steps
    reach = Rect(at, edge.low, at, edge.high) if edge.upright else Rect(edge.low, at, edge.high, at)
    inner = field.inner
    room = Rect(
        reach.x0 - inner.x0 - abs(ax) - abs(bx),
        reach.y0 - inner.y0 - abs(ay) - abs(by),
        reach.x1 - inner.x0 + abs(ax) + abs(bx),
        reach.y1 - inner.y0 + abs(ay) + abs(by),
    )
    boxes = [around(outline) for outline in lattice.outlines]
    rows = []
    for number, x, y in lattice.over(room, 0.0, 0.0):
        box = boxes[number]
        rows.append((box.x0 + x, box.x1 + x, box.y0 + y, box.y1 + y))
    rows += [(FAR, FAR, FAR, FAR)] * max(SMALLEST + 1 - len(rows), 0)
    x0, x1, y0, y1 = np.array(rows).T
    across, along = ((x0, x1), (y0, y1)) if edge.upright else ((y0, y1), (x0, x1))
    return _Met(edge, at, *across, *along)


def _score(
    met: _Met,
    starts: Floats,
    lattice: Lattice,
    settings: Settings,
    offs: tuple[float, ...],
    times: int,
) -> Floats:
    """What an edge gets for every start: pieces to be cured, to be avoided (each counts ``times``),
    and the smallest.

    Each at its worst where the start is moved by one of ``offs`` (mm) across the edge.
    """
    across, along = (0, 1) if met.edge.upright else (1, 0)
    worst = np.zeros((len(starts), 3))
    worst[:, 2] = FAR
    for off in offs:
        moved = starts[:, across, None] + off
        low, high = met.low + moved, met.high + moved
        first, last = met.first + starts[:, along, None], met.last + starts[:, along, None]
        cut = (low < met.at - EPS) & (high > met.at + EPS)
        cut &= (first < met.edge.high - EPS) & (last > met.edge.low + EPS)
        size = np.where(cut, high - met.at if met.edge.inward > 0 else met.at - low, FAR)
        few = np.sort(np.partition(size, SMALLEST, axis=1)[:, :SMALLEST], axis=1)
        # Pieces of one size at an edge are one finding.
        other = np.diff(few, axis=1, prepend=-1.0) > SAME
        least, limit = few[:, 0], least_at(met.edge, lattice, settings) - SAME_SIZE
        counted = np.zeros((len(starts), 3))
        never = (other & (few < limit)).sum(axis=1)
        counted[:, 1 if met.edge.kind in BEHIND else 0] = never
        if met.edge.kind not in HIDDEN:
            small = settings.small_share * lattice.least_width - SAME_SIZE
            counted[:, 1] += (other & (few < small) & (few >= limit)).sum(axis=1)
        counted[:, 1] *= times
        worst[:, :2] = np.maximum(worst[:, :2], counted[:, :2])
        worst[:, 2] = np.minimum(worst[:, 2], least)
    # Of many edges the sum is looked at: a little more everywhere is better than less somewhere.
    worst[:, 2] = np.minimum(worst[:, 2], lattice.least_width)
    return worst
