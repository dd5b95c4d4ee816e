"""What a start comes to in the lines of the usual order: the counter, the window, the open ends.

Each is how far (mm) a start falls short of what a tiler would want there; 0 is just right. They are
reckoned alike for one start as planned and for many at once, so sizes may be arrays.
"""

from collections.abc import Iterable, Mapping, Sequence
from typing import Literal, NamedTuple

import numpy as np
import numpy.typing as npt

from pennant.core.document.module import Module
from pennant.core.document.settings import Settings
from pennant.core.document.wishes import Wish
from pennant.core.geometry.tolerance import EPS, SAME_SIZE
from pennant.core.layout.field import Edge, Field, Side
from pennant.core.reading.findings import TOPS, least_of
from pennant.core.reading.seen import SeenWeights

WHOLE = 0.05
"""Millimetres: what a whole tile may lack by the rounding of measures."""
Sizes = float | npt.NDArray[np.float64]
End = Literal["left", "right"]
CUT_AT_ALL = 2.0
"""Millimetres, a little over what is seen at a line: by so much at least a cut tile falls short of
a whole one. Nobody shaves a row of tiles by a sixteenth to better something else."""

PLAINLY_APART = 0.25
"""Of a tile: an opening's sides that differ by so much are seen to differ from across the room."""


class TopPiece(NamedTuple):
    """What an edge over the tile gets, and the least that it may get; ``fails`` where a whole
    course on the counter would leave it less.
    """

    size: Sizes
    least: float
    fails: bool


class Base(NamedTuple):
    """The line that the lowest course stands on: its edges' ids, and how high it is (mm)."""

    edges: frozenset[str]
    foot: float


def base_of(field: Field) -> Base:
    """Return the line that the lowest course of a field stands on.

    That is the counter; where an upstand or a ledge runs along more than half of it, the courses
    are seen to stand on that, and the counter beside it is decided by it.
    """
    counter = [edge for edge in field.edges if edge.kind == "counter"]
    raised: dict[int, list[Edge]] = {}
    for edge in field.edges:
        if edge.kind == "raised" and not edge.upright and edge.inward > 0:
            raised.setdefault(round(edge.innermost), []).append(edge)
    longest = max(raised.values(), key=_how_long, default=[])
    if longest and 2 * _how_long(longest) > _how_long(counter):
        return Base(frozenset(edge.id for edge in longest), longest[0].innermost)
    return Base(frozenset(edge.id for edge in counter), field.foot)


def _how_long(edges: Iterable[Edge]) -> float:
    return sum(edge.high - edge.low for edge in edges)


def least_top(settings: Settings, edge: Edge, full: float, weights: SeenWeights | None) -> float:
    """Return the least piece (mm) over which a whole course stands on the counter.

    Under a cabinet an inch is enough, as one hardly looks there; a top in view shows a strip under
    a quarter of the tile as well.
    """
    least = least_of(settings, edge.kind, full)
    shown = edge.kind != "overhead" or (weights is not None and weights.degree(edge.id) != "little")
    return max(least, settings.small_share * full) if shown else least


def failing_tops(
    field: Field, module: Module, settings: Settings, weights: SeenWeights | None
) -> dict[str, tuple[float, bool]]:
    """Return for each edge over the tile the least piece there (mm), and whether a whole course on
    the counter leaves less.
    """
    found, foot = {}, base_of(field).foot
    for edge in field.edges:
        if edge.kind in TOPS:
            at = edge.innermost
            into = (at - foot) % module.up
            size = module.height if into >= module.height - EPS or into <= EPS else into
            least = least_top(settings, edge, module.height, weights)
            found[edge.id] = least, size < least - SAME_SIZE
    return found


def gap_opened(field: Field, module: Module, settings: Settings, y: Sizes) -> Sizes:
    """Return by how much (mm) the counter's gap is wider than it may be, for the pennant's course
    at ``y``.

    A course that is raised by no more than a joint only opens the gap under it, which wedges and
    sealant take up as far as they take up a counter that falls.
    """
    raised = (np.asarray(y) - base_of(field).foot) % module.up
    only_gap = (raised > EPS) & (raised <= module.bed + EPS)
    found = np.where(only_gap, np.maximum(raised - settings.max_edge_gap, 0.0), 0.0)
    return found if found.ndim else float(found)


def counter_short(
    full: float, bottom: Sizes, tops: Iterable[TopPiece], too_open: Sizes
) -> npt.NDArray[np.float64]:
    """Return how far the courses fall short at the counter (mm).

    A whole course on the counter is best, if every piece over it is then large enough. Where one is
    not, the cuts at the counter and there are to be as large as they can be, which is equal.
    """
    bottom = np.asarray(bottom, dtype=float)
    whole = (bottom >= full - WHOLE) & (np.asarray(too_open) <= EPS)
    least, lacking = bottom, np.zeros_like(bottom, dtype=bool)
    for top in tops:
        lacking = lacking | (np.asarray(top.size) < top.least - SAME_SIZE)
        if top.fails:
            least = np.minimum(least, top.size)
    short = np.maximum(full - least, CUT_AT_ALL) + np.where(lacking, full, 0.0)
    short = short + np.where(np.asarray(too_open) > EPS, full, 0.0)
    return np.where(whole & ~lacking, 0.0, short)


def window_short(
    full: float, small_share: float, jambs: Iterable[tuple[Sizes, Sizes]]
) -> npt.NDArray[np.float64]:
    """Return how far an opening's sides are from alike, each a quarter of the tile or more (mm).

    Sides that differ by a quarter of a tile are plainly not alike, and more makes it no worse.
    """
    worst = np.zeros(1)
    for left, right in jambs:
        least = np.minimum(left, right)
        cut = least < full - SAME_SIZE
        lacks = np.where(cut, np.maximum(small_share * full - least, 0.0), 0.0)
        apart = np.minimum(np.abs(np.asarray(left) - right), PLAINLY_APART * full)
        worst = np.maximum(worst, np.maximum(apart, lacks))
    return worst


class OpenEnds(NamedTuple):
    """The open ends of a wall: the one that shows more first, and whether nothing stands between
    two that show alike.
    """

    ends: tuple[End, ...]
    alike: bool


def open_ends(field: Field, wishes: Sequence[Wish], *, by_rule: bool = False) -> OpenEnds:
    """Return the open ends of a field.

    The one that shows more is the client's word, else the longer one, else the left. Courses that
    are staggered ``by_rule`` have no ends to choose: these follow from the rule.
    """
    if by_rule:
        return OpenEnds((), alike=False)
    wall = field.surface.id
    heights: dict[Side, float] = {}
    for edge in field.edges:
        if edge.kind == "open-end" and edge.owner == wall:
            heights[edge.side] = heights.get(edge.side, 0.0) + edge.high - edge.low
    said = {
        "left" if wish.kind == "full-left" else "right"
        for wish in wishes
        if wish.kind in ("full-left", "full-right") and wish.at in ("", wall)
    }
    ends: list[End] = [side for side in ("left", "right") if side in heights]
    ends.sort(key=lambda side: (side not in said, -round(heights[side])))
    between = any(thing.form == "opening" for thing in field.surface.things)
    between = between or any(wish.kind == "centred" for wish in wishes)
    same = len(ends) == 2 and len({round(heights[side]) for side in ends}) == 1
    return OpenEnds(tuple(ends), same and not between and not said)


def ends_short(
    full: float, shown: OpenEnds, best: Mapping[str, Sizes], least: Mapping[str, Sizes]
) -> npt.NDArray[np.float64]:
    """Return how far the open ends fall short of full tiles (mm).

    ``best`` is the largest piece that an end gets of any kind of course, ``least`` the smallest. In
    a half bond full means full and half. Of two ends both are full, or the one that shows more is;
    two alike with nothing between get equal pieces, if these are half a tile or more.
    """
    if not shown.ends:
        return np.zeros(1)
    by_end = (full - np.asarray(best[side], dtype=float) for side in shown.ends)
    shorts = [np.where(by > WHOLE, np.maximum(by, CUT_AT_ALL), 0.0) for by in by_end]
    if len(shorts) == 1:
        return np.atleast_1d(shorts[0])
    both = (shorts[0] <= 0.0) & (shorts[1] <= 0.0)
    # The one that shows more decides, and the other only where that one comes out alike.
    apart = shorts[0] + np.where(shorts[1] > 0.0, CUT_AT_ALL, 0.0)
    if shown.alike:
        smaller = np.minimum(*(np.asarray(least[side], dtype=float) for side in shown.ends))
        equal = full - smaller
        # Less than half a tile at either end is no better than full at one of them.
        apart = np.where(smaller >= full / 2 - SAME_SIZE, equal, full / 2 + apart)
    return np.atleast_1d(np.where(both, 0.0, apart))
