"""One surface laid: field, courses or lattice, pieces, edges and findings.

A surface's plan depends on its `Laying` alone, so the plans of surfaces that a change did not touch
are taken from those last made.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import NamedTuple

import shapely

from pennant.core.document.areas import Area
from pennant.core.document.pattern import Pattern, has_finished_top
from pennant.core.document.settings import Settings
from pennant.core.document.starts import (
    Carried,
    FullLeft,
    Start,
)
from pennant.core.document.tile import Tile
from pennant.core.document.tiles import FIELD, liner_of
from pennant.core.geometry.clip import Line
from pennant.core.geometry.kept import kept
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import tidy
from pennant.core.laying.surface_plan import Areas, Flag, Laid, SurfacePlan
from pennant.core.layout.area_fields import within, without
from pennant.core.layout.courses import courses_over
from pennant.core.layout.field import Field, GapKind
from pennant.core.layout.field_of import field_of
from pennant.core.layout.finished_top import bare_wall, finished_line, with_finished_top
from pennant.core.layout.lattice_pieces import lattice_pieces
from pennant.core.layout.layout import Layout, layout_of
from pennant.core.layout.liner import liner_pieces
from pennant.core.layout.pieces import Cutting, Piece, pieces_of
from pennant.core.layout.start import Carries, Plant
from pennant.core.reading.cut_legs import legs_to_cut, without_legs
from pennant.core.reading.edges import EdgeReading, Whole, read_edges
from pennant.core.reading.finding import Finding, worst_first
from pennant.core.reading.findings import find
from pennant.core.survey.placed import Surface, between, counter_gaps, uncovered

KEPT_PIECES = 60_000
"""Pieces in the surface plans that are kept from one plan to the next: about 100 MB."""
KEPT_SURFACES = 100
"""Surfaces whose plans are kept whatever they hold: a large kitchen's, with its returns."""


@dataclass(frozen=True)
class Laying:
    """All that the plan of one surface depends on; ``of`` is what pieces call its tile by."""

    surface: Surface
    tile: Tile
    pattern: Pattern
    start: Start
    carries: Carries
    kerf: float
    settings: Settings
    areas: tuple[tuple[Area, Rect], ...] = ()
    of: str = FIELD


@dataclass(frozen=True)
class AreaLaying:
    """All that the tile of one area depends on; ``code`` begins the ids of its pieces.

    ``plant`` is the wall's, where its lines of joints go on through the area.
    """

    surface: Surface
    code: str
    area: Area
    rect: Rect
    joint: float
    kerf: float
    settings: Settings
    plant: Plant | None = None


def _weight(laid: Laid) -> int:
    """In pieces: a surface without any holds its field and edges still."""
    return len(laid.plan.pieces) + 50


@kept(KEPT_PIECES, _weight, at_least=KEPT_SURFACES)
def laid_of(laying: Laying) -> Laid:
    """Return one surface planned."""
    surface, settings = laying.surface, laying.settings
    whole = field_of(surface, settings)
    joint = laying.pattern.joint
    field = without(whole, [(area.id, rect) for area, rect in laying.areas], joint)
    layout = layout_of(
        laying.start, field, laying.tile, laying.pattern, settings, laying.carries, laying.kerf
    )
    lattice = layout.lattice
    if lattice is not None and has_finished_top(laying.pattern) and surface.id == surface.of:
        line = finished_line(laying.start, field)
        bare = bare_wall(field, line, lattice, layout.origin)
        whole, field = (with_finished_top(one, line, bare) for one in (whole, field))
    of = laying.of
    pieces, own, readings, findings = _read(surface.code, field, layout, settings, of)
    if cut := legs_to_cut(settings, field, layout.module.joint, pieces, findings):
        whole, field = without_legs(whole, cut), without_legs(field, cut)
        pieces, own, readings, findings = _read(surface.code, field, layout, settings, of)
    joints = {of: own}
    for number, (area, rect) in enumerate(laying.areas, 1):
        code = f"{surface.code}{number}-"
        plant = layout.plant if area.joints == "through" else None
        inside = _lay_area(
            AreaLaying(surface, code, area, rect, joint, laying.kerf, settings, plant)
        )
        pieces, readings = pieces + inside.pieces, _together(readings, inside.readings)
        findings, joints[area.id] = findings + inside.findings, inside.joints
    findings.sort(key=worst_first)
    planned = SurfacePlan.model_construct(
        surface=surface.id,
        pennant=_flag(layout.plant),
        frame=tuple(tidy(side) for side in field.frame),  # type: ignore[arg-type]
        field=tuple(tidy(side) for side in field.inner),  # type: ignore[arg-type]
        counter=tuple(_counter(surface, field.frame)),
        areas=_areas(whole, pieces, sum(joints.values())),
        pieces=tuple(pieces),
        edges=tuple(readings),
        findings=tuple(findings),
        held=tuple(_held(surface, pieces)),
    )
    return Laid(field, whole, layout, planned, joints)


def _together(readings: list[EdgeReading], more: list[EdgeReading]) -> list[EdgeReading]:
    """Readings of the wall and of an area: an edge that both meet gets what either gets."""
    own = {reading.edge: reading for reading in readings}
    for reading in more:
        met = own.get(reading.edge)
        gets = reading.gets if met is None else (*met.gets, *reading.gets)
        own[reading.edge] = reading.model_copy(update={"gets": gets})
    return list(own.values())


class _Reading(NamedTuple):
    """What laying a field comes to: its pieces, the area of their joints, edges and findings."""

    pieces: list[Piece]
    joints: float
    readings: list[EdgeReading]
    findings: list[Finding]


def _read(code: str, field: Field, layout: Layout, settings: Settings, of: str) -> _Reading:
    cutting = _cutting(code, field, layout, settings, of)
    border = layout.border.module if layout.border else None
    shape = layout.lattice.shape if layout.lattice else None
    readings = read_edges(field, cutting, Whole(layout.module, border, shape), settings.least_cut)
    findings = find(settings, field, layout, cutting.pieces, readings)
    return _Reading(cutting.pieces, cutting.joint_area, readings, findings)


def _weight_of_area(reading: _Reading) -> int:
    return len(reading.pieces) + 50


@kept(KEPT_PIECES, _weight_of_area, at_least=KEPT_SURFACES)
def _lay_area(laying: AreaLaying) -> _Reading:
    """An area laid in its own tile, pattern and start, with its liner and the joints around."""
    code, area, rect = laying.code, laying.area, laying.rect
    joint, settings = laying.joint, laying.settings
    whole = field_of(laying.surface, settings)
    liner: list[Piece] = []
    inner = rect
    if area.liner is not None:
        of = liner_of(area.id)
        liner = liner_pieces(f"{code}L", of, whole, rect, area.liner, joint)
        by = -(area.liner.tile.height + joint)
        inner = rect.grown(by, by, by, by)
    field = within(whole, area.id, inner, rect, joint)
    start, carries = area.start, Carries()
    if laying.plant is not None:
        start = Start(across=FullLeft(), up=Carried())
        carries = Carries(x=laying.plant.x, y=laying.plant.y)
    layout = layout_of(start, field, area.tile, area.pattern, settings, carries, laying.kerf)
    reading = _read(code, field, layout, settings, area.id)
    # What lies between the area's tile and the wall's is liner and joint.
    outer = rect.grown(joint, joint, joint, joint)
    around = shapely.intersection(whole.tiled, shapely.box(*outer)).area - field.area
    frame = float(around) - sum(piece.area for piece in liner)
    return _Reading(
        [*reading.pieces, *liner], reading.joints + frame, reading.readings, reading.findings
    )


def _cutting(code: str, field: Field, layout: Layout, settings: Settings, of: str) -> Cutting:
    """The pieces of a field as it is laid, in courses or on a lattice."""
    crumb = settings.least_cut
    if layout.lattice is not None:
        return lattice_pieces(code, field, layout.lattice, layout.origin, crumb, of)
    return pieces_of(code, field, courses_over(field.inner, layout), crumb, of)


def _counter(surface: Surface, frame: Rect) -> Iterator[Line]:
    """The counter under a surface, stretch by stretch between ranges and floors."""
    if surface.bottom == "counter":
        for x0, x1 in uncovered(frame.x0, frame.x1, counter_gaps(surface.things)):
            yield tuple((tidy(x), tidy(y)) for x, y in between(surface.counter, x0, x1))


def _flag(plant: Plant) -> Flag:
    return Flag(x=plant.flag_x, y=plant.flag_y, tile_x=plant.x, tile_y=plant.y)


def _held(surface: Surface, pieces: list[Piece]) -> Iterator[str]:
    """Pieces so near to a thing not settled yet that they are held back."""
    near = [t.box.grown(t.hold, t.hold, t.hold, t.hold) for t in surface.things if t.hold > 0]
    for piece in pieces:
        if any(box.overlaps(piece.box) for box in near):
            yield piece.id


def _areas(field: Field, pieces: list[Piece], joints: float) -> Areas:
    gap: dict[GapKind, float] = field.gap_areas
    return Areas(
        gross=tidy(field.gross_area),
        pieces=tidy(sum(piece.area for piece in pieces)),
        joints=tidy(joints),
        sealant=tidy(gap["sealant"]),
        clearance=tidy(gap["clearance"]),
        trim=tidy(gap["trim"]),
    )
