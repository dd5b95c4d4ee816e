"""Cut what tile may not cover out of one tile.

What is left: no piece, one, or several, each with its holes. Where only rectangles are cut out, the
corners of the answer are coordinates of the question: nothing is computed from an intersection, so
nothing is lost to rounding. Slants and rounds are left to shapely, for the few tiles they touch.
"""

import itertools
from collections.abc import Iterable, Sequence

import shapely
from shapely import Polygon

from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, GRID, distinct_lines

Point = tuple[float, float]
Line = tuple[Point, ...]
"""Points in order along it."""
Ring = tuple[Point, ...]
Outline = tuple[Ring, ...]
"""Shell first, counterclockwise; then holes, clockwise. Rings are not closed."""

_Cell = tuple[int, int]


def cut_out(tile: Rect, blocks: Sequence[Rect], slanted: Sequence[Polygon] = ()) -> list[Outline]:
    """Return what is left of ``tile`` without ``blocks``, left to right, then bottom to top.

    ``slanted`` are further blocks, with sides that run any way.
    """
    if slanted:
        return _cut_slanted(tile, blocks, slanted)
    over = [block for block in blocks if block.overlaps(tile)]
    if not over:
        return [] if tile.empty() else [(ring_of(tile),)]
    if any(block.holds(tile) for block in over):
        return []
    if len(over) == 1 and (rest := _straight_cut(tile, over[0])) is not None:
        return [(ring_of(rest),)]
    xs, ys, free = _grid(tile, over)
    parts = [_outline(part, xs, ys) for part in _connected(free)]
    return sorted(parts, key=lambda outline: outline[0][0])


def area_left(rect: Rect, blocks: Sequence[Rect], slanted: Sequence[Polygon] = ()) -> float:
    """Return the area (mm2) of ``rect`` that no block covers; blocks may overlap one another."""
    if slanted:
        return float(_left_of(rect, blocks, slanted).area)
    over = [block for block in blocks if block.overlaps(rect)]
    if not over:
        return 0.0 if rect.empty() else rect.area
    if len(over) == 1:
        # A block may lie a hair inside an edge; what it hides is what the two have in common.
        return rect.area - rect.meet(over[0]).area
    xs, ys, free = _grid(rect, over)
    return sum((xs[i + 1] - xs[i]) * (ys[k + 1] - ys[k]) for i, k in sorted(free))


def ring_area(ring: Ring) -> float:
    """Return the signed area of a ring: positive counterclockwise, so negative for a hole."""
    after = (*ring[1:], ring[0])
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(ring, after, strict=True)) / 2


def outline_area(outline: Outline) -> float:
    """Return the area of a piece: its shell less its holes."""
    shell = outline[0]
    if len(outline) == 1 and is_square(shell):
        return (shell[2][0] - shell[0][0]) * (shell[2][1] - shell[0][1])
    return sum(ring_area(ring) for ring in outline)


def is_square(ring: Ring) -> bool:
    """Whether a ring is a rectangle from its lower left corner, with sides along x and y."""
    if len(ring) != 4:
        return False
    (ax, ay), (bx, by), (cx, cy), (dx, dy) = ring
    return ay == by and bx == cx and cy == dy and dx == ax


def ring_of(rect: Rect) -> Ring:
    """Return a rectangle's corners from the lower left, counterclockwise."""
    return ((rect.x0, rect.y0), (rect.x1, rect.y0), (rect.x1, rect.y1), (rect.x0, rect.y1))


def _left_of(rect: Rect, blocks: Sequence[Rect], slanted: Sequence[Polygon]) -> Polygon:
    gone = [shapely.box(*block) for block in blocks if block.overlaps(rect)]
    away = shapely.union_all([*gone, *slanted], grid_size=GRID)
    return shapely.difference(shapely.box(*rect), away, grid_size=GRID)


def _cut_slanted(tile: Rect, blocks: Sequence[Rect], slanted: Sequence[Polygon]) -> list[Outline]:
    return outlines_of(_left_of(tile, blocks, slanted))


def outlines_of(left: Polygon) -> list[Outline]:
    """Return the parts of a shape as outlines, from left to right; what is no area is left out."""
    if left.is_empty:
        return []
    outlines = []
    for part in shapely.get_parts(left):
        if not isinstance(part, Polygon):
            continue
        x0, y0, x1, y1 = part.bounds
        if Rect(x0, y0, x1, y1).empty():
            continue
        shell = _ring(part.exterior.coords)
        holes = [_ring(hole.coords) for hole in part.interiors]
        if len(shell) > 2:
            rings = [_turned(shell, ccw=True), *(_turned(hole, ccw=False) for hole in holes)]
            outlines.append(tuple(rings))
    return sorted(outlines, key=lambda outline: min(outline[0]))


def _ring(coordinates: Iterable[Point]) -> Ring:
    """A closed run of coordinates as a ring, without points that are one or lie on a side."""
    points = [(float(x), float(y)) for x, y in coordinates][:-1]
    apart = [p for p, q in zip(points, [points[-1], *points], strict=False) if _far(p, q)]
    if len(apart) < 3:
        return ()
    kept = [
        p
        for o, p, q in zip([apart[-1], *apart], apart, [*apart[1:], apart[0]], strict=False)
        if abs((p[0] - o[0]) * (q[1] - o[1]) - (p[1] - o[1]) * (q[0] - o[0])) > EPS * EPS
    ]
    return tuple(kept)


def _far(p: Point, q: Point) -> bool:
    return abs(p[0] - q[0]) > EPS or abs(p[1] - q[1]) > EPS


def _turned(ring: Ring, *, ccw: bool) -> Ring:
    """The ring in the wanted direction, from its lowest corner, the leftmost of those first."""
    return from_lowest(ring if (ring_area(ring) > 0) == ccw else ring[::-1])


def from_lowest(ring: Ring) -> Ring:
    """Return a ring from its lowest corner on, the leftmost of those first, as outlines begin."""
    first = ring.index(min(ring, key=lambda p: (p[1], p[0])))
    return (*ring[first:], *ring[:first])


def _straight_cut(tile: Rect, block: Rect) -> Rect | None:
    """The rest of a tile that one block cuts straight across from an edge, or None."""
    spans_y = block.y0 <= tile.y0 + EPS and block.y1 >= tile.y1 - EPS
    spans_x = block.x0 <= tile.x0 + EPS and block.x1 >= tile.x1 - EPS
    if spans_y and block.x0 <= tile.x0 + EPS:
        return tile._replace(x0=block.x1)
    if spans_y and block.x1 >= tile.x1 - EPS:
        return tile._replace(x1=block.x0)
    if spans_x and block.y0 <= tile.y0 + EPS:
        return tile._replace(y0=block.y1)
    if spans_x and block.y1 >= tile.y1 - EPS:
        return tile._replace(y1=block.y0)
    return None


def _grid(rect: Rect, over: Sequence[Rect]) -> tuple[list[float], list[float], set[_Cell]]:
    """The rectangle cut along every line of its blocks, and the cells that stay free."""
    xs = distinct_lines(rect.x0, rect.x1, [x for b in over for x in (b.x0, b.x1)])
    ys = distinct_lines(rect.y0, rect.y1, [y for b in over for y in (b.y0, b.y1)])
    mid_x = [(a + b) / 2 for a, b in itertools.pairwise(xs)]
    mid_y = [(a + b) / 2 for a, b in itertools.pairwise(ys)]
    free = {
        (i, k)
        for i, x in enumerate(mid_x)
        for k, y in enumerate(mid_y)
        if not any(b.x0 < x < b.x1 and b.y0 < y < b.y1 for b in over)
    }
    return xs, ys, free


def _connected(cells: set[_Cell]) -> list[set[_Cell]]:
    """Split cells into parts that share sides; a shared corner does not hold tile together."""
    left, parts = set(cells), []
    for seed in sorted(cells):
        if seed not in left:
            continue
        part, edge = {seed}, [seed]
        left.discard(seed)
        while edge:
            i, k = edge.pop()
            for near in ((i + 1, k), (i - 1, k), (i, k + 1), (i, k - 1)):
                if near in left:
                    left.discard(near)
                    part.add(near)
                    edge.append(near)
        parts.append(part)
    return parts


def _outline(part: set[_Cell], xs: list[float], ys: list[float]) -> Outline:
    """Trace the rings around a part; the inside is always to the left of the walk."""
    steps: dict[_Cell, list[_Cell]] = {}
    for i, k in sorted(part):
        for near, a, b in (
            ((i, k - 1), (i, k), (i + 1, k)),
            ((i + 1, k), (i + 1, k), (i + 1, k + 1)),
            ((i, k + 1), (i + 1, k + 1), (i, k + 1)),
            ((i - 1, k), (i, k + 1), (i, k)),
        ):
            if near not in part:
                steps.setdefault(a, []).append(b)
    rings = []
    while steps:
        rings.append(_walk(steps, min(steps)))
    shaped = [tuple((xs[i], ys[k]) for i, k in ring) for ring in rings]
    return tuple(sorted(shaped, key=lambda ring: (ring_area(ring) < 0, ring[0])))


def _walk(steps: dict[_Cell, list[_Cell]], start: _Cell) -> list[_Cell]:
    ring, here, way = [start], start, (0, 0)
    while True:
        choices = steps[here]
        # Where two cells touch only at a corner, the left turn keeps to the one walked around.
        ahead = max(choices, key=lambda to: way[0] * (to[1] - here[1]) - way[1] * (to[0] - here[0]))
        choices.remove(ahead)
        if not choices:
            del steps[here]
        turn = (ahead[0] - here[0], ahead[1] - here[1])
        if turn == way:
            ring.pop()
        ring.append(ahead)
        here, way = ahead, turn
        if here == start:
            ring.pop()
            return ring
