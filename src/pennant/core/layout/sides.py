"""The sides of a tile: which of them each side of a piece lies on, in the tile's own frame."""

from functools import lru_cache

import numpy as np
import numpy.typing as npt

from pennant.core.geometry.clip import Outline, Point, Ring, is_square
from pennant.core.geometry.tolerance import EPS

Floats = npt.NDArray[np.float64]
ON_SIDE = 1e-4
"""Millimetres: what lies nearer to a tile's side than this is on it. Cutting on a fine grid moves
corners by less."""

Segment = tuple[Point, Point]


def segments(outline: Outline) -> list[Segment]:
    """Return the sides of an outline, ring by ring."""
    return [side for ring in outline for side in zip(ring, (*ring[1:], ring[0]), strict=True)]


@lru_cache(maxsize=64)
def _frame(shape: Ring) -> tuple[Floats, Floats, Floats]:
    """Where each side of a tile begins, its direction, and its length."""
    first = np.array(shape)
    way = np.roll(first, -1, axis=0) - first
    length = np.hypot(way[:, 0], way[:, 1])
    return first, way / np.maximum(length, EPS)[:, None], length


def _of_oblong(a: Point, b: Point, x0: float, y0: float, x1: float, y1: float) -> int | None:
    """The same for an oblong, whose sides run along x and y: foot, right, head, left."""
    if abs(a[1] - y0) <= ON_SIDE and abs(b[1] - y0) <= ON_SIDE:
        return 0
    if abs(a[0] - x1) <= ON_SIDE and abs(b[0] - x1) <= ON_SIDE:
        return 1
    if abs(a[1] - y1) <= ON_SIDE and abs(b[1] - y1) <= ON_SIDE:
        return 2
    if abs(a[0] - x0) <= ON_SIDE and abs(b[0] - x0) <= ON_SIDE:
        return 3
    return None


def sides_of(sides: list[Segment], shape: Ring) -> list[int | None]:
    """Return for each side of a piece the number of the tile's side that it lies on.

    None is one that was cut. ``shape`` is the tile's outline, its sides numbered from 0.
    """
    if not sides:
        return []
    if is_square(shape):
        return [_of_oblong(a, b, *shape[0], *shape[2]) for a, b in sides]
    first, way, length = _frame(shape)
    ends = (
        np.array(sides)[:, :, None, :] - first
    )  # side of the piece, end, side of the tile, x and y
    off = np.abs(ends[..., 0] * way[:, 1] - ends[..., 1] * way[:, 0]).max(axis=1)
    along = ends[..., 0] * way[:, 0] + ends[..., 1] * way[:, 1]
    on = (off <= ON_SIDE) & (along.min(axis=1) >= -ON_SIDE)
    on &= along.max(axis=1) <= length + ON_SIDE
    found = np.where(on.any(axis=1), on.argmax(axis=1), -1)
    return [None if number < 0 else int(number) for number in found]
