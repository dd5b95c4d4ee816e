"""The lattice of each pattern: where a new one is added."""

from functools import lru_cache

from pennant.core.document.module import module_for
from pennant.core.document.pattern import (
    Basketweave,
    Columns,
    Courses,
    Diagonal,
    Herringbone,
    Hexagon,
    Pattern,
    Rounds,
    Scallop,
)
from pennant.core.document.tile import Tile
from pennant.core.geometry.clip import Ring, ring_area
from pennant.core.layout.chips import mosaic
from pennant.core.layout.lattice import Lattice, oblong
from pennant.core.layout.patterns.basketweave import basketweave
from pennant.core.layout.patterns.columns import columns
from pennant.core.layout.patterns.diagonal import diagonal
from pennant.core.layout.patterns.herringbone import herringbone
from pennant.core.layout.patterns.hexagon import hexagon
from pennant.core.layout.patterns.rounds import rounds
from pennant.core.layout.patterns.scallop import scallop


def shape_of(tile: Tile, pattern: Pattern) -> Ring:
    """Return a tile's outline in its own frame, as it is laid."""
    lattice = lattice_of(tile, pattern)
    if lattice is not None:
        return lattice.shape
    module = module_for(tile, pattern)
    return oblong(module.width, module.height)


def face_of(tile: Tile, pattern: Pattern) -> float:
    """Return the area of a tile's face (mm2): a fan or a hexagon has less than its length by its
    height.
    """
    return abs(ring_area(shape_of(tile, pattern)))


def room_of(tile: Tile, pattern: Pattern) -> float:
    """Return the area that a tile takes on the wall with its joints (mm2)."""
    lattice, module = lattice_of(tile, pattern), module_for(tile, pattern)
    return module.across * module.up if lattice is None else lattice.cell_area


def may_turn(tile: Tile, pattern: Pattern) -> bool:
    """Return whether a tile may be turned round by half: its face allows it, and its shape."""
    return tile.turns and not isinstance(pattern, Scallop)


@lru_cache(maxsize=64)
def lattice_of(tile: Tile, pattern: Pattern) -> Lattice | None:
    """Return the lattice that a tile is laid on; None for courses of single tiles."""
    match pattern:
        case Courses():
            return None if tile.sheet is None else mosaic(tile, pattern)
        case Herringbone():
            return herringbone(tile, pattern)
        case Diagonal():
            return diagonal(tile, pattern)
        case Basketweave():
            return basketweave(tile, pattern)
        case Hexagon():
            return hexagon(tile, pattern)
        case Rounds():
            return rounds(tile, pattern)
        case Columns():
            return columns(tile, pattern)
        case _:
            return scallop(tile, pattern)
