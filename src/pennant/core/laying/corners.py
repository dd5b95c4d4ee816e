"""Corners: what both fronts get where two walls meet, and how far the two are from one tile.

A tile folded round a corner is cut in two: of a on the one wall comes b = W - a - kerf on the
other. A tile that ends in the corner leaves nothing, and a full one should follow.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from pennant.core.document.job import Job
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.laying.lay_kitchen import kerf_at
from pennant.core.laying.surface_plan import Laid
from pennant.core.layout.pieces import Piece
from pennant.core.survey.boards import forward_at_end
from pennant.core.survey.kitchen import joined_before

SAME = 0.01
"""Millimetres. Pairs nearer than this are one answer."""


@dataclass(frozen=True, slots=True)
class Pair:
    """One answer of a corner: ``left`` and ``right`` of it, ``apart`` what the second is too long
    (below 0: too short) to make up one tile with the first, or to be a full one where the first is.
    ``whole`` is a full tile. Millimetres.
    """

    left: float
    right: float
    apart: float
    whole: float
    courses: tuple[int, ...]
    pieces: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class CornerReading:
    """A corner between two walls. ``hidden`` (mm) is the strip of the end pieces of the wall tiled
    first that the other wall's tile covers; ``first`` is that wall.
    """

    left: str
    right: str
    kind: str
    first: str
    hidden: float
    pairs: tuple[Pair, ...]


def corners_of(job: Job, laid: Sequence[Laid]) -> Iterator[CornerReading]:
    """Yield the corners at which both walls have tile, from left to right."""
    by_id = {one.plan.surface: one for one in laid}
    for number, wall in enumerate(job.walls):
        if not joined_before(job.walls, number):
            continue
        before = job.walls[number - 1]
        if not by_id[wall.id].layout.in_courses:
            continue  # what a lattice's tiles make round a corner are no pairs of one tile
        corner = before.corner
        pairs = pairs_between(by_id[before.id], by_id[wall.id], kerf_at(job))
        if corner is None or not pairs:
            continue
        inside = corner.kind == "inside"
        first, side = (before, "right") if corner.laps == "next" else (wall, "left")
        forward = forward_at_end(job, first, side)
        yield CornerReading(
            left=before.id,
            right=wall.id,
            kind=corner.kind,
            first=first.id,
            hidden=tidy(forward - job.settings.corner_gap) if inside else 0.0,
            pairs=tuple(pairs),
        )


def pairs_between(left: Laid, right: Laid, kerf: float) -> list[Pair]:
    """Return what both walls of a corner get, course by course; ``kerf`` as sawn there (mm)."""
    whole = left.layout.module.width
    others = _ends(right, "left")
    found: dict[tuple[int, int], list[tuple[Piece, float, Piece, float]]] = {}
    for piece, a in _ends(left, "right"):
        beside = [(_common(piece, other), other, b) for other, b in others]
        common, other, b = max(beside, key=lambda one: one[0], default=(0.0, piece, 0.0))
        if common > piece.height / 2:
            key = (round(a / SAME), round(b / SAME))
            found.setdefault(key, []).append((piece, a, other, b))
    pairs = []
    for met in found.values():
        _, a, _, b = met[0]
        wanted = whole - a - kerf if a < whole - EPS else whole
        pairs.append(
            Pair(
                left=tidy(a),
                right=tidy(b),
                apart=tidy(b - wanted),
                whole=tidy(whole),
                courses=tuple(sorted({piece.course for piece, _, _, _ in met})),
                pieces=tuple(id_ for one, _, two, _ in met for id_ in (one.id, two.id)),
            )
        )
    return sorted(pairs, key=lambda pair: pair.courses)


def _ends(laid: Laid, side: str) -> list[tuple[Piece, float]]:
    """The pieces at an end of a wall, with what each reaches from it."""
    pieces = {piece.id: piece for piece in laid.plan.pieces if not piece.of}
    edge = f"{laid.plan.surface}:{side}"
    return [
        (pieces[id_], gets.size)
        for reading in laid.plan.edges
        if reading.edge == edge
        for gets in reading.gets
        for id_ in gets.pieces
        if id_ in pieces
    ]


def _common(one: Piece, other: Piece) -> float:
    return min(one.box.y1, other.box.y1) - max(one.box.y0, other.box.y0)
