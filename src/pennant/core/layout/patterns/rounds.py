"""Rounds, each row in the hollows of the one below: every round has six neighbours a joint away."""

import math

from pennant.core.document.pattern import Rounds
from pennant.core.document.tile import Tile
from pennant.core.geometry.placement import Placement
from pennant.core.geometry.rect import Rect
from pennant.core.layout.lattice import Lattice, Unit
from pennant.core.layout.patterns.hexagon import hexagon_ring

SEGMENTS = 24
"""A round is cut as so many straight sides: on one 25 mm across it is 0.1 mm off at most."""


def rounds(tile: Tile, pattern: Rounds) -> Lattice:
    """Return the lattice; its figure is one round.

    The room of a round is the hexagon with its points up that is a step wide from flat to flat.
    """
    radius, step = tile.length / 2, tile.length + pattern.joint
    up = step * math.sqrt(3) / 2
    turns = (2 * math.pi * number / SEGMENTS for number in range(SEGMENTS))
    shape = tuple((radius + radius * math.cos(a), radius + radius * math.sin(a)) for a in turns)
    long = step * 2 / math.sqrt(3)
    lying = hexagon_ring(long, step)
    cell = tuple((radius + step / 2 - y, radius + x - long / 2) for x, y in lying)
    return Lattice(
        shape=shape,
        units=(Unit(Placement(0.0, 0.0), cell),),
        steps=((step, 0.0), (step / 2, up)),
        figure=Rect(0.0, 0.0, tile.length, tile.length),
        joint=pattern.joint,
        rows=up,
    )
