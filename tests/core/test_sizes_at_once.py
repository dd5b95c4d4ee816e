"""How deep parts are behind lines, reckoned for many at once: held against one by one."""

from random import Random

import numpy as np
import pytest
import shapely

from pennant.core.geometry.clip import Outline, from_lowest
from pennant.core.layout.field import Edge, Gap, Side
from pennant.core.reading.edges import size_at
from pennant.core.reading.sizes_at_once import Lines, bulges, filled, sizes_at_once

JOINT = 3.0


def edge_at(side: Side, at: float, low: float, high: float) -> Edge:
    """A line of a thing or an end, from one place along it to another."""
    upright = side in ("left", "right")
    line = ((at, low), (at, high)) if upright else ((low, at), (high, at))
    return Edge(
        "it", side, Gap("side", "sealant", 0.0), line, line, 1 if side in ("left", "bottom") else -1
    )


def part_at(edge: Edge, chance: Random) -> list[tuple[float, float]]:
    """A tile of any shape that bulges all round, cut off by the line or a joint from it."""
    points = [
        (chance.uniform(-60, 60), chance.uniform(-60, 60)) for _ in range(chance.randint(3, 9))
    ]
    off = edge.reach[0] + edge.inward * chance.choice([0.0, 0.0, 1.5, JOINT])
    far = off + edge.inward * 500
    room = shapely.box(
        *(
            (min(off, far), -500, max(off, far), 500)
            if edge.upright
            else (-500, min(off, far), 500, max(off, far))
        )
    )
    left = shapely.orient_polygons(shapely.MultiPoint(points).convex_hull.intersection(room))
    return [] if left.is_empty or left.area < 1 else list(left.exterior.coords)[:-1]


def outline(ring: list[tuple[float, float]]) -> Outline:
    """A ring as the outline of a piece."""
    return (from_lowest(tuple(ring)),)


@pytest.mark.parametrize("side", ["left", "right", "bottom", "top"])
def test_as_deep_as_each_by_itself(side: Side) -> None:
    chance, rings, edges = Random(side), [], []
    for _ in range(400):
        low = chance.uniform(-70, 20)
        edge = edge_at(side, chance.uniform(-40, 40), low, low + chance.uniform(10, 120))
        if ring := part_at(edge, chance):
            rings.append(ring)
            edges.append(edge)
    assert bulges(filled(rings)).all()
    sizes, unknown = sizes_at_once(filled(rings), Lines.of(edges), JOINT)
    assert sum(~np.isnan(sizes)) > 200
    assert sum(np.isnan(sizes)) > 20
    for ring, edge, size, left in zip(rings, edges, sizes, unknown, strict=True):
        alone = size_at(outline(ring), edge, JOINT)
        if not left:
            assert (None if np.isnan(size) else pytest.approx(size, abs=1e-6)) == alone


def test_the_point_of_a_turned_tile_is_no_sliver() -> None:
    """A corner of 90 degrees that reaches 30 mm over a line: its steep sides count whole."""
    ring = [(0.0, -30.0), (30.0, 0.0), (0.0, 30.0)]
    sizes, _ = sizes_at_once(filled([ring]), Lines.of([edge_at("left", 0.0, -100, 100)]), JOINT)
    assert sizes[0] == pytest.approx(30)


def test_the_thin_end_of_what_runs_along_a_line_counts() -> None:
    ring = [(0.0, 0.0), (5.0, 0.0), (15.0, 100.0), (0.0, 100.0)]
    sizes, _ = sizes_at_once(filled([ring]), Lines.of([edge_at("left", 0.0, -10, 200)]), JOINT)
    # Over a metre of its run it would rise by 0.1: three hundredths of that count.
    assert sizes[0] == pytest.approx(5 + 10 * 3 * 0.1**2)


def test_a_notch_does_not_bulge() -> None:
    notched = [(0.0, 0.0), (50.0, 0.0), (50.0, 20.0), (30.0, 20.0), (30.0, 50.0), (0.0, 50.0)]
    square = [(0.0, 0.0), (50.0, 0.0), (50.0, 50.0), (0.0, 50.0)]
    assert bulges(filled([notched, square])).tolist() == [False, True]
