"""The job document: what was surveyed, which tile, and where the pennant is planted.

One wall, seen from the room: x to the right from its left end, y up from the counter line.
All lengths are millimetres. This is format version 1; `docs/job-file.md` shows it whole.
"""

from collections.abc import Mapping
from typing import Annotated, Any, Literal, Self

from pydantic import Field, ModelWrapValidatorHandler, model_validator

from pennant.core.lengths import Step, Units
from pennant.core.settings import Settings
from pennant.core.values import Distance, Length, Shift, Value, reading_in

Name = Annotated[str, Field(min_length=1, max_length=80)]
Id = Annotated[str, Field(pattern=r"^[a-z][a-z0-9-]{0,30}$")]
EndKind = Literal["corner", "open", "casing", "cabinet"]


class End(Value):
    """How a wall ends: an inside corner, an open end with trim, a door casing, a tall cabinet."""

    kind: EndKind = "corner"


class Top(Value):
    """Where tile stops if nothing hangs there: a ceiling, or an open line finished by trim."""

    kind: Literal["ceiling", "open"] = "open"
    height: Length = Field(description="Above the counter line.")


class Overhead(Value):
    """A thing that hangs over the counter; tile stops under it and beside it."""

    id: Id
    name: Name
    kind: Literal["cabinet", "hood"] = "cabinet"
    x: Distance = Field(description="Its left side, from the wall's left end.")
    width: Length
    bottom: Length = Field(description="Clear height from the counter line to its underside.")


class Opening(Value):
    """A window or pass-through, measured to the line that tile stops at (casing or bare jamb)."""

    id: Id
    name: Name
    x: Distance = Field(description="Its left jamb line, from the wall's left end.")
    width: Length
    sill: Distance = Field(description="Its lower line, above the counter line.")
    height: Length


class Device(Value):
    """An outlet or switch: the box is the hole, the plate is the cover."""

    id: Id
    name: Name
    x: Distance = Field(description="The centre of the box, from the wall's left end.")
    y: Distance = Field(description="The centre of the box, above the counter line.")
    gangs: int = Field(default=1, ge=1, le=4)
    box_width: Length
    box_height: Length
    plate_width: Length
    plate_height: Length


class Wall(Value):
    """One flat run of wall over a level counter."""

    name: Name = "Wall"
    length: Length
    top: Top
    left: End = End()
    right: End = End()
    overheads: tuple[Overhead, ...] = Field(default=(), max_length=40)
    openings: tuple[Opening, ...] = Field(default=(), max_length=40)
    devices: tuple[Device, ...] = Field(default=(), max_length=60)


class Tile(Value):
    """The tile as it measures, not as it is called."""

    name: Name = "Tile"
    length: Length = Field(description="Along the course when the tile lies.")
    height: Length = Field(description="Up the course when the tile lies.")
    thickness: Length
    per_box: int = Field(default=25, ge=1, le=10_000, description="Tiles in a box.")
    colour: str = Field(default="#b9cbbd", pattern=r"^#[0-9a-f]{6}$", description="On the drawing.")


class Bond(Value):
    """How far each course is shifted from the one below: ``p/q`` of a module to the right."""

    p: int = Field(default=1, ge=0, le=11)
    q: int = Field(default=2, ge=1, le=12)

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


class FullLeft(Value):
    """A full tile at the left end in the pennant's course."""

    kind: Literal["full-left"] = "full-left"
    nudge: Shift = Field(default=0, description="Then moved so far to the right.")


class FullRight(Value):
    """A full tile at the right end in the pennant's course."""

    kind: Literal["full-right"] = "full-right"
    nudge: Shift = Field(default=0, description="Then moved so far to the right.")


class Centred(Value):
    """A tile or a joint centred on the wall, on an opening, or on a point."""

    kind: Literal["centred"] = "centred"
    what: Literal["tile", "joint"] = "tile"
    on: Literal["wall", "opening", "point"] = "wall"
    opening: Id | None = Field(default=None, description="Which opening, with on: opening.")
    x: Distance | None = Field(default=None, description="Where, with on: point.")
    nudge: Shift = Field(default=0, description="Then moved so far to the right.")


class FullCounter(Value):
    """A full course at the counter."""

    kind: Literal["full-counter"] = "full-counter"
    nudge: Shift = Field(default=0, description="Then moved so far up.")


class FullTop(Value):
    """A full course under an overhead, or at the top line where none is named."""

    kind: Literal["full-top"] = "full-top"
    under: Id | None = Field(default=None, description="Which overhead; null is the top line.")
    nudge: Shift = Field(default=0, description="Then moved so far up.")


class EqualCuts(Value):
    """Equal cuts at the counter and under an overhead (or at the top line)."""

    kind: Literal["equal-cuts"] = "equal-cuts"
    under: Id | None = Field(default=None, description="Which overhead; null is the top line.")
    nudge: Shift = Field(default=0, description="Then moved so far up.")


Across = Annotated[FullLeft | FullRight | Centred, Field(discriminator="kind")]
Up = Annotated[FullCounter | FullTop | EqualCuts, Field(discriminator="kind")]


class Start(Value):
    """Where the pennant is planted, left to right and bottom to top."""

    across: Across = FullLeft()
    up: Up = FullCounter()


class Job(Value):
    """The whole job, as one document."""

    format: Literal["pennant-job"] = "pennant-job"
    version: Literal[1] = 1
    name: Name
    units: Units = "in"
    step: Step = Field(default="1/16 in", description="What shown lengths are rounded to.")
    wall: Wall
    tile: Tile
    pattern: Pattern
    start: Start = Start()
    settings: Settings = Settings()

    @model_validator(mode="wrap")
    @classmethod
    def _read_in_own_units(cls, data: Any, handler: ModelWrapValidatorHandler[Self]) -> Self:
        """Bare numbers in strings, and settings left out, are in the job's own unit."""
        if not isinstance(data, Mapping):
            return handler(data)
        units: Units = "mm" if data.get("units") == "mm" else "in"
        filled = {"step": "1 mm" if units == "mm" else "1/16 in", **data}
        given = data.get("settings", {})
        if isinstance(given, Mapping):
            filled["settings"] = {**Settings.of(units).model_dump(), **given}
        with reading_in(units):
            return handler(filled)
