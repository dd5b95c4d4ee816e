"""Scallops whose tips end on a fixed line, with paint above: no tile is cut for that line.

The row whose tips would lie above the line is left out, and the wall between the tips below stays
bare. Rows are reckoned down from the line, so the cuts go to the counter.
"""

import math
from dataclasses import replace

import shapely
from shapely import Polygon

from pennant.core.document.starts import FullTop, Start
from pennant.core.geometry.clip import Point
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, GRID
from pennant.core.layout.field import Field, FinishedLine
from pennant.core.layout.lattice import Lattice
from pennant.core.layout.lattice_cutting import laid_units


def finished_line(start: Start, field: Field) -> FinishedLine:
    """Return the line that tips end on: under what the start hangs from, else the wall's top."""
    under = start.up.under if isinstance(start.up, FullTop) else None
    for edge in field.edges:
        if under is not None and edge.owner == under and edge.side == "bottom":
            # A tile that is cut by the wall's end has its middle beyond it.
            x0 = -math.inf if edge.low <= field.inner.x0 + EPS else edge.low
            x1 = math.inf if edge.high >= field.inner.x1 - EPS else edge.high
            return FinishedLine(edge.reach[1], x0, x1)
    return FinishedLine(field.inner.y1, -math.inf, math.inf)


def is_left_out(line: FinishedLine, lattice: Lattice, box: Rect) -> bool:
    """Whether a tile, by the box around it, is of the row that would pass the line.

    Its tip lies above by more than half a row; one that lies a little above was planted so, and
    is cut.
    """
    middle = (box.x0 + box.x1) / 2
    above = box.y1 > line.y + lattice.rows / 2 and box.y0 < line.y
    return above and line.x0 <= middle <= line.x1


def bare_wall(field: Field, line: FinishedLine, lattice: Lattice, at: Point) -> Polygon:
    """Return the part of a field between the tips, with its lattice's origin ``at`` a place."""
    rooms = [
        Polygon(one.cell)
        for one in laid_units(lattice, field.inner, at)
        if is_left_out(line, lattice, one.box)
    ]
    return shapely.intersection(
        shapely.union_all(rooms, grid_size=GRID), field.tiled, grid_size=GRID
    )


def with_finished_top(field: Field, line: FinishedLine, bare: Polygon) -> Field:
    """Return a field less the bare wall above its tips; no trim and no sealant runs along them."""
    tiled = shapely.difference(field.tiled, bare, grid_size=GRID)
    lost = float(field.tiled.area - tiled.area)
    ends = {(edge.owner, edge.side) for edge in field.edges if line.is_along(edge)}
    return replace(
        field,
        tiled=tiled,
        area=field.area - lost,
        gross_area=field.gross_area - lost,
        contacts={key: own for key, own in field.contacts.items() if key not in ends},
        finished=line,
        bare=bare,
    )


def with_bare_wall(field: Field) -> Field:
    """Return a field with its bare wall taken in again, for another start to be tried on."""
    if field.bare is None:
        return field
    tiled = shapely.union_all([field.tiled, field.bare], grid_size=GRID)
    return replace(field, tiled=tiled, area=float(tiled.area))
