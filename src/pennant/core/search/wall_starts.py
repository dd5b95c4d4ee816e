"""All starts of one wall, at every height that it shares with the walls that join it.

A start is a place across, and what it is combined with: tiles shaved between lines, open ends and a
top that go to where tiles come out full. Each combination has a sieve of its own.
"""

import itertools
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from pennant.core.document.job import Job
from pennant.core.document.module import module_of
from pennant.core.document.starts import Across, Fitted, FromCounter, Start
from pennant.core.document.wishes import BANDS, COUNTED, OF_EACH_WALL, Wish, WishKind
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.laying.surface_plan import Laid
from pennant.core.layout.courses import phases, shift_of
from pennant.core.layout.field import Side
from pennant.core.layout.fit import FittedSpan
from pennant.core.layout.layout import layout_of
from pennant.core.layout.start import Carries
from pennant.core.reading.seen import SeenWeights
from pennant.core.search.school_places import off_place, places_across, places_up, plain_start
from pennant.core.search.schools import fitting_of
from pennant.core.search.sieve import Moved, Search
from pennant.core.survey.kitchen import floats_of

Floats = npt.NDArray[np.float64]
Kept = npt.NDArray[np.bool_]


AT_A_SCHOOL = 100.0
"""A cost: columns under it stand on a school's place with nothing moved and nothing shaved."""
ENDS_AS_SURVEYED = {"left": 0.0, "right": 0.0, "top": 0.0}
"""Of a start: no end and no top is moved."""


@dataclass(frozen=True)
class Variant:
    """Starts across that are combined alike: ``across`` where tiles are fitted between lines, and
    the ends and the top that are ``moved``. ``shaved`` is what shaving counts among what there is
    to object to.
    """

    search: Search
    xs: Floats
    moved: Moved
    across: Across | None
    shaved: int = 0


class WallStarts:
    """One wall's starts, column by column, at every height that its run shares."""

    def __init__(
        self,
        number: int,
        laid: Laid,
        job: Job,
        wishes: Sequence[Wish],
        *,
        held: bool = False,
        drawn_up: bool = False,
    ) -> None:
        """``held`` keeps the wall's start across as it is, for a search of the others; ``drawn_up``
        keeps its joints between courses as they are drawn to fill a height.
        """
        self.number, self.laid, self.job = number, laid, job
        self.held = held or isinstance(job.walls[number].start.across, FromCounter)
        self.drawn_up = drawn_up
        self.module = laid.layout.module if self.held or drawn_up else module_of(job)
        self._wall = job.walls[number]
        bond = laid.layout.bond
        shifts = (
            [0.0]
            if bond.by_rule
            else [shift_of(row, bond, self.module) for row in range(phases(bond))]
        )
        places = places_across(self._wall, laid.field, self.module)
        self._places = [x - shift for _, x in places for shift in shifts]
        self.variants = list(self._variants(wishes))
        self.xs = np.concatenate([one.xs for one in self.variants])
        self.variant_of = np.concatenate(
            [np.full(len(one.xs), number) for number, one in enumerate(self.variants)]
        )
        self.costs = np.array([self._cost(column) for column in range(len(self.xs))])
        self.kept: Kept = np.ones((0, 0), dtype=bool)
        self.lined_up: Kept = self.kept
        self.values: dict[int, Floats] = {}

    @property
    def search(self) -> Search:
        """The sieve of the wall's plain starts."""
        return self.variants[0].search

    def _variants(self, wishes: Sequence[Wish]) -> Iterator[Variant]:
        job, wall, laid = self.job, self._wall, self.laid
        border = laid.layout.border
        border = replace(border, down=False) if border else None
        weights = SeenWeights.on(job, laid.field)
        floats: dict[Side, tuple[float, float]] = {}
        if not self.held:
            floats.update(floats_of(wall).items())
        if self.drawn_up:
            floats.pop("top", None)  # its joints are drawn to the top where it was surveyed

        def search(spans: Sequence[FittedSpan] = ()) -> Search:
            made = Search(
                laid.field,
                self.module,
                laid.layout.bond,
                job.settings,
                spans=spans,
                border=border,
                weights=weights,
                floats=floats,
            )
            made.bind(wishes)
            return made

        moves = [frozenset[Side](), *_subsets(sorted(floats))]
        if self.held:
            here = np.array([laid.layout.plant.x])
            yield Variant(search(laid.layout.spans), here, frozenset(), wall.start.across)
            return
        plain = search()
        xs = plain.marks_across()
        for moved in moves:
            yield Variant(plain, xs, moved, None)
        for across in fitting_of(wall):
            if not isinstance(across, Fitted) or across.how == "joints":
                continue
            layout = layout_of(
                wall.start.model_copy(update={"across": across}),
                laid.field,
                job.tile,
                job.pattern,
                job.settings,
                Carries(),
                0.0,
            )
            most = job.settings.shave_share * self.module.width
            if layout.bevelled or any(span.each > most + EPS for span in layout.spans):
                continue  # so much is seen: it must be fixed
            if layout.spans:
                shaved = sum(span.each > EPS for span in layout.spans) * weights.times(wall.id)
                fitted, at = search(layout.spans), np.array([layout.plant.x])
                for moved in moves:
                    yield Variant(fitted, at, moved, across, shaved)

    def _cost(self, column: int) -> float:
        """What a column is put behind others that come to the same: off every school's place, ends
        moved, tiles shaved. Millimetres.
        """
        variant = self.variants[self.variant_of[column]]
        if variant.across is not None:
            return 0.0 if self.held else 4 * AT_A_SCHOOL + len(variant.moved)
        off = off_place(float(self.xs[column]), self._places, self.module.across)
        at_school = 0.0 if off < EPS * 100 else AT_A_SCHOOL + off
        return at_school + 2 * AT_A_SCHOOL * len(variant.moved)

    def heights(self) -> list[float]:
        """Return where the schools bring the pennant's course (mm), the counter's first."""
        return [y for _, y in places_up(self._wall, self.laid.field, self.module)]

    def reckon(self, ys: Floats, wishes: Sequence[Wish]) -> None:
        """Score every start at the shared heights."""
        kinds = [wish.kind for wish in wishes]
        values = np.empty((len(kinds), len(ys), len(self.xs)))
        at = 0
        for variant in self.variants:
            width = len(variant.xs)
            rows = variant.search.rows(variant.xs, ys, kinds, variant.moved)
            for number, row in enumerate(rows):
                values[:, number, at : at + width] = row
            for place, kind in enumerate(kinds):
                if kind == "avoid":
                    values[place, :, at : at + width] += variant.shaved
            at += width
        self.values = dict(enumerate(values))
        self.kept = np.ones(values.shape[1:], dtype=bool)
        self.lined_up = self.kept

    def least(self, wish: int) -> Floats:
        """The best that the starts that are left come to in a wish, at each height."""
        found: Floats = np.where(self.kept, self.values[wish], np.inf).min(axis=1)
        return found

    def start(self, column: int, y: float | None) -> Start:
        """Return the start of a column, its courses at a height (mm) or as they are."""
        own, field = self._wall.start, self.laid.field
        variant, x = self.variants[self.variant_of[column]], float(self.xs[column])
        if self.held:
            return own if y is None else plain_start(own, field, self.module, None, y, 1)
        repeats = variant.search.repeats
        start = plain_start(own, field, self.module, x, y, repeats)
        moved = dict(ENDS_AS_SURVEYED)
        height = float(self.laid.layout.plant.y) if y is None else y
        if variant.moved:
            groups, _ = variant.search.pattern(height)
            for side in variant.moved - {"top"}:
                moved[side] = tidy(float(variant.search.moves(np.array([x]), groups, side)[0]))
            if "top" in variant.moved:
                moved["top"] = tidy(float(variant.search.top_moves(np.array([height]))[0]))
        # A full tile at the left end goes with that end.
        across = variant.across or start.across.model_copy(
            update={"nudge": tidy(start.across.nudge - moved["left"])}
        )
        # An end that may not float stays where it is.
        floats = floats_of(self._wall)
        ends: dict[str, float] = {side: by for side, by in moved.items() if side in floats}
        return start.model_copy(update={**ends, "across": across})


def _subsets(sides: Sequence[Side]) -> Iterator[Moved]:
    for count in range(1, len(sides) + 1):
        for chosen in itertools.combinations(sides, count):
            yield frozenset(chosen)


@dataclass
class WallRun:
    """Walls that join, and the heights that they share."""

    walls: list[WallStarts]
    ys: Floats
    open: Kept

    def of(self, wish: int, kind: WishKind) -> Floats:
        """What the run comes to in a wish at each height: the sum of counts, the worst of sizes."""
        each = np.stack([wall.least(wish) for wall in self.walls])
        added = kind in COUNTED or kind in OF_EACH_WALL
        found: Floats = each.sum(axis=0) if added else each.max(axis=0)
        return np.where(self.open, found, np.inf)

    def sift(self, wish: int, kind: WishKind) -> None:
        """Keep the heights and starts with which the run comes to its best, within the wish's band;
        what each wall has by itself is best on every one of them.
        """
        band = BANDS[kind] + EPS
        comes_to = self.of(wish, kind)
        limit = float(comes_to.min()) + band
        self.open &= comes_to <= limit
        own = kind in COUNTED or kind in OF_EACH_WALL
        for wall in self.walls:
            wall.kept &= wall.values[wish] <= (wall.least(wish)[:, None] + band if own else limit)
        for wall in self.walls:
            wall.kept &= self.open[:, None]

    def line_up(self) -> None:
        """Remember what is left now: the starts whose lines are right, whatever hides."""
        for wall in self.walls:
            wall.lined_up = wall.kept.copy()

    @property
    def left(self) -> int:
        """How many starts are left, of all walls and heights."""
        return sum(int(wall.kept.sum()) for wall in self.walls)
