"""Legs of tile beside a box that are cut away: they would snap, and the plate covers them."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

import shapely

from pennant.core.document.settings import Settings
from pennant.core.geometry.clip import ring_of
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, GRID
from pennant.core.layout.field import Field, KeepOut
from pennant.core.layout.pieces import Piece
from pennant.core.reading.finding import Finding
from pennant.core.reading.legs import legs_of


def legs_to_cut(
    settings: Settings,
    field: Field,
    joint: float,
    pieces: Sequence[Piece],
    findings: Iterable[Finding],
) -> list[KeepOut]:
    """Return what is cut away beside boxes whose thin legs are not to stay: one strip a leg.

    Only where the plate also covers the joint beyond the leg, and laps the next tile as it should.
    """
    by_id = {piece.id: piece for piece in pieces}
    holes = {keep.owner: keep for keep in field.keep_outs}
    cut, by = [], joint + settings.plate_cover
    for finding in findings:
        if finding.rule != "thin-leg":
            continue
        owner, _, side = finding.places[0].partition(":")
        thing, hole = field.surface.thing(owner), holes[owner]
        if thing.cover is None or not thing.legs_off or not hole.square:
            continue
        for id_ in finding.pieces:
            cut += [
                KeepOut(f"{owner}.{side}", ring_of(strip), strip, True, True)
                for strip in _strips(settings, by_id[id_], hole, side)
                if _covers(thing.cover, strip.grown(by, by, by, by), side)
            ]
    return cut


def _strips(settings: Settings, piece: Piece, hole: KeepOut, side: str) -> Iterator[Rect]:
    """The leg of a piece beside one side of a hole."""
    box = hole.box.meet(piece.box.grown(EPS, EPS, EPS, EPS))
    for beside, leg in legs_of(piece.outline, hole, settings.box_clearance):
        if beside == side and leg < settings.least_leg - EPS:
            yield {
                "left": Rect(hole.box.x0 - leg, box.y0, hole.box.x0, box.y1),
                "right": Rect(hole.box.x1, box.y0, hole.box.x1 + leg, box.y1),
                "bottom": Rect(box.x0, hole.box.y0 - leg, box.x1, hole.box.y0),
                "top": Rect(box.x0, hole.box.y1, box.x1, hole.box.y1 + leg),
            }[side]


def _covers(plate: Rect, room: Rect, side: str) -> bool:
    """Whether a plate reaches far enough on a side."""
    reach = {
        "left": plate.x0 <= room.x0 + EPS,
        "right": plate.x1 >= room.x1 - EPS,
        "bottom": plate.y0 <= room.y0 + EPS,
        "top": plate.y1 >= room.y1 - EPS,
    }
    return reach[side]


def without_legs(field: Field, cut: list[KeepOut]) -> Field:
    """Return a field less the legs that are cut away: bare wall under plates."""
    away = shapely.union_all([keep.polygon for keep in cut])
    tiled = shapely.difference(field.tiled, away, grid_size=GRID)
    lost = float(field.tiled.area - tiled.area)
    gaps = field.gap_areas | {"clearance": field.gap_areas.get("clearance", 0.0) + lost}
    return replace(
        field,
        keep_outs=(*field.keep_outs, *cut),
        tiled=tiled,
        area=field.area - lost,
        gap_areas=gaps,
    )
