"""Basketweave: square blocks of tiles side by side, by turns level and upright."""

from pennant.core.document.pattern import Basketweave, block_gap
from pennant.core.document.tile import Tile
from pennant.core.geometry.clip import ring_of
from pennant.core.geometry.rect import Rect
from pennant.core.layout.lattice import Lattice, level, oblong, upright


def basketweave(tile: Tile, pattern: Basketweave) -> Lattice:
    """Return the lattice; its figure is a block of level tiles.

    A block is as high as its tiles are long: the joints inside it take up what is left.
    """
    joint, inside = pattern.joint, block_gap(tile, pattern)
    size, side = (tile.length, tile.height), tile.length + joint
    units = []
    for n in range(pattern.tiles):
        at = n * (tile.height + inside)
        low = joint if n == 0 else inside
        high = joint if n == pattern.tiles - 1 else inside
        lying, standing = level(0.0, at, size, joint), upright(side + at, 0.0, size, joint)
        units += [
            lying._replace(
                cell=ring_of(
                    Rect(
                        -joint / 2,
                        at - low / 2,
                        tile.length + joint / 2,
                        at + tile.height + high / 2,
                    )
                )
            ),
            standing._replace(
                cell=ring_of(
                    Rect(
                        side + at - low / 2,
                        -joint / 2,
                        side + at + tile.height + high / 2,
                        tile.length + joint / 2,
                    )
                )
            ),
        ]
    return Lattice(
        shape=oblong(*size),
        units=tuple(units),
        steps=((side, side), (side, -side)),
        figure=Rect(0.0, 0.0, tile.length, tile.length),
        joint=joint,
        rows=side,
    )
