"""How tiles are laid: in courses, or on a lattice that repeats two ways."""

import math
from collections.abc import Callable
from fractions import Fraction
from typing import Annotated, Literal, NamedTuple, Self

from pydantic import Field, model_validator

from pennant.core.document.settings import STAGGER_APART
from pennant.core.document.tile import Tile
from pennant.core.document.values import Distance, Value

MOST_APART = 0.3
"""Of a module: with joints kept further apart there is too little left to choose from."""
MOST_SHORTENED = 0.25
"""Of a panel: courses that each start shorter by more find no four starts that differ."""


class Bond(Value):
    """How far each course is shifted from the one below: ``p/q`` of a module.

    ``onward`` shifts each further to the right, so a third bond climbs in stairs; with ``back`` the
    shifts go to and fro, so that every other course stands in line. ``staggered`` courses go by
    rule from a ``seed`` (see `stagger`), and so do ``shortened`` ones, each of which starts shorter
    than the one below; p and q do not count then.
    """

    p: int = Field(default=1, ge=0, le=11)
    q: int = Field(default=2, ge=1, le=12)
    way: Literal["onward", "back", "staggered", "shortened"] = "onward"
    seed: int = Field(default=1, ge=1, le=9999, description="Of a bond by rule: which one.")
    apart: float = Field(
        default=STAGGER_APART,
        ge=0,
        le=MOST_APART,
        description="Of a staggered bond: the least share of a module from joint to joint.",
    )

    @property
    def by_rule(self) -> bool:
        """Whether courses are shifted by rule from a seed, and not by a share of the module."""
        return self.way in ("staggered", "shortened")

    @model_validator(mode="after")
    def _less_than_one(self) -> Self:
        if self.p >= self.q:
            raise ValueError("a bond's shift is less than one whole tile: write p smaller than q")
        return self


def rows_of(bond: Bond) -> int:
    """Return after how many rows a bond repeats: 1 in stack, 2 in half, 3 in third bond.

    Staggered rows do not repeat so; see `layout.courses.phases`.
    """
    kinds = Fraction(bond.p, bond.q).denominator
    return min(kinds, 2) if bond.way == "back" else kinds


class Border(Value):
    """A course of another tile, ``after`` courses from where the pennant stands, that one counted.

    It lies above those courses, or beneath them where they hang from the top.
    """

    after: int = Field(default=3, ge=1, le=40)
    tile: Tile


Joint = Annotated[Distance, Field(description="The gap between tiles.")]


class Courses(Value):
    """Level courses: which way tiles lie, the bond, and a border if there is one."""

    kind: Literal["courses"] = "courses"
    lay: Literal["lying", "standing"] = "lying"
    bond: Bond = Bond()
    border: Border | None = None
    joint: Joint


class Columns(Value):
    """Standing tiles in columns, every other one shifted up by ``p/q`` of a module."""

    kind: Literal["columns"] = "columns"
    p: int = Field(default=1, ge=0, le=11)
    q: int = Field(default=2, ge=1, le=12)
    joint: Joint

    @model_validator(mode="after")
    def _less_than_one(self) -> Self:
        if self.p >= self.q:
            raise ValueError("a column's shift is less than one whole tile: write p smaller than q")
        return self


class Herringbone(Value):
    """Each tile's end against its neighbour's side, by turns level and upright.

    ``diagonal`` turns it all by 45 degrees, so that its points run up the wall. ``double`` lays two
    tiles side by side as one. The right hand climbs to the right from a level tile's left end; the
    left hand is its mirror image.
    """

    kind: Literal["herringbone"] = "herringbone"
    diagonal: bool = True
    double: bool = False
    hand: Literal["right", "left"] = "right"
    joint: Joint


class Diagonal(Value):
    """Straight rows turned by 45 degrees: squares stand on a corner, oblongs lean."""

    kind: Literal["diagonal"] = "diagonal"
    hand: Literal["right", "left"] = Field(
        default="right", description="The way that an oblong climbs."
    )
    joint: Joint


class Basketweave(Value):
    """Blocks of tiles side by side, by turns level and upright, like a chessboard."""

    kind: Literal["basketweave"] = "basketweave"
    tiles: int = Field(default=2, ge=2, le=5, description="Tiles in a block.")
    joint: Joint


class Hexagon(Value):
    """Hexagons with corners of 120 degrees; longer ones have two long sides.

    The tile's height is from flat to flat, its length from point to point.
    """

    kind: Literal["hexagon"] = "hexagon"
    points: Literal["sides", "up"] = "sides"
    joint: Joint


class Rounds(Value):
    """Rounds, each row in the hollows of the one below. The tile is as long as it is high."""

    kind: Literal["rounds"] = "rounds"
    joint: Joint


class Scallop(Value):
    """Fans: a round top, and two hollow sides that meet in a point below.

    ``tips`` says which way the round ends point. A ``finished`` top ends in whole tiles, whose
    round edges show against paint; else tile is cut to the line.
    """

    kind: Literal["scallop"] = "scallop"
    tips: Literal["up", "down"] = "up"
    top: Literal["cut", "finished"] = "cut"
    joint: Joint


Lattice = Columns | Herringbone | Diagonal | Basketweave | Hexagon | Rounds | Scallop
"""Patterns of single tiles that repeat two ways over the wall."""
Pattern = Annotated[Courses | Lattice, Field(discriminator="kind")]


def has_finished_top(pattern: Pattern) -> bool:
    """Return whether a pattern's tips end on a line of their own."""
    return isinstance(pattern, Scallop) and pattern.top == "finished"


class Misfit(NamedTuple):
    """Why a tile cannot be laid so: which of its fields, and what would be right."""

    field: Literal["length", "height"]
    message: str


HEXAGON_POINT = 1 / (2 * math.sqrt(3))
"""How far a hexagon's point reaches beyond its flat sides, of its height: its corners have 120
degrees."""
FAN_OFF = 0.8
"""Millimetres: a fan measured so much higher or lower than its shape allows is drawn all the same.
"""


def fan_heights(tile: Tile, pattern: Scallop) -> tuple[float, float]:
    """Return the least and the greatest height (mm) of a fan so wide, with such joints.

    Its top is half a round of radius (width / 2). Its hollows are as far from the rounds below as
    the joint, or half of it where its point runs down to where those rounds meet.
    """
    radius = (tile.length + pattern.joint) / 2
    top, hollow = radius - pattern.joint / 2, radius + pattern.joint / 2
    return top + radius - math.sqrt(hollow**2 - radius**2), top + radius


def block_gap(tile: Tile, pattern: Basketweave) -> float:
    """Return the joint (mm) between the tiles of a block, so that the block is square."""
    return (tile.length - pattern.tiles * tile.height) / (pattern.tiles - 1)


def misfit(
    tile: Tile, pattern: Pattern, joint_play: float, show: Callable[[float], str]
) -> Misfit | None:
    """Return why a tile cannot be laid in a pattern, or None if it can.

    ``joint_play`` (mm) is how far a joint may be from the chosen one; ``show`` writes a length in
    the job's unit.
    """
    if isinstance(pattern, Herringbone | Basketweave) and tile.length <= tile.height:
        return Misfit("length", "must be more than the tile's height in this pattern")
    if isinstance(pattern, Basketweave):
        gap = block_gap(tile, pattern)
        if abs(gap - pattern.joint) > joint_play + 1e-9:
            wanted = pattern.tiles * tile.height + (pattern.tiles - 1) * pattern.joint
            return Misfit(
                "length",
                f"does not make square blocks of {pattern.tiles} tiles with joints of "
                f"{show(pattern.joint)}: they would gape or overlap. A tile {show(wanted)} long "
                "fits, or another number of tiles in a block",
            )
    if isinstance(pattern, Hexagon):
        least = 4 * HEXAGON_POINT * tile.height
        if tile.length < least - 0.05 * tile.height:
            return Misfit(
                "length",
                f"is too short for a hexagon {show(tile.height)} from flat to flat: from point to "
                f"point it is {show(least)}, or more if it is drawn out",
            )
    if isinstance(pattern, Rounds) and abs(tile.height - tile.length) > 1e-6 * tile.length:
        return Misfit(
            "height", f"differs from the length: a round is {show(tile.length)} both ways"
        )
    if isinstance(pattern, Scallop):
        low, high = fan_heights(tile, pattern)
        if not low - FAN_OFF <= tile.height <= high + FAN_OFF:
            return Misfit(
                "height",
                f"is not that of a fan {show(tile.length)} wide: with joints of "
                f"{show(pattern.joint)} such a tile is between {show(low)} and {show(high)} high",
            )
    return None
