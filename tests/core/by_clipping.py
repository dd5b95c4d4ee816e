"""The slow, obvious second method: lay a big grid of tiles and clip every one with shapely."""

from shapely import MultiPolygon, Polygon, box
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from pennant.core.field import box_rect, opening_rect, overhead_rect
from pennant.core.job import Job
from pennant.core.plan import Plan

LEAST = 1e-3
"""Millimetres: a micrometre of tile is a crumb, and either method may or may not find it."""


def is_crumb(polygon: Polygon) -> bool:
    """Whether it is too thin to count."""
    if polygon.is_empty:
        return True
    x0, y0, x1, y1 = polygon.bounds
    return bool(min(x1 - x0, y1 - y0) < LEAST)


def field_by_union(job: Job) -> BaseGeometry:
    """The field: the wall inside its gaps, less everything that stands on it with its gap."""
    s, wall = job.settings, job.wall
    end = {"corner": s.corner_gap, "open": s.trim_face, "casing": s.opening_gap,
           "cabinet": s.opening_gap}  # fmt: skip
    top = s.trim_face if wall.top.kind == "open" else s.overhead_gap
    inner = box(end[wall.left.kind], s.counter_gap, wall.length - end[wall.right.kind],
                wall.top.height - top)  # fmt: skip
    gone = []
    for overhead in wall.overheads:
        r = overhead_rect(overhead, wall)
        gone.append(box(r.x0 - s.opening_gap, r.y0 - s.overhead_gap, r.x1 + s.opening_gap, 1e5))
    rects = [(opening_rect(opening), s.opening_gap) for opening in wall.openings]
    rects += [(box_rect(device), s.box_clearance) for device in wall.devices]
    gone += [box(*rect).buffer(gap, join_style="mitre") for rect, gap in rects]
    return inner.difference(unary_union(gone))


def pieces_by_clipping(job: Job, plan: Plan, field: BaseGeometry) -> list[Polygon]:
    """Every tile of a grid far larger than the wall, met with the field, split into its parts."""
    lying = job.pattern.lay == "lying"
    w, h = (job.tile.length, job.tile.height)[:: 1 if lying else -1]
    joint, bond = job.pattern.joint, job.pattern.bond
    left, bottom, right, top = field.bounds
    rows = int((top - bottom) / (h + joint)) + 3
    reach = int((right - left + 2 * abs(plan.pennant.tile_x)) / (w + joint)) + 4
    down = int(abs(plan.pennant.tile_y - bottom) / (h + joint)) + 3
    found = []
    for row in range(-down, rows + down):
        y = plan.pennant.tile_y + row * (h + joint)
        shift = (row * bond.p % bond.q) / bond.q * (w + joint)
        for column in range(-reach, reach):
            x = plan.pennant.tile_x + shift + column * (w + joint)
            met = box(x, y, x + w, y + h).intersection(field)
            parts = met.geoms if hasattr(met, "geoms") else [met]
            found += [p for p in parts if isinstance(p, Polygon) and not is_crumb(p)]
    return found


def shape(piece: object) -> Polygon:
    """A plan's piece as a polygon."""
    shell, *holes = piece.outline  # type: ignore[attr-defined]
    return Polygon(shell, holes)


def union(polygons: list[Polygon]) -> BaseGeometry:
    """All of them together."""
    return unary_union(MultiPolygon(polygons)) if polygons else Polygon()
