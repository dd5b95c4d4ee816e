"""The slow second method for lattices: every tile of a great lattice, clipped with shapely.

Each pattern is laid here as a tiler would explain it, tile by tile with its gap, and knows nothing
of how the core lays it. Only where the pattern's first tile lies is taken from the plan.
"""

import math
from collections.abc import Iterator

from shapely import Point, Polygon, affinity, box, union_all

from pennant.core.document.pattern import (
    Basketweave,
    Columns,
    Diagonal,
    Herringbone,
    Hexagon,
    Lattice,
    Rounds,
    Scallop,
)
from pennant.core.document.tile import Tile

MANY = 120
"""Tiles each way from the first one: further than any test wall reaches."""
Place = tuple[int, int, float, float]


Room = tuple[float, float, float, float]


def pattern_over(tile: Tile, pattern: Lattice, room: Room) -> list[Polygon]:
    """All tiles of a pattern that reach into a room (x0, y0, x1, y1), its first at the origin."""
    made = {
        "herringbone": _herringbone,
        "diagonal": _diagonal,
        "basketweave": _basketweave,
        "hexagon": _hexagon,
        "scallop": _scallop,
        "columns": _columns,
        "rounds": _rounds,
    }[pattern.kind]
    wide = 3 * max(tile.length, tile.height) + 3 * pattern.joint
    near = (room[0] - wide, room[1] - wide, room[2] + wide, room[3] + wide)
    return list(made(tile, pattern, near))


def _places(
    a: tuple[float, float],
    b: tuple[float, float],
    room: Room,
    degrees: float = 0.0,
    flip: float = 1.0,
) -> Iterator[Place]:
    """Every place that is so many steps this way and so many that way, if it is in the room once it
    is flipped left to right (-1) and turned.
    """
    cos, sin = math.cos(math.radians(degrees)), math.sin(math.radians(degrees))
    for m in range(-MANY, MANY):
        for n in range(-MANY, MANY):
            x, y = m * a[0] + n * b[0], m * a[1] + n * b[1]
            on_wall = flip * x * cos - y * sin, flip * x * sin + y * cos
            if room[0] <= on_wall[0] <= room[2] and room[1] <= on_wall[1] <= room[3]:
                yield m, n, x, y


def _herringbone(tile: Tile, pattern: Herringbone, room: Room) -> Iterator[Polygon]:
    """Stairs of level tiles, each one up by a width and to the right by a width; under each stair's
    end an upright tile hangs, and between two stairs lies one length.
    """
    length, width, joint = tile.length, tile.height, pattern.joint
    both = 2 * width + joint if pattern.double else width
    stair, along = both + joint, length + joint
    degrees, flip = 45 if pattern.diagonal else 0, -1 if pattern.hand == "left" else 1
    # The other hand is flipped and turned the other way round, so that its points look up as well.
    degrees *= flip
    for _, _, x, y in _places((stair, stair), (along, -along), room, degrees, flip):
        bars = [
            (0.0, 0.0, length, both),
            (length + joint, both - length, length + joint + both, both),
        ]
        for number, bar in enumerate(bars):
            for part in _split(bar, width, joint, lies=number == 0) if pattern.double else [bar]:
                shape = affinity.translate(box(*part), x, y)
                shape = affinity.scale(shape, flip, 1, origin=(0, 0))
                yield affinity.rotate(shape, degrees, origin=(0, 0))


def _split(
    bar: tuple[float, float, float, float], width: float, joint: float, *, lies: bool
) -> list[tuple[float, float, float, float]]:
    x0, y0, x1, y1 = bar
    if lies:
        return [(x0, y0, x1, y0 + width), (x0, y0 + width + joint, x1, y1)]
    return [(x0, y0, x0 + width, y1), (x0 + width + joint, y0, x1, y1)]


def _diagonal(tile: Tile, pattern: Diagonal, room: Room) -> Iterator[Polygon]:
    degrees = 45 if pattern.hand == "right" else 135
    steps = (tile.length + pattern.joint, 0.0), (0.0, tile.height + pattern.joint)
    for _, _, x, y in _places(*steps, room, degrees):
        yield affinity.rotate(box(x, y, x + tile.length, y + tile.height), degrees, origin=(0, 0))


def _basketweave(tile: Tile, pattern: Basketweave, room: Room) -> Iterator[Polygon]:
    """A chessboard of square blocks: in the black ones tiles lie, in the white ones they stand."""
    side = tile.length + pattern.joint
    gap = (tile.length - pattern.tiles * tile.height) / (pattern.tiles - 1)
    for m, n, x, y in _places((side, 0.0), (0.0, side), room):
        for number in range(pattern.tiles):
            at = number * (tile.height + gap)
            if (m + n) % 2 == 0:
                yield box(x, y + at, x + tile.length, y + at + tile.height)
            else:
                yield box(x + at, y, x + at + tile.height, y + tile.length)


def _hexagon(tile: Tile, pattern: Hexagon, room: Room) -> Iterator[Polygon]:
    """Each column half a tile higher than the one before; the slanted gaps are as wide as the level
    ones, so from column to column it is a point, a long side and joint x 2 / sqrt 3.
    """
    height, joint = tile.height, pattern.joint
    point = height / 2 * math.tan(math.radians(30))
    across = tile.length - point + joint * math.cos(math.radians(30))
    ring = [
        (point, 0),
        (tile.length - point, 0),
        (tile.length, height / 2),
        (tile.length - point, height),
        (point, height),
        (0, height / 2),
    ]
    steps, degrees = (across, (height + joint) / 2), 90 if pattern.points == "up" else 0
    for _, _, x, y in _places(steps, (0.0, height + joint), room, degrees):
        shape = affinity.translate(Polygon(ring), x, y)
        yield affinity.rotate(shape, degrees, origin=(0, 0))


def _rounds(tile: Tile, pattern: Rounds, room: Room) -> Iterator[Polygon]:
    """Middles a joint further apart than two radii; each row half a step along, 60 degrees up."""
    radius, step = tile.length / 2, tile.length + pattern.joint
    slanted = (step * math.cos(math.radians(60)), step * math.sin(math.radians(60)))
    for _, _, x, y in _places((step, 0.0), slanted, room):
        yield Point(x + radius, y + radius).buffer(radius, quad_segs=6)


def _scallop(tile: Tile, pattern: Scallop, room: Room) -> Iterator[Polygon]:
    """A square round its middle with a round top, less two rounds below that leave its height."""
    radius, joint = (tile.length + pattern.joint) / 2, pattern.joint
    top = Point(0, 0).buffer(radius - joint / 2, quad_segs=200)
    below = box(-radius, -radius, radius, 0)

    def less(hollow: float) -> Polygon:
        rounds = [Point(x, -radius).buffer(hollow, quad_segs=200) for x in (-radius, radius)]
        # Beside its middle the tile ends where its round meets the hollow.
        left = union_all([top.intersection(box(-radius, 0, radius, radius)), below])
        shape = left.difference(union_all(rounds))
        return max(getattr(shape, "geoms", [shape]), key=lambda part: part.area)

    # The wider the rounds below, the lower the tile: halved until it is as high as it measures.
    narrow, wide = radius, radius + joint / 2
    for _ in range(40):
        middle = (narrow + wide) / 2
        _, y0, _, y1 = less(middle).bounds
        narrow, wide = (middle, wide) if y1 - y0 > tile.height else (narrow, middle)
    shape = less(narrow)
    degrees = 180 if pattern.tips == "down" else 0
    for _, _, x, y in _places((2 * radius, 0.0), (radius, radius), room, degrees):
        moved = affinity.translate(shape, x, y)
        yield affinity.rotate(moved, degrees, origin=(0, 0))


def _columns(tile: Tile, pattern: Columns, room: Room) -> Iterator[Polygon]:
    across, up = tile.height + pattern.joint, tile.length + pattern.joint
    for m, _, x, level in _places((across, 0.0), (0.0, up), room):
        y = level + (m % 2) * pattern.p / pattern.q * up
        yield box(x, y, x + tile.height, y + tile.length)
