"""Products chosen for a job: what their data sheets say. What is left out is as in the settings."""

from typing import Annotated, Literal, NamedTuple

from pydantic import BeforeValidator, Field

from pennant.core.document.substrate import MadeOf
from pennant.core.document.survey import Name
from pennant.core.document.values import Distance, Length, Value

Amount = Annotated[float, Field(ge=0.01, le=100_000, allow_inf_nan=False)]
"""What a pack holds or a sheet says, in its own unit; the least is less than anything sold."""
Density = Annotated[float, Field(ge=0.1, le=30, allow_inf_nan=False)]
Minutes = Annotated[float, Field(ge=1, le=10_000, allow_inf_nan=False)]
Price = Annotated[float, Field(ge=0, le=1_000_000, allow_inf_nan=False)]
Colour = Annotated[str, Field(pattern=r"^#[0-9a-f]{6}$")]


def _listed(given: object) -> object:
    """A list written in one cell: ``plywood; laminate``."""
    if isinstance(given, str):
        return tuple(part.strip() for part in given.split(";") if part.strip())
    return given


Walls = Annotated[tuple[MadeOf, ...], BeforeValidator(_listed), Field(max_length=8)]


class Product(Value):
    """What every product has. ``price`` is of one pack, in the user's own money."""

    name: Name
    price: Price | None = None
    weight: Amount | None = Field(default=None, description="kg of a pack.")

    @property
    def heavy(self) -> float | None:
        """What a pack weighs, kg; None where nobody said."""
        return self.weight


class Powder(Product):
    """Anything sold by the kilogram: a pack weighs what it holds."""

    pack: Amount = Field(description="kg in a pack.")

    @property
    def heavy(self) -> float:
        """What a pack weighs, kg: with its wrapping where that is said."""
        return self.weight or self.pack


SET_HOURS: dict[str, float] = {
    "thinset": 24,
    "quick thinset": 3,
    "mastic": 36,
    "construction": 12,
}
"""Hours before grout where the sheet does not say: set, dried through, or overnight."""


class Adhesive(Powder):
    """Thinset (powder), mastic (ready-mixed) or construction adhesive."""

    kind: Literal["thinset", "quick thinset", "mastic", "construction"] = "thinset"
    shade: Literal["white", "grey"] = "white"
    density: Density | None = Field(default=None, description="kg a litre as spread.")
    water: Amount | None = Field(default=None, description="Litres a kg of powder.")
    pot_life: Minutes | None = Field(default=None, description="Minutes that a batch lives.")
    open_time: Minutes | None = Field(default=None, description="Minutes before it skins, spread.")
    set_hours: Amount | None = Field(default=None, description="Before grout.")
    most_bed: Distance | None = Field(
        default=None, description="The thickest bed that it may have; hollows beyond are patched."
    )
    litres: Amount | None = Field(
        default=None, description="Litres in a pack, for what is sold by volume."
    )
    covers: Amount | None = Field(
        default=None, description="m2 a pack, as its sheet gives it for this tile's notch."
    )
    goes_on: Walls = Field(default=(), description="Walls that its sheet allows by name.")
    not_on: Walls = Field(default=(), description="Walls that its sheet rules out.")

    @property
    def powder(self) -> bool:
        """Whether it is mixed with water."""
        return self.kind in ("thinset", "quick thinset")

    @property
    def ready_mixed(self) -> bool:
        """Whether it is combed from its pail as it is; construction adhesive goes on in dabs."""
        return self.kind == "mastic"


class Mat(Product):
    """A sheet that sticks on both faces: it holds the tile in place of adhesive, with no wait."""

    width: Length = Field(ge=20, le=5_000, description="Of the roll.")
    roll: Length = Field(ge=100, description="Length of a roll.")
    thickness: Distance = Field(default=0.0, le=50)
    most_weight: Amount | None = Field(default=None, description="kg a square metre that it holds.")
    goes_on: Walls = Field(default=(), description="Walls that its sheet allows by name.")
    not_on: Walls = Field(default=(), description="Walls that its sheet rules out.")


class Grout(Powder):
    """A joint filler. ``colour`` shows on the drawing."""

    kind: Literal["sanded", "unsanded", "fine", "ready-mixed"] = "sanded"
    colour: Colour = "#d9d5cb"
    density: Density | None = Field(default=None, description="kg a litre filled.")
    water: Amount | None = Field(default=None, description="Litres a kg of powder.")
    pot_life: Minutes | None = Field(default=None, description="Minutes that a batch lives.")
    set_hours: Amount | None = Field(default=None, description="Before it is sealed.")
    water_hours: Amount | None = Field(default=None, description="Before it gets wet.")
    joint_least: Distance = Field(default=0.0, le=200)
    joint_most: Distance | None = Field(default=None, le=200)


class Sealant(Product):
    """Sealant for changes of plane, in the grout's colour; clear where no colour is given."""

    pack: Amount = Field(description="ml in a cartridge.")
    colour: Colour | None = None
    after_grout: Amount | None = Field(default=None, description="Hours that grout dries first.")
    dry_hours: Amount | None = Field(default=None, description="Before it gets wet.")


class Coating(Product):
    """A primer or a sealer."""

    pack: Amount = Field(description="Litres in a pack.")
    cover: Amount = Field(ge=0.1, description="m2 a litre and coat.")
    coats: int = Field(default=1, ge=1, le=4)
    dry_hours: Amount | None = Field(default=None, description="Between coats, and after the last.")


class Trim(Product):
    """A profile for open ends, in sticks."""

    height: Length = Field(le=200, description="What it covers: tile and bed must not be higher.")
    stick: Length = Field(ge=100, le=10_000, description="Length of a stick.")


class Board(Product):
    """A thin board fixed over a wall that tile does not hold on, in sheets."""

    width: Length = Field(ge=50, le=5_000)
    height: Length = Field(ge=50, le=5_000)
    thickness: Distance = Field(le=200)


class Goods(Product):
    """What is counted, measured or poured out of a pack: spacers, screws, tape, patch."""

    pack: Amount = Field(description="How much is in a pack, as its line counts it.")
    dry_hours: Amount | None = Field(default=None, description="Of patch, before it is primed.")


Part = Literal["holds", "joins", "goods"]
"""Where a product is chosen: what holds the tile, what else joins it to the wall, and the rest of
the shop, which is counted as it is until a product says what is in a pack."""


class Sold(NamedTuple):
    """How a kind of product is sold and chosen: the registry of kinds is `Products`, by its fields.

    ``pack`` is what a pack is counted in, where not by the piece; ``lines`` are the lines of what a
    job takes that it is bought for. Where none is chosen, the settings stand in for its sheet if it
    goes ``by_rules``. ``like`` is the kind whose shelf it is chosen from, where it has none of its
    own.
    """

    part: Part
    pack: str
    lines: tuple[str, ...]
    by_rules: bool = False
    like: str = ""


class Products(Value):
    """The products that a job takes; None goes by the settings alone.

    A mat holds the walls' tile in place of the adhesive, which then counts for nothing there.
    """

    # A kind of product is a field here, with how it is sold; its examples are in `shelf`, its names
    # in `words/products`.
    adhesive: Annotated[Adhesive | None, Sold("holds", "kg", ("adhesive",), by_rules=True)] = None
    counter_adhesive: Annotated[
        Adhesive | None,
        Sold("holds", "kg", ("counter-adhesive",), by_rules=True, like="adhesive"),
    ] = None
    mat: Annotated[Mat | None, Sold("holds", "", ("mat",))] = None
    grout: Annotated[Grout | None, Sold("joins", "kg", ("grout",), by_rules=True)] = None
    sealant: Annotated[Sealant | None, Sold("joins", "ml", ("sealant",), by_rules=True)] = None
    trim: Annotated[Trim | None, Sold("joins", "", ("trim",), by_rules=True)] = None
    primer: Annotated[Coating | None, Sold("joins", "litres", ("primer",))] = None
    sealer: Annotated[Coating | None, Sold("joins", "litres", ("sealer",))] = None
    board: Annotated[Board | None, Sold("joins", "", ("boards",))] = None
    patch: Annotated[Goods | None, Sold("goods", "litres", ("patch",))] = None
    spacers: Annotated[Goods | None, Sold("goods", "spacers", ("spacers",))] = None
    wedges: Annotated[Goods | None, Sold("goods", "wedges", ("wedges",))] = None
    batten: Annotated[Goods | None, Sold("goods", "m", ("batten",))] = None
    screws: Annotated[
        Goods | None,
        Sold("goods", "screws", ("batten-screws", "gap-screws", "board-screws", "layer-screws")),
    ] = None
    extenders: Annotated[Goods | None, Sold("goods", "extenders", ("extenders",))] = None
    device_screws: Annotated[Goods | None, Sold("goods", "screws", ("device-screws",))] = None
    sheeting: Annotated[Goods | None, Sold("goods", "m2", ("sheeting",))] = None
    tape: Annotated[Goods | None, Sold("goods", "m", ("tape",))] = None
    blade: Annotated[Goods | None, Sold("goods", "blades", ("blade",))] = None


SOLD: dict[str, Sold] = {
    name: next(one for one in field.metadata if isinstance(one, Sold))
    for name, field in Products.model_fields.items()
}
"""How each kind of product is sold, in the order in which they are listed."""
PRODUCT_OF: dict[str, str] = {line: kind for kind, sold in SOLD.items() for line in sold.lines}
"""Which of a job's products a line of what it takes is of; others are of the tile, or of none."""
