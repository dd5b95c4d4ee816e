"""Straight rows turned by 45 degrees."""

import math

from pennant.core.document.pattern import Diagonal
from pennant.core.document.tile import Tile
from pennant.core.geometry.placement import turned_about_origin
from pennant.core.geometry.rect import Rect
from pennant.core.layout.lattice import Lattice, level, oblong, turned
from pennant.core.survey.placed import around


def diagonal(tile: Tile, pattern: Diagonal) -> Lattice:
    """Return the lattice; its figure is one tile. The left hand leans the other way."""
    joint, size = pattern.joint, (tile.length, tile.height)
    row = Lattice(
        shape=oblong(*size),
        units=(level(0.0, 0.0, size, joint),),
        steps=((tile.length + joint, 0.0), (0.0, tile.height + joint)),
        figure=Rect(0.0, 0.0, *size),
        joint=joint,
        rows=tile.height + joint,
    )
    degrees = 45.0 if pattern.hand == "right" else 135.0
    figure = around(turned_about_origin(row.shape, degrees))
    return turned(row, degrees, figure, (tile.height + joint) / math.sqrt(2))
