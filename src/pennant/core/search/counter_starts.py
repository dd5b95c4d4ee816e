"""The starts of a tiled counter compared: every school's, and the best that the search finds.

A counter is laid by itself, so its starts are tried on it alone. Wishes count that are not bound
to a place on a wall.
"""

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from pennant.core.cuts.tiles import stock_for
from pennant.core.document.counter import Counter
from pennant.core.document.job import Job
from pennant.core.document.lengths import STEP_MM
from pennant.core.document.starts import (
    Across,
    Centred,
    EqualCuts,
    FullCounter,
    FullLeft,
    FullRight,
    FullTop,
    Start,
    UpSchool,
)
from pennant.core.document.wishes import BANDS, Wish
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.laying.lay_kitchen import counter_laying
from pennant.core.laying.lay_surface import Laying, laid_of
from pennant.core.laying.surface_plan import Laid
from pennant.core.reading.seen import SeenWeights
from pennant.core.search.directions import Floats
from pennant.core.search.lattice_sieve import judge_on, places_on
from pennant.core.search.measured import Measured, measure
from pennant.core.search.ranking import Outcome, ranked
from pennant.core.search.sieve import SIEVED, Search
from pennant.core.search.starting import wishes_of
from pennant.core.survey.placed import Kitchen

FINALISTS = 4
"""Starts of a lattice that are tried in full."""
SHORT_LIST = 8
"""Starts in courses that are tried in full, of those that the wishes leave."""
FRONT = Wish(kind="whole-counter")
"""A whole row at the front edge."""


def counter_starts(job: Job, kitchen: Kitchen, id_: str) -> tuple[list[Outcome], Outcome]:
    """Return the outcomes of a counter's starts, best first, and the one that the search found."""
    board = _Board(job, kitchen, job.counter(id_))
    found = board.best()
    outcomes = [found, *board.schools()]
    return ranked(outcomes, board.wishes), found


def counter_outcome(job: Job, kitchen: Kitchen, id_: str, start: Start) -> Outcome:
    """Return what one start of a counter comes to, in every wish."""
    return _Board(job, kitchen, job.counter(id_)).outcome(start)


def wishes_on_counter(job: Job) -> tuple[Wish, ...]:
    """Return the wishes that a counter's starts are ranked by.

    A counter is laid from its front, which is all that one looks at from the room, so a whole row
    there comes right after what must be cured.
    """
    anywhere = [wish for wish in wishes_of(job) if not wish.at and wish.kind != FRONT.kind]
    after = next((n + 1 for n, one in enumerate(anywhere) if one.kind in ("never", "fix-seen")), 0)
    return (*anywhere[:after], FRONT, *anywhere[after:])


def schools_of_counter(counter: Counter) -> Iterator[Start]:
    """Yield every school of starting a counter: from an end, the middle or a sink; from the front,
    the back or with equal cuts.
    """
    acrosses: list[Across] = [FullLeft(), FullRight()]
    for what in ("tile", "joint"):
        acrosses.append(Centred(what=what, on="wall"))
        acrosses += [Centred(what=what, on="thing", thing=one.id) for one in counter.cut_outs]
    ups: tuple[UpSchool, ...] = (FullCounter(), FullTop(), EqualCuts())
    for across in acrosses:
        for up in ups:
            yield Start(across=across, up=up)


class _Board:
    """Starts of one counter, each laid and measured."""

    def __init__(self, job: Job, kitchen: Kitchen, counter: Counter) -> None:
        wall = job.wall(counter.wall).model_copy(update={"corner": None})
        self.counter, self.wishes = counter, wishes_on_counter(job)
        self.job = job.model_copy(update={"walls": (wall,), "wishes": self.wishes})
        self.laying: Laying = counter_laying(job, kitchen.surface(counter.id), {})

    def laid(self, start: Start) -> Laid:
        return laid_of(replace(self.laying, start=start))

    def measured(self, start: Start) -> Measured:
        laid = self.laid(start)
        tiles = len(stock_for(self.job, laid.plan.pieces, self.counter.id).tiles)
        return measure(self.job, self.counter.id, [laid], tiles)

    def outcome(self, start: Start) -> Outcome:
        """What a start comes to."""
        return Outcome(start=start, measured=self.measured(start))

    def schools(self) -> Iterator[Outcome]:
        """The schools' starts, those that lay the same tiles once."""
        seen: set[frozenset[tuple[float, ...]]] = set()
        for start in schools_of_counter(self.counter):
            lies = frozenset(
                tuple(round(at, 3) for at in piece.box) for piece in self.laid(start).plan.pieces
            )
            if lies not in seen:
                seen.add(lies)
                yield self.outcome(start)

    def best(self) -> Outcome:
        """The best start of all, on the steps of the tape where that is as good."""
        outcomes = [self.outcome(start) for start in self._let_through()]
        start = ranked(outcomes, self.wishes)[0].start
        step = STEP_MM[self.job.step]
        on_tape = start.model_copy(
            update={
                way: (part := getattr(start, way)).model_copy(
                    update={"nudge": tidy(round(part.nudge / step) * step)}
                )
                for way in ("across", "up")
            }
        )
        return ranked([*outcomes, self.outcome(on_tape)], self.wishes)[0]

    def _let_through(self) -> Iterator[Start]:
        laid_wall = self.laid(self.counter.start)
        field, module, lattice = laid_wall.field, laid_wall.layout.module, laid_wall.layout.lattice
        settings = self.job.settings
        if lattice is not None:
            foot = field.foot - lattice.figure.y0
            judge = judge_on(self.job, lattice, field, self.wishes)
            places = places_on(judge, foot)[:FINALISTS]
            at = [(x + lattice.figure.x0, y + lattice.figure.y0) for x, y in places]
        else:
            search = Search(
                field,
                module,
                laid_wall.layout.bond,
                settings,
                border=None,
                weights=SeenWeights.on(self.job, field),
            )
            xs = search.marks_across()
            at = [(float(x), field.foot) for x in self._left_of(search, xs, field.foot)]
        for x, y in at:
            across = x - field.inner.x0
            if lattice is None:
                across -= round(across / module.across) * module.across
            yield Start(
                across=FullLeft(nudge=tidy(across)), up=FullCounter(nudge=tidy(y - field.foot))
            )

    def _left_of(self, search: Search, xs: Floats, y: float) -> Iterator[float]:
        """Starts across that the wishes leave, from one end of the module to the other."""
        search.bind(self.wishes)
        sieved = [wish for wish in self.wishes if wish.kind in SIEVED]
        (scores,) = search.rows(xs, np.array([y]), [wish.kind for wish in sieved])
        left = np.ones(len(xs), dtype=bool)
        for wish, row in zip(sieved, scores, strict=True):
            left &= row <= row[left].min() + BANDS[wish.kind] + EPS
        found = np.flatnonzero(left)
        yield from xs[found[:: -(-len(found) // SHORT_LIST)]].tolist()
