"""How much slack a start has: over the whole range of starts, where something must be cured.

One direction is moved over a whole module while the other stays; between two places where anything
changes the counts stay the same, so the range falls into stretches.
"""

from collections.abc import Callable
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

import numpy as np

from pennant.core.document.settings import Settings
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.laying.surface_plan import Laid
from pennant.core.layout.lattice import Lattice
from pennant.core.search.directions import Floats
from pennant.core.search.lattice_sieve import counts_on
from pennant.core.search.sieve import SIEVED, Search

EVENLY = np.arange(80) / 80
"""Of a lattice's figure: the places at which its counts are taken."""


@dataclass(frozen=True, slots=True)
class SlackStretch:
    """Starts from one move to another (mm from where it is now) that come to the same counts."""

    low: float
    high: float
    never: int
    avoid: int


@dataclass(frozen=True, slots=True)
class Slack:
    """One direction's stretches over a module, and how far the start may move either way.

    ``back`` and ``ahead`` are how far (mm) it can go without more to fix than now.
    """

    way: Literal["across", "up"]
    stretches: tuple[SlackStretch, ...]
    back: float
    ahead: float


def slack_of(laid: Laid, settings: Settings) -> tuple[Slack, Slack]:
    """Return the slack across and up of a wall's start."""
    layout = laid.layout
    if layout.lattice is not None:
        return _on_lattice(laid, layout.lattice, settings)
    module, x, y = layout.module, layout.plant.x, layout.plant.y
    search = Search(laid.field, module, layout.bond, settings, layout.spans, y, layout.border)
    groups, boxed = search.pattern(y)
    up = _counts(search.up_scores(np.array([y])))

    def across(moves: Floats) -> Floats:
        return _counts(search.across_scores(x + moves, groups=groups, boxed=boxed)) + up

    def upward(moves: Floats) -> Floats:
        found = np.empty((2, len(moves)))
        own = _counts(search.up_scores(y + moves))
        for number, move in enumerate(moves):
            met, boxes = search.pattern(y + float(move))
            one = search.across_scores(np.array([x]), groups=met, boxed=boxes)
            found[:, number] = _counts(one)[:, 0] + own[:, number]
        return found

    return (
        _slack("across", search.marks_across(), x, module.across, across),
        _slack("up", search.marks_up(), y, module.up, upward),
    )


def _counts(scores: Floats) -> Floats:
    """What must be fixed and what there is to object to, of a sieve's scores."""
    never, avoid, legs = (scores[SIEVED.index(kind)] for kind in ("never", "avoid", "legs"))
    return np.stack([never, avoid + legs])


def _on_lattice(laid: Laid, lattice: Lattice, settings: Settings) -> tuple[Slack, Slack]:
    """The slack of a lattice, over as far as its figure goes either way: counted at even steps."""
    x, y = laid.layout.origin
    figure = lattice.figure

    def counts(moves: Floats, across: float, up: float) -> Floats:
        starts = np.stack([x + moves * across, y + moves * up], axis=1)
        return counts_on(lattice, laid.field, settings, starts).T

    def across(moves: Floats) -> Floats:
        return counts(moves, 1.0, 0.0)

    def upward(moves: Floats) -> Floats:
        return counts(moves, 0.0, 1.0)

    wide, high = figure.width + lattice.joint, figure.height + lattice.joint
    return (
        _slack("across", x + wide * EVENLY, x, wide, across),
        _slack("up", y + high * EVENLY, y, high, upward),
    )


def _slack(
    way: Literal["across", "up"],
    marks: Floats,
    now: float,
    step: float,
    score: Callable[[Floats], Floats],
) -> Slack:
    """Cut the module at every mark, count in the middle of each stretch, and join like ones."""
    moves = sorted({tidy((float(m) - now + step / 2) % step - step / 2) for m in marks})
    cuts = [-step / 2, *(m for m in moves if -step / 2 + EPS < m < step / 2 - EPS), step / 2]
    middles = np.array([(a + b) / 2 for a, b in pairwise(cuts)])
    counts = score(middles)
    stretches: list[SlackStretch] = []
    for (low, high), never, avoid in zip(pairwise(cuts), *counts, strict=True):
        if high - low <= EPS:
            continue
        last = stretches[-1] if stretches else None
        if last and (last.never, last.avoid) == (int(never), int(avoid)):
            stretches[-1] = SlackStretch(last.low, high, last.never, last.avoid)
        else:
            stretches.append(SlackStretch(low, high, int(never), int(avoid)))
    here = next(n for n, one in enumerate(stretches) if one.low <= 0 <= one.high)
    limit = stretches[here].never
    first = last_ = here
    while first > 0 and stretches[first - 1].never <= limit:
        first -= 1
    while last_ < len(stretches) - 1 and stretches[last_ + 1].never <= limit:
        last_ += 1
    return Slack(way, tuple(stretches), tidy(-stretches[first].low), tidy(stretches[last_].high))
