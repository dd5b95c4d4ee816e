"""Where the pennant is planted on a wall, as chosen: a school left to right and one up."""

from typing import Annotated, Literal

from pydantic import Field

from pennant.core.document.measures import Id
from pennant.core.document.values import Distance, Shift, Value

LineId = Annotated[str, Field(pattern=r"^[^:]{1,80}:(left|right)$")]
"""An upright line at which tile stops: its owner and the owner's side."""


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


class FullAt(Value):
    """A full tile against an upright line: a jamb, a cabinet's side, an end."""

    kind: Literal["full-at"] = "full-at"
    line: LineId = Field(description="Owner and side, such as window:left.")
    nudge: Shift = Field(default=0.0, description="Then moved so far to the right.")


class Fitted(Value):
    """Fitted between lines: whole tiles fill each span from one line to the next.

    With ``ends`` the span's two end tiles are shaved equally, with ``all`` every tile of it is,
    and with ``joints`` its joints are made a little narrower or wider. Beyond the first and the
    last line the layout starts afresh with a full tile.
    """

    kind: Literal["fitted"] = "fitted"
    lines: tuple[LineId, ...] = Field(
        min_length=2, max_length=8, description="Upright lines from left to right."
    )
    how: Literal["ends", "all", "joints"] = "ends"
    nudge: Shift = Field(default=0.0, description="Then moved so far to the right.")


class Folded(Value):
    """The pattern of the wall before, carried round the corner: one tile folded into it."""

    kind: Literal["folded"] = "folded"
    nudge: Shift = Field(default=0.0, description="Then moved so far to the right.")


class FromCounter(Value):
    """The upright joints of the tiled counter, carried up the wall behind it."""

    kind: Literal["from-counter"] = "from-counter"
    counter: Id = Field(description="Which counter.")
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


class WholeCourses(Value):
    """Whole courses from the counter to an overhead: the joints between courses take it up."""

    kind: Literal["whole-courses"] = "whole-courses"
    under: Id | None = Field(default=None, description="Which overhead; null is the top line.")
    nudge: Shift = Field(default=0.0, description="Then moved so far up.")


class FullOn(Value):
    """A full course standing on an upstand, a ledge or a shelf instead of the counter."""

    kind: Literal["full-on"] = "full-on"
    on: Id = Field(description="Which upstand, ledge or shelf.")
    nudge: Shift = Field(default=0.0, description="Then moved so far up.")


class FlatCounter(Value):
    """Of a lattice: its points cut off flat at the counter, through a tile's or block's middle."""

    kind: Literal["flat-counter"] = "flat-counter"
    nudge: Shift = Field(default=0.0, description="Then moved so far up.")


class Carried(Value):
    """The course heights of the wall before, carried round the corner."""

    kind: Literal["carried"] = "carried"
    nudge: Shift = Field(default=0.0, description="Then moved so far up.")


Across = Annotated[
    FullLeft | FullRight | Centred | FullAt | Fitted | Folded | FromCounter,
    Field(discriminator="kind"),
]
UpSchool = Annotated[
    FullCounter | FullOn | FullTop | EqualCuts | WholeCourses | FlatCounter | Carried,
    Field(discriminator="kind"),
]


FOR_COURSES = ("fitted", "whole-courses", "from-counter")
"""Schools that shave tiles, draw joints or carry them on, which only courses can."""
FOR_LATTICES = ("flat-counter",)
"""Schools that cut points off, which courses do not have."""


class Eased(Value):
    """Joints beyond a place that are wider or narrower by so much each, for what setting found.

    ``past`` is the edge of the last tile that stays as it is. What lies on the far side of it, to
    the ``left``, the ``right`` or ``up``, moves by ``by`` a joint, over so many ``joints`` (0 is
    all of them).
    """

    way: Literal["left", "right", "up"]
    past: Shift
    by: Annotated[Shift, Field(ge=-25, le=25)]
    joints: int = Field(default=0, ge=0, le=1_000)


class Start(Value):
    """Where the pennant is planted, left to right and bottom to top.

    ``left``, ``right`` and ``top`` say where an end or top that may float is taken.
    """

    across: Across = FullLeft()
    up: UpSchool = FullCounter()
    left: Shift = Field(default=0.0, description="The left end, so far to the right of its line.")
    right: Shift = Field(default=0.0, description="The right end, so far to the right.")
    top: Shift = Field(default=0.0, description="The top line, so far up.")
    eased: tuple[Eased, ...] = Field(
        default=(), max_length=6, description="Of courses: joints as they are taken up in setting."
    )
