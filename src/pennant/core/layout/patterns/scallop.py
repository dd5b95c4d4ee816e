"""Scallops, or fans: half a round on top, two hollows below that meet in a point.

The room of a fan is bounded by arcs of one radius R = (width + joint) / 2: half a circle about its
middle, and a quarter of one about the middle of each tile below. The tile is that room less half a
joint above, so its top has the radius R - j/2. Its hollows run about the middles of the tiles below
too, with the radius H that gives the tile its height: H^2 = R^2 + (top + R - height)^2. That is
R + j/2 where the joint is as wide there as above, and R where its point runs down to where the two
rounds below meet.
"""

import math

from pennant.core.document.pattern import Scallop, fan_heights
from pennant.core.document.tile import Tile
from pennant.core.geometry.clip import Point, Ring
from pennant.core.geometry.placement import Placement
from pennant.core.geometry.rect import Rect
from pennant.core.layout.lattice import Lattice, Unit, turned
from pennant.core.survey.placed import around

SIDES_OF_A_QUARTER = 12
"""A quarter of a round is cut as so many straight sides: on a fan 100 mm wide, 0.1 mm at most."""


def scallop(tile: Tile, pattern: Scallop) -> Lattice:
    """Return the lattice; its figure is one tile, with its tip up or down."""
    joint, radius = pattern.joint, (tile.length + pattern.joint) / 2
    top = radius - joint / 2
    low, high = fan_heights(tile, pattern)
    height = min(max(tile.height, low), high)
    hollow = math.hypot(radius, top + radius - height)
    cell, about = _fan(radius, radius, radius), _fan(radius, top, hollow)
    box = around(about)
    # The tile's own frame begins at the lower left of the box around it.
    shape = tuple((x - box.x0, y - box.y0) for x, y in about)
    lattice = Lattice(
        shape=shape,
        units=(Unit(Placement(box.x0, box.y0), cell),),
        steps=((2 * radius, 0.0), (radius, radius)),
        figure=box,
        joint=joint,
        rows=radius,
    )
    if pattern.tips == "up":
        return lattice
    upside = Rect(-box.x1, -box.y1, -box.x0, -box.y0)
    return turned(lattice, 180.0, upside, radius)


def _fan(radius: float, top: float, hollow: float) -> Ring:
    """A fan about its middle: ``top`` and ``hollow`` are the radii of its arcs.

    The hollows' middles lie ``radius`` down and to either side. Counterclockwise from its point.
    """
    step = math.pi / 2 / SIDES_OF_A_QUARTER
    # Where the round meets a hollow: as far from both middles as their radii.
    apart = radius * math.sqrt(2)
    along = (top**2 - hollow**2 + apart**2) / (2 * apart)
    off = math.sqrt(max(top**2 - along**2, 0.0))
    # From the middle toward the hollow's middle (to the lower right), then to the right of that.
    corner = ((along + off) / math.sqrt(2), (off - along) / math.sqrt(2))
    point = (0.0, -radius + math.sqrt(max(hollow**2 - radius**2, 0.0)))
    right = [
        p
        for n in range(1, SIDES_OF_A_QUARTER)
        if point[1] < (p := _on(radius, -radius, hollow, math.pi - n * step))[1] < corner[1]
        and p[0] > 0
    ]
    round_ = [
        p
        for n in range(1, 2 * SIDES_OF_A_QUARTER)
        if (p := _on(0.0, 0.0, top, n * step))[1] > corner[1]
    ]
    half = [point, *right, corner]
    left = [(-x, y) for x, y in reversed(half[1:])]
    return (*half, *round_, *left)


def _on(x: float, y: float, radius: float, angle: float) -> Point:
    """A point of a circle."""
    return x + radius * math.cos(angle), y + radius * math.sin(angle)
