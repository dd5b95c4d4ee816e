"""Trowel notches: how much adhesive a comb leaves, and which comb suits a tile.

Litres a square metre = 0.71 x depth x notch width / (notch width + tooth), halved for a V-notch:
the comb lays ridges of the notch's own section, one each notch and tooth along the wall, and combed
at about 45 degrees they stand at the sine of that. A litre a square metre is a millimetre, so the
same law gives the adhesive and the bed behind the tile.
"""

from typing import Literal

from pennant.core.document.tile import Tile
from pennant.core.document.values import Value

MOSAIC_SIDE = 60.0
"""Millimetres: a face no longer than this is mosaic, and takes a V-notch."""
MIDDLE_FACE = 101.6 * 203.2
"""Square millimetres: up to 4 x 8 in a 6 x 6 notch beds the whole back; larger tiles want more."""


class Notch(Value):
    """A comb's notch, in millimetres: width and depth of the notch, width of the tooth between."""

    name: str
    shape: Literal["square", "v"]
    width: float
    depth: float
    tooth: float


COMB_LEAN = 0.71
"""Sine of the 45 degrees or so at which a comb is held: so high stand the ridges of a notch."""


V_5_4 = Notch(name="V 5x4", shape="v", width=5, depth=4, tooth=5)
SQUARE_6_6 = Notch(name="6x6", shape="square", width=6, depth=6, tooth=6)
SQUARE_6_10 = Notch(name="6x10", shape="square", width=6, depth=10, tooth=6)
SQUARE_12_12 = Notch(name="12x12", shape="square", width=12, depth=12, tooth=12)
NOTCHES = (V_5_4, SQUARE_6_6, SQUARE_6_10, SQUARE_12_12)


def bed_of(notch: Notch) -> float:
    """Return the combed bed in litres a square metre, which is also its mean depth in mm."""
    section = COMB_LEAN * notch.depth * notch.width / (notch.width + notch.tooth)
    return section / 2 if notch.shape == "v" else section


def notch_for(width: float, height: float) -> Notch:
    """Return the notch for a tile's face (mm), flat-backed and on a flat wall."""
    if max(width, height) <= MOSAIC_SIDE:
        return V_5_4
    return SQUARE_6_6 if width * height <= MIDDLE_FACE else SQUARE_6_10


THICK_SHEET = 8.0
"""Millimetres: stone chips from this thickness on are too heavy for a V-notch's bed."""


def notch_of(tile: Tile, *, ready_mixed: bool = False) -> Notch:
    """Return the notch for a tile; sheets of thick stone chips take more than a V, and the uneven
    backs of ledger stone the deepest.

    Ready-mixed adhesive dries by giving its water away, so a thin bed is combed with a V as far as
    the tile is no larger than 4 x 8 in.
    """
    if tile.ledger is not None:
        return SQUARE_12_12
    if ready_mixed and tile.length * tile.height <= MIDDLE_FACE:
        return V_5_4
    if tile.sheet is not None and tile.material == "stone" and tile.thickness >= THICK_SHEET:
        return SQUARE_6_6
    return notch_for(tile.length, tile.height)
