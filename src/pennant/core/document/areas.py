"""Areas of a wall that are tiled otherwise: a framed panel behind the range, a band above."""

from typing import Annotated, Literal

from pydantic import Field

from pennant.core.document.measures import Id
from pennant.core.document.pattern import Pattern
from pennant.core.document.starts import Centred, FullCounter, Start
from pennant.core.document.survey import Name
from pennant.core.document.tile import Tile
from pennant.core.document.values import Distance, Length, Shift, Value

MOST_AREAS = 8
"""Areas in one job: more would be a mosaic."""


class Liner(Value):
    """A narrow tile all round an area: a pencil, a bead. Its height is what is seen of it."""

    tile: Tile
    corners: Literal["mitred", "butted"] = "mitred"


class Area(Value):
    """A rectangle of a wall with a tile, pattern and start of its own.

    Left to right it is ``width`` wide, centred on a thing (``centre``) or begun at ``left``;
    without a width it reaches from end to end. Up it begins at ``bottom`` over the datum (at the
    lowest that is tiled if none is given) and is ``height`` high, to the top if none is given. A
    liner lies inside it.
    """

    id: Id
    name: Name = "Panel"
    wall: Id
    centre: Id | None = Field(default=None, description="The thing that it is centred on.")
    left: Distance = Field(default=0.0, description="From the left end, where it is not centred.")
    width: Length | None = None
    bottom: Shift | None = Field(default=None, description="Over the datum.")
    height: Length | None = None
    tile: Tile
    pattern: Pattern
    start: Start = Start(across=Centred(what="tile", on="wall"), up=FullCounter())
    joints: Literal["broken", "through"] = Field(
        default="broken",
        description="Through: the wall's lines of joints go on in it, and its start says nothing.",
    )
    liner: Liner | None = None


Areas = Annotated[tuple[Area, ...], Field(max_length=MOST_AREAS)]
