"""Shapes with roles: what is drawn, and what it is, without a colour or a file format.

Millimetres, x to the right and y up. A writer decides how a role looks.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Literal, NamedTuple

from pennant.core.geometry.clip import Outline, Point

Role = Literal[
    "joints",
    "tile",
    "cut",
    "objection",
    "counter",
    "overhead",
    "opening",
    "fold",
    "flag",
    "staff",
    "marked",
    "ring",
    "section",
    "other-section",
    "waits",
]
"""What a shape is: the field as far as joints fill it, pieces (whole, cut, to be cured, waiting for
what is not settled), what stands on the wall, folds between walls, the pennant, pieces that a label
is about, and those of one section of work and the next."""


class Shape(NamedTuple):
    """Rings of points, each closed but for ``staff`` and ``fold``, which are lines.

    ``of`` is whose tile a piece is (see `pennant.core.document.tiles`), or the kind of a thing.
    """

    role: Role
    rings: Outline
    of: str = ""


class Label(NamedTuple):
    """A text: its middle, the size of its letters in mm, and whether it stands in a ring."""

    text: str
    at: Point
    size: float
    ringed: bool = True


@dataclass(frozen=True)
class Colours:
    """The colours that the job itself chose, as ``#rrggbb``; ``others`` are of its other tiles."""

    tile: str
    joints: str
    others: Mapping[str, str]


@dataclass(frozen=True)
class Picture:
    """Shapes in the order in which they are drawn, within a width and a height from (0, 0)."""

    title: str
    width: float
    height: float
    colours: Colours
    shapes: tuple[Shape, ...]
    labels: tuple[Label, ...] = ()

    def as_data(self) -> dict[str, Any]:
        """Return it as JSON data, places to a tenth of a millimetre."""
        return {
            "title": self.title,
            "width": round(self.width, 1),
            "height": round(self.height, 1),
            "colours": [self.colours.tile, self.colours.joints, dict(self.colours.others)],
            "shapes": [
                [
                    one.role,
                    [[[round(x, 1), round(y, 1)] for x, y in ring] for ring in one.rings],
                    one.of,
                ]
                for one in self.shapes
            ],
            "labels": [[one.text, list(one.at), one.size, one.ringed] for one in self.labels],
        }

    @classmethod
    def of_data(cls, data: dict[str, Any]) -> "Picture":
        """Return the picture that JSON data of `as_data` says."""
        return cls(
            data["title"],
            data["width"],
            data["height"],
            Colours(*data["colours"]),
            tuple(
                Shape(role, tuple(tuple((x, y) for x, y in ring) for ring in rings), of)
                for role, rings, of in data["shapes"]
            ),
            tuple(Label(text, (at[0], at[1]), *more) for text, at, *more in data["labels"]),
        )
