"""Mosaic: chips on sheets in rows, each row shifted as courses are."""

from fractions import Fraction

from pennant.core.document.module import module_for
from pennant.core.document.pattern import Courses
from pennant.core.document.tile import Tile
from pennant.core.geometry.rect import Rect
from pennant.core.layout.lattice import Lattice, Unit, level, oblong, upright


def mosaic(tile: Tile, pattern: Courses) -> Lattice:
    """Return the lattice; its figure is one chip. Staggered rows are in line: no sheet has any."""
    module, bond = module_for(tile, pattern), pattern.bond
    joint, size = pattern.joint, (tile.length, tile.height)
    stands = pattern.lay == "standing"
    shift = Fraction(bond.p, bond.q) if not bond.by_rule else Fraction(0)

    def chip(x: float, y: float) -> Unit:
        return upright(x, y, size, joint) if stands else level(x, y, size, joint)

    over = float(shift) * module.across
    if bond.way == "back":
        units: tuple[Unit, ...] = (chip(0.0, 0.0), chip(over, module.up))
        steps = ((module.across, 0.0), (0.0, 2 * module.up))
    else:
        units, steps = (chip(0.0, 0.0),), ((module.across, 0.0), (over, module.up))
    return Lattice(
        shape=oblong(*size),
        units=units,
        steps=steps,
        figure=Rect(0.0, 0.0, module.width, module.height),
        joint=joint,
        rows=module.up,
    )
