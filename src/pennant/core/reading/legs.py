"""Legs of tile beside a hole: how wide they are, measured on the piece itself."""

from collections.abc import Iterator

from pennant.core.geometry.clip import Outline
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.field import SIDES, Edge, Gap, KeepOut, Side
from pennant.core.reading.edges import size_at

LEAST_RUN = 2.0
"""Millimetres: a leg less tall than this is a nick beside a box, and nothing that could snap."""
ROUND_OFF = 0.5
"""Millimetres: how far the polygon that stands for a round may lie from it."""


def legs_of(outline: Outline, hole: KeepOut, clearance: float) -> Iterator[tuple[Side, float]]:
    """Yield the sides of a hole beside which a piece has tile, each with how wide that is (mm).

    Measured on the piece itself, square to the hole's side, where it is narrowest: a sill or a
    cabinet may end the leg before the tile does. A hole that bites into the tile by no more than
    its own ``clearance`` leaves no leg that could snap.
    """
    box = hole.box
    run = max(clearance, LEAST_RUN) + EPS
    for side in SIDES:
        line = hole.line(side)
        edge = Edge(
            hole.owner,
            side,
            Gap("box", "clearance", 0.0),
            line,
            line,
            -1 if side in ("left", "bottom") else 1,
        )
        if hole.square:
            bites = _bite(outline, box, side)
            leg = size_at(outline, edge, 0.0) if bites > run else None
        else:
            leg = _beside_round(outline, edge, box)
        if leg is not None:
            yield side, leg


def _bite(outline: Outline, box: Rect, side: Side) -> float:
    """How far the piece's outline runs along a side of a hole (mm)."""
    across, along = (0, 1) if side in ("left", "right") else (1, 0)
    at = {"left": box.x0, "right": box.x1, "bottom": box.y0, "top": box.y1}[side]
    low, high = ((box.y0, box.y1), (box.x0, box.x1))[along == 0]
    runs = [
        min(max(a[along], b[along]), high) - max(min(a[along], b[along]), low)
        for ring in outline
        for a, b in zip(ring, (*ring[1:], ring[0]), strict=True)
        if abs(a[across] - at) <= 2 * EPS and abs(b[across] - at) <= 2 * EPS
    ]
    return max(runs, default=0.0)


def _beside_round(outline: Outline, edge: Edge, box: Rect) -> float | None:
    """From where a round reaches furthest to the piece's next side, square to it; None outside."""
    across, along = (0, 1) if edge.upright else (1, 0)
    middle = ((box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2)[along]
    at = edge.along[0][1]
    depths = sorted(
        (a[across] + (b[across] - a[across]) * (middle - a[along]) / (b[along] - a[along]) - at)
        * edge.inward
        for ring in outline
        for a, b in zip(ring, (*ring[1:], ring[0]), strict=True)
        if min(a[along], b[along]) < middle < max(a[along], b[along])
    )
    # The round's own side is at nothing; what follows it is where the tile ends.
    on = [depth for depth in depths if abs(depth) <= ROUND_OFF]
    beyond = [depth for depth in depths if depth > ROUND_OFF]
    return beyond[0] if on and beyond else None
