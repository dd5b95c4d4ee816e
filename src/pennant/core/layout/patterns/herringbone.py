"""Herringbone: each tile's end against the side of the next, level and upright by turns.

Of a tile L x w with joint j: a level tile at (0, 0) and an upright one at (L + j, w - L), repeated
by (w + j, w + j) and (L + j, -(L + j)). Every gap is j for any L and w.
"""

import math

from pennant.core.document.pattern import Herringbone
from pennant.core.document.tile import Tile
from pennant.core.geometry.placement import turned_about_origin
from pennant.core.geometry.rect import Rect
from pennant.core.layout.lattice import Lattice, level, oblong, other_hand, turned, upright
from pennant.core.survey.placed import around


def herringbone(tile: Tile, pattern: Herringbone) -> Lattice:
    """Return the lattice. Turned by 45 degrees, its figure is the point that two tiles make, with
    its tip midway between its sides.
    """
    joint, count = pattern.joint, 2 if pattern.double else 1
    size = (tile.length, tile.height)
    # Two tiles side by side are laid as one, as wide as both and the joint between them.
    length, width = tile.length, count * tile.height + (count - 1) * joint
    step = tile.height + joint
    units = [
        unit
        for n in range(count)
        for unit in (
            level(0.0, n * step, size, joint),
            upright(length + joint + n * step, width - length, size, joint),
        )
    ]
    lattice = Lattice(
        shape=oblong(*size),
        units=tuple(units),
        steps=((width + joint, width + joint), (length + joint, -(length + joint))),
        figure=Rect(0.0, 0.0, length, width),
        joint=joint,
        rows=step,
    )
    if pattern.hand == "left":
        lattice = other_hand(lattice)
    if not pattern.diagonal:
        return lattice
    # Turned by 45 degrees the two make a point, whose tip is the upright tile's outer corner.
    way = 1 if pattern.hand == "right" else -1
    degrees = 45.0 * way
    tip = turned_about_origin([(way * (length + joint + width), width)], degrees)[0]
    ends = [around(turned_about_origin(outline, degrees)) for outline in lattice.outlines[:2]]
    low, high = min(box.y0 for box in ends), max(box.y1 for box in ends)
    half = max(tip[0] - min(box.x0 for box in ends), max(box.x1 for box in ends) - tip[0])
    figure = Rect(tip[0] - half, low, tip[0] + half, high)
    return turned(lattice, degrees, figure, step / math.sqrt(2))
