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
from pennant.core.settings import Settings
from pennant.core.survey import Name, Wall
from pennant.core.values import Distance, Length, Value, reading_in
from pennant.core.wish import Wish, usual_wishes


class Tile(Value):
    """The tile as it measures, not as it is called."""

    name: Name = "Tile"
    length: Length = Field(description="Along the course when the tile lies.")
    height: Length = Field(description="Up the course when the tile lies.")
    thickness: Length
    per_box: int = Field(default=25, ge=1, le=10_000, description="Tiles in a box.")
    colour: str = Field(default="#b9cbbd", pattern=r"^#[0-9a-f]{6}$", description="On the drawing.")


class Bond(Value):
    """How far each course is shifted from the one below: ``p/q`` of a module.

    ``onward`` shifts each further to the right, so a third bond climbs in stairs; with ``back`` the
    shifts go to and fro, so that every other course stands in line.
    """

    p: int = Field(default=1, ge=0, le=11)
    q: int = Field(default=2, ge=1, le=12)
    way: Literal["onward", "back"] = "onward"

    @model_validator(mode="after")
    def _less_than_one(self) -> Self:
        if self.p >= self.q:
            raise ValueError("a bond's shift is less than one whole tile: write p smaller than q")
        return self


class Pattern(Value):
    """How tiles are laid: which way they lie, the bond and the joint."""

    lay: Literal["lying", "standing"] = "lying"
    bond: Bond = Bond()
    joint: Distance = Field(description="The gap between tiles.")


class BoxSize(Value):
    """The usual box and plate for a number of gangs, set upright."""

    gangs: int = Field(ge=1, le=4)
    box_width: Length
    box_height: Length
    plate_width: Length
    plate_height: Length


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
    set_aside: tuple[Aside, ...] = Field(default=(), max_length=200)
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
