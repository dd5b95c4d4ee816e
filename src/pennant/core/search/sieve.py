"""The best start of one wall, found exactly.

Where a tile's edge passes a line of the wall, what the line gets jumps; between two such places
every size is straight in the start. So the best start is at a jump, where two sizes cross, where a
size crosses a limit, or between two of these: a few hundred places each way, and no grid.

Sizes at upright lines depend on the start across, and on the start up only through which kinds of
course meet which line; there are few such patterns, and all starts across are reckoned for each at
once. The reckoning is a sieve: what it lets through is planned in full and judged by its pieces.
"""

import functools
import itertools
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
import numpy.typing as npt

from pennant.core.document.module import Module
from pennant.core.document.pattern import Bond
from pennant.core.document.settings import Settings
from pennant.core.document.wishes import BANDS, COUNTED, Wish, WishKind
from pennant.core.geometry.tolerance import EPS, distinct_lines
from pennant.core.layout.courses import phases, shift_of
from pennant.core.layout.field import Edge, Field
from pennant.core.layout.fit import FittedSpan, slipped
from pennant.core.layout.layout import BorderRow
from pennant.core.reading.findings import (
    BEHIND,
    HIDDEN,
    STRAIGHT_ENDS,
    TOPS,
    is_bare,
    least_setting,
)
from pennant.core.reading.seen import SeenWeights
from pennant.core.search.edge_runs import runs_of

Floats = npt.NDArray[np.float64]
NEAR = 0.4
"""Millimetres: starts that lie nearer to one another are one."""
MOST_MARKS = 4_000
"""Starts each way that are tried on one wall. Where a staggered bond and very many things make
more, they are thinned evenly, and the best of those left is taken."""
MOST_MODULES = 6
"""Modules over which starts are tried where a border's tile is of another length than the tile."""


@dataclass(frozen=True)
class Group:
    """Pieces at one edge that have one size: of one kind of course, before one further line.

    A border is a kind of course of its own, after those of the bond.
    """

    edge: int
    phase: int
    run: float


class Boxed(NamedTuple):
    """A box that a kind of course meets; ``splits`` where it is at least as high as the course."""

    box: int
    phase: int
    splits: bool


@dataclass(frozen=True)
class Direction:
    """One direction: the step from tile to tile, the tile's size, and the shift of each phase.

    ``used`` are the shifts of those phases that occur.
    """

    step: float
    size: float
    shifts: tuple[float, ...]
    used: tuple[float, ...]

    def left_over(self, start: Floats, edge: Edge, at: float, phase: int, joint: float) -> Floats:
        """The size of the piece at a line, for every start; full where a joint is on the line."""
        first = start + self.shifts[phase]
        if edge.inward > 0:  # the tile that holds the line reaches on from it
            into = (at - first) % self.step
            return np.where(into >= self.size - EPS, self.size, self.size - into)
        into = (at - first) % self.step
        return np.where(
            (into > self.size + EPS) | (into <= EPS), self.size, np.minimum(into, self.size)
        )


Met = tuple[frozenset[Group], frozenset[Boxed]]
"""Which kinds of course meet which upright lines and boxes."""
SIEVED: tuple[WishKind, ...] = (
    "never", "avoid", "even", "smallest", "full-left", "full-right", "whole-counter", "whole-top",
    "centred",
)  # fmt: skip
"""The wishes that the sieve reckons; what depends on whole pieces is left to the plans."""


@dataclass(frozen=True)
class Bands:
    """Where a border lies, from the pennant's course (mm), and how rows on either side are moved.

    ``low`` is the lower edge of its tiles and ``next`` that of the course upon it.
    """

    low: float
    next: float
    height: float
    under: float
    over: float

    @classmethod
    def of(cls, border: BorderRow, module: Module) -> "Bands":
        """Return where a border lies: above its courses, or beneath them where they hang."""
        extra = border.module.up
        if border.down:
            low = (1 - border.after) * module.up - extra
            return cls(low, low + extra, border.module.height, -extra, 0.0)
        low = border.after * module.up
        return cls(low, low + extra, border.module.height, 0.0, extra)


@dataclass(frozen=True)
class Sieved:
    """Starts that the sieve let through: lower left corners of a full tile (mm), the best first."""

    places: tuple[tuple[float, float], ...]
    tried: int


class Search:
    """The search over one surface's field."""

    def __init__(
        self, field: Field, module: Module, bond: Bond, settings: Settings,
        spans: Sequence[FittedSpan] = (), around: float | None = None,
        border: BorderRow | None = None, weights: SeenWeights | None = None,
    ) -> None:  # fmt: skip
        """``around`` is the height of the pennant's course (mm), at the counter if not given.

        What is to be avoided counts by ``weights``; without them each place counts once.
        """
        self.weights = weights
        self.field, self.module, self.bond, self.settings = field, module, bond, settings
        self.spans = spans
        self.foot = field.foot if around is None else around
        shifts = tuple(shift_of(row, bond, module) for row in range(phases(bond)))
        rows = range(len(shifts))
        if bond.by_rule:
            low = int((field.inner.y0 - self.foot) // module.up) - 1
            rows = range(low, int((field.inner.y1 - self.foot) // module.up) + 3)
        used = tuple(sorted({shifts[row % len(shifts)] for row in rows}))
        self.across = Direction(module.across, module.width, shifts, used)
        self.up = Direction(module.up, module.height, (0.0,), (0.0,))
        self.kinds = phases(bond)
        self.border = border
        self.bands = Bands.of(border, module) if border else None
        other = border.module if border else module
        self.along_border = Direction(other.across, other.width, (0.0,), (0.0,))
        self.centres: list[float] = []
        self.only: dict[WishKind, set[str]] = {}
        shown = [keep for keep in field.keep_outs if not keep.hidden]
        self.uprights = [edge for edge in field.edges if edge.upright]
        self.levels = [edge for edge in field.edges if not edge.upright]
        self.upright_runs = [runs_of(edge, shown, field) for edge in self.uprights]
        self.level_runs = [runs_of(edge, shown, field) for edge in self.levels]
        self.openings = {thing.id for thing in field.surface.things if thing.form == "opening"}
        self.boxes = [keep for keep in field.keep_outs if keep.hidden]

    def best(self, wishes: Sequence[Wish], most: int, at_height: float | None = None) -> Sieved:
        """Return up to ``most`` starts, best first by the wishes in their order.

        ``at_height`` holds the courses where they are (mm), for a wall that carries them on. Else
        the pennant's course is the one that the counter cuts, or the full one upon it.
        """
        self.bind(wishes)
        xs = self.marks_across()
        ys = self.foot - (self.foot - self.marks_up()) % self.module.up
        ys = ys if at_height is None else np.array([at_height])
        kinds = [wish.kind for wish in wishes if wish.kind in SIEVED]
        bands = np.array([BANDS[kind] or 1.0 for kind in kinds])
        # The best of each height, apart from one another; then the best of all heights.
        best: list[tuple[tuple[float, ...], float, float]] = []
        for y, row in zip(ys, self.rows(xs, ys, [*kinds, "smallest"]), strict=True):
            keys = np.round(row[:-1] / bands[:, None])
            order = np.lexsort([row[-1], *keys[::-1]])
            best += [((*keys[:, index], row[-1, index]), float(xs[index]), float(y))
                     for index in _apart(order, xs, most)]  # fmt: skip
        best.sort(key=lambda one: one[0])
        places: list[tuple[float, float]] = []
        for _, across, up in best:
            if all(abs(across - x) + abs(up - y) > NEAR for x, y in places):
                places.append((across, up))
            if len(places) == most:
                break
        return Sieved(tuple(places), len(xs) * len(ys))

    def rows(self, xs: Floats, ys: Floats, kinds: Sequence[WishKind]) -> Iterator[Floats]:
        """Yield, height by height, the scores of every start across, each at its worst when it is
        set a little off: by kind and place.
        """
        wanted = [SIEVED.index(kind) for kind in kinds]
        up_scores = self._robust(ys, self.up_scores)[wanted]
        by_pattern: dict[Met, tuple[Floats, Floats]] = {}

        def across_at(met: Met) -> tuple[Floats, Floats]:
            """As they are, and at their worst."""
            if met not in by_pattern:
                score = functools.partial(self.across_scores, groups=met[0], boxed=met[1])
                by_pattern[met] = score(xs)[wanted], self._robust(xs, score)[wanted]
            return by_pattern[met]

        by = self.settings.set_within
        counted = np.array([kind in COUNTED for kind in kinds])[:, None]
        for number, y in enumerate(ys):
            met = self.pattern(float(y))
            worst = across_at(met)[1]
            # Set a little higher or lower, other courses may meet a line.
            for beside in {self.pattern(float(y) + off) for off in (-by, by)} - {met}:
                worst = np.maximum(worst, across_at(beside)[0])
            up = up_scores[:, number, None]
            yield np.where(counted, worst + up, np.maximum(worst, up))

    def bind(self, wishes: Sequence[Wish]) -> None:
        """Take up the places that wishes are bound to."""
        things = {thing.id: thing for thing in self.field.surface.things}
        for wish in wishes:
            if wish.kind == "centred" and wish.at in things:
                box = things[wish.at].box
                self.centres.append((box.x0 + box.x1) / 2)
            elif wish.at:
                self.only.setdefault(wish.kind, set()).add(wish.at)

    def _counts(self, kind: WishKind, owner: str) -> bool:
        return kind not in self.only or owner in self.only[kind]

    def marks_across(self) -> Floats:
        """Return every start across at which anything changes.

        Over one module; over several where a border's tile is of another length, because it begins
        with the pennant's tile, and a whole tile more then moves its joints.
        """
        beside = [(keep.box.x0, keep.box.x1) for keep in self.boxes]
        marks = self._candidates(self.across, self.uprights, beside)
        if self.repeats == 1:
            return marks
        step, whole = self.across.step, self.across.step * self.repeats
        of_border = self._candidates(self.along_border, self.uprights, beside)
        turns = range(int(whole / self.along_border.step) + 1)
        every = [mark + turn * step for turn in range(self.repeats) for mark in marks]
        every += [mark + turn * self.along_border.step for turn in turns for mark in of_border]
        return np.array(distinct_lines(0.0, whole, sorted(m for m in every if m < whole))[:-1])

    @property
    def repeats(self) -> int:
        """Over how many modules starts across differ."""
        if abs(self.along_border.step - self.across.step) <= EPS:
            return 1
        inner = self.field.inner
        return max(1, min(MOST_MODULES, round((inner.x1 - inner.x0) / self.across.step)))

    def marks_up(self) -> Floats:
        """Return every start up, over one module, at which anything changes."""
        over = [(keep.box.y0, keep.box.y1) for keep in self.boxes]
        return self._candidates(self.up, self.levels, over)

    # --- candidates ----------------------------------------------------------------------------

    def _candidates(
        self, way: Direction, edges: list[Edge], boxes: list[tuple[float, float]]
    ) -> Floats:
        """Jumps, crossings of pairs and of limits, and a place between each two of them."""
        least = self.settings.least_piece, self.settings.least_top_piece
        limits = [*least, self.settings.small_share * way.size, self.settings.least_leg]
        if way is self.across and self.module.lock:
            limits.append(self.module.width - self.module.lock)
        marks: list[float] = []
        ats = [(edge.inward, at) for edge in edges for at in set(edge.reach)]
        ats += [(sign, at) for low, high in boxes for sign, at in ((-1, low), (1, high))]
        if way is self.up and self.bands:
            marks += self._border_marks(ats, least)
            moved = {self.bands.under, self.bands.over} - {0.0}
            ats += [(sign, at - by) for sign, at in ats for by in moved]
        if way is self.across:
            ats = [(sign, at + slipped(self.spans, at)) for sign, at in ats]
            marks += [c - shift - part for c, shift, part in itertools.product(
                self.centres, way.used, (way.size / 2, way.size / 2 + way.step / 2))]  # fmt: skip
        for (sign, at), shift in itertools.product(ats, way.used):
            sizes = (0.0, way.size, *limits)
            marks += [(at - shift + (size - way.size if sign > 0 else -size)) for size in sizes]
        before = [at for sign, at in ats if sign < 0]
        after = [at for sign, at in ats if sign > 0]
        sums = {round(a + b, 6) for a, b in itertools.product(before, after)}
        shifts = {round(a + b, 6) for a, b in itertools.product(way.used, way.used)}
        for total, shift in itertools.product(sums, shifts):
            middle = (total - way.size - shift) / 2
            marks += [middle, middle + way.step / 2]
        # A start counts at its worst within the tolerance of setting, which jumps where a place so
        # far to either side does: those places are candidates too.
        by = self.settings.set_within
        marks += [mark + off for mark in marks for off in (-by, by)]
        within = sorted({round(mark % way.step, 6) for mark in marks})
        kept = distinct_lines(0.0, way.step, within)
        kept = kept[:: -(-2 * len(kept) // MOST_MARKS)]
        between = [(a + b) / 2 for a, b in itertools.pairwise(kept)]
        return np.array(sorted({*kept[:-1], *between} or {0.0}))

    def _border_marks(
        self, ats: list[tuple[int, float]], limits: tuple[float, float]
    ) -> list[float]:
        """Starts up at which an edge meets the border's own lines, or cuts it to a limit."""
        assert self.bands is not None
        low, height = self.bands.low, self.bands.height
        sizes = (0.0, height, *limits, self.settings.small_share * height, self.settings.least_leg)
        return [
            at - low - (height - size if sign > 0 else size)
            for sign, at in ats
            for size in sizes
            if size <= height
        ]

    # --- scores --------------------------------------------------------------------------------

    def _robust(self, starts: Floats, score: Callable[[Floats], Floats]) -> Floats:
        """The worst of each score within the tolerance of setting, either way."""
        by = self.settings.set_within
        return np.asarray(np.maximum.reduce([score(starts + off) for off in (-by, 0.0, by)]))

    def pattern(self, y: float) -> tuple[frozenset[Group], frozenset[Boxed]]:
        """Return which kinds of course meet which upright line and box, for a start up."""
        inner, module = self.field.inner, self.module
        low = int(np.floor((inner.y0 - y) / module.up)) - 1
        high = int(np.ceil((inner.y1 - y) / module.up)) + 1
        groups, boxed = set(), set()
        for kind, bottom, height in self._rows(y, range(low, high)):
            foot, head = max(bottom, inner.y0), min(bottom + height, inner.y1)
            if head - foot <= EPS:
                continue
            for number, runs in enumerate(self.upright_runs):
                for first, last, run in runs:
                    if foot < last - EPS and head > first + EPS:
                        groups.add(Group(number, kind, run))
            for number, keep in enumerate(self.boxes):
                if foot < keep.box.y1 - EPS and head > keep.box.y0 + EPS:
                    splits = keep.box.y0 <= foot + EPS and keep.box.y1 >= head - EPS
                    boxed.add(Boxed(number, kind, splits))
        return frozenset(groups), frozenset(boxed)

    def _rows(self, y: float, rows: range) -> Iterator[tuple[int, float, float]]:
        """Yield the kind of each row, its lower edge and its height; the border is one of them."""
        up, bands = self.module.up, self.bands
        extra = 0 if bands is None else int((bands.next - bands.low) // up) + 1
        for row in range(rows.start - extra, rows.stop + extra):
            by = 0.0
            if bands is not None:
                by = bands.over if row * up >= bands.next - bands.over - EPS else bands.under
            yield row % self.kinds, y + row * up + by, self.module.height
        if bands is not None:
            yield self.kinds, y + bands.low, bands.height

    def _way(self, kind: int) -> tuple[Direction, int, tuple[FittedSpan, ...]]:
        """The way along a kind of course, its phase in it, and the spans that it is fitted to."""
        if self.bands is not None and kind == self.kinds:
            return self.along_border, 0, ()
        return self.across, kind, tuple(self.spans)

    def across_scores(
        self, starts: Floats, groups: frozenset[Group], boxed: frozenset[Boxed]
    ) -> Floats:
        """Return the scores (in the order of `SIEVED`) of starts across, for one pattern."""
        never, avoid, even = (np.zeros(len(starts)) for _ in range(3))
        smallest = np.full(len(starts), self.module.width)
        ends = {side: np.full(len(starts), self.module.width) for side in ("left", "right")}
        sizes: dict[tuple[str, int, str], Floats] = {}
        bare: dict[int, npt.NDArray[np.bool_]] = {}
        locked: dict[int, npt.NDArray[np.bool_]] = {}
        for group in sorted(groups, key=lambda g: (g.edge, g.phase, g.run)):
            edge = self.uprights[group.edge]
            at = edge.reach[0] if edge.inward < 0 else edge.reach[1]
            way, phase, spans = self._way(group.phase)
            at += slipped(spans, at)
            size = way.left_over(starts, edge, at, phase, self.module.joint)
            size = np.minimum(size, group.run)
            self._judge(edge, size, way.size, never, avoid)
            if is_bare(edge):
                shown = bare.get(group.edge, np.zeros(len(starts), dtype=bool))
                bare[group.edge] = shown | (size < way.size - EPS)
            if self.module.lock and edge.kind in STRAIGHT_ENDS:
                long = size > self.module.width - self.module.lock + EPS
                locked[group.edge] = locked.get(group.edge, False) | long
            if self._counts("smallest", edge.owner):
                smallest = np.minimum(smallest, size)
            sizes[edge.owner, group.phase, edge.side] = size
            if edge.owner == self.field.surface.id:
                ends[edge.side] = np.minimum(ends[edge.side], way.size - size)
        avoid += sum(self._times(self.uprights[number].id) * on for number, on in bare.items())
        never += sum(locked.values())
        for (owner, phase, side), left in sizes.items():
            right = sizes.get((owner, phase, "right"))
            if side == "left" and right is not None and owner in self.openings:
                seen = self._uneven(left, right)
                avoid += seen * self._times(f"{owner}:left", f"{owner}:right")
                if self._counts("even", owner):
                    even = np.maximum(even, seen * np.abs(left - right))
        for number, phase, splits in sorted(boxed):
            box = self.boxes[number].box
            way, kind, spans = self._way(phase)
            by = slipped(spans, box.x0)
            low, high = box.x0 + by, box.x1 + by
            times = self._times(self.boxes[number].owner)
            avoid += times * self._legs(way, starts, low, high, kind)
            if splits:
                strips, thin = self._strips(way, starts, low, high, kind)
                never += strips
                avoid -= times * thin  # such a leg is a piece of its own, and counts as that
        none = np.zeros(len(starts))
        centred = np.zeros(len(starts))
        for centre in self.centres:
            centred = np.maximum(centred, self._off_centre(starts, centre))
        found = [never, avoid, even, -smallest, ends["left"], ends["right"], none, none, centred]
        return np.stack(found)

    def _off_centre(self, starts: Floats, centre: float) -> Floats:
        """How far a centreline is from a tile's or a joint's middle, in the best kind of course."""
        half = self.across.step / 2
        offs = [
            (centre - starts - shift - self.across.size / 2) % half for shift in self.across.used
        ]
        return np.asarray(np.minimum.reduce([np.minimum(off, half - off) for off in offs]))

    def up_scores(self, starts: Floats) -> Floats:
        """Return the scores (in the order of `SIEVED`) of starts up."""
        never, avoid = np.zeros(len(starts)), np.zeros(len(starts))
        smallest = np.full(len(starts), self.module.height)
        foot, top, none = (np.zeros(len(starts)) for _ in range(3))
        for edge, runs in zip(self.levels, self.level_runs, strict=True):
            at = edge.reach[0] if edge.inward < 0 else edge.reach[1]
            plain, full = self._left_up(starts, edge, at)
            shown = np.zeros(len(starts), dtype=bool)
            for run in sorted({run for _, _, run in runs}):
                size = np.minimum(plain, run)
                self._judge(edge, size, full, never, avoid)
                if self._counts("smallest", edge.owner):
                    smallest = np.minimum(smallest, size)
                if edge.kind == "counter":
                    foot = np.maximum(foot, full - size)
                elif edge.kind in TOPS:
                    top = np.maximum(top, full - size)
                shown |= size < full - EPS
            avoid += self._times(edge.id) * (shown & is_bare(edge))
        for keep in self.boxes:
            moved = starts
            if self.bands is not None:
                beyond = keep.box.y0 - starts >= self.bands.next
                moved = starts + np.where(beyond, self.bands.over, self.bands.under)
            legs = self._legs(self.up, moved, keep.box.y0, keep.box.y1, 0)
            avoid += self._times(keep.owner) * legs
        return np.stack([never, avoid, none, -smallest, none, none, foot, top, none])

    def _left_up(self, starts: Floats, edge: Edge, at: float) -> tuple[Floats, Floats | float]:
        """The size of the piece at a level line, for every start, and that of its whole tile."""
        whole, bands = self.module.height, self.bands
        plain = self.up.left_over(starts, edge, at, 0, self.module.joint)
        if bands is None:
            return plain, whole
        over = self.up.left_over(starts + bands.over, edge, at, 0, self.module.joint)
        under = self.up.left_over(starts + bands.under, edge, at, 0, self.module.joint)
        rel = at - starts
        into = rel - bands.low
        if edge.inward > 0:
            within = (into > -self.module.bed - EPS) & (into < bands.height - EPS)
            size = np.minimum(bands.height - into, bands.height)
        else:
            within = (into > EPS) & (rel < bands.next + EPS)
            size = np.minimum(into, bands.height)
        beside = np.where(rel >= bands.next - self.module.bed - EPS, over, under)
        return np.where(within, size, beside), np.where(within, bands.height, whole)

    def _judge(
        self, edge: Edge, size: Floats, full: Floats | float, never: Floats, avoid: Floats
    ) -> None:
        """Count what would be found at an edge; the arrays are added to in place."""
        least = getattr(self.settings, least_setting(edge.kind))
        cut = size < full - EPS
        times = self._times(edge.id)
        less = cut & (size < least - EPS)
        if edge.kind in BEHIND:
            avoid += times * less
        else:
            never += less
        if edge.kind not in HIDDEN:
            small = size < self.settings.small_share * full - EPS
            avoid += times * (cut & small & (size >= least - EPS))

    def _times(self, *places: str) -> int:
        """How often something to be avoided counts there."""
        return self.weights.times(*places) if self.weights else 1

    def _uneven(self, left: Floats, right: Floats) -> Floats:
        apart = np.abs(left - right)
        larger = np.maximum(left, right)
        return np.asarray(
            (apart > self.settings.uneven_difference + EPS)
            & (apart > self.settings.uneven_ratio * larger + EPS), dtype=np.float64,
        )  # fmt: skip

    def _legs(self, way: Direction, starts: Floats, low: float, high: float, phase: int) -> Floats:
        """Thin legs of tile beside a hole: a tile's edge just outside it, on either side."""
        first, limit = starts + way.shifts[phase], self.settings.least_leg
        left = (low - first) % way.step
        right = (first + way.size - high) % way.step
        return np.asarray(
            ((left > EPS) & (left < limit - EPS)), dtype=np.float64
        ) + np.asarray(((right > EPS) & (right < limit - EPS)), dtype=np.float64)  # fmt: skip

    def _strips(
        self, way: Direction, starts: Floats, low: float, high: float, phase: int
    ) -> tuple[Floats, Floats]:
        """Pieces that a box as high as the course splits off a tile, too small to be cut: how many,
        and how many of these are thin legs as well.
        """
        first, size = starts + way.shifts[phase], way.size
        left = (low - first) % way.step
        right = size - left - (high - low)
        split = (left > EPS) & (right > EPS)
        least, leg = self.settings.least_piece, self.settings.least_leg
        strips, thin = np.zeros(len(starts)), np.zeros(len(starts))
        for strip in (left, right):
            small = np.minimum(strip, self.module.height) < least - EPS
            strips += split & small
            thin += split & small & (strip < leg - EPS)
        return strips, thin


def _apart(order: npt.NDArray[np.int_], places: Floats, most: int) -> list[int]:
    """The first of some places, in an order, that do not lie beside one another."""
    found: list[int] = []
    for index in order.tolist():
        if all(abs(places[index] - places[other]) > NEAR for other in found):
            found.append(index)
        if len(found) == most:
            break
    return found
