"""The best start of one wall, found exactly.

Where a tile's edge passes a line of the wall, what the line gets jumps; between two such places
every size is straight in the start. So the best start is at a jump, where two sizes cross, where a
size crosses a limit, or between two of these: a few hundred places each way, and no grid.

Sizes at upright lines depend on the start across, and on the start up only through which kinds of
course meet which line; there are few such patterns, and all starts across are reckoned for each at
once. The reckoning is a sieve: what it lets through is planned in full and judged by its pieces.
"""

import itertools
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from pennant.core.document.module import Module
from pennant.core.document.pattern import Bond
from pennant.core.document.settings import Settings
from pennant.core.document.wishes import COUNTED, Wish, WishKind
from pennant.core.geometry.tolerance import EPS, SAME_SIZE, distinct_lines
from pennant.core.layout.courses import phases, shift_of
from pennant.core.layout.field import Edge, Field, Side
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
from pennant.core.search.directions import Bands, Boxed, Direction, Floats, Group, Met
from pennant.core.search.edge_runs import runs_of
from pennant.core.search.priorities import (
    TopPiece,
    base_of,
    counter_short,
    ends_short,
    failing_tops,
    gap_opened,
    open_ends,
    window_short,
)

NEAR = 0.4
"""Millimetres: starts that lie nearer to one another are one."""
MOST_MARKS = 4_000
"""Starts each way that are tried on one wall. Where a staggered bond and very many things make
more, they are thinned evenly, and the best of those left is taken."""
MOST_MODULES = 6
"""Modules over which starts are tried where a border's tile is of another length than the tile."""


SIEVED: tuple[WishKind, ...] = (
    "never",
    "fix-seen",
    "fix-hidden",
    "avoid",
    "legs",
    "even",
    "smallest",
    "full-left",
    "full-right",
    "whole-counter",
    "whole-top",
    "centred",
    "counter",
    "window",
    "ends",
)
"""The wishes that the sieve reckons; what depends on whole pieces is left to the plans."""


Floating = Mapping[Side, tuple[float, float]]
Moved = frozenset[Side]
NOTHING_MOVED: Moved = frozenset()
NO_START = 1e6
"""What no start comes to: where an end cannot reach a whole tile."""


class Search:
    """The search over one surface's field."""

    def __init__(
        self,
        field: Field,
        module: Module,
        bond: Bond,
        settings: Settings,
        spans: Sequence[FittedSpan] = (),
        around: float | None = None,
        border: BorderRow | None = None,
        weights: SeenWeights | None = None,
        floats: Floating | None = None,
    ) -> None:
        """``around`` is the height of the pennant's course (mm), at the counter if not given.

        What is to be avoided counts by ``weights``; without them each place counts once. ``floats``
        says of an open end or top how far short of its line and past it it may be (mm).
        """
        self.floats = dict(floats or {})
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
        self.shown = open_ends(field, (), by_rule=bond.by_rule)
        self.base = base_of(field).edges
        self.failing = failing_tops(field, module, settings, weights)

    def rows(
        self, xs: Floats, ys: Floats, kinds: Sequence[WishKind], moved: Moved = NOTHING_MOVED
    ) -> Iterator[Floats]:
        """Yield, height by height, the scores of every start across: by kind and place.

        ``moved`` are the floating ends, and the top, that go to where tiles come out full.
        """
        wanted = [SIEVED.index(kind) for kind in kinds]
        up_scores = self.up_scores(ys, moved)[wanted]
        by_pattern: dict[Met, Floats] = {}
        counted = np.array([kind in COUNTED for kind in kinds])[:, None]
        for number, y in enumerate(ys):
            met = self.pattern(float(y))
            if met not in by_pattern:
                by_pattern[met] = self.across_scores(xs, *met, moved)[wanted]
            across, up = by_pattern[met], up_scores[:, number, None]
            yield np.where(counted, across + up, np.maximum(across, up))

    def bind(self, wishes: Sequence[Wish]) -> None:
        """Take up the places that wishes are bound to."""
        things = {thing.id: thing for thing in self.field.surface.things}
        for wish in wishes:
            if wish.kind == "centred" and wish.at in things:
                box = things[wish.at].box
                self.centres.append((box.x0 + box.x1) / 2)
            elif wish.at:
                self.only.setdefault(wish.kind, set()).add(wish.at)
        self.shown = open_ends(self.field, wishes, by_rule=self.bond.by_rule)

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
        # A little under a limit still passes; half a tile is one at an open end.
        limits += [limit - SAME_SIZE for limit in (*limits, way.size / 2)]
        if way is self.across and self.module.lock:
            limits.append(self.module.width - self.module.lock)
        marks: list[float] = []
        ats = [(edge.inward, at) for edge in edges for at in set(edge.reach)]
        ats += [
            (edge.inward, at + by)
            for edge in edges
            if self._floats_at(edge)
            for at in set(edge.reach)
            for by in self._limits_of(edge)
        ]
        ats += [(sign, at) for low, high in boxes for sign, at in ((-1, low), (1, high))]
        if way is self.up and self.bands:
            marks += self._border_marks(ats, least)
            moved = {self.bands.under, self.bands.over} - {0.0}
            ats += [(sign, at - by) for sign, at in ats for by in moved]
        if way is self.across:
            ats = [(sign, at + slipped(self.spans, at)) for sign, at in ats]
            marks += [
                c - shift - part
                for c, shift, part in itertools.product(
                    self.centres, way.used, (way.size / 2, way.size / 2 + way.step / 2)
                )
            ]
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
                own = self.uprights[number].owner == self.field.surface.id
                for first, last, run in runs:
                    beside = min(head, last) - max(foot, first)
                    # A tile notched round a thing's corner that keeps half is no piece there.
                    notched = not own and beside < head - foot - EPS and beside <= height / 2
                    if beside > EPS and not notched:
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

    def _floats_at(self, edge: Edge) -> bool:
        """Whether an edge is an open end or top of the wall that may float."""
        own = edge.owner == self.field.surface.id and edge.kind in ("open-end", "open-top")
        return own and edge.side in self.floats

    def _limits_of(self, edge: Edge) -> tuple[float, float]:
        """How far a floating line may go, left or down and right or up (mm)."""
        short, out = self.floats[edge.side]
        return (-short, out) if edge.inward < 0 else (-out, short)

    def moves(self, starts: Floats, groups: Iterable[Group], side: Side) -> Floats:
        """Return how far (mm, right is positive) a floating end goes from each start to where a
        tile of some course ends; not a number where it reaches none.
        """
        best = np.full(len(starts), np.nan)
        for group in groups:
            edge = self.uprights[group.edge]
            if edge.side != side or not self._floats_at(edge):
                continue
            at = edge.innermost
            way, phase, _ = self._way(group.phase)
            size = way.left_over(starts, edge, at, phase)
            best = _nearer(best, edge, size, way.size, self.module.joint, self._limits_of(edge))
        return best

    def top_moves(self, starts: Floats) -> Floats:
        """Return how far (mm) a floating top goes from each start up to where a course ends."""
        best = np.full(len(starts), np.nan)
        for edge in self.levels:
            if self._floats_at(edge):
                at = edge.innermost
                size, full = self._left_up(starts, edge, at)
                best = _nearer(best, edge, size, full, self.module.bed, self._limits_of(edge))
        return best

    def across_scores(
        self,
        starts: Floats,
        groups: frozenset[Group],
        boxed: frozenset[Boxed],
        moved: Moved = NOTHING_MOVED,
    ) -> Floats:
        """Return the scores (in the order of `SIEVED`) of starts across, for one pattern."""
        counts = _Counts.none(len(starts))
        even, window = np.zeros(len(starts)), np.zeros(len(starts))
        smallest = np.full(len(starts), self.module.width)
        ends = {side: np.full(len(starts), self.module.width) for side in ("left", "right")}
        best: dict[str, Floats] = {}
        least: dict[str, Floats] = {}
        sizes: dict[tuple[str, int, str], Floats] = {}
        bare: dict[int, npt.NDArray[np.bool_]] = {}
        locked: dict[int, npt.NDArray[np.bool_]] = {}
        by_side = {
            side: self.moves(starts, groups, side) for side in sorted(moved) if side != "top"
        }
        for by in by_side.values():
            counts.seen += np.where(np.isnan(by), NO_START, 0.0)
        shorter: dict[tuple[int, int], Floats | float] = {}
        gaps: dict[int, list[Floats]] = {}
        for group in sorted(groups, key=lambda g: (g.edge, g.phase, g.run)):
            edge = self.uprights[group.edge]
            line = edge.innermost
            way, phase, spans = self._way(group.phase)
            at: Floats | float = line + slipped(spans, line)
            run: Floats | float = group.run
            if edge.side in by_side and self._floats_at(edge):
                at = at + np.nan_to_num(by_side[edge.side])
                run = run - np.nan_to_num(by_side[edge.side]) * edge.inward
            plain = way.left_over(starts, edge, at, phase)
            size = np.minimum(plain, run)
            own = group.edge, group.phase
            self._judge(edge, size, way.size, counts, plain > shorter.get(own, 0.0) + EPS)
            shorter[own] = run
            if is_bare(edge):
                shown = bare.get(group.edge, np.zeros(len(starts), dtype=bool))
                bare[group.edge] = shown | (size < way.size - EPS)
            if self.module.lock and edge.kind in STRAIGHT_ENDS:
                long = size > self.module.width - self.module.lock + EPS
                locked[group.edge] = locked.get(group.edge, False) | long
            if self._counts("smallest", edge.owner):
                smallest = np.minimum(smallest, size)
            place = edge.owner, group.phase, edge.side
            sizes[place] = np.minimum(size, sizes.get(place, size))
            if edge.owner == self.field.surface.id:
                ends[edge.side] = np.minimum(ends[edge.side], way.size - size)
                if edge.kind == "open-end":
                    gap = way.gap_left(starts, edge, at, phase)
                    gaps.setdefault(group.edge, []).append(gap)
                    size = size - np.where(gap > self.settings.set_within + EPS, gap, 0.0)
                    best[edge.side] = np.maximum(best.get(edge.side, size), size)
                    least[edge.side] = np.minimum(least.get(edge.side, size), size)
        counts.avoid += sum(
            self._times(self.uprights[number].id) * on for number, on in bare.items()
        )
        counts.seen += sum(locked.values())
        for number, stops in gaps.items():
            apart = np.maximum.reduce(stops) - np.minimum.reduce(stops)
            ragged = apart > self.settings.set_within + EPS
            counts.avoid += self._times(self.uprights[number].id) * ragged
        for (owner, phase, side), left in sizes.items():
            right = sizes.get((owner, phase, "right"))
            if side == "left" and right is not None and owner in self.openings:
                seen = self._uneven(left, right)
                counts.avoid += seen * self._times(f"{owner}:left", f"{owner}:right")
                if self._counts("even", owner):
                    even = np.maximum(even, seen * np.abs(left - right))
                share = self.settings.small_share
                window = np.maximum(window, window_short(self.module.width, share, [(left, right)]))
        for number, phase, splits in sorted(boxed):
            box = self.boxes[number].box
            way, kind, spans = self._way(phase)
            slip = slipped(spans, box.x0)
            low, high = box.x0 + slip, box.x1 + slip
            times = self._times(self.boxes[number].owner)
            counts.legs += times * self._legs(way, starts, low, high, kind)
            if splits:
                strips, thin = self._strips(way, starts, low, high, kind)
                counts.hidden += strips
                counts.legs -= times * thin  # such a leg is a piece of its own, and counts as that
        none = np.zeros(len(starts))
        centred = np.zeros(len(starts))
        for centre in self.centres:
            centred = np.maximum(centred, self._off_centre(starts, centre))
        known = all(side in best for side in self.shown.ends)
        open_short = ends_short(self.module.width, self.shown, best, least) if known else none
        return np.stack(
            [
                *counts.in_order(),
                even,
                -smallest,
                ends["left"],
                ends["right"],
                none,
                none,
                centred,
                none,
                window,
                np.broadcast_to(open_short, none.shape),
            ]
        )

    def _off_centre(self, starts: Floats, centre: float) -> Floats:
        """How far a centreline is from a tile's or a joint's middle, in the best kind of course."""
        half = self.across.step / 2
        offs = [
            (centre - starts - shift - self.across.size / 2) % half for shift in self.across.used
        ]
        return np.asarray(np.minimum.reduce([np.minimum(off, half - off) for off in offs]))

    def up_scores(self, starts: Floats, moved: Moved = NOTHING_MOVED) -> Floats:
        """Return the scores (in the order of `SIEVED`) of starts up."""
        counts = _Counts.none(len(starts))
        smallest = np.full(len(starts), self.module.height)
        foot, top, none = (np.zeros(len(starts)) for _ in range(3))
        bottoms, tops = [], []
        by = np.zeros(len(starts))
        if "top" in moved:
            by = self.top_moves(starts)
            counts.seen += np.where(np.isnan(by), NO_START, 0.0)
            by = np.nan_to_num(by)
        for edge, runs in zip(self.levels, self.level_runs, strict=True):
            at: Floats | float = edge.innermost
            goes = by if "top" in moved and self._floats_at(edge) else none
            plain, full = self._left_up(starts, edge, at + goes)
            shown = np.zeros(len(starts), dtype=bool)
            lengths = [run + goes for run in sorted({run for _, _, run in runs})]
            sizes = [np.minimum(plain, length) for length in lengths]
            for size, shorter in zip(sizes, [none, *lengths], strict=False):
                self._judge(edge, size, full, counts, plain > shorter + EPS)
                if self._counts("smallest", edge.owner):
                    smallest = np.minimum(smallest, size)
                if edge.kind == "counter":
                    foot = np.maximum(foot, full - size)
                if edge.id in self.base:
                    bottoms.append(self.module.height - (full - size))
                elif edge.kind in TOPS:
                    top = np.maximum(top, full - size)
                shown |= size < full - EPS
            if edge.id in self.failing and sizes:
                tops.append(TopPiece(np.minimum.reduce(sizes), *self.failing[edge.id]))
            counts.avoid += self._times(edge.id) * (shown & is_bare(edge))
        for keep in self.boxes:
            beside = starts
            if self.bands is not None:
                beyond = keep.box.y0 - starts >= self.bands.next
                beside = starts + np.where(beyond, self.bands.over, self.bands.under)
            legs = self._legs(self.up, beside, keep.box.y0, keep.box.y1, 0)
            counts.legs += self._times(keep.owner) * legs
        counter = none
        if bottoms:
            too_open = gap_opened(self.field, self.module, self.settings, starts)
            bottom = np.minimum.reduce(bottoms)
            counter = counter_short(self.module.height, bottom, tops, too_open)
        return np.stack(
            [
                *counts.in_order(),
                none,
                -smallest,
                none,
                none,
                foot,
                top,
                none,
                counter,
                none,
                none,
            ]
        )

    def _left_up(
        self, starts: Floats, edge: Edge, at: Floats | float
    ) -> tuple[Floats, Floats | float]:
        """The size of the piece at a level line, for every start, and that of its whole tile."""
        whole, bands = self.module.height, self.bands
        plain = self.up.left_over(starts, edge, at, 0)
        if bands is None:
            return plain, whole
        over = self.up.left_over(starts + bands.over, edge, at, 0)
        under = self.up.left_over(starts + bands.under, edge, at, 0)
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
        self,
        edge: Edge,
        size: Floats,
        full: Floats | float,
        counts: "_Counts",
        differs: npt.NDArray[np.bool_],
    ) -> None:
        """Count what would be found at an edge; the counts are added to in place.

        Pieces of one size at an edge are one finding, whatever stands at their other ends: only
        sizes that ``differs`` says are no other run's count.
        """
        least = getattr(self.settings, least_setting(edge.kind))
        least = np.minimum(least, np.asarray(full) / 2)
        cut = differs & (size < full - EPS)
        times = self._times(edge.id)
        less = cut & (size < least - SAME_SIZE)
        if edge.kind in BEHIND:
            counts.avoid += times * less
        elif self.weights is not None and not self.weights.strip_shows(edge.id):
            counts.hidden += less
        else:
            counts.seen += less
        if edge.kind not in HIDDEN:
            small = size < self.settings.small_share * full - SAME_SIZE
            counts.avoid += times * (cut & small & ~less)

    def _times(self, *places: str) -> int:
        """How often something to be avoided counts there."""
        return self.weights.times(*places) if self.weights else 1

    def _uneven(self, left: Floats, right: Floats) -> Floats:
        apart = np.abs(left - right)
        larger = np.maximum(left, right)
        return np.asarray(
            (apart > self.settings.uneven_difference + EPS)
            & (apart > self.settings.uneven_ratio * larger + EPS),
            dtype=np.float64,
        )

    def _legs(self, way: Direction, starts: Floats, low: float, high: float, phase: int) -> Floats:
        """Thin legs of tile beside a hole: a tile's edge just outside it, on either side."""
        first, limit = starts + way.shifts[phase], self.settings.least_leg
        left = (low - first) % way.step
        right = (first + way.size - high) % way.step
        thin = limit - SAME_SIZE
        return np.asarray(((left > EPS) & (left < thin)), dtype=np.float64) + np.asarray(
            ((right > EPS) & (right < thin)), dtype=np.float64
        )

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
            small = np.minimum(strip, self.module.height) < least - SAME_SIZE
            strips += split & small
            thin += split & small & (strip < leg - SAME_SIZE)
        return strips, thin


@dataclass
class _Counts:
    """What there is to fix, in view and hidden, and to object to, for every start."""

    seen: Floats
    hidden: Floats
    avoid: Floats
    legs: Floats

    @classmethod
    def none(cls, starts: int) -> "_Counts":
        """Nothing yet, for so many starts."""
        return cls(*(np.zeros(starts) for _ in range(4)))

    def in_order(self) -> tuple[Floats, ...]:
        """The counts in the order of `SIEVED`."""
        return self.seen + self.hidden, self.seen, self.hidden, self.avoid, self.legs


def _nearer(
    best: Floats,
    edge: Edge,
    size: Floats,
    full: Floats | float,
    joint: float,
    limits: tuple[float, float],
) -> Floats:
    """The shortest way of a floating line to the end of the tile that it cuts, or of the one before
    it, within its limits; ``best`` where that is shorter.
    """
    out = -edge.inward  # an end goes out as it goes away from the tile
    for way in (out * (full - size), -out * (size + joint)):
        there = (way >= limits[0] - EPS) & (way <= limits[1] + EPS)
        there &= np.isnan(best) | (np.abs(way) < np.abs(best))
        best = np.where(there, way, best)
    return best
