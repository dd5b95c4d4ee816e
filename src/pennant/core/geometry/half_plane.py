"""Cut a convex shape along straight lines that run along x or y, each taking all beyond it."""

from typing import Literal, NamedTuple

from pennant.core.geometry.clip import Ring, from_lowest
from pennant.core.geometry.tolerance import EPS


class HalfPlane(NamedTuple):
    """What stays: x (``axis`` 0) or y (1) up to ``at``; from there on with a ``sign`` of -1."""

    axis: Literal[0, 1]
    sign: Literal[1, -1]
    at: float


def kept_of(ring: Ring, planes: list[HalfPlane]) -> Ring:
    """Return what all half planes leave of a convex ring; () if that is thinner than the tolerance.

    Corners on a line get its very coordinate, so that pieces on either side of it share it.
    """
    for plane in planes:
        ring = _cut(ring, plane)
        if len(ring) < 3:
            return ()
    xs, ys = [x for x, _ in ring], [y for _, y in ring]
    if max(xs) - min(xs) <= EPS or max(ys) - min(ys) <= EPS:
        return ()
    return from_lowest(ring)


def _cut(ring: Ring, plane: HalfPlane) -> Ring:
    axis, sign, at = plane
    over = [(point[axis] - at) * sign for point in ring]
    if max(over) <= EPS:
        return ring
    kept = []
    for n, point in enumerate(ring):
        before, o, p = ring[n - 1], over[n - 1], over[n]
        if (o > EPS and p < -EPS) or (o < -EPS and p > EPS):
            share = o / (o - p)
            other = before[1 - axis] + share * (point[1 - axis] - before[1 - axis])
            kept.append((at, other) if axis == 0 else (other, at))
        if p <= EPS:
            kept.append(point)
    return tuple(kept)
