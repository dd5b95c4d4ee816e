"""What matters to the client, as a list of wishes in order; `wishes` measures them."""

from typing import Literal

from pydantic import Field

from pennant.core.document.things import THINGS, kinds_of
from pennant.core.document.values import Value

WishKind = Literal[
    "never", "avoid", "even", "smallest", "full-left", "full-right", "whole-counter", "whole-top",
    "centred", "corner", "cut", "hard", "tiles",
]  # fmt: skip
BANDS: dict[WishKind, float] = {
    "never": 0, "avoid": 0, "even": 1.6, "smallest": 0.8, "full-left": 0.8, "full-right": 0.8,
    "whole-counter": 0.8, "whole-top": 0.8,
    "centred": 0.8, "corner": 1.6, "cut": 0, "hard": 0, "tiles": 0,
}  # fmt: skip
"""Millimetres, or a count: differences up to so much are not seen. Half a sixteenth for a size, a
sixteenth for what one compares across an opening."""
USUAL_WISHES: tuple[WishKind, ...] = ("never", "avoid", "whole-counter", "smallest", "cut", "tiles")
"""The order that a job begins with; the others can be taken up. A whole course at the counter, if
the top piece is then at least an inch and a quarter of the tile, comes before a slightly larger
piece: bottom cuts show more than top cuts under a cabinet, and it takes half as many."""
ALL: tuple[WishKind, ...] = (*USUAL_WISHES, "even", "full-left", "full-right", "whole-top",
                              "centred", "corner", "hard")  # fmt: skip

COUNTED: tuple[WishKind, ...] = ("never", "avoid")
"""Wishes for few objections: of several walls they add up; of the others the worst wall counts."""

BINDABLE: dict[WishKind, tuple[str, ...]] = {
    "even": kinds_of("opening"),
    "smallest": (*(kind for kind, one in THINGS.items() if one.judged), "wall"),
    "full-left": ("wall",), "full-right": ("wall",),
    "centred": tuple(kind for kind, one in THINGS.items() if one.centred),
    "corner": ("wall",),
}  # fmt: skip
"""Wishes that can be bound to a place, and the kinds of things that they can be bound to."""


class Wish(Value):
    """One wish; switched off it stays in the list and does not count.

    ``at`` binds it to a thing or wall; empty is everywhere that it makes sense.
    """

    kind: WishKind
    on: bool = Field(default=True)
    at: str = Field(default="", max_length=80, description="A thing's or wall's id.")


Seen = Literal["little", "usual", "much"]
"""How much a place is looked at."""


class SeenPlace(Value):
    """A thing or a wall that is looked at more or less than is usual for its kind.

    Of a wall all its places are looked at a degree more, or less.
    """

    at: str = Field(min_length=1, max_length=80, description="A thing's or wall's id.")
    seen: Seen


def usual_wishes() -> tuple[Wish, ...]:
    """Return the wishes that a job begins with: all of them, the usual ones switched on."""
    return tuple(Wish(kind=kind, on=kind in USUAL_WISHES) for kind in ALL)
