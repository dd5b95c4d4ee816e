"""Columns: standing tiles, every other column shifted up."""

from pennant.core.document.pattern import Columns
from pennant.core.document.tile import Tile
from pennant.core.geometry.rect import Rect
from pennant.core.layout.lattice import Lattice, oblong, upright


def columns(tile: Tile, pattern: Columns) -> Lattice:
    """Return the lattice; its figure is a tile of the columns that are not shifted."""
    joint, size = pattern.joint, (tile.length, tile.height)
    across, up = tile.height + joint, tile.length + joint
    shift = pattern.p / pattern.q * up
    return Lattice(
        shape=oblong(*size),
        units=(upright(0.0, 0.0, size, joint), upright(across, shift, size, joint)),
        steps=((2 * across, 0.0), (0.0, up)),
        figure=Rect(0.0, 0.0, tile.height, tile.length),
        joint=joint,
        rows=up / 2 if pattern.p else up,
    )
