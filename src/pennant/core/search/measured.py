"""What matters to the client: wishes in order, each a quantity measured from the plan itself.

A wish is better met the lower its measure. Two starts whose measures are within the wish's band
are equal in it, and the next wish decides.
"""

from collections.abc import Callable, Iterable, Iterator, Sequence
from functools import cached_property
from typing import TypeVar

from pydantic import Field

from pennant.core.document.job import Job
from pennant.core.document.values import Value
from pennant.core.document.wishes import BANDS, Wish, WishKind
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.laying.corners import corners_of
from pennant.core.laying.surface_plan import Laid
from pennant.core.layout.cut_kind import HARD
from pennant.core.reading.edges import EdgeReading, Gets
from pennant.core.reading.seen import SeenWeights
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
from pennant.core.survey.kitchen import runs

_Start = TypeVar("_Start")
STEP = 10
"""Pieces to be cured that a step between the courses of two walls in a corner counts for."""


class Measured(Value):
    """What a start comes to, in every wish: sizes in mm (``smallest`` as it is), else counts.

    ``never`` is all that must be fixed, ``fix_seen`` and ``fix_hidden`` what of it is in view and
    what hides; ``steps`` of it are courses out of line in a corner. ``avoid`` is what there is to
    object to, ``weighed`` the same without strips beside boxes (``legs``), each as often as its
    place counts. ``bound`` has the wishes that are bound to a place, by kind and place.
    """

    never: int
    steps: int = 0
    fix_seen: int = 0
    fix_hidden: int = 0
    avoid: int
    weighed: int
    legs: int = 0
    own_start: float = 0.0
    counter: float = 0.0
    window: float = 0.0
    ends: float = 0.0
    even: float
    smallest: float
    full_left: float
    full_right: float
    whole_counter: float
    whole_top: float
    centred: float
    corner: float
    cut: int
    hard: int
    tiles: int
    bound: dict[str, float] = Field(default_factory=dict)

    def of(self, wish: Wish) -> float:
        """Return a wish's measure; the lower the better."""
        value = self.bound.get(_key(wish))
        if value is None:
            value = float(getattr(self, wish.kind.replace("-", "_")))
        if wish.kind in ("never", "fix-seen"):
            value += (STEP - 1) * self.steps
        if wish.kind == "avoid":
            value = self.weighed
        return -value if wish.kind == "smallest" else value


def _key(wish: Wish) -> str:
    return f"{wish.kind}@{wish.at}"


def left_by(
    wishes: Iterable[Wish], starts: Sequence[_Start], measured: Callable[[_Start], Measured]
) -> list[_Start]:
    """Return the starts that the wishes leave, in their order.

    Each wish leaves those within its band of the best of those that are left; within it nobody sees
    a difference.
    """
    left = list(starts)
    for wish in wishes:
        best = min((measured(one).of(wish) for one in left), default=0.0)
        left = [one for one in left if measured(one).of(wish) <= best + BANDS[wish.kind] + EPS]
    return left


def in_bands(kind: WishKind, measure: float) -> int:
    """Return a wish's measure in steps of its band: within one nobody sees a difference."""
    return round(measure / BANDS[kind]) if BANDS[kind] else int(measure)


def exact_key(measured: Measured, wishes: Iterable[Wish]) -> tuple[float, ...]:
    """Return what puts starts that are alike in every band in order: the measures themselves."""
    return tuple(round(measured.of(wish), 3) for wish in wishes)


def measure(job: Job, wall: str, laid: list[Laid], tiles: int) -> Measured:
    """Measure a kitchen as laid; ends, top and centrelines are those of one wall.

    At the counter the worst wall counts of those that share its courses: what is a whole course on
    one wall may leave a strip under the hood of the next.
    """
    own = measure_alone(job, wall, laid, tiles)
    sharing = [{job.walls[number].id for number in run} for run in runs(job.walls)]
    others = next((ids for ids in sharing if wall in ids), {wall}) - {wall}
    counters = (
        _Measuring(job, one.plan.surface, laid).counter()
        for one in laid
        if one.plan.surface in others
    )
    return own.model_copy(update={"counter": max([own.counter, *counters])})


def measure_alone(job: Job, wall: str, laid: list[Laid], tiles: int) -> Measured:
    """Measure the same, and the counter by one wall as well."""
    taken = _Measuring(job, wall, laid)
    bound = [wish for wish in job.wishes if wish.on and wish.at and wish.kind in taken.by_place]
    pieces = [piece for one in laid for piece in one.plan.pieces]
    counts = counted_of(job, laid)
    return Measured(
        **counts,
        even=taken.even(""),
        own_start=taken.own_start(),
        counter=taken.counter(),
        window=taken.window(),
        ends=taken.ends(),
        smallest=taken.smallest(""),
        full_left=taken.full("left", wall),
        full_right=taken.full("right", wall),
        # Of a counter its front, edged with pieces or with trim.
        whole_counter=_short(
            taken.own.plan.edges, "counter", "counter-edge", "open-end", side="bottom"
        ),
        whole_top=_short(taken.own.plan.edges, "overhead", "ceiling", "open-top"),
        centred=0.0,
        corner=taken.corner(""),
        cut=sum(piece.kind != "full" for piece in pieces),
        hard=sum(piece.kind in HARD for piece in pieces),
        tiles=tiles,
        bound={_key(wish): taken.by_place[wish.kind](wish.at) for wish in bound},
    )


def counted_of(job: Job, laid: Iterable[Laid]) -> dict[str, int]:
    """Return what there is to fix and to object to in a kitchen as laid, by how it is counted."""
    counts = dict.fromkeys(
        ("never", "steps", "fix_seen", "fix_hidden", "avoid", "weighed", "legs"), 0
    )
    for one in laid:
        if not one.plan.findings:
            continue
        # By what the edges read: those inside an area are no edges of the wall's own field.
        weights = SeenWeights.of_readings(job, one.field.surface.of, one.plan.edges)
        for finding in one.plan.findings:
            if finding.weight == "never":
                counts["never"] += 1
                counts["steps"] += finding.rule == "course-step"
                counts["fix_seen" if weights.in_view(finding) else "fix_hidden"] += 1
                continue
            counts["avoid"] += 1
            if finding.rule == "thin-leg":
                counts["legs"] += weights.of(finding)
            else:
                counts["weighed"] += weights.of(finding)
    return counts


class _Measuring:
    """Measures a kitchen as laid, anywhere or at one place."""

    def __init__(self, job: Job, wall: str, laid: list[Laid]) -> None:
        self.job, self.laid = job, laid
        self.own = next(one for one in laid if one.plan.surface == wall)
        self.by_place: dict[WishKind, Callable[[str], float]] = {
            "even": self.even,
            "smallest": self.smallest,
            "centred": self.centred,
            "full-left": lambda at: self.full("left", at),
            "full-right": lambda at: self.full("right", at),
            "corner": self.corner,
        }

    def own_start(self) -> float:
        """How far sheets are from beginning with whole chips in a corner, where the client names no
        centre.
        """
        if self.job.tile.sheet is None or any(
            wish.on and wish.kind == "centred" for wish in self.job.wishes
        ):
            return 0.0
        shorts = [
            max(gets.whole - gets.size for gets in reading.gets)
            for reading in self.own.plan.edges
            if reading.kind == "corner" and reading.owner == self.own.plan.surface
        ]
        return min(shorts, default=0.0)

    def counter(self) -> float:
        """How far the courses fall short at the counter: see `priorities`."""
        own, job = self.own, self.job
        base = base_of(own.field).edges
        bottoms = [reading for reading in own.plan.edges if reading.edge in base]
        if not bottoms or not (job.in_courses or job.tile.sheet is not None):
            return 0.0
        module, field = own.layout.module, own.field
        weights = SeenWeights.on(job, field)
        full = max(gets.whole for reading in bottoms for gets in reading.gets)
        failing = failing_tops(field, module, job.settings, weights)
        tops = [
            TopPiece(_least(reading), *failing[reading.edge])
            for reading in own.plan.edges
            if reading.edge in failing
        ]
        bottom = min(gets.size for reading in bottoms for gets in reading.gets)
        too_open = gap_opened(field, module, job.settings, own.layout.plant.y)
        return float(counter_short(full, bottom, tops, too_open))

    def window(self) -> float:
        """How far the sides of the wall's openings are from alike: see `priorities`."""
        by_edge = {reading.edge: reading for reading in self.own.plan.edges}
        worst = 0.0
        for thing in self.own.field.surface.things:
            left, right = by_edge.get(f"{thing.id}:left"), by_edge.get(f"{thing.id}:right")
            if thing.form == "opening" and left is not None and right is not None:
                full = max(gets.whole for gets in (*left.gets, *right.gets))
                share = self.job.settings.small_share
                pairs = _pairs(left, right, by_course=self.job.in_courses)
                worst = max(worst, float(window_short(full, share, pairs).max()))
        return worst

    def ends(self) -> float:
        """How far the wall's open ends fall short of full tiles: see `priorities`."""
        wishes = [wish for wish in self.job.wishes if wish.on]
        rule = self.own.layout.bond.by_rule
        shown = open_ends(self.own.field, wishes, by_rule=rule)
        best: dict[str, float] = {}
        least: dict[str, float] = {}
        full = 0.0
        for reading in self.own.plan.edges:
            if reading.kind == "open-end" and reading.owner == self.own.plan.surface:
                sizes = [self._at_line(reading, gets) for gets in reading.gets]
                full = max(full, *(gets.whole for gets in reading.gets))
                best[reading.side] = max(best.get(reading.side, 0.0), *sizes)
                least[reading.side] = min(least.get(reading.side, full), *sizes)
        if any(side not in best for side in shown.ends):
            return 0.0  # no tile reaches that end
        return float(ends_short(full, shown, best, least).max())

    def _at_line(self, reading: EdgeReading, gets: Gets) -> float:
        """What an end gets, less what a tile stops short of it by more than nobody sees."""
        boxes = self._boxes
        gaps = [
            boxes[id_].x0 - reading.at if reading.side == "left" else reading.at - boxes[id_].x1
            for id_ in gets.pieces
        ]
        gap = max(gaps, default=0.0)
        return gets.size - (gap if gap > self.job.settings.set_within + EPS else 0.0)

    @cached_property
    def _boxes(self) -> dict[str, Rect]:
        return {piece.id: piece.box for piece in self.own.plan.pieces}

    def even(self, at: str) -> float:
        """The most by which the sides of an opening differ where it is seen."""
        return max(
            (
                finding.larger - finding.smaller
                for one in self.laid
                for finding in one.plan.findings
                if finding.rule == "uneven-jambs"
                and (not at or any(place.partition(":")[0] == at for place in finding.places))
            ),
            default=0.0,
        )

    def smallest(self, at: str) -> float:
        """The smallest piece at any edge, or at the edges of one thing or wall."""
        sizes = (
            gets.size
            for one in self.laid
            for reading in one.plan.edges
            if not at or reading.owner == at
            for gets in reading.gets
            if not gets.notched
        )
        return min(sizes, default=0.0)

    def full(self, side: str, wall: str) -> float:
        """How far an end's best course is from a full tile."""
        readings = next((o.plan.edges for o in self.laid if o.plan.surface == wall), ())
        return _short(readings, "corner", "open-end", "side", side=side, wall=wall)

    def centred(self, at: str) -> float:
        """How far the nearest middle of a tile or joint is from a thing's centreline.

        Of all kinds of course the best: in a half bond tile and joint change places.
        """
        for one in self.laid:
            thing = next((t for t in one.field.surface.things if t.id == at), None)
            if thing is not None:
                middle = (thing.box.x0 + thing.box.x1) / 2
                return _off(middle, one)
        return 0.0

    def corner(self, at: str) -> float:
        """How far the two pieces at a corner are from one tile; ``at`` is the wall left of it."""
        return max(
            (
                abs(pair.apart)
                for corner in corners_of(self.job, self.laid)
                if not at or corner.left == at
                for pair in corner.pairs
            ),
            default=0.0,
        )


def _least(reading: EdgeReading) -> float:
    """The smallest piece at an edge; where all are notched, what a whole tile measures."""
    whole = max(gets.whole for gets in reading.gets)
    return min((gets.size for gets in reading.gets if not gets.notched), default=whole)


def _pairs(
    left: EdgeReading, right: EdgeReading, *, by_course: bool
) -> Iterator[tuple[float, float]]:
    """The pieces at two jambs, course by course; on a lattice the smallest of each."""
    if not by_course:
        yield min(gets.size for gets in left.gets), min(gets.size for gets in right.gets)
        return
    sides: list[dict[int, float]] = [{}, {}]
    for side, reading in zip(sides, (left, right), strict=True):
        for gets in reading.gets:
            for course in () if gets.notched else gets.courses:
                side[course] = min(gets.size, side.get(course, gets.size))
    for course in sorted(sides[0].keys() & sides[1].keys()):
        yield sides[0][course], sides[1][course]


def _off(middle: float, laid: Laid) -> float:
    """How far a centreline is from the middle of the nearest tile or joint, in the best course."""
    module = laid.layout.module
    offs = []
    for piece in laid.plan.pieces:
        if piece.of or abs(piece.width - module.width) > 0.01 or piece.shaved:
            continue
        tile = (piece.box.x0 + piece.box.x1) / 2
        offs += [abs(tile + by * module.across / 2 - middle) for by in (-1, 0, 1)]
    return min(offs, default=module.across / 4)


def _short(
    readings: Iterable[EdgeReading], *kinds: str, side: str | None = None, wall: str | None = None
) -> float:
    """How much the best kind of course falls short of a full tile at edges, the worst edge's.

    In a half bond only every other course can be full, so the best of an edge's answers counts.
    """
    worst = 0.0
    for reading in readings:
        if reading.kind not in kinds or (side is not None and reading.side != side):
            continue
        if wall is not None and reading.owner != wall:
            continue
        best = min(gets.whole - gets.size for gets in reading.gets)
        worst = max(worst, best)
    return worst
