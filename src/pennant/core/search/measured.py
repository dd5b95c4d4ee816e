"""What matters to the client: wishes in order, each a quantity measured from the plan itself.

A wish is better met the lower its measure. Two starts whose measures are within the wish's band
are equal in it, and the next wish decides.
"""

from collections.abc import Callable, Iterable

from pydantic import Field

from pennant.core.document.job import Job
from pennant.core.document.values import Value
from pennant.core.document.wishes import BANDS, Wish, WishKind
from pennant.core.layout.cut_kind import HARD
from pennant.core.reading.corners import corners_of
from pennant.core.reading.edges import EdgeReading
from pennant.core.reading.laying import Laid
from pennant.core.reading.seen import SeenWeights

STEP = 10
"""Pieces to be cured that a step between the courses of two walls in a corner counts for."""


class Measured(Value):
    """What a start comes to, in every wish: sizes in mm (``smallest`` as it is), else counts.

    ``steps``, of what must be cured, are courses out of line in a corner. ``weighed`` is what there
    is to avoid, each as often as its place counts. ``bound`` has the wishes that are bound to a
    place, by kind and place.
    """

    never: int
    steps: int = 0
    avoid: int
    weighed: int
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
        if wish.kind == "never":
            value += (STEP - 1) * self.steps
        if wish.kind == "avoid":
            value = self.weighed
        return -value if wish.kind == "smallest" else value


def _key(wish: Wish) -> str:
    return f"{wish.kind}@{wish.at}"


def rank_key(measured: Measured, wishes: Iterable[Wish]) -> tuple[int, ...]:
    """Return what starts are sorted by: each wish's measure, in steps of its band."""
    return tuple(in_bands(wish.kind, measured.of(wish)) for wish in wishes)


def in_bands(kind: WishKind, measure: float) -> int:
    """Return a wish's measure in steps of its band: within one nobody sees a difference."""
    return round(measure / BANDS[kind]) if BANDS[kind] else int(measure)


def exact_key(measured: Measured, wishes: Iterable[Wish]) -> tuple[float, ...]:
    """Return what puts starts that are alike in every band in order: the measures themselves."""
    return tuple(round(measured.of(wish), 3) for wish in wishes)


def measure(job: Job, wall: str, laid: list[Laid], tiles: int) -> Measured:
    """Measure a kitchen as laid; ends, counter, top and centrelines are those of one wall."""
    taken = _Measuring(job, wall, laid)
    bound = [wish for wish in job.wishes if wish.on and wish.at and wish.kind in taken.by_place]
    pieces = [piece for one in laid for piece in one.plan.pieces]
    findings = [finding for one in laid for finding in one.plan.findings]
    never = sum(finding.weight == "never" for finding in findings)
    steps = sum(finding.rule == "course-step" for finding in findings)
    return Measured(
        never=never, steps=steps, avoid=len(findings) - never, weighed=_weighed(job, laid),
        even=taken.even(""),
        smallest=taken.smallest(""), full_left=taken.full("left", wall),
        full_right=taken.full("right", wall),
        # Of a counter its front, edged with pieces or with trim.
        whole_counter=_short(
            taken.own.plan.edges, "counter", "counter-edge", "open-end", side="bottom"
        ),
        whole_top=_short(taken.own.plan.edges, "overhead", "ceiling", "open-top"),
        centred=0.0, corner=taken.corner(""),
        cut=sum(piece.kind != "full" for piece in pieces),
        hard=sum(piece.kind in HARD for piece in pieces), tiles=tiles,
        bound={_key(wish): taken.by_place[wish.kind](wish.at) for wish in bound},
    )  # fmt: skip


def _weighed(job: Job, laid: list[Laid]) -> int:
    """What there is to avoid, each as often as its place counts."""
    total = 0
    for one in laid:
        avoided = [finding for finding in one.plan.findings if finding.weight == "avoid"]
        if avoided:
            # By what the edges read: those inside an area are no edges of the wall's own field.
            weights = SeenWeights.of_readings(job, one.field.surface.of, one.plan.edges)
            total += sum(weights.of(finding) for finding in avoided)
    return total


class _Measuring:
    """Measures a kitchen as laid, anywhere or at one place."""

    def __init__(self, job: Job, wall: str, laid: list[Laid]) -> None:
        self.job, self.laid = job, laid
        self.own = next(one for one in laid if one.plan.surface == wall)
        self.by_place: dict[WishKind, Callable[[str], float]] = {
            "even": self.even, "smallest": self.smallest, "centred": self.centred,
            "full-left": lambda at: self.full("left", at),
            "full-right": lambda at: self.full("right", at), "corner": self.corner,
        }  # fmt: skip

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
        )  # fmt: skip

    def smallest(self, at: str) -> float:
        """The smallest piece at any edge, or at the edges of one thing or wall."""
        sizes = (
            gets.size
            for one in self.laid
            for reading in one.plan.edges
            if not at or reading.owner == at
            for gets in reading.gets
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
