"""The job document: the survey of a kitchen, the tile, the pattern, and what the plan goes by.

All lengths are millimetres. This is format version 2; `docs/job-file.md` shows it whole, and
`migrate` brings version 1 up to it.
"""

from collections.abc import Mapping
from typing import Annotated, Any, Literal, Self

from pydantic import Field, ModelWrapValidatorHandler, model_validator

from pennant.core.lengths import Step, Units
from pennant.core.migrate import as_version_2
from pennant.core.names_of_lines import named
from pennant.core.products import Price, Products
from pennant.core.settings import STAGGER_APART, Settings
from pennant.core.stagger import MOST_APART
from pennant.core.survey import Name, Wall
from pennant.core.tools import USUAL, Material, Tool
from pennant.core.values import Distance, Length, Value, reading_in
from pennant.core.ways import Ways
from pennant.core.wish import Wish, usual_wishes

LEAST_TILE = 5.0
"""Millimetres: the side of the smallest chip sold, far under what anyone sets singly."""
WIDEST_JOINT = 50.0
"""Millimetres: 2 in, wider than any joint between wall tiles."""


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
    per_box: int = Field(default=25, ge=1, le=10_000, description="Tiles in a box.")
    colour: str = Field(default="#b9cbbd", pattern=r"^#[0-9a-f]{6}$", description="On the drawing.")


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


class BoxSize(Value):
    """The usual box and plate for a number of gangs, set upright."""

    gangs: int = Field(ge=1, le=4)
    box_width: Length = Field(ge=10, le=1_000)
    box_height: Length = Field(ge=10, le=1_000)
    plate_width: Length = Field(ge=10, le=1_000)
    plate_height: Length = Field(ge=10, le=1_000)


_IN = 25.4
BOX_SIZES: dict[Units, tuple[BoxSize, ...]] = {
    "in": tuple(
        BoxSize(gangs=n, box_width=(2.25 + 1.8125 * (n - 1)) * _IN, box_height=3.625 * _IN,
                plate_width=(3.125 + 1.8125 * (n - 1)) * _IN, plate_height=4.875 * _IN)
        for n in (1, 2, 3, 4)
    ),
    "mm": tuple(
        BoxSize(gangs=n, box_width=68 + 71 * (n - 1), box_height=68,
                plate_width=86 + 71 * (n - 1), plate_height=86)
        for n in (1, 2, 3, 4)
    ),
}  # fmt: skip
"""First sizes of boxes and plates by gangs; a job carries its own list, to be measured over."""


class Aside(Value):
    """A warning about the survey that was looked at and set aside, with the reason."""

    doubt: Annotated[str, Field(min_length=1, max_length=200)]
    why: Annotated[str, Field(min_length=1, max_length=200)]


class AgreedItem(Value):
    """One thing that was agreed, as it was said; ``key`` tells which thing it is."""

    key: Annotated[str, Field(min_length=1, max_length=400)]
    says: Annotated[str, Field(min_length=1, max_length=400)]


class Agreement(Value):
    """That the client agreed to the plan: who, on which day, and to what in words."""

    by: Name
    on: Annotated[str, Field(pattern=r"^\d{4}-\d\d-\d\d$", description="Year-month-day.")]
    items: tuple[AgreedItem, ...] = Field(default=(), max_length=2000)


InHand = Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)]


class Job(Value):
    """The whole job, as one document."""

    format: Literal["pennant-job"] = "pennant-job"
    version: Literal[2] = 2
    name: Name
    units: Units = "in"
    step: Step = Field(default="1/16 in", description="What shown lengths are rounded to.")
    walls: tuple[Wall, ...] = Field(min_length=1, max_length=24)
    tile: Tile
    pattern: Pattern
    boxes: tuple[BoxSize, ...] = Field(default=BOX_SIZES["in"], max_length=4)
    wishes: tuple[Wish, ...] = Field(
        default=usual_wishes(), max_length=20, description="What matters to the client, in order."
    )
    tools: tuple[Tool, ...] = Field(default=USUAL, max_length=8, description="What is at hand.")
    set_aside: tuple[Aside, ...] = Field(default=(), max_length=200)
    products: Products = Products()
    in_hand: dict[Annotated[str, Field(max_length=40)], InHand] = Field(
        default_factory=dict, max_length=60, description="What is there already, by line."
    )
    agreed: Agreement | None = None
    ways: Ways = Ways()
    settings: Settings = Settings()

    @model_validator(mode="wrap")
    @classmethod
    def _read_in_own_units(cls, data: Any, handler: ModelWrapValidatorHandler[Self]) -> Self:
        """Bare numbers in strings, and settings left out, are in the job's own unit."""
        if not isinstance(data, Mapping):
            return handler(data)
        data = as_version_2(data)
        units: Units = "mm" if data.get("units") == "mm" else "in"
        filled = {"step": "1 mm" if units == "mm" else "1/16 in", "boxes": BOX_SIZES[units], **data}
        given = data.get("settings", {})
        if isinstance(given, Mapping):
            filled["settings"] = {**Settings.of(units).model_dump(), **given}
        with reading_in(units):
            job = handler(filled)
        return job.model_copy(update={"walls": named(job.walls)})

    def wall(self, id_: str) -> Wall:
        """Return a wall by its id; raise KeyError if there is none."""
        return {wall.id: wall for wall in self.walls}[id_]
