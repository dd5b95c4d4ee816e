"""What is dealt: the tiles of a plan, which of them lie side by side, and at which steps."""

import math
from collections import defaultdict
from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass

import shapely

from pennant.core.cuts.sheets import LaidSheet, sheet_plan, sheets_of
from pennant.core.cuts.tiles import Counted, stock_for
from pennant.core.document.job import Job
from pennant.core.document.tiles import FIELD
from pennant.core.layout.pieces import Piece
from pennant.core.plan import Plan

SIDE_BY_SIDE = 0.2
"""Of the shorter of two sides: pieces that share less meet at a corner only, and are no patch."""
SAME_STEP = 2.0
"""Millimetres: steps from piece to piece that differ by less are one step, to the eye."""
LONGEST_STEP = 2.6
"""Modules: what repeats further apart is not followed by the eye."""
WINDOW = 1000.0
"""Millimetres: each square metre has its share of each shade."""


@dataclass(frozen=True)
class WallTile:
    """One tile to deal: the pieces that are cut from it (offcuts are of its shade too).

    ``cut`` is whether none of its pieces is a full tile, ``corner`` whether one lies at an inside
    corner. ``order`` is when its first piece is set.
    """

    pieces: tuple[str, ...]
    cut: bool
    corner: bool
    wall: str
    order: int


LEAST_PAIRS = 8
"""Pairs at one step, fewer of which no eye follows."""


@dataclass(frozen=True)
class TilesToDeal:
    """All tiles to deal, in the order of setting, with who lies beside whom.

    ``steps`` are pairs of tiles that lie at the same step from one another, for each step that
    occurs often; ``windows`` are the tiles of each square metre.
    """

    tiles: tuple[WallTile, ...]
    beside: tuple[frozenset[int], ...]
    steps: tuple[tuple[tuple[int, int], ...], ...]
    windows: tuple[tuple[int, ...], ...]


def wall_of(
    job: Job, plan: Plan, order: Sequence[str], apart: Sequence[Collection[str]] = ()
) -> TilesToDeal:
    """Return the tiles that are dealt; ``order`` are the pieces as they are set.

    Of walls that are kept ``apart`` (by their ids) none takes what another's cuts leave: it would
    be of the other's shade.
    """
    place = {id_: number for number, id_ in enumerate(order)}
    pieces = {piece.id: piece for piece in plan.pieces if piece.of == FIELD}
    at_corner = {
        id_
        for reading in plan.edges
        if reading.kind == "corner"
        for gets in reading.gets
        for id_ in gets.pieces
    }
    walls = {surface.id: surface.of for surface in plan.kitchen.surfaces}
    tiles = []
    groups = [
        [piece for piece in pieces.values() if walls[piece.wall] in own] for own in apart
    ] or [list(pieces.values())]
    for own in (one for group in groups for one in _from_one(job, group, plan.counted)):
        own = tuple(id_ for id_ in own if id_ in pieces)
        if own:
            tiles.append(
                WallTile(
                    pieces=own,
                    cut=all(pieces[id_].kind != "full" for id_ in own),
                    corner=any(id_ in at_corner for id_ in own),
                    wall=walls[pieces[own[0]].wall],
                    order=min(place.get(id_, len(place)) for id_ in own),
                )
            )
    tiles.sort(key=lambda one: (one.order, one.pieces))
    of = {id_: number for number, one in enumerate(tiles) for id_ in one.pieces}
    return TilesToDeal(
        tuple(tiles), _beside(job, pieces, of), _steps(job, pieces, of), _windows(pieces, of)
    )


def _from_one(job: Job, pieces: Sequence[Piece], counted: Counted) -> Iterator[tuple[str, ...]]:
    """The pieces that come from one tile, or from one sheet of chips, each time."""
    sheets = sheet_plan(job, pieces)
    if sheets is None:
        for tile in stock_for(job, pieces, FIELD, counted).tiles:
            yield tuple(one.piece for one in tile.cuts)
        return
    laid = {one.id: (*one.full, *one.cut) for one in sheets.laid}
    taken = [
        tuple(id_ for one in sheet.cuts for id_ in laid.pop(one.piece))
        for sheet in sheets.as_stock.tiles
        if sheet.cuts
    ]
    # Of some sheets nothing stays on the backing: their chips come off what is left of others.
    rest = tuple(id_ for chips in laid.values() for id_ in chips)
    if taken:
        taken[-1] = (*taken[-1], *rest)
    yield from taken


def _beside(
    job: Job, pieces: Mapping[str, Piece], of: Mapping[str, int]
) -> tuple[frozenset[int], ...]:
    """For each tile those that its pieces lie beside: they share a joint, not only a corner."""
    found: list[set[int]] = [set() for _ in range(max(of.values(), default=-1) + 1)]
    reach = job.pattern.joint / 2 + 0.5
    by_surface: dict[str, list[Piece]] = defaultdict(list)
    for piece in pieces.values():
        by_surface[piece.wall].append(piece)
    for own in by_surface.values():
        shapes = [shapely.Polygon(piece.outline[0], piece.outline[1:]) for piece in own]
        wide = [shape.buffer(reach, join_style="mitre") for shape in shapes]
        tree = shapely.STRtree(wide)
        for a, b in zip(*tree.query(wide, predicate="intersects"), strict=True):
            if a >= b or of[own[a].id] == of[own[b].id]:
                continue
            joint = wide[a].intersection(wide[b])
            shared = joint.area / (2 * reach - job.pattern.joint)
            least = min(own[a].box.width, own[a].box.height, own[b].box.width, own[b].box.height)
            if shared >= SIDE_BY_SIDE * least:
                found[of[own[a].id]].add(of[own[b].id])
                found[of[own[b].id]].add(of[own[a].id])
    return tuple(frozenset(one) for one in found)


def _steps(
    job: Job, pieces: Mapping[str, Piece], of: Mapping[str, int]
) -> tuple[tuple[tuple[int, int], ...], ...]:
    """Pairs of full tiles at each short step that occurs often enough to be followed."""
    if job.tile.sheet is not None:
        return _sheet_steps(sheets_of(job, list(pieces.values())), of)
    full = [piece for piece in pieces.values() if piece.kind == "full"]
    reach = LONGEST_STEP * max(job.tile.length, job.tile.height)
    by_surface: dict[str, list[tuple[float, float, int]]] = defaultdict(list)
    for piece in full:
        box = piece.box
        middle = ((box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2)
        by_surface[piece.wall].append((*middle, of[piece.id]))
    pairs: dict[tuple[str, int, int], list[tuple[int, int]]] = defaultdict(list)
    for wall, own in by_surface.items():
        tree = shapely.STRtree([shapely.Point(x, y) for x, y, _ in own])
        rings = [shapely.Point(x, y).buffer(reach, quad_segs=4) for x, y, _ in own]
        for a, b in zip(*tree.query(rings), strict=True):
            dx, dy = own[b][0] - own[a][0], own[b][1] - own[a][1]
            if a == b or dx < -SAME_STEP or (abs(dx) <= SAME_STEP and dy < 0):
                continue
            if math.hypot(dx, dy) > reach:
                continue
            key = (wall, round(dx / SAME_STEP), round(dy / SAME_STEP))
            pairs[key].append((own[a][2], own[b][2]))
    most = max((len(one) for one in pairs.values()), default=0)
    return tuple(
        tuple(sorted(pairs[key]))
        for key in sorted(pairs)
        if len(pairs[key]) >= max(LEAST_PAIRS, most // 3)
    )


def _sheet_steps(
    laid: Sequence[LaidSheet], of: Mapping[str, int]
) -> tuple[tuple[tuple[int, int], ...], ...]:
    """Pairs of sheets at each short step, by their places in the grid."""
    at = {(one.surface, one.column, one.row): of[one.full[0]] for one in laid if one.full}
    found = []
    for by_column, by_row in ((1, 0), (0, 1), (1, 1), (1, -1), (2, 0), (0, 2)):
        pairs = [
            (tile, at[wall, column + by_column, row + by_row])
            for (wall, column, row), tile in at.items()
            if (wall, column + by_column, row + by_row) in at
        ]
        pairs = sorted({(a, b) for a, b in pairs if a != b})
        if len(pairs) >= LEAST_PAIRS:
            found.append(tuple(pairs))
    return tuple(found)


def _windows(pieces: Mapping[str, Piece], of: Mapping[str, int]) -> tuple[tuple[int, ...], ...]:
    """The tiles of each square metre, at half steps along each wall."""
    found: dict[tuple[str, int, int], set[int]] = defaultdict(set)
    for piece in pieces.values():
        x, y = (piece.box.x0 + piece.box.x1) / 2, (piece.box.y0 + piece.box.y1) / 2
        column, row = math.floor(2 * x / WINDOW), math.floor(y / WINDOW)
        for start in (column - 1, column):
            found[piece.wall, start, row].add(of[piece.id])
    return tuple(tuple(sorted(found[key])) for key in sorted(found))
