"""Hexagons: rows that reach half into one another, all corners of 120 degrees."""

import math

from pennant.core.document.pattern import HEXAGON_POINT, Hexagon
from pennant.core.document.tile import Tile
from pennant.core.geometry.clip import Ring
from pennant.core.geometry.placement import Placement
from pennant.core.geometry.rect import Rect
from pennant.core.layout.lattice import Lattice, Unit, turned


def hexagon(tile: Tile, pattern: Hexagon) -> Lattice:
    """Return the lattice; its figure is one tile.

    With points to the sides tiles lie, the flat ones up; with points up they are turned by 90.
    """
    joint = pattern.joint
    # A joint's half beyond each flat side moves a corner of 120 degrees by joint / sqrt 3.
    out = joint / math.sqrt(3)
    length, height = tile.length + 2 * out, tile.height + joint
    cell = hexagon_ring(length, height)
    cell = tuple((x - out, y - joint / 2) for x, y in cell)
    point = height * HEXAGON_POINT
    lattice = Lattice(
        shape=hexagon_ring(tile.length, tile.height),
        units=(Unit(Placement(0.0, 0.0), cell),),
        steps=((length - point, height / 2), (0.0, height)),
        figure=Rect(0.0, 0.0, tile.length, tile.height),
        joint=joint,
        rows=height / 2,
    )
    if pattern.points == "sides":
        return lattice
    stood = Rect(-tile.height, 0.0, 0.0, tile.length)
    return turned(lattice, 90.0, stood, length - point)


def hexagon_ring(length: float, height: float) -> Ring:
    """Return a hexagon's outline from the left end of its lower flat side, counterclockwise.

    ``length`` is from point to point, ``height`` from flat to flat, in mm.
    """
    point = height * HEXAGON_POINT
    return (
        (point, 0.0),
        (length - point, 0.0),
        (length, height / 2),
        (length - point, height),
        (point, height),
        (0.0, height / 2),
    )
