"""How far many parts of tiles reach from straight lines: what `reading.edges.size_at` says of one
part at one line, for all of them at once.

Only of parts that bulge outward all round, with one side on their line, is the depth known so: its
profile behind the line bends outward too, and never jumps. The others are left to be read one by
one.
"""

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
import numpy.typing as npt

from pennant.core.geometry.tolerance import EPS
from pennant.core.layout.field import Edge
from pennant.core.reading.depth import ALONG, STEEP

Floats = npt.NDArray[np.float64]
Numbers = npt.NDArray[np.intp]
Flags = npt.NDArray[np.bool_]


class Lines(NamedTuple):
    """Straight lines at which tile stops, as arrays: which way they run, where each is across, on
    which side of it tile is (1 or -1), and from where to where it runs (mm).
    """

    upright: Flags
    at: Floats
    inward: Floats
    low: Floats
    high: Floats

    @classmethod
    def of(cls, edges: Sequence[Edge]) -> "Lines":
        """Return the lines of edges; one that slants must not be asked about."""
        return cls(
            np.array([edge.upright for edge in edges], dtype=bool),
            np.array([edge.along[0][1] for edge in edges], dtype=float),
            np.array([edge.inward for edge in edges], dtype=float),
            np.array([edge.low for edge in edges], dtype=float),
            np.array([edge.high for edge in edges], dtype=float),
        )

    def chosen(self, which: Numbers) -> "Lines":
        """Return some of them, in their order."""
        return Lines(
            self.upright[which],
            self.at[which],
            self.inward[which],
            self.low[which],
            self.high[which],
        )


def filled(rings: Sequence[Sequence[tuple[float, float]]]) -> Floats:
    """Return rings as one array (parts x corners x 2), the last corner of each repeated to fill."""
    most = max(map(len, rings), default=1)
    return np.array([[*ring, *[ring[-1]] * (most - len(ring))] for ring in rings])


def bulges(rings: Floats) -> Flags:
    """Return which rings (parts x corners x 2, counterclockwise, the last corner repeated to fill)
    bend inward nowhere.
    """
    sides = np.roll(rings, -1, axis=1) - rings
    # A corner that is repeated has no side of its own: it turns with the one after it.
    before, after = sides, _next_sides(sides)
    turns = before[..., 0] * after[..., 1] - before[..., 1] * after[..., 0]
    return np.asarray((turns >= -EPS).all(axis=1))


def _next_sides(sides: Floats) -> Floats:
    """The side after each, past those without length."""
    found = np.roll(sides, -1, axis=1)
    for _ in range(sides.shape[1] - 1):
        none: Flags = np.asarray((np.abs(found) <= EPS).all(axis=2))
        if not none.any():
            break
        found = np.where(none[..., None], np.roll(found, -1, axis=1), found)
    return found


def sizes_at_once(rings: Floats, lines: Lines, joint: float | Floats) -> tuple[Floats, Flags]:
    """Return how far each part reaches from its own line, at its thinnest (mm; nan if it is clear),
    and of which parts that is not known here because more than one of their sides is on the line.

    ``rings`` are parts (n x corners x 2) that bulge outward all round; ``lines`` are as many, and
    ``joint`` (mm) is the one at each of them, or at all.
    """
    joint = np.broadcast_to(joint, len(rings))[:, None]
    upright = lines.upright[:, None]
    across = np.where(upright, rings[..., 0], rings[..., 1])
    off = (across - lines.at[:, None]) * lines.inward[:, None]
    along = np.where(upright, rings[..., 1], rings[..., 0])
    next_off, next_along = np.roll(off, -1, axis=1), np.roll(along, -1, axis=1)
    toward = np.where(upright, along - next_along, next_along - along) * lines.inward[:, None]
    low = np.maximum(np.minimum(along, next_along), lines.low[:, None])
    high = np.minimum(np.maximum(along, next_along), lines.high[:, None])
    facing = (
        (toward > EPS)
        & (np.minimum(off, next_off) >= -2 * EPS)
        & (np.maximum(off, next_off) <= joint + 2 * EPS)
        & (high - low > EPS)
    )
    # The side of a turned tile that only crosses the joint runs off from the line.
    runs_along = np.abs(off - next_off) <= ALONG * np.abs(toward) - 2 * EPS
    facing &= runs_along | (joint <= 0)
    count = facing.sum(axis=1)
    own = facing.argmax(axis=1)[:, None]
    low, high = (np.take_along_axis(end, own, axis=1) for end in (low, high))
    places = np.sort(np.concatenate([low, np.clip(along, low, high), high], axis=1), axis=1)
    depths = _far(off, along, next_off, next_along, places)
    first, last = (np.take_along_axis(end, own, axis=1) for end in (along, next_along))
    near, beyond = (np.take_along_axis(end, own, axis=1) for end in (off, next_off))
    # The side on the line itself, which runs along it.
    run = np.where(count[:, None] == 1, last - first, 1.0)
    depths -= near + (beyond - near) * (places - first) / run
    depths = np.maximum(depths, 0.0)
    size = np.minimum(_from_end(places, depths), _from_end(-places[:, ::-1], depths[:, ::-1]))
    return np.where(count == 1, size, np.nan), count > 1


def _far(
    off: Floats, along: Floats, next_off: Floats, next_along: Floats, places: Floats
) -> Floats:
    """How far off the outline is at most, at places along (n x places)."""
    run = next_along - along
    flat = np.abs(run) <= EPS
    share = (places[:, :, None] - along[:, None, :]) / np.where(flat, 1.0, run)[:, None, :]
    there = ~flat[:, None, :] & (share >= -1e-9) & (share <= 1 + 1e-9)
    crossed = off[:, None, :] + (next_off - off)[:, None, :] * share
    return np.asarray(np.where(there, crossed, -np.inf).max(axis=2))


def _from_end(places: Floats, depths: Floats) -> Floats:
    """The depth as it is seen from one end: what rises there, each side by its slope (see
    `reading.depth`).
    """
    depth = depths[:, 0].copy()
    rising = np.ones(len(depth), dtype=bool)
    for number in range(places.shape[1] - 1):
        run = places[:, number + 1] - places[:, number]
        rise = depths[:, number + 1] - depths[:, number]
        there = run > EPS
        rising &= ~(there & (rise <= 0))
        slope = rise / np.where(there, run, 1.0)
        depth += np.where(rising & there, rise * np.minimum(1.0, STEEP * slope**2), 0.0)
    return depth
