"""Where along a line tile meets it, and how far it runs on from there."""

import itertools

from pennant.core.geometry.tolerance import EPS, distinct_lines
from pennant.core.layout.field import Edge, Field, KeepOut


def runs_of(edge: Edge, shown: list[KeepOut], field: Field) -> list[tuple[float, float, float]]:
    """Return the stretches of an edge that tile meets: from, to, and how far it runs on from there.

    Nothing where another thing stands against the edge.
    """
    upright, inner = edge.upright, field.inner
    ends = (inner.x0, inner.x1) if upright else (inner.y0, inner.y1)
    at = edge.innermost
    spans = [
        ((k.box.y0, k.box.y1), (k.box.x0, k.box.x1))
        if upright
        else ((k.box.x0, k.box.x1), (k.box.y0, k.box.y1))
        for k in shown
    ]
    low = max(edge.low, inner.y0 if upright else inner.x0)
    high = min(edge.high, inner.y1 if upright else inner.x1)
    if high - low <= EPS:
        return []
    cuts = distinct_lines(low, high, [side for along, _ in spans for side in along])
    found: list[tuple[float, float, float]] = []
    for first, last in itertools.pairwise(cuts):
        middle = (first + last) / 2
        far = ends[1] if edge.inward > 0 else ends[0]
        run = (far - at) * edge.inward
        for (a, b), (near, beyond) in spans:
            if a < middle < b:
                if edge.inward > 0 and beyond > at + EPS:
                    run = min(run, near - at)
                elif edge.inward < 0 and near < at - EPS:
                    run = min(run, at - beyond)
        if run > EPS:
            found.append((first, last, round(run, 6)))
    return found
