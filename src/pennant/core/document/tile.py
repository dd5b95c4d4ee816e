"""The tile as it measures, and what it is made of."""

import re
from typing import Annotated, Literal

from pydantic import BeforeValidator, Field

from pennant.core.document.lengths import show_exact
from pennant.core.document.measured_tiles import MeasuredTiles
from pennant.core.document.products import Price
from pennant.core.document.survey import Name
from pennant.core.document.tooling import Material
from pennant.core.document.values import EMPTY_IS_NONE, Distance, Length, Value

LEAST_TILE = 5.0
"""Millimetres: the side of the smallest chip sold, far under what anyone sets singly."""
WIDEST_JOINT = 50.0
"""Millimetres: 2 in, wider than any joint between wall tiles."""


MaybeCount = Annotated[Annotated[int, Field(ge=1, le=200)] | None, EMPTY_IS_NONE]
MaybeLength = Annotated[Annotated[Length, Field(ge=20, le=2_000)] | None, EMPTY_IS_NONE]
USUAL_SHEET = 305.0
"""Millimetres, 12 in: what most sheets of chips measure each way, joints with them."""


class ChipSheet(Value):
    """Chips on a backing: the sheet is what is bought, spread for and set.

    ``across`` and ``up`` count how often the pattern repeats along a sheet and up it: in courses
    single chips, in other patterns what repeats level and plumb. Where they were not counted they
    follow from the sheet's own ``width`` and ``height``, or from those of a usual sheet. The gap
    between sheets is the joint inside them.
    """

    across: MaybeCount = None
    up: MaybeCount = None
    width: MaybeLength = Field(default=None, description="Of the sheet as bought, along the wall.")
    height: MaybeLength = Field(default=None, description="Of the sheet as bought, up the wall.")
    backing: Literal["mesh", "paper"] = "mesh"

    def __str__(self) -> str:
        """As it is written in a table: ``12 x 12 mesh``, or ``mesh`` where nothing was counted."""
        if self.across is None or self.up is None:
            return self.backing
        return f"{self.across} x {self.up} {self.backing}"

    def counted(self, level: float, plumb: float) -> tuple[int, int]:
        """Return how often a pattern repeats on it, along it and up it.

        It repeats after ``level`` mm along the wall and ``plumb`` mm up it.
        """
        wide, high = self.width or USUAL_SHEET, self.height or USUAL_SHEET
        return (self.across or max(1, round(wide / level)), self.up or max(1, round(high / plumb)))


def _written(given: object, pattern: re.Pattern[str], wrong: str) -> object:
    """What is written in a cell of a table: its match, None for an empty one; a value that is no
    text as it is. Raises ValueError that says what is ``wrong``.
    """
    if not isinstance(given, str):
        return given
    text = given.strip().lower()
    if not text:
        return None
    found = pattern.match(text)
    if found is None:
        raise ValueError(wrong)
    return found


_SHEET = re.compile(r"^(?:(\d{1,4})\s*(?:x|×|by)\s*(\d{1,4})\s*(mesh|paper)?|(mesh|paper))$")


def _written_sheet(given: object) -> object:
    """A sheet as it is written in a table; nothing for a tile that is set one by one."""
    found = _written(
        given, _SHEET, "is no sheet of chips; write it as 12 x 12 mesh, or 12 x 12 paper"
    )
    if not isinstance(found, re.Match):
        return found
    across, up, backing, alone = found.groups()
    if alone:
        return {"backing": alone}
    return {"across": int(across), "up": int(up), "backing": backing or "mesh"}


class Ledger(Value):
    """Split stone on panels whose ends interlock; they are set in courses without joints.

    The tile's thickness is that of the thickest stone. Where a panel meets a corner or an end, its
    interlocking end is cut straight, so there it is shorter by ``interlock``.
    """

    interlock: Distance = Field(
        ge=0, le=300, description="How deep the ends of two panels reach into one another."
    )
    thinnest: Length = Field(ge=0.5, le=100, description="Thickness of the thinnest stone.")
    gaps: int = Field(
        default=0, ge=0, le=10_000, description="Gaps that stay open between panels, as counted."
    )

    def __str__(self) -> str:
        """As it is written in a table: ``57.15 mm deep, 12.7 mm thinnest``."""
        deep, thin = (show_exact(mm, "mm") for mm in (self.interlock, self.thinnest))
        return f"{deep} mm deep, {thin} mm thinnest"


_LEDGER = re.compile(r"^(.+?)\s+deep,\s*(.+?)\s+thinnest$")


def _written_ledger(given: object) -> object:
    """Ledger stone as it is written in a table; nothing for other tile."""
    found = _written(given, _LEDGER, "is no ledger stone; write it as 57 mm deep, 12 mm thinnest")
    if not isinstance(found, re.Match):
        return found
    return {"interlock": found[1], "thinnest": found[2]}


class Tile(Value):
    """The tile as it measures, not as it is called."""

    name: Name = "Tile"
    length: Length = Field(
        ge=LEAST_TILE, le=5_000, description="Along the course when the tile lies."
    )
    height: Length = Field(ge=LEAST_TILE, le=5_000, description="Up the course when the tile lies.")
    thickness: Length = Field(ge=0.5, le=100)
    material: Material = "ceramic"
    turns: bool = Field(
        default=True, description="May be turned round by half: no printed or veined direction."
    )
    bevelled: bool = Field(default=False, description="Its factory edges are bevelled or glazed.")
    lugs: Distance = Field(
        default=0.0, le=WIDEST_JOINT, description="The least joint that its lugs leave."
    )
    porous: bool = Field(default=False, description="Open-pored: it is sealed before grout.")
    scratches: bool = Field(default=False, description="Sand in grout would scratch its face.")
    finish: Literal["gloss", "matt", "polished", "textured"] = "gloss"
    faces: int = Field(default=1, ge=1, le=200, description="Different faces in a box.")
    shade_varies: Literal["none", "slight", "strong"] = "none"
    lot: str = Field(default="", max_length=40, description="The lot that the order must be of.")
    see_through: bool = Field(default=False, description="What is behind it shows.")
    weight: float | None = Field(
        default=None, gt=0, le=500, allow_inf_nan=False, description="kg a square metre."
    )
    price: Price | None = Field(default=None, description="Of a box.")
    per_box: int = Field(
        default=25, ge=1, le=10_000, description="Tiles in a box, or sheets where it is on sheets."
    )
    sheet: Annotated[ChipSheet | None, BeforeValidator(_written_sheet)] = Field(
        default=None, description="Of chips on a backing; length and height are then the chip's."
    )
    ledger: Annotated[Ledger | None, BeforeValidator(_written_ledger)] = Field(
        default=None, description="Of ledger stone; length and height are the panel's."
    )
    colour: str = Field(default="#b9cbbd", pattern=r"^#[0-9a-f]{6}$", description="On the drawing.")
    measured: MeasuredTiles | None = Field(
        default=None, description="Some tiles, measured in a row and one by one."
    )
