"""The liner around an area: a narrow tile laid along its four sides, mitred or butted."""

import math
from collections.abc import Iterator

import shapely
from shapely import Polygon

from pennant.core.document.areas import Liner
from pennant.core.geometry.clip import Outline, Point, Ring, from_lowest, outlines_of
from pennant.core.geometry.placement import Placement
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, GRID
from pennant.core.layout.field import Field
from pennant.core.layout.lattice import Lattice, Unit, oblong
from pennant.core.layout.lattice_cutting import LaidUnit, is_under, one_with_plates_on
from pennant.core.layout.lattice_pieces import PieceMaker
from pennant.core.layout.pieces import Piece
from pennant.core.survey.placed import around


def liner_pieces(
    code: str, of: str, field: Field, rect: Rect, liner: Liner, joint: float
) -> list[Piece]:
    """Return the pieces of a liner whose outer edge is ``rect``, side by side from the lower left.

    Along each side whole ones lie in the middle, with two equal cuts at the ends.
    """
    size = (liner.tile.length, liner.tile.height)
    shape = oblong(*size)
    lattice = Lattice(
        shape=shape,
        units=(Unit(Placement(0.0, 0.0), shape),),
        steps=((size[0], 0.0), (0.0, size[1])),
        figure=Rect(0.0, 0.0, *size),
        joint=joint,
        rows=size[1],
    )
    make = PieceMaker(field, lattice, 0.0, of)
    whole = field.tiled
    pieces: list[Piece] = []
    for row, (at, length) in enumerate(_sides(rect)):
        mitred = liner.corners == "mitred"
        butted = not mitred and row % 2 == 1
        for place, (begin, ring) in enumerate(_along(length, size, joint, mitred, butted), 1):
            outline = from_lowest(at.on_wall(ring))
            origin = at.on_wall([(begin, 0.0)])[0]
            left = shapely.intersection(Polygon(outline), whole, grid_size=GRID)
            parts: list[Outline] = (
                [(outline,)]
                if abs(left.area - Polygon(outline).area) <= 1e-3
                else make.sound(outlines_of(left))
            )
            box = around(outline)
            unit = LaidUnit(Placement(*origin, at.turn), outline, box, box, 0, lattice)
            if parts:
                seen = one_with_plates_on(field, unit) if is_under(make.hidden, box) else None
                pieces += make.parts(unit, f"{code}{row + 1}.{place}", row, parts, seen)
    return pieces


def _sides(rect: Rect) -> Iterator[tuple[Placement, float]]:
    """Each side from its outer edge inward, and how long it is: foot, right, head, left."""
    yield Placement(rect.x0, rect.y0, 0.0), rect.width
    yield Placement(rect.x1, rect.y0, 90.0), rect.height
    yield Placement(rect.x1, rect.y1, 180.0), rect.width
    yield Placement(rect.x0, rect.y1, 270.0), rect.height


def _along(
    side: float, tile: tuple[float, float], joint: float, mitred: bool, butted: bool
) -> Iterator[tuple[float, Ring]]:
    """The pieces along one side: where the tile of each begins, and its outline.

    Millimetres along the side from its corner, and inward from its outer edge. A mitre leaves half
    a joint on either side; where a side is ``butted``, it ends a joint short of the two beside it.
    """
    length, face = tile
    ends = joint / math.sqrt(2) if mitred else face + joint if butted else 0.0
    room = side - 2 * ends
    count = max(1, math.ceil((room + joint - EPS) / (length + joint)))
    cut = room if count == 1 else (room - (count - 2) * length - (count - 1) * joint) / 2
    at = ends
    for number in range(count):
        first, last = number == 0, number == count - 1
        own = cut if first or last else length
        low = face if mitred and first else 0.0
        high = face if mitred and last else 0.0
        ring: tuple[Point, ...] = (
            (at, 0.0),
            (at + own, 0.0),
            (at + own - high, face),
            (at + low, face),
        )
        yield (at + own - length if first and count > 1 else at), ring
        at += own + joint
