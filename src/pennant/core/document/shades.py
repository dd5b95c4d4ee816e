"""Boxes as they were opened: how many of each shade, what is chipped, what is flattest."""

from typing import Annotated, Literal

from pydantic import Field

from pennant.core.document.survey import Name
from pennant.core.document.values import Value

Count = Annotated[int, Field(ge=0, le=100_000)]


class OpenedBox(Value):
    """One box. ``counts`` follow the shades' names; culls are among them and good for cuts only."""

    name: Name
    lot: Annotated[str, Field(max_length=40)] = ""
    counts: tuple[Count, ...] = Field(max_length=5)
    culls: Count = 0
    flat: Count = Field(default=0, description="The flattest, picked out for inside corners.")
    broken: Count = Field(default=0, description="On arrival; they are not counted.")


class Shades(Value):
    """The shades that boxes were sorted by, and how they are dealt.

    ``stays`` holds the shade of each piece that is set already.
    """

    names: tuple[Name, ...] = Field(
        default=("light", "middle", "dark"),
        min_length=2,
        max_length=5,
        description="From light to dark, or from warm to cool.",
    )
    along: Literal["light to dark", "warm to cool"] = "light to dark"
    mixed: bool = Field(default=True, description="Else one shade a wall.")
    most_alike: int = Field(
        default=3, ge=1, le=50, description="No patch of one shade has more pieces."
    )
    boxes: tuple[OpenedBox, ...] = Field(default=(), max_length=200)
    stays: dict[Annotated[str, Field(max_length=40)], Annotated[str, Field(max_length=80)]] = Field(
        default_factory=dict, max_length=20_000
    )
