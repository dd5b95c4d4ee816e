"""A field divided: what areas take of it, and the field of each area."""

import shapely

from pennant.core.geometry.clip import ring_of
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, GRID
from pennant.core.layout.field import SIDES, Edge, Field, Gap, KeepOut, Side, side_line
from pennant.core.survey.placed import between


def without(field: Field, areas: list[tuple[str, Rect]], joint: float) -> Field:
    """Return a field less its areas (id and rectangle), a ``joint`` (mm) apart from each.

    Its own areas and contacts stay those of the whole: what is reckoned from them is for both.
    """
    if not areas:
        return field
    keep_outs, edges, tiled = list(field.keep_outs), list(field.edges), field.tiled
    for owner, rect in areas:
        block = rect.grown(joint, joint, joint, joint)
        keep_outs.append(KeepOut(owner, ring_of(block), block, True, False))
        for side in SIDES:
            inward = -1 if side in ("left", "bottom") else 1
            edges += _side(owner, side, block, rect, field.inner, joint, inward)
        tiled = shapely.difference(tiled, shapely.box(*block), grid_size=GRID)
    return _changed(field, tuple(keep_outs), tuple(edges), tiled, field.inner, field.foot)


def within(field: Field, owner: str, rect: Rect, frame: Rect, joint: float) -> Field:
    """Return the part of a field in a rectangle; ``frame`` is what bounds it, a ``joint`` away.

    Where the rectangle reaches past the field, the field's own lines bound it. Edges at its own
    sides belong to ``owner`` with ``.in`` after it, as the wall's tile ends at the owner's.
    """
    inner = field.inner.meet(rect)
    edges: list[Edge] = []
    for edge in field.edges:
        edges += _clipped(edge, rect)
    for side in SIDES:
        inward = 1 if side in ("left", "bottom") else -1
        edges += _side(f"{owner}.in", side, rect, frame, field.inner, joint, inward)
    keep_outs = tuple(keep for keep in field.keep_outs if keep.box.overlaps(inner))
    tiled = shapely.intersection(field.tiled, shapely.box(*rect), grid_size=GRID)
    foot = rect.y0 if rect.y0 > field.inner.y0 + EPS else field.foot
    return _changed(field, keep_outs, tuple(edges), tiled, inner, foot)


def _side(
    owner: str, side: Side, line: Rect, face: Rect, inner: Rect, joint: float, inward: int
) -> list[Edge]:
    """One side of an area as an edge, if it lies within the field."""
    at = {"left": line.x0, "right": line.x1, "bottom": line.y0, "top": line.y1}[side]
    low, high = (inner.x0, inner.x1) if side in ("left", "right") else (inner.y0, inner.y1)
    if not low + EPS < at < high - EPS:
        return []
    gap = Gap("panel", "joint", joint)
    within_ = line.meet(inner)
    return [
        Edge(
            owner,
            side,
            gap,
            side_line(ring_of(within_), side),
            side_line(ring_of(face), side),
            inward,
        )
    ]


def _clipped(edge: Edge, rect: Rect) -> list[Edge]:
    """What of an edge lies in a rectangle."""
    low, high = (rect.y0, rect.y1) if edge.upright else (rect.x0, rect.x1)
    first, last = max(edge.low, low), min(edge.high, high)
    near, far = (rect.x0, rect.x1) if edge.upright else (rect.y0, rect.y1)
    if last - first <= EPS or edge.reach[1] < near - EPS or edge.reach[0] > far + EPS:
        return []
    along = between(edge.along, first, last)
    line = tuple((at, place) for place, at in along) if edge.upright else along
    return [Edge(edge.owner, edge.side, edge.gap, line, edge.face, edge.inward)]


def _changed(
    field: Field,
    keep_outs: tuple[KeepOut, ...],
    edges: tuple[Edge, ...],
    tiled: shapely.Polygon,
    inner: Rect,
    foot: float,
) -> Field:
    return Field(
        surface=field.surface,
        frame=field.frame,
        inner=inner,
        foot=foot,
        keep_outs=keep_outs,
        edges=edges,
        gross_area=field.gross_area,
        area=float(tiled.area),
        gap_areas=field.gap_areas,
        contacts=field.contacts,
        tiled=tiled,
    )
