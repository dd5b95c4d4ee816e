"""How tiles are laid: which way they lie, the bond, the joint, and a border if there is one."""

from typing import Literal, Self

from pydantic import Field, model_validator

from pennant.core.document.settings import STAGGER_APART
from pennant.core.document.tile import Tile
from pennant.core.document.values import Distance, Value

MOST_APART = 0.3
"""Of a module: with joints kept further apart there is too little left to choose from."""


class Bond(Value):
    """How far each course is shifted from the one below: ``p/q`` of a module.

    ``onward`` shifts each further to the right, so a third bond climbs in stairs; with ``back`` the
    shifts go to and fro, so that every other course stands in line. ``staggered`` courses go by
    rule from a ``seed`` (see `stagger`), and p and q do not count.
    """

    p: int = Field(default=1, ge=0, le=11)
    q: int = Field(default=2, ge=1, le=12)
    way: Literal["onward", "back", "staggered"] = "onward"
    seed: int = Field(default=1, ge=1, le=9999, description="Of a staggered bond: which one.")
    apart: float = Field(
        default=STAGGER_APART, ge=0, le=MOST_APART,
        description="Of a staggered bond: the least share of a module from joint to joint.",
    )  # fmt: skip

    @model_validator(mode="after")
    def _less_than_one(self) -> Self:
        if self.p >= self.q:
            raise ValueError("a bond's shift is less than one whole tile: write p smaller than q")
        return self


class Border(Value):
    """A course of another tile, ``after`` courses from where the pennant stands, that one counted.

    It lies above those courses, or beneath them where they hang from the top.
    """

    after: int = Field(default=3, ge=1, le=40)
    tile: Tile


class Pattern(Value):
    """How tiles are laid: which way they lie, the bond, the joint, and a border if there is one."""

    lay: Literal["lying", "standing"] = "lying"
    bond: Bond = Bond()
    border: Border | None = None
    joint: Distance = Field(description="The gap between tiles.")
