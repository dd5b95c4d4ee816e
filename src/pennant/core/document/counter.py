"""A counter that is tiled with the walls: its cut-outs, its layers, its front edge.

Seen from the room, looking down: x to the right along its wall from the wall's left end, y from
the front edge back to the wall.
"""

from typing import Annotated, Literal

from pydantic import Field

from pennant.core.document.measures import Id
from pennant.core.document.pattern import Pattern
from pennant.core.document.starts import Centred, FullCounter, Start
from pennant.core.document.survey import Name
from pennant.core.document.things import CutOutKind
from pennant.core.document.tile import Tile
from pennant.core.document.values import Distance, Length, Value

MOST_COUNTERS = 12
"""Counters in one job: more than any kitchen has."""

CounterEnd = Literal["wall", "open", "side"]
"""What a counter ends at: a wall or another counter, in view, or a tall cabinet or appliance."""


class CutOut(Value):
    """A sink or hob let into the counter.

    With a ``rim`` it lies on the tile and covers its edge by so much; without, it hangs under the
    counter and the tile's edge around it is in view.
    """

    kind: CutOutKind = "sink"
    id: Id
    name: Name = "Sink"
    at: Distance = Field(description="To the left side of the cut-out, from the wall's left end.")
    width: Length
    front: Distance = Field(description="From the counter's front edge to the cut-out.")
    depth: Length = Field(description="From its front to its back.")
    rim: Distance = Field(default=0.0, description="How far its rim covers the tile around it.")


class Hole(Value):
    """A round hole through the counter: a tap, a soap pump."""

    kind: Literal["hole"] = "hole"
    id: Id
    name: Name = "Tap"
    at: Distance = Field(description="To its centre, from the wall's left end.")
    front: Distance = Field(description="From the counter's front edge to its centre.")
    diameter: Length
    cover: Distance = Field(default=0.0, description="Diameter of the plate that hides the cut.")


class Layer(Value):
    """A layer between cabinets and tile, from the bottom up.

    Plywood is screwed down; board lies in a bed of adhesive and is screwed. ``width`` and
    ``length`` are of a sheet as it is sold.
    """

    kind: Literal["plywood", "board"] = "plywood"
    name: Name
    thickness: Length
    width: Length | None = None
    length: Length | None = None


class FrontEdge(Value):
    """Pieces along the front edge and every end in view, set on the edge's upright face.

    The tile's ``height`` is the height of a piece's face; ``over`` is how far its leg reaches back
    over the counter (0 for a flat piece); ``below`` the height of edge under the layers.
    """

    tile: Tile
    over: Distance = Field(default=0.0, description="How far its leg lies on the counter.")
    below: Distance = Field(default=0.0, description="Height of the edge that is there already.")
    on: Literal["wood", "board"] = Field(
        default="board", description="Wood moves: there they get an adhesive that gives."
    )


class Counter(Value):
    """A counter tiled with the walls, level, along part or all of one wall.

    ``heights`` says what the wall's heights were taken over: the finished counter, or what was
    there before its layers and tile, which then lift the line that wall tile begins at.
    """

    id: Id
    name: Name = "Counter"
    wall: Id
    at: Distance = Field(default=0.0, description="From the wall's left end to its own.")
    width: Length = Field(description="Along the wall.")
    depth: Length = Field(description="From the wall to the front edge.")
    left: CounterEnd = "wall"
    right: CounterEnd = "wall"
    heights: Literal["finished", "bare"] = "finished"
    layers: tuple[Layer, ...] = Field(default=(), max_length=4)
    tile: Tile
    pattern: Pattern
    start: Start = Start(across=Centred(what="tile", on="wall"), up=FullCounter())
    cut_outs: tuple[Annotated[CutOut | Hole, Field(discriminator="kind")], ...] = Field(
        default=(), max_length=12
    )
    front: FrontEdge | None = None


Counters = Annotated[tuple[Counter, ...], Field(max_length=MOST_COUNTERS)]


def edge_tile_of(counter: str) -> str:
    """Return what the pieces of a counter's front edge call their tile by."""
    return f"{counter}.edge"
