"""The slow, obvious second method: lay a big grid of tiles and clip every one with shapely.

It reads the survey by itself, and knows walls as `random_walls` makes them: all of it measured
from the left end and from the level line.
"""

import math

import numpy as np
from shapely import MultiPolygon, Polygon, box, union_all
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from pennant.core.document.job import Job
from pennant.core.plan import Plan

LEAST = 1e-3
"""Millimetres: a micrometre of tile is a crumb, and either method may or may not find it."""
FAR = 1e5


def is_crumb(polygon: Polygon) -> bool:
    """Whether it is too thin to count."""
    return bool(polygon.is_empty or polygon.buffer(-LEAST / 2).is_empty)


def of_kind(job: Job, *kinds: str) -> list:
    """The things of some kinds."""
    return [thing for thing in job.walls[0].things if thing.kind in kinds]


def field_by_union(job: Job) -> BaseGeometry:
    """The field: the wall inside its gaps, less everything that stands on it with its gap."""
    s = job.settings
    gone = [overhead(job, thing) for thing in of_kind(job, "cabinet", "hood")]
    for thing in of_kind(job, "window"):
        hole = box(
            thing.at.value,
            thing.sill.value,
            thing.at.value + thing.width,
            thing.sill.value + thing.height,
        )
        gone.append(hole.buffer(s.opening_gap, join_style="mitre"))
    for thing in of_kind(job, "outlet"):
        x, y, w, h = thing.at.value, thing.up.value, thing.box_width / 2, thing.box_height / 2
        gone.append(box(x - w, y - h, x + w, y + h).buffer(s.box_clearance, join_style="mitre"))
    gone += [
        around(thing.at.value, thing.up.value, thing.diameter / 2 + s.box_clearance)
        for thing in of_kind(job, "pipe")
    ]
    away = union_all([*gone, *counter(job)], grid_size=1e-6)
    return inside_its_ends(job).difference(away, grid_size=1e-6)


def levels(job: Job) -> tuple[list[float], list[float]]:
    """The counter's height over the datum at its stations."""
    stations = of_kind(job, "level")
    if not stations:
        return [0.0], [0.0]
    high = min(station.below for station in stations)
    return [t.at.value for t in stations], [high - t.below for t in stations]


def counter(job: Job) -> list[BaseGeometry]:
    """What the counter and the joint over it take, beside and between its gaps."""
    s, length = job.settings, job.walls[0].length
    xs, ys = levels(job)
    gaps = of_kind(job, "range-gap")
    edges = [-FAR, *(x for t in gaps for x in (t.at.value, t.at.value + t.width)), FAR]
    gone, points = [], [0.0, length, *xs, *edges[1:-1]]
    runs = list(zip(edges[::2], edges[1::2], strict=True))
    runs = [(a, b) for a, b in runs if b > 1e-5 and a < length - 1e-5]
    heights = [float(np.interp(x, xs, ys)) for a, b in runs for x in points if a <= x <= b]
    wedged = max(heights) - min(heights) <= s.max_edge_gap + 1e-5
    for a, b in runs:
        left = a if a <= 1e-5 else a - s.counter_gap
        right = b if b >= length - 1e-5 else b + s.counter_gap
        inner = sorted({x for x in points if a < x < b} | {max(a, -9e4), min(b, 9e4)})
        line = [(x, max(heights) if wedged else float(np.interp(x, xs, ys))) for x in inner]
        line = [(left, line[0][1]), *line, (right, line[-1][1])]
        upper = [(x, y + s.counter_gap) for x, y in line]
        gone.append(Polygon([(left, -FAR), *upper, (right, -FAR)]))
    for thing in gaps:
        middle = thing.at.value + thing.width / 2
        foot = float(np.interp(middle, xs, ys)) - thing.down
        gone.append(box(thing.at.value, -FAR, thing.at.value + thing.width, foot))
    return gone


def lowest(job: Job) -> float:
    """The lowest place that may get tile, before gaps."""
    xs, ys = levels(job)
    length = job.walls[0].length
    heights = [float(np.interp(x, xs, ys)) for x in (0.0, *xs, length)]
    gaps = of_kind(job, "range-gap")
    feet = [float(np.interp(t.at.value + t.width / 2, xs, ys)) - t.down for t in gaps]
    return min([*heights, *feet])


def inside_its_ends(job: Job) -> Polygon:
    """The wall between its leaning ends and under its sloping top, with their gaps."""
    s, wall = job.settings, job.walls[0]
    gap = {
        "corner": s.corner_gap,
        "open": s.trim_face,
        "casing": s.opening_gap,
        "cabinet": s.opening_gap,
    }
    tops = (wall.top.height, wall.top.height_right or wall.top.height)
    low, high, play = lowest(job), max(tops), s.max_edge_gap + 1e-5
    left = [wall.left_lean / tops[0] * y for y in (low, high)]
    right = [wall.length + wall.right_lean / tops[1] * y for y in (low, high)]
    left = [max(left)] * 2 if abs(left[0] - left[1]) <= play else left
    right = [min(right)] * 2 if abs(right[0] - right[1]) <= play else right
    a, b = gap[wall.left.kind], gap[wall.right.kind]
    sides = Polygon(
        [(left[0] + a, low), (right[0] - b, low), (right[1] - b, high), (left[1] + a, high)]
    )
    off = s.trim_face if wall.top.kind == "open" else s.overhead_gap
    # The top line runs from end to end of the wall, leaning ends included.
    lean = [wall.left_lean / tops[0] * y for y in (low, high)]
    other = [wall.length + wall.right_lean / tops[1] * y for y in (low, high)]
    x0, x1 = min(lean), max(other)
    ends = (min(tops),) * 2 if abs(tops[0] - tops[1]) <= play else tops
    under = Polygon([(x0, low), (x1, low), (x1, ends[1] - off), (x0, ends[0] - off)])
    return sides.intersection(under)


def overhead(job: Job, thing: object) -> Polygon:
    """A cabinet or hood with its gaps, up past any top."""
    s = job.settings
    x0, x1 = thing.at.value, thing.at.value + thing.width  # type: ignore[attr-defined]
    left = thing.clear.value  # type: ignore[attr-defined]
    right = (thing.clear_right or thing.clear).value  # type: ignore[attr-defined]
    if abs(left - right) <= s.max_edge_gap + 1e-5:
        left = right = min(left, right)
    a, b = x0 - s.opening_gap, x1 + s.opening_gap
    gap = s.overhead_gap
    return Polygon([(a, left - gap), (b, right - gap), (b, FAR), (a, FAR)])


def around(x: float, y: float, radius: float) -> Polygon:
    """A polygon of 48 sides around a circle, a side at each of right, top, left and bottom."""
    turned = math.pi / 48
    out = radius / math.cos(turned)
    return Polygon(
        [
            (
                x + out * math.cos(turned + n * 2 * turned),
                y + out * math.sin(turned + n * 2 * turned),
            )
            for n in range(48)
        ]
    )


def pieces_by_clipping(job: Job, plan: Plan, field: BaseGeometry) -> list[Polygon]:
    """Every tile of a grid far larger than the wall, met with the field, split into its parts."""
    lying = job.pattern.lay == "lying"
    w, h = (job.tile.length, job.tile.height)[:: 1 if lying else -1]
    joint, bond = job.pattern.joint, job.pattern.bond
    flag = plan.surfaces[0].pennant
    left, bottom, right, top = field.bounds
    rows = int((top - bottom) / (h + joint)) + 3
    reach = int((right - left + 2 * abs(flag.tile_x)) / (w + joint)) + 4
    down = int(abs(flag.tile_y - bottom) / (h + joint)) + 3
    found = []
    for row in range(-down, rows + down):
        y = flag.tile_y + row * (h + joint)
        steps = row % 2 if bond.way == "back" else row
        shift = (steps * bond.p % bond.q) / bond.q * (w + joint)
        for column in range(-reach, reach):
            x = flag.tile_x + shift + column * (w + joint)
            met = box(x, y, x + w, y + h).intersection(field, grid_size=1e-6)
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
