"""The shelf of products that jobs choose from, and the examples that it begins with.

The examples are made up, with sizes of their own.
"""

from typing import TYPE_CHECKING, Annotated, Any, get_args

from pydantic import AfterValidator, WithJsonSchema, create_model

from pennant.core.document.products import (
    SOLD,
    Adhesive,
    Board,
    Coating,
    Goods,
    Grout,
    Mat,
    Product,
    Products,
    Sealant,
    Trim,
)
from pennant.core.document.tile import ChipSheet, Ledger, Tile
from pennant.core.document.values import Value

Stocked = Tile | Product
"""Anything that can stand on the shelf."""
MODELS: dict[str, type[Stocked]] = {
    "tile": Tile,
    **{
        kind: get_args(Products.model_fields[kind].annotation)[0]
        for kind, sold in SOLD.items()
        if not sold.like
    },
}
"""What a product of each kind is."""
PRODUCT_KINDS = tuple(MODELS)
OF_A_JOB = ("measured",)
"""What a job says of its own tile and no sheet does: what these very boxes measure."""


def _known(kind: str) -> str:
    if kind not in PRODUCT_KINDS:
        raise ValueError(f"must be one of {', '.join(PRODUCT_KINDS)}")
    return kind


ShelfKind = Annotated[
    str, AfterValidator(_known), WithJsonSchema({"type": "string", "enum": list(PRODUCT_KINDS)})
]
"""The name of a kind of product."""


class AnyShelf(Value):
    """Products of each kind, to be chosen for a job."""

    def of(self, kind: str) -> tuple[Any, ...]:
        """Return the products of a kind; raise AttributeError if there is no such kind."""
        found: tuple[Any, ...] = getattr(self, kind)
        return found


if TYPE_CHECKING:
    Shelf = AnyShelf
else:
    # A field for every kind there is, so that what is brought in is checked by its own sheet.
    Shelf = create_model(
        "Shelf",
        __base__=AnyShelf,
        __doc__=AnyShelf.__doc__,
        **{kind: (tuple[model, ...], ()) for kind, model in MODELS.items()},
    )


_IN = 25.4
EXAMPLES = Shelf.model_validate(
    {
        "tile": (
            Tile(
                name="Heron, celadon glaze",
                length=_IN * 7.6875,
                height=_IN * 2.8125,
                thickness=_IN * 5 / 16,
                per_box=38,
                colour="#a9c4b3",
                lugs=_IN / 16,
                weight=14.5,
                price=41.0,
            ),
            Tile(
                name="Marram, sand glaze",
                length=_IN * 5.9375,
                height=_IN * 2.9375,
                thickness=_IN * 5 / 16,
                per_box=50,
                colour="#d8c8a4",
                weight=14.0,
                price=38.5,
            ),
            Tile(
                name="Basin, clear glass",
                length=_IN * 8.875,
                height=_IN * 2.9375,
                thickness=_IN / 4,
                material="glass",
                see_through=True,
                scratches=True,
                per_box=30,
                colour="#bcd3d6",
                weight=16.0,
                price=72.0,
            ),
            Tile(
                name="Quarry, open limestone",
                length=298.0,
                height=73.0,
                thickness=10.0,
                material="stone",
                porous=True,
                turns=False,
                per_box=24,
                colour="#cfc6b4",
                weight=26.0,
                price=64.0,
            ),
            Tile(
                name="Ferry, white porcelain",
                length=247.0,
                height=61.5,
                thickness=8.0,
                material="porcelain",
                per_box=34,
                colour="#ecebe6",
                weight=18.0,
                price=36.0,
            ),
            Tile(
                name="Sedge slate chips",
                length=_IN * 2.75,
                height=_IN * 0.875,
                thickness=_IN * 5 / 16,
                material="stone",
                finish="matt",
                porous=True,
                turns=False,
                per_box=8,
                colour="#7d8b86",
                weight=17.0,
                price=74.0,
                sheet=ChipSheet(across=3, up=9),
            ),
            Tile(
                name="Pebblewick squares, moss",
                length=23.5,
                height=23.5,
                thickness=5.5,
                material="porcelain",
                per_box=11,
                colour="#8fa08a",
                weight=11.5,
                price=58.0,
                sheet=ChipSheet(across=11, up=11, backing="paper"),
            ),
            Tile(
                name="Scree Hollow split slate",
                length=_IN * 22.625,
                height=_IN * 5.875,
                thickness=_IN * 1.125,
                material="stone",
                finish="textured",
                porous=True,
                turns=False,
                per_box=6,
                colour="#6f7a80",
                weight=38.0,
                price=83.0,
                ledger=Ledger(interlock=_IN * 2.25, thinnest=_IN * 0.5),
            ),
        ),
        "adhesive": (
            Adhesive(
                name="Slatebed white",
                kind="thinset",
                shade="white",
                pack=9.5,
                density=1.32,
                water=0.27,
                pot_life=110,
                open_time=25,
                set_hours=24,
                price=17.4,
                goes_on=("bare board", "skim", "masonry", "cement board"),
            ),
            Adhesive(
                name="Slatebed grey",
                kind="thinset",
                shade="grey",
                pack=9.5,
                density=1.32,
                water=0.27,
                pot_life=110,
                open_time=25,
                set_hours=24,
                price=15.9,
                goes_on=("bare board", "skim", "masonry", "cement board"),
            ),
            Adhesive(
                name="Harecombe quick",
                kind="quick thinset",
                shade="white",
                pack=4.5,
                density=1.35,
                water=0.24,
                pot_life=22,
                open_time=10,
                set_hours=3,
                price=14.2,
                goes_on=("bare board", "skim", "cement board", "plywood"),
            ),
            Adhesive(
                name="Tubwell mastic",
                kind="mastic",
                shade="white",
                pack=6.2,
                density=1.55,
                open_time=30,
                set_hours=36,
                price=21.0,
                goes_on=("painted board", "bare board"),
                not_on=("masonry", "old tile", "laminate"),
            ),
            Adhesive(
                name="Drywell grab",
                kind="construction",
                shade="white",
                pack=0.42,
                litres=0.28,
                density=1.5,
                open_time=15,
                set_hours=14,
                price=9.3,
                goes_on=("plywood", "masonry"),
                not_on=("painted board",),
            ),
        ),
        "mat": (
            Mat(
                name="Clingfold mat",
                width=_IN * 11.5,
                roll=_IN * 188,
                thickness=0.9,
                most_weight=16.5,
                weight=2.1,
                price=46.0,
            ),
            Mat(
                name="Clingfold wide",
                width=_IN * 17.25,
                roll=_IN * 126,
                thickness=0.9,
                most_weight=16.5,
                weight=2.2,
                price=49.5,
            ),
        ),
        "grout": (
            Grout(
                name="Millrace sanded, oat",
                kind="sanded",
                colour="#d9cfb8",
                pack=4.2,
                density=1.65,
                water=0.2,
                pot_life=35,
                set_hours=60,
                joint_least=_IN / 8,
                joint_most=_IN / 2,
                price=13.5,
            ),
            Grout(
                name="Millrace sanded, slate",
                kind="sanded",
                colour="#55585a",
                pack=4.2,
                density=1.65,
                water=0.2,
                pot_life=35,
                set_hours=60,
                joint_least=_IN / 8,
                joint_most=_IN / 2,
                price=13.5,
            ),
            Grout(
                name="Millrace plain, chalk",
                kind="unsanded",
                colour="#f0ece2",
                pack=2.1,
                density=1.5,
                water=0.34,
                pot_life=30,
                joint_least=1.0,
                joint_most=3.0,
                price=9.8,
            ),
            Grout(
                name="Withy fine, dove",
                kind="fine",
                colour="#b9bab4",
                pack=3.3,
                density=1.6,
                water=0.25,
                pot_life=40,
                joint_least=1.5,
                joint_most=12.0,
                price=18.7,
            ),
            Grout(
                name="Potter's ready, linen",
                kind="ready-mixed",
                colour="#e3dac8",
                pack=3.6,
                density=1.7,
                pot_life=45,
                joint_least=1.5,
                joint_most=6.0,
                price=26.3,
            ),
        ),
        "sealant": (
            Sealant(
                name="Millrace sealant, oat", pack=290, colour="#d9cfb8", weight=0.46, price=8.4
            ),
            Sealant(
                name="Millrace sealant, slate", pack=290, colour="#55585a", weight=0.46, price=8.4
            ),
            Sealant(name="Clearwater neutral", pack=310, weight=0.38, price=6.9),
        ),
        "primer": (
            Coating(name="Scuffhold primer", pack=0.9, cover=7.5, coats=1, weight=1.1, price=19.5),
            Coating(name="Glazegrip primer", pack=0.75, cover=5.5, coats=1, weight=1.0, price=24.0),
        ),
        "sealer": (
            Coating(name="Duckback sealer", pack=0.5, cover=9.0, coats=2, weight=0.6, price=22.6),
        ),
        "trim": (
            Trim(
                name="Square edge 3/8, brushed",
                height=_IN * 3 / 8,
                stick=_IN * 96,
                weight=0.34,
                price=11.3,
            ),
            Trim(
                name="Square edge 1/2, brushed",
                height=_IN / 2,
                stick=_IN * 96,
                weight=0.41,
                price=12.1,
            ),
            Trim(name="Round edge 12 mm, white", height=12.0, stick=2450.0, weight=0.3, price=9.4),
        ),
        "board": (
            Board(
                name="Flintlock cement board",
                width=_IN * 35.5,
                height=_IN * 59.0,
                thickness=_IN / 4,
                weight=15.8,
                price=17.9,
            ),
        ),
        "patch": (Goods(name="Levelhand patch", pack=2.6, weight=3.4, price=16.2),),
        "spacers": (
            Goods(name="Tern crosses 1/8", pack=180, weight=0.12, price=4.3),
            Goods(name="Tern crosses 3 mm", pack=220, weight=0.13, price=4.1),
        ),
        "wedges": (Goods(name="Tern wedges", pack=90, weight=0.21, price=5.2),),
        "batten": (Goods(name="Planed batten", pack=1.85, weight=1.1, price=4.8),),
        "screws": (Goods(name="Coarse screws, 45 mm", pack=70, weight=0.28, price=5.9),),
        "extenders": (Goods(name="Boxreach, one gang", pack=1, weight=0.03, price=2.7),),
        "device_screws": (
            Goods(name="Long device screws, 40 mm", pack=16, weight=0.05, price=3.1),
        ),
        "sheeting": (Goods(name="Padded sheeting", pack=9.5, weight=2.4, price=12.9),),
        "tape": (Goods(name="Blue-grey masking tape", pack=32, weight=0.15, price=4.6),),
        "blade": (
            Goods(name="Wet blade, fired clay", pack=1, weight=0.22, price=27.0),
            Goods(name="Wet blade, glass", pack=1, weight=0.22, price=41.0),
        ),
    }
)
"""The shelf that Pennant comes with."""


def with_kept(examples: Shelf, kept: Shelf) -> Shelf:
    """Return a shelf with the user's own products first; one of the same name hides the example."""
    both = {}
    for kind in PRODUCT_KINDS:
        own = kept.of(kind)
        names = {one.name for one in own}
        both[kind] = (*own, *(one for one in examples.of(kind) if one.name not in names))
    return Shelf.model_validate(both)
