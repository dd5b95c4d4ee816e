"""The survey: walls in order around the room, and on each a notebook of lines, one a thing.

Walls are seen from the room, in order from left to right. Every place is kept as it was taken
(see `measures`); `placing` works out where things stand.
"""

from collections.abc import Iterable, Iterator, Mapping
from typing import Annotated, Any, Literal

from pydantic import BeforeValidator, ConfigDict, Field, model_validator

from pennant.core.document.measures import (
    AlongRef,
    Id,
    MeasuringTool,
    TakenAlong,
    TakenAlongToCentre,
    TakenUp,
    TakenUpToCentre,
    UpRef,
)
from pennant.core.document.notebook import read_if_line
from pennant.core.document.notebook_several import with_several
from pennant.core.document.starts import Start
from pennant.core.document.substrate import MadeOf
from pennant.core.document.things import (
    BlockKind,
    BoxKind,
    GapKind,
    HangingKind,
    OpeningKind,
    RaisedKind,
    RoundKind,
)
from pennant.core.document.values import Distance, Length, Shift, Value

Name = Annotated[str, Field(min_length=1, max_length=80)]
Sides = tuple[Literal["left", "right", "top", "bottom"], ...]


class Unsettled(Value):
    """Why a measure is not final, who is owed a size, and how far around tile waits for it."""

    why: Name
    owed_to: str = Field(default="", max_length=80, description="Who waits for the size.")
    hold: Distance = Field(default=0.0, description="Tile this near to it is held back.")


class Line(Value):
    """What every line of the notebook has. An empty ``id`` is filled in when the job is read."""

    id: Id | Literal[""] = ""
    name: Annotated[str, Field(max_length=80)] = ""
    unsettled: Unsettled | None = None


class Overhead(Line):
    """A thing that hangs over the counter; tile stops under it and beside it.

    A shelf has a thickness, and tile goes on above it; the others reach up to the top line.
    """

    kind: HangingKind
    at: TakenAlong
    width: Length
    clear: TakenUp = Field(description="To its underside, at its left end.")
    clear_right: TakenUp | None = Field(default=None, description="At its right end, if other.")
    thick: Length | None = Field(default=None, description="Of a shelf: tile goes on above it.")
    behind: Distance = Field(default=0.0, description="How far tile runs up behind its lower edge.")
    depth: Length | None = Field(default=None, description="How far its side stands out.")
    trim: Sides = Field(default=(), description="Sides at which tile ends in a trim.")


class Opening(Line):
    """A window, a pass-through (hatch) or a niche.

    ``width`` and ``height`` are between the jambs, or over the casing where ``measured_to`` says
    so. Tile stops at the casing, or at the bare jamb where there is none.
    """

    kind: OpeningKind
    at: TakenAlong
    width: Length
    sill: TakenUp = Field(description="To its lower line.")
    height: Length
    measured_to: Literal["jamb", "casing"] = "casing"
    casing: Distance = Field(default=0.0, description="Face width of the casing; 0 is a bare jamb.")
    casing_depth: Length | None = Field(default=None, description="How far the casing stands out.")
    stool: Distance = Field(default=0.0, description="Thickness of a sill board under the opening.")
    horn: Distance = Field(default=0.0, description="How far the sill runs past the casing.")
    depth: Length | None = Field(default=None, description="Of the reveal, from the wall's face.")
    returns: Sides = Field(default=(), description="Sides of the reveal that get tile.")
    trim: Sides = Field(default=(), description="Sides at which tile ends in a trim.")


class Device(Line):
    """An outlet or switch: the box is the hole, the plate is the cover.

    Sizes left out come from the job's list of boxes by the number of gangs.
    """

    kind: BoxKind
    at: TakenAlongToCentre
    up: TakenUpToCentre
    measured_to: Literal["box", "plate"] = "box"
    gangs: int = Field(default=1, ge=1, le=4)
    turn: Literal["upright", "sideways"] = "upright"
    box_width: Length | None = None
    box_height: Length | None = None
    plate_width: Length | None = None
    plate_height: Length | None = None
    legs_off: bool = Field(
        default=False,
        description="Legs of tile too thin to stand beside its box are cut away under its plate.",
    )


class Round(Line):
    """A round thing through the wall: a pipe, a pot-filler, a vent; its cover hides the cut."""

    kind: RoundKind
    at: TakenAlongToCentre
    up: TakenUpToCentre
    diameter: Length
    cover: Distance = Field(default=0.0, description="Diameter of the collar that hides the cut.")


class Block(Line):
    """A bracket or another rectangle that tile goes around."""

    kind: BlockKind
    at: TakenAlong
    width: Length
    up: TakenUp
    height: Length
    depth: Length | None = None


class Below(Line):
    """A stretch without counter: the range gap, or the floor; tile goes on below the datum.

    In a range gap the tile goes down by so much, or by so many whole courses.
    """

    kind: GapKind
    at: TakenAlong
    width: Length
    down: Distance = Field(default=0.0, description="Below the counter line.")
    courses: int = Field(default=0, ge=0, le=40, description="Or so many courses, with a gap.")


class Raised(Line):
    """A stretch where tile begins higher: an upstand, a ledge or a sill on the counter."""

    kind: RaisedKind
    at: TakenAlong
    width: Length
    height: Length = Field(description="Above the counter beneath it.")
    depth: Length | None = Field(default=None, description="How far it stands out.")
    trim: Sides = Field(default=(), description="Sides at which tile ends in a trim.")


class Level(Line):
    """The counter's height at one place, as so much below the laser line."""

    kind: Literal["level"]
    at: TakenAlong
    below: Distance
    taken_with: MeasuringTool = "rule"


class Mark(Line):
    """A centreline or another mark: of the sink, of the range, of a tap."""

    kind: Literal["mark"]
    at: TakenAlong


def stands_under_tile(thing: Line) -> bool:
    """Whether a course of tile can stand on a thing: an upstand, a ledge, a shelf tiled over."""
    return isinstance(thing, Raised) or (isinstance(thing, Overhead) and thing.thick is not None)


class Zone(Line):
    """What a stretch of wall is made of and how it is; ``flat`` is the gap under a straightedge."""

    kind: Literal["zone"]
    at: TakenAlong
    width: Length
    made_of: MadeOf = "painted board"
    flat: Distance = 0.0
    over: Distance = Field(default=0.0, description="Thickness of old tile that is there.")
    old_tile: Literal["over", "off"] | None = Field(
        default=None,
        description="Whether its old tile is tiled over or comes off; else as the job's.",
    )
    damp: bool = False
    greasy: bool = False
    cracked: bool = False
    loose: bool = False


class Check(Line):
    """A distance taken to check others: between two places along, or up where both are heights."""

    kind: Literal["check"]
    value: Length
    first: AlongRef | UpRef
    second: AlongRef | UpRef
    taken_with: MeasuringTool = "tape"


AnyThing = (
    Overhead | Opening | Device | Round | Block | Below | Raised | Level | Mark | Zone | Check
)


class WrittenLine(Value):
    """A thing given as a line of the notebook, with the id that it keeps."""

    id: Id
    line: str


_TaggedThing = Annotated[AnyThing, Field(discriminator="kind")]
Thing = Annotated[
    _TaggedThing,
    BeforeValidator(read_if_line, json_schema_input_type=_TaggedThing | WrittenLine | str),
]
"""One line of the notebook; a string is a line as it would be written on a pad."""

Standing = (Overhead, Opening, Device, Round, Block, Below, Raised)
"""Things that take room on the wall, unlike levels, marks, zones and checks."""


def _with_follows(schema: dict[str, Any]) -> None:
    """Files have said which line an open end follows, by which nothing was ever reckoned."""
    schema["properties"]["follows"] = {"deprecated": True, "description": "Read over."}


TRIM_FLOATS = 6.35
"""Millimetres, 1/4 in: how far the trim of an open end may go either way, unless its line is said
to be fixed (0). Nobody sees where it ends by so much, and the last tile is whole."""


class End(Value):
    """How a wall ends where no other wall of the survey joins it.

    ``ahead`` and ``back`` are how far an open end may still float, past its line and short of it.
    """

    model_config = ConfigDict(json_schema_extra=_with_follows)

    kind: Literal["corner", "open", "casing", "cabinet", "outside"] = "corner"
    depth: Length | None = Field(default=None, description="How far a casing or side stands out.")
    ahead: Distance = TRIM_FLOATS
    back: Distance = TRIM_FLOATS

    @model_validator(mode="before")
    @classmethod
    def _as_written_before(cls, data: Any) -> Any:
        if isinstance(data, Mapping):
            return {name: value for name, value in data.items() if name != "follows"}
        return data


class Corner(Value):
    """The corner between a wall and the next one. ``laps`` is the wall that is tiled second."""

    kind: Literal["inside", "outside"] = "inside"
    laps: Literal["this", "next"] = "next"


class Top(Value):
    """Where tile stops if nothing hangs there: a ceiling, or an open line finished by trim."""

    kind: Literal["ceiling", "open"] = "open"
    height: Length = Field(description="Above the datum, at the left end.")
    height_right: Length | None = Field(default=None, description="At the right end, if other.")
    ahead: Distance = Field(default=0.0, description="How far an open line may still go up.")
    back: Distance = Field(default=0.0, description="How far it may still come down.")


class AsFound(Value):
    """How much further out the ends and the top of a wall were found in setting than surveyed.

    To the right and up are positive, at the left end too.
    """

    left: Shift = 0.0
    right: Shift = 0.0
    top: Shift = 0.0


class Wall(Value):
    """One flat run of wall. ``lean`` is how far an end's top stands to the right of its foot."""

    id: Id
    name: Name = "Wall"
    length: Length = Field(description="The overall, between its ends at the datum.")
    top: Top
    left: End = Field(default=End(), description="Does not count where the wall before joins on.")
    right: End = Field(default=End(), description="Does not count where the next wall joins on.")
    corner: Corner | None = Field(default=None, description="With the next wall, if it joins on.")
    left_lean: Shift = 0.0
    right_lean: Shift = 0.0
    things: tuple[Thing, ...] = Field(default=(), max_length=80)
    start: Start = Start()
    found: AsFound = AsFound()

    @model_validator(mode="before")
    @classmethod
    def _each_thing_by_itself(cls, data: Any) -> Any:
        """A line of the notebook may stand for several things."""
        if isinstance(data, Mapping) and isinstance(data.get("things"), list | tuple):
            return {**data, "things": with_several(data["things"], data.get("length"))}
        return data


def zones_of(walls: Iterable[Wall]) -> Iterator[tuple[Wall, Zone]]:
    """Yield every stretch of wall whose nature was noted, with its wall."""
    for wall in walls:
        for thing in wall.things:
            if isinstance(thing, Zone):
                yield wall, thing
