"""What matters to the client, as a list of wishes in order; `wishes` measures them."""

from typing import Literal

from pydantic import Field

from pennant.core.document.things import THINGS, kinds_of
from pennant.core.document.values import Value

WishKind = Literal[
    "own-start",
    "fix-seen",
    "counter",
    "window",
    "ends",
    "fix-hidden",
    "avoid",
    "legs",
    "corner",
    "cut",
    "tiles",
    "never",
    "even",
    "smallest",
    "full-left",
    "full-right",
    "whole-counter",
    "whole-top",
    "centred",
    "hard",
]
BANDS: dict[WishKind, float] = {
    "own-start": 1.6,
    "fix-seen": 0,
    "counter": 1.6,
    "window": 1.6,
    "ends": 1.6,
    "fix-hidden": 0,
    "avoid": 0,
    "legs": 0,
    "corner": 1.6,
    "cut": 0,
    "tiles": 0,
    "never": 0,
    "even": 1.6,
    "smallest": 0.8,
    "full-left": 0.8,
    "full-right": 0.8,
    "whole-counter": 0.8,
    "whole-top": 0.8,
    "centred": 0.8,
    "hard": 0,
}
"""Millimetres, or a count: differences up to so much are not seen. A sixteenth at a line, or where
sizes are compared across an opening; half of it where a client asks for one size by itself."""
USUAL_WISHES: tuple[WishKind, ...] = (
    "own-start",
    "fix-seen",
    "counter",
    "window",
    "ends",
    "fix-hidden",
    "avoid",
    "legs",
    "corner",
    "cut",
    "tiles",
)
"""The order that a job begins with, as a tiler decides: nothing to fix in view, then a whole course
on the counter, then the window, then the open ends, then what hides, and only then what saves
cuts and tiles. The others can be taken up."""
ALL: tuple[WishKind, ...] = (
    *USUAL_WISHES,
    "never",
    "even",
    "smallest",
    "full-left",
    "full-right",
    "whole-counter",
    "whole-top",
    "centred",
    "hard",
)
WISHES_BEFORE: tuple[WishKind, ...] = (
    "never",
    "avoid",
    "whole-counter",
    "smallest",
    "cut",
    "tiles",
)
"""The order that jobs began with before: a job that still has just that has the usual one now."""
ALL_BEFORE = 13
"""How many wishes there were then: a job that names as many was written with that order."""

COUNTED: tuple[WishKind, ...] = ("never", "fix-seen", "fix-hidden", "avoid", "legs")
"""Wishes for few objections: of several walls they add up; of the others the worst wall counts."""
OF_EACH_WALL: tuple[WishKind, ...] = ("own-start", "window", "ends")
"""Sizes that each wall has by itself, whatever the others come to: of several walls they add up, so
that a wall that cannot be better hides no other."""

BINDABLE: dict[WishKind, tuple[str, ...]] = {
    "even": kinds_of("opening"),
    "smallest": (*(kind for kind, one in THINGS.items() if one.judged), "wall"),
    "full-left": ("wall",),
    "full-right": ("wall",),
    "centred": tuple(kind for kind, one in THINGS.items() if one.centred),
    "corner": ("wall",),
}
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
