"""Products chosen for a job: what their data sheets say. What is left out is as in the settings."""

from typing import Annotated, Literal

from pydantic import Field

from pennant.core.survey import Name
from pennant.core.values import Distance, Length, Value

Amount = Annotated[float, Field(gt=0, le=100_000, allow_inf_nan=False)]
Price = Annotated[float, Field(ge=0, le=1_000_000, allow_inf_nan=False)]
Colour = Annotated[str, Field(pattern=r"^#[0-9a-f]{6}$")]


class Product(Value):
    """What every product has. ``price`` is of one pack, in the user's own money."""

    name: Name
    price: Price | None = None


SET_HOURS: dict[str, float] = {
    "thinset": 24, "quick thinset": 3, "mastic": 36, "construction": 12,
}  # fmt: skip
"""Hours before grout where the sheet does not say: set, dried through, or overnight."""


class Adhesive(Product):
    """Thinset (powder), mastic (ready-mixed) or construction adhesive."""

    kind: Literal["thinset", "quick thinset", "mastic", "construction"] = "thinset"
    shade: Literal["white", "grey"] = "white"
    pack: Amount = Field(description="kg in a pack.")
    density: Amount | None = Field(default=None, description="kg a litre as spread.")
    water: Amount | None = Field(default=None, description="Litres a kg of powder.")
    pot_life: Amount | None = Field(default=None, description="Minutes.")
    set_hours: Amount | None = Field(default=None, description="Before grout.")

    @property
    def powder(self) -> bool:
        """Whether it is mixed with water."""
        return self.kind in ("thinset", "quick thinset")


class Grout(Product):
    """A joint filler. ``colour`` shows on the drawing."""

    kind: Literal["sanded", "unsanded", "fine", "ready-mixed"] = "sanded"
    colour: Colour = "#d9d5cb"
    pack: Amount = Field(description="kg in a pack.")
    density: Amount | None = Field(default=None, description="kg a litre filled.")
    water: Amount | None = Field(default=None, description="Litres a kg of powder.")
    pot_life: Amount | None = Field(default=None, description="Minutes.")
    joint_least: Distance = 0.0
    joint_most: Distance | None = None


class Sealant(Product):
    """Sealant for changes of plane, in the grout's colour."""

    pack: Amount = Field(description="ml in a cartridge.")


class Coating(Product):
    """A primer or a sealer."""

    pack: Amount = Field(description="Litres in a pack.")
    cover: Amount = Field(description="m2 a litre and coat.")
    coats: int = Field(default=1, ge=1, le=4)


class Trim(Product):
    """A profile for open ends, in sticks."""

    height: Length = Field(description="What it covers: tile and bed must not be higher.")
    stick: Length = Field(description="Length of a stick.")


class Products(Value):
    """The products that a job takes; None goes by the settings alone."""

    adhesive: Adhesive | None = None
    grout: Grout | None = None
    sealant: Sealant | None = None
    primer: Coating | None = None
    sealer: Coating | None = None
    trim: Trim | None = None
