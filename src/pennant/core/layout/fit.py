"""Spans fitted between lines: where whole tiles must fill a stretch that is a little too short.

A span of n modules that is ``excess`` too long for its lines loses half of that at each of them: in
every course the tile inside or astride the line is shortened, so that in the courses with a joint
at the line it lands there. Or every tile gives its share, or every joint does.
"""

import itertools
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

from pennant.core.document.module import Module
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.field import Edge

How = Literal["ends", "all", "joints"]
Stretch = tuple[float, float]


@dataclass(frozen=True)
class FittedSpan:
    """From ``low`` to ``high`` (middles of the joints at its lines), ``tiles`` modules fitted in.

    ``excess`` is what is taken from the modules; below 0 (joints only) what is added. ``wanted`` is
    what would have to be, where joints cannot give all of it.
    """

    low: float
    high: float
    tiles: int
    excess: float
    wanted: float
    how: How

    @property
    def each(self) -> float:
        """What one tile, or one joint, gives: mm."""
        return self.excess / (2 if self.how == "ends" else self.tiles)


def spans_between(
    lines: Sequence[Edge], module: Module, how: How, play: float
) -> tuple[FittedSpan, ...]:
    """Return the spans from each line to the next; none where nothing is to be fitted.

    A joint gives or takes no more than its ``play`` (mm); what is left over stays open.

    Lines nearer than half a tile are no span.
    """
    spans = []
    places = [_joint_at(edge, module) for edge in lines]
    for low, high in itertools.pairwise(places):
        run = (high - low) / module.across
        tiles = round(run) if how == "joints" else math.ceil(run - 1e-6)
        excess = tiles * module.across - (high - low)
        if run > 0.5 and tiles > 0 and abs(excess) > EPS:
            given = excess
            if how == "joints":
                given = _joints_give(excess, high - low, module, play)
            spans.append(FittedSpan(low, high, tiles, given, excess, how))
    return tuple(spans)


def _joints_give(excess: float, run: float, module: Module, play: float) -> float:
    """What the joints of a run can take from it (below 0: add), none leaving its play (mm).

    A run that is drawn together by g holds (run + g) / step modules, each of which gives as much
    as a joint may: g = most x (run + g) / step.
    """
    closed = min(play, module.joint)
    most = closed * run / (module.across - closed)
    return min(max(excess, -play * run / (module.across + play)), most)


def _joint_at(edge: Edge, module: Module) -> float:
    """Where the middle of the joint would be at a line, with a full tile up against it."""
    at = edge.innermost
    return at - edge.inward * module.joint / 2


def slipped(spans: Sequence[FittedSpan], at: float) -> float:
    """Return how far the layout has moved left at a place, by what the lines before it took."""
    moved = 0.0
    for span in spans:
        if at >= span.high - EPS:
            moved += span.excess
        elif at > span.low + EPS:
            share = (at - span.low) / (span.high - span.low)
            moved += span.excess / 2 if span.how == "ends" else span.excess * share
    return moved


def fitted_tiles(
    first: float, module: Module, spans: Sequence[FittedSpan], x0: float, x1: float
) -> Iterator[tuple[Stretch, Stretch, Stretch]]:
    """Yield (cell, as laid, whole tile) of a course between two places, from the left.

    ``first`` is the left edge of any tile of the course as it would run without the spans, left
    of the first line.
    """
    half = module.joint / 2
    if spans[0].how == "ends":
        tiles = list(_shaved_at_ends(first, module, spans, x0, x1))
    else:
        tiles = list(_spread(first, module, spans, x0, x1))
    for number, (laid, whole) in enumerate(tiles):
        left = (tiles[number - 1][0][1] + laid[0]) / 2 if number else laid[0] - half
        after = tiles[number + 1][0][0] if number + 1 < len(tiles) else laid[1] + module.joint
        right = (laid[1] + after) / 2
        if right > x0 + EPS and left < x1 - EPS:
            yield (left, right), laid, whole


def _shaved_at_ends(
    first: float, module: Module, spans: Sequence[FittedSpan], x0: float, x1: float
) -> Iterator[tuple[Stretch, Stretch]]:
    """From the first line to the right, tile by tile; to the left of it the plain course.

    A tile is cut on its side toward the middle of the span, so that both sides of the joint at the
    line are factory edges, and what the line leaves of a tile astride it is an ordinary end piece.
    """
    half, step = module.joint / 2, module.across
    anchor = spans[0].low
    begin = math.floor((anchor - (first - half)) / step + 1e-9)
    lowest = math.floor((x0 - (first - half)) / step) - 1
    for column in range(lowest, begin):
        at = first + column * step
        yield (at, at + module.width), (at, at + module.width)
    lines = [(at, span.each, at == span.high) for span in spans for at in (span.low, span.high)]
    left = first - half + begin * step
    while left < x1 + step:
        right, cut_left, cut_right = left + step, 0.0, 0.0
        while lines:
            at, by, leaving = lines[0]
            reached = right - by >= at - EPS if leaving else at < right - EPS
            if not reached:
                break
            right -= by
            if leaving:
                cut_left += by
            else:
                cut_right += by
            lines.pop(0)
        laid = (left + half, right - half)
        yield laid, (laid[0] - cut_left, laid[1] + cut_right)
        left = right


def _spread(
    first: float, module: Module, spans: Sequence[FittedSpan], x0: float, x1: float
) -> Iterator[tuple[Stretch, Stretch]]:
    """Every tile, or every joint, of a span gives its share."""
    half, step = module.joint / 2, module.across
    start = first - half
    widest = sum(abs(span.excess) for span in spans)
    lowest = math.floor((x0 - start) / step) - 1
    highest = math.ceil((x1 + widest - start) / step) + 1
    for column in range(lowest, highest):
        low, high = start + column * step, start + (column + 1) * step
        if spans[0].how == "all":
            laid = (_where(spans, low) + half, _where(spans, high) - half)
            lost = module.width - (laid[1] - laid[0])
            yield laid, (laid[0], laid[1] + lost)
        else:
            middle = _where(spans, (low + high) / 2)
            laid = (middle - module.width / 2, middle + module.width / 2)
            yield laid, laid


def _where(spans: Sequence[FittedSpan], at: float) -> float:
    """Where a place of the plain course comes to lie, each span drawn together evenly."""
    moved = 0.0
    for span in spans:
        plain = span.high - span.low + span.excess
        begin = span.low + moved
        inside = min(max(at - begin, 0.0), plain)
        moved += inside * span.excess / plain
        if inside < plain - EPS:
            break
    return at - moved
