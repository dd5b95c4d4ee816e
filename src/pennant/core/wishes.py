"""What matters to the client: wishes in order, each a quantity measured from the plan itself.

A wish is better met the lower its measure. Two starts whose measures are within the wish's band
are equal in it, and the next wish decides.
"""

from collections.abc import Iterable

from pennant.core.edges import EdgeReading
from pennant.core.plan import Laid
from pennant.core.values import Value
from pennant.core.wish import BANDS, Kind


class Measured(Value):
    """What a start comes to, in every wish: sizes in mm (``smallest`` as it is), else counts."""

    never: int
    avoid: int
    even: float
    smallest: float
    full_left: float
    full_right: float
    whole_counter: float
    whole_top: float
    cut: int
    hard: int
    tiles: int

    def of(self, kind: Kind) -> float:
        """Return a wish's measure; the lower the better."""
        value = float(getattr(self, kind.replace("-", "_")))
        return -value if kind == "smallest" else value


def rank_key(measured: Measured, wishes: Iterable[Kind]) -> tuple[int, ...]:
    """Return what starts are sorted by: each wish's measure, in steps of its band."""
    return tuple(
        round(measured.of(kind) / BANDS[kind]) if BANDS[kind] else int(measured.of(kind))
        for kind in wishes
    )


def measure(wall: str, laid: list[Laid], tiles: int) -> Measured:
    """Measure a kitchen as laid; ends, counter and top are those of one wall."""
    plans = [one.plan for one in laid]
    own = next(one for one in laid if one.plan.surface == wall)
    findings = [finding for made in plans for finding in made.findings]
    pieces = [piece for made in plans for piece in made.pieces]
    never = sum(finding.weight == "never" for finding in findings)
    readings = own.plan.edges
    sizes = (g.size for made in plans for reading in made.edges for g in reading.gets)
    uneven = (f.other - f.size for f in findings if f.rule == "uneven-jambs" and f.other)
    return Measured(
        never=never, avoid=len(findings) - never, even=max(uneven, default=0.0),
        smallest=min(sizes, default=0.0),
        full_left=_short(readings, "corner", "open-end", "side", side="left", wall=wall),
        full_right=_short(readings, "corner", "open-end", "side", side="right", wall=wall),
        whole_counter=_short(readings, "counter", side="bottom"),
        whole_top=_short(readings, "overhead", "ceiling", "open-top"),
        cut=sum(piece.kind != "full" for piece in pieces),
        hard=sum(piece.kind in ("notch", "curve", "hole") for piece in pieces), tiles=tiles,
    )  # fmt: skip


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
        best = min(gets.size / gets.share - gets.size for gets in reading.gets if gets.share > 0)
        worst = max(worst, best)
    return worst
