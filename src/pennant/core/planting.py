"""Where the pennant is planted on a wall, as chosen: a school left to right and one up."""

from typing import Annotated, Literal

from pydantic import Field

from pennant.core.taken import Id
from pennant.core.values import Distance, Shift, Value


class FullLeft(Value):
    """A full tile at the left end in the pennant's course."""

    kind: Literal["full-left"] = "full-left"
    nudge: Shift = Field(default=0.0, description="Then moved so far to the right.")


class FullRight(Value):
    """A full tile at the right end in the pennant's course."""

    kind: Literal["full-right"] = "full-right"
    nudge: Shift = Field(default=0.0, description="Then moved so far to the right.")


class Centred(Value):
    """A tile or a joint centred on the wall, on a thing, or on a point."""

    kind: Literal["centred"] = "centred"
    what: Literal["tile", "joint"] = "tile"
    on: Literal["wall", "thing", "point"] = "wall"
    thing: Id | None = Field(default=None, description="Which thing, with on: thing.")
    x: Distance | None = Field(default=None, description="Where, with on: point.")
    nudge: Shift = Field(default=0.0, description="Then moved so far to the right.")


class FullCounter(Value):
    """A full course at the counter (at its low point where the course is scribed)."""

    kind: Literal["full-counter"] = "full-counter"
    nudge: Shift = Field(default=0.0, description="Then moved so far up.")


class FullTop(Value):
    """A full course under an overhead, or at the top line where none is named."""

    kind: Literal["full-top"] = "full-top"
    under: Id | None = Field(default=None, description="Which overhead; null is the top line.")
    nudge: Shift = Field(default=0.0, description="Then moved so far up.")


class EqualCuts(Value):
    """Equal cuts at the counter and under an overhead (or at the top line)."""

    kind: Literal["equal-cuts"] = "equal-cuts"
    under: Id | None = Field(default=None, description="Which overhead; null is the top line.")
    nudge: Shift = Field(default=0.0, description="Then moved so far up.")


class Carried(Value):
    """The course heights of the wall before, carried round the corner."""

    kind: Literal["carried"] = "carried"
    nudge: Shift = Field(default=0.0, description="Then moved so far up.")


Across = Annotated[FullLeft | FullRight | Centred, Field(discriminator="kind")]
UpSchool = Annotated[FullCounter | FullTop | EqualCuts | Carried, Field(discriminator="kind")]


class Start(Value):
    """Where the pennant is planted, left to right and bottom to top."""

    across: Across = FullLeft()
    up: UpSchool = FullCounter()
