"""The shelf of products that jobs choose from, and the examples that it begins with.

The examples are made up, with sizes of their own.
"""

from typing import Literal, get_args

from pennant.core.job import Tile
from pennant.core.products import Adhesive, Coating, Grout, Sealant, Trim
from pennant.core.values import Value

ShelfKind = Literal["tile", "adhesive", "grout", "sealant", "primer", "sealer", "trim"]
MODELS: dict[ShelfKind, type[Value]] = {
    "tile": Tile, "adhesive": Adhesive, "grout": Grout, "sealant": Sealant, "primer": Coating,
    "sealer": Coating, "trim": Trim,
}  # fmt: skip
"""What a product of each kind is."""
KINDS: tuple[ShelfKind, ...] = get_args(ShelfKind)


class Shelf(Value):
    """Products of each kind, to be chosen for a job."""

    tile: tuple[Tile, ...] = ()
    adhesive: tuple[Adhesive, ...] = ()
    grout: tuple[Grout, ...] = ()
    sealant: tuple[Sealant, ...] = ()
    primer: tuple[Coating, ...] = ()
    sealer: tuple[Coating, ...] = ()
    trim: tuple[Trim, ...] = ()


_IN = 25.4
EXAMPLES = Shelf(
    tile=(
        Tile(name="Heron, celadon glaze", length=_IN * 7.6875, height=_IN * 2.8125,
             thickness=_IN * 5 / 16, per_box=38, colour="#a9c4b3", lugs=_IN / 16, weight=14.5,
             price=41.0),
        Tile(name="Marram, sand glaze", length=_IN * 5.9375, height=_IN * 2.9375,
             thickness=_IN * 5 / 16, per_box=50, colour="#d8c8a4", weight=14.0, price=38.5),
        Tile(name="Basin, clear glass", length=_IN * 8.875, height=_IN * 2.9375,
             thickness=_IN / 4, material="glass", see_through=True, scratches=True, per_box=30,
             colour="#bcd3d6", weight=16.0, price=72.0),
        Tile(name="Quarry, open limestone", length=298.0, height=73.0, thickness=10.0,
             material="stone", porous=True, turns=False, per_box=24, colour="#cfc6b4",
             weight=26.0, price=64.0),
        Tile(name="Ferry, white porcelain", length=247.0, height=61.5, thickness=8.0,
             material="porcelain", per_box=34, colour="#ecebe6", weight=18.0, price=36.0),
    ),
    adhesive=(
        Adhesive(name="Slatebed white", kind="thinset", shade="white", pack=9.5, density=1.32,
                 water=0.27, pot_life=110, set_hours=24, price=17.4),
        Adhesive(name="Slatebed grey", kind="thinset", shade="grey", pack=9.5, density=1.32,
                 water=0.27, pot_life=110, set_hours=24, price=15.9),
        Adhesive(name="Harecombe quick", kind="quick thinset", shade="white", pack=4.5,
                 density=1.35, water=0.24, pot_life=22, set_hours=3, price=14.2),
        Adhesive(name="Tubwell mastic", kind="mastic", shade="white", pack=6.2, density=1.55,
                 set_hours=36, price=21.0),
    ),
    grout=(
        Grout(name="Millrace sanded, oat", kind="sanded", colour="#d9cfb8", pack=4.2,
              density=1.65, water=0.2, pot_life=35, joint_least=_IN / 8, joint_most=_IN / 2,
              price=13.5),
        Grout(name="Millrace sanded, slate", kind="sanded", colour="#55585a", pack=4.2,
              density=1.65, water=0.2, pot_life=35, joint_least=_IN / 8, joint_most=_IN / 2,
              price=13.5),
        Grout(name="Millrace plain, chalk", kind="unsanded", colour="#f0ece2", pack=2.1,
              density=1.5, water=0.34, pot_life=30, joint_least=1.0, joint_most=3.0, price=9.8),
        Grout(name="Withy fine, dove", kind="fine", colour="#b9bab4", pack=3.3, density=1.6,
              water=0.25, pot_life=40, joint_least=1.5, joint_most=12.0, price=18.7),
        Grout(name="Potter's ready, linen", kind="ready-mixed", colour="#e3dac8", pack=3.6,
              density=1.7, pot_life=45, joint_least=1.5, joint_most=6.0, price=26.3),
    ),
    sealant=(
        Sealant(name="Millrace sealant, oat", pack=290, price=8.4),
        Sealant(name="Millrace sealant, slate", pack=290, price=8.4),
        Sealant(name="Clearwater neutral", pack=310, price=6.9),
    ),
    primer=(
        Coating(name="Scuffhold primer", pack=0.9, cover=7.5, coats=1, price=19.5),
        Coating(name="Glazegrip primer", pack=0.75, cover=5.5, coats=1, price=24.0),
    ),
    sealer=(
        Coating(name="Duckback sealer", pack=0.5, cover=9.0, coats=2, price=22.6),
    ),
    trim=(
        Trim(name="Square edge 3/8, brushed", height=_IN * 3 / 8, stick=_IN * 96, price=11.3),
        Trim(name="Square edge 1/2, brushed", height=_IN / 2, stick=_IN * 96, price=12.1),
        Trim(name="Round edge 12 mm, white", height=12.0, stick=2450.0, price=9.4),
    ),
)  # fmt: skip
"""The shelf that Pennant comes with."""


def with_kept(examples: Shelf, kept: Shelf) -> Shelf:
    """Return a shelf with the user's own products first; one of the same name hides the example."""
    both = {}
    for kind in KINDS:
        own = getattr(kept, kind)
        names = {one.name for one in own}
        both[kind] = (*own, *(one for one in getattr(examples, kind) if one.name not in names))
    return Shelf(**both)
