"""Cut rectangles out of a rectangle, exactly.

What is left of one tile when everything it may not cover is taken away: no piece, one, or several,
each with its holes. The corners of the answer are coordinates of the question; nothing is computed
from an intersection, so nothing is lost to rounding.
"""

import itertools
from collections.abc import Sequence

from pennant.core.rect import Rect
from pennant.core.tolerance import EPS, distinct_lines

Point = tuple[float, float]
Ring = tuple[Point, ...]
Outline = tuple[Ring, ...]
"""Shell first, counterclockwise; then holes, clockwise. Rings are not closed."""

_Cell = tuple[int, int]


def cut_out(tile: Rect, blocks: Sequence[Rect]) -> list[Outline]:
    """Return what is left of ``tile`` without ``blocks``, left to right, then bottom to top."""
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


def area_left(rect: Rect, blocks: Sequence[Rect]) -> float:
    """Return the area (mm2) of ``rect`` that no block covers; blocks may overlap one another."""
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
    if len(outline) == 1 and len(shell) == 4:
        return (shell[2][0] - shell[0][0]) * (shell[2][1] - shell[0][1])
    return sum(ring_area(ring) for ring in outline)


def ring_of(rect: Rect) -> Ring:
    """Return a rectangle's corners from the lower left, counterclockwise."""
    return ((rect.x0, rect.y0), (rect.x1, rect.y0), (rect.x1, rect.y1), (rect.x0, rect.y1))


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
