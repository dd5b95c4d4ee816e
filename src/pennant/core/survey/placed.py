"""Where things stand once the survey has been worked out: surfaces to tile, and what is on them.

Millimetres; x to the right along the surface as seen from the room, y up from the datum.
"""

from collections.abc import Collection, Iterable, Iterator
from dataclasses import dataclass, field
from itertools import pairwise
from typing import Annotated, Literal

from pydantic import Field as Described

from pennant.core.document.things import Form, KindOfThing
from pennant.core.geometry.clip import Line, Ring
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS

EndKind = Literal[
    "corner",
    "open",
    "casing",
    "cabinet",
    "outside",
    "lapped",
    "met",
    "laps",
    "folded",
    "front",
    "frame",
    "ceiling",
    "counter",
    "tips",
    "edged",
    "edge",
    "back",
]
"""What a surface ends at. ``lapped`` runs into an inside corner and is lapped by the next wall,
which ``laps`` it; ``folded`` is an outside corner; ``front`` is the edge of a reveal toward the
room and ``frame`` the one at the window; ``tips`` is an open top on which finished tips end. A
counter that is ``edged`` ends at its edge pieces, whose own sides are ``edge``; its ``back`` is at
the wall."""


@dataclass(frozen=True, slots=True)
class MeasureOnWall:
    """A measure as taken, where it lies on the wall: from one point to another."""

    pointer: str
    x0: float
    y0: float
    x1: float
    y1: float


@dataclass(frozen=True, slots=True)
class Placed:
    """A thing where it stands. ``outline`` is what tile stops at, counterclockwise."""

    id: str
    name: str
    kind: KindOfThing
    form: Form
    outline: Ring
    box: Annotated[Rect, Described(description="Around the outline: x0, y0, x1, y1.")]
    cover: Rect | None = None
    stool: Rect | None = None
    jambs: Rect | None = None
    round: Annotated[
        tuple[float, float, float] | None, Described(description="Centre x, y and radius.")
    ] = None
    behind: float = 0.0
    depth: float | None = None
    returns: tuple[str, ...] = ()
    unsettled: bool = False
    hold: Annotated[float, Described(description="Tile this near to it is held back.")] = 0.0
    taken: tuple[MeasureOnWall, ...] = ()
    trim: tuple[str, ...] = ()
    legs_off: Annotated[
        bool, Described(description="Thin legs beside its box are cut away under its plate.")
    ] = False
    under_tile: Annotated[bool, Described(description="A course of tile can stand on it.")] = False


@dataclass(frozen=True, slots=True)
class Surface:
    """One flat area to tile: a wall, or a return or back of an opening in it (``of`` a wall).

    ``counter`` is the line along its foot from left to right. ``foot`` is the level at which tile
    begins above it (before the gap) if wedges and sealant take the fall, None if it is scribed.
    """

    id: str
    code: Annotated[str, Described(description="Letters that begin the ids of its pieces.")]
    name: str
    of: str
    x0: float
    x1: float
    left: EndKind
    right: EndKind
    top: EndKind
    bottom: EndKind
    counter: Line
    foot: float | None
    top_left: float
    top_right: float
    left_lean: float = 0.0
    right_lean: float = 0.0
    things: tuple[Placed, ...] = field(default=())

    def thing(self, id_: str) -> Placed:
        """Return a thing by its id; raise KeyError if it does not stand here."""
        return {thing.id: thing for thing in self.things}[id_]

    def counter_at(self, x: float) -> float:
        """Return the counter's height at a place."""
        return height_at(self.counter, x)

    def holes_in(
        self, room: Rect, clearance: float, forms: Collection[Form] = ()
    ) -> Iterator[tuple[Placed, Rect]]:
        """Yield the boxes in a room on the wall, each with its hole from the room's lower left.

        ``clearance`` (mm) is left round each. ``forms`` are those of other things, where those
        count as well.
        """
        for thing in self.things:
            if thing.cover is None and thing.form not in forms:
                continue
            hole = thing.box.grown(clearance, clearance, clearance, clearance).meet(room)
            if not hole.empty():
                yield thing, hole.grown(room.x0, room.y0, -room.x0, -room.y0)


@dataclass(frozen=True, slots=True)
class Fall:
    """How a run of joined walls' counter lies: its high and low points and what is done about it.

    ``high`` and ``low`` are (wall id, x, y).
    """

    high: tuple[str, float, float]
    low: tuple[str, float, float]
    scribed: bool

    @property
    def amount(self) -> float:
        """The difference between high and low, in mm."""
        return self.high[2] - self.low[2]

    def lifted(self, by: float) -> "Fall":
        """Return it with the line that tile begins at so much higher (mm)."""
        (high, x, y), (low, x_low, y_low) = self.high, self.low
        return Fall((high, x, y + by), (low, x_low, y_low + by), self.scribed)


@dataclass(frozen=True, slots=True)
class PlacedArea:
    """An area of a wall that is tiled otherwise, liner included."""

    id: str
    name: str
    wall: str
    box: Annotated[Rect, Described(description="x0, y0, x1, y1.")]


@dataclass(frozen=True, slots=True)
class Kitchen:
    """The whole survey, worked out. ``laser`` is the laser line's height over the datum."""

    surfaces: tuple[Surface, ...]
    falls: tuple[Fall, ...]
    laser: float | None
    areas: tuple[PlacedArea, ...] = ()

    def surface(self, id_: str) -> Surface:
        """Return a surface by its id; raise KeyError if there is none."""
        return {surface.id: surface for surface in self.surfaces}[id_]

    @property
    def walls(self) -> tuple[Surface, ...]:
        """The surfaces that are walls, in order."""
        return tuple(surface for surface in self.surfaces if surface.id == surface.of)


def letters(number: int, alphabet: str) -> str:
    """Return a number as letters: a to z, then aa, ab …"""
    text = alphabet[number % 26]
    return text if number < 26 else letters(number // 26 - 1, alphabet) + text


def heights_of(surface: Surface) -> tuple[float, float]:
    """Return the lowest and the highest that a surface may be tiled, in mm over the datum."""
    feet = [thing.box.y0 for thing in surface.things if thing.form == "gap"]
    low = min([*(y for _, y in surface.counter), *feet])
    return low, max(surface.top_left, surface.top_right)


def height_at(line: Line, x: float) -> float:
    """Return the height of a line (points from left to right) at a place; level beyond its ends."""
    if x <= line[0][0]:
        return line[0][1]
    for (x0, y0), (x1, y1) in pairwise(line):
        if x <= x1:
            return y0 + (y1 - y0) * (x - x0) / (x1 - x0) if x1 > x0 else y1
    return line[-1][1]


def between(line: Line, x0: float, x1: float) -> Line:
    """Return the part of a line from one place to another."""
    inner = [(x, y) for x, y in line if x0 < x < x1]
    return ((x0, height_at(line, x0)), *inner, (x1, height_at(line, x1)))


def counter_gaps(things: Iterable[Placed]) -> list[tuple[float, float]]:
    """Return from where to where no counter runs, in order: range gaps, the floor."""
    return sorted((thing.box.x0, thing.box.x1) for thing in things if thing.form == "gap")


def uncovered(
    low: float, high: float, spans: list[tuple[float, float]]
) -> list[tuple[float, float]]:
    """Return the stretches between ``low`` and ``high`` that no span (in order) covers."""
    left, at = [], low
    for first, last in spans:
        if first > at + EPS:
            left.append((at, min(first, high)))
        at = max(at, last)
    if high > at + EPS:
        left.append((at, high))
    return left


def around(ring: Ring) -> Rect:
    """Return the rectangle around a ring."""
    xs, ys = [x for x, _ in ring], [y for _, y in ring]
    return Rect(min(xs), min(ys), max(xs), max(ys))
