"""The laying of a kitchen, surface by surface: field, courses, pieces, edges and findings of each.

A surface's plan depends on its `Laying` alone, so the plans of surfaces that a change did not touch
are taken from those last made.
"""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from typing import Annotated, NamedTuple, Protocol

import shapely
from pydantic import Field as Described

from pennant.core.document.areas import Area
from pennant.core.document.job import Job
from pennant.core.document.module import module_for
from pennant.core.document.pattern import Pattern, has_finished_top
from pennant.core.document.refusal import reckoning
from pennant.core.document.settings import Settings
from pennant.core.document.starts import (
    Carried,
    Folded,
    FromCounter,
    FullCounter,
    FullLeft,
    FullRight,
    FullTop,
    Start,
)
from pennant.core.document.tile import Tile
from pennant.core.document.tiles import FIELD, liner_of, tiles_of
from pennant.core.document.values import Value
from pennant.core.geometry.clip import Line
from pennant.core.geometry.kept import kept
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, tidy
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
from pennant.core.layout.tools import straight_kerf
from pennant.core.reading.cut_legs import legs_to_cut, without_legs
from pennant.core.reading.edges import EdgeReading, Whole, read_edges
from pennant.core.reading.finding import Finding, worst_first
from pennant.core.reading.findings import course_step, find
from pennant.core.survey.counters import LEFT, RIGHT, counter_of, edge_id, tile_on
from pennant.core.survey.kitchen import joined_before
from pennant.core.survey.placed import Kitchen, Surface, between, counter_gaps, uncovered

KEPT_PIECES = 60_000
"""Pieces in the surface plans that are kept from one plan to the next: about 100 MB."""
KEPT_SURFACES = 100
"""Surfaces whose plans are kept whatever they hold: a large kitchen's, with its returns."""


class Areas(Value):
    """The balance: gross = pieces + joints + sealant + clearance + trim. Square millimetres."""

    gross: float
    pieces: float
    joints: float
    sealant: float
    clearance: float
    trim: float


class Flag(Value):
    """Where the pennant stands, and the full tile that it stands for (lower left corner)."""

    x: float
    y: float
    tile_x: float
    tile_y: float


class SurfacePlan(Value):
    """What one wall, or one return or back of an opening, comes to."""

    surface: str
    pennant: Flag
    frame: Annotated[tuple[float, float, float, float], Described(description="x0, y0, x1, y1")]
    field: Annotated[
        tuple[float, float, float, float],
        Described(description="x0, y0, x1, y1 around all that may be tiled."),
    ]
    counter: Annotated[
        tuple[Line, ...],
        Described(description="Stretches of counter between its gaps, each from left to right."),
    ]
    areas: Areas
    pieces: tuple[Piece, ...]
    edges: tuple[EdgeReading, ...]
    findings: tuple[Finding, ...]
    held: Annotated[
        tuple[str, ...], Described(description="Pieces that wait for what is not settled yet.")
    ] = ()


class LaidKitchen(Protocol):
    """A kitchen of which every surface has been laid; a `Plan` is one."""

    @property
    def kitchen(self) -> Kitchen:
        """The survey worked out."""

    @property
    def surfaces(self) -> tuple[SurfacePlan, ...]:
        """The plan of each surface, in the order of the kitchen's."""


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


@dataclass(frozen=True)
class Laid:
    """A surface planned: its field, how it is laid, its plan, and its joints by tile in mm2.

    ``field`` is what the wall's own tile covers, ``whole`` that with the areas in it. An area's
    joints are with its own tile those that part it from the wall's.
    """

    field: Field
    whole: Field
    layout: Layout
    plan: SurfacePlan
    joints: Mapping[str, float]


def thin_pieces(laid: Iterable[Laid]) -> set[str]:
    """Return the pieces with a leg of tile so thin that it may snap."""
    return {
        id_
        for one in laid
        for finding in one.plan.findings
        if finding.rule == "thin-leg"
        for id_ in finding.pieces
    }


def joints_of(laid: Iterable[Laid]) -> dict[str, float]:
    """Return the area of all joints (mm2) by the tile that they lie between."""
    found: dict[str, float] = {}
    for one in laid:
        for of, area in one.joints.items():
            found[of] = found.get(of, 0.0) + area
    return found


def on_counter(laid: Iterable[Laid]) -> int:
    """Return how many pieces stand on the counter, whatever course they are of."""
    return len({
        id_
        for one in laid
        for reading in one.plan.edges
        if reading.kind == "counter"
        for gets in reading.gets
        for id_ in gets.pieces
    })  # fmt: skip


def lay(job: Job, kitchen: Kitchen) -> Iterator[Laid]:
    """Yield each surface planned, walls before their returns.

    Counters are laid before the walls over them, whose joints may go on from theirs.
    """
    walls = {wall.id: number for number, wall in enumerate(job.walls)}
    done = _counters(job, kitchen)
    kerf = kerf_at(job)
    for surface in kitchen.surfaces:
        if surface.id in done:
            yield done[surface.id]
            continue
        number = walls[surface.of]
        if surface.id == surface.of:
            start = job.walls[number].start
            joins = joined_before(job.walls, number)
            carries = _carried(start, done[job.walls[number - 1].id]) if joins else Carries()
            if isinstance(start.across, FromCounter):
                carries = carries._replace(x=done[start.across.counter].layout.plant.x)
        else:
            start, carries = _inside(surface, done[surface.of].plan.pennant)
        areas = tuple(
            (job.area(one.id), one.box) for one in kitchen.areas if one.wall == surface.id
        )
        laying = Laying(surface, job.tile, job.pattern, start, carries, kerf, job.settings, areas)
        with reckoning(f"the tile of {surface.name}"):
            laid_wall = laid_of(laying)
        if surface.id == surface.of and joined_before(job.walls, number):
            laid_wall = _with_step(job.settings, done[job.walls[number - 1].id], laid_wall)
        done[surface.id] = laid_wall
        yield laid_wall


def _counters(job: Job, kitchen: Kitchen) -> dict[str, Laid]:
    """Each tiled counter laid, and the row of pieces along each of its edges."""
    done: dict[str, Laid] = {}
    for surface in kitchen.surfaces:
        if counter_of(job, surface.id) is not None:
            with reckoning(f"the tile of {surface.name}"):
                done[surface.id] = laid_of(counter_laying(job, surface, done))
    return done


def counter_laying(job: Job, surface: Surface, done: Mapping[str, Laid]) -> Laying:
    """Return what the plan of a counter, or of its edge pieces, depends on.

    The edge's joints go on from the counter's, which is ``done`` before them.
    """
    counter = counter_of(job, surface.id)
    assert counter is not None
    of = tile_on(job, surface.id)
    _, tile, pattern = tiles_of(job)[of]
    start, carries = counter.start, Carries()
    if surface.id != counter.id:
        plant = done[counter.id].layout.plant
        x = plant.x
        if surface.id == edge_id(counter, RIGHT):
            x = plant.y
        elif surface.id == edge_id(counter, LEFT):
            # Seen from the left, the front edge is on the right.
            x = counter.depth - plant.y - module_for(tile, pattern).width
        start, carries = Start(across=FullLeft(), up=FullTop()), Carries(x=x)
    kerf = straight_kerf(tile.material, job.tools, job.settings)
    return Laying(surface, tile, pattern, start, carries, kerf, job.settings, of=of)


def _with_step(settings: Settings, before: Laid, laid_wall: Laid) -> Laid:
    """A wall with what is found of its courses against those of the wall that it meets."""
    ends = _at(before, "right"), _at(laid_wall, "left")
    if not all(ends):
        return laid_wall
    if laid_wall.layout.lattice is not None:
        return _with_lattice_step(settings, before, laid_wall)
    up = laid_wall.layout.module.up
    off = (laid_wall.layout.plant.y - before.layout.plant.y) % up
    off = min(off, up - off)
    beds = abs(laid_wall.layout.module.bed - before.layout.module.bed)
    courses = (before.field.inner.y1 - before.field.inner.y0) / up
    found = course_step(
        settings, before.plan.surface, laid_wall.plan.surface, max(off, beds * courses), ends[1]
    )
    if found is None:
        return laid_wall
    findings = (found, *laid_wall.plan.findings)
    return replace(laid_wall, plan=laid_wall.plan.model_copy(update={"findings": findings}))


def _with_lattice_step(settings: Settings, before: Laid, laid_wall: Laid) -> Laid:
    """The same where tiles lie on a lattice: rows that do not meet in the corner."""
    lattice, ends = laid_wall.layout.lattice, (_at(before, "right"), _at(laid_wall, "left"))
    if lattice is None or not all(ends) or before.layout.lattice is None:
        return laid_wall
    off = (laid_wall.layout.origin[1] - before.layout.origin[1]) % lattice.rows
    found = course_step(
        settings, before.plan.surface, laid_wall.plan.surface, min(off, lattice.rows - off), ends[1]
    )
    if found is None:
        return laid_wall
    findings = (found, *laid_wall.plan.findings)
    return replace(laid_wall, plan=laid_wall.plan.model_copy(update={"findings": findings}))


def _at(laid: Laid, side: str) -> tuple[str, ...]:
    """The pieces at an end of a wall."""
    edge = f"{laid.plan.surface}:{side}"
    return tuple(
        id_
        for reading in laid.plan.edges
        if reading.edge == edge
        for gets in reading.gets
        for id_ in gets.pieces
    )


def kerf_at(job: Job) -> float:
    """Return what a straight cut of the job's tile takes away, in mm."""
    return straight_kerf(job.tile.material, job.tools, job.settings)


def laid_wall(job: Job, kitchen: Kitchen, wall: str) -> Laid:
    """Return one wall as it is laid; raise KeyError if there is none such."""
    return {one.plan.surface: one for one in lay(job, kitchen)}[wall]


def _carried(start: Start, before: Laid) -> Carries:
    """What a start takes over from the wall before: its courses' heights, its last tile."""
    return Carries(
        y=before.layout.plant.y if isinstance(start.up, Carried) else None,
        past=past_corner(before) if isinstance(start.across, Folded) else None,
    )


def past_corner(before: Laid) -> float:
    """Return how far (mm) the last tile of the pennant's course reaches into the corner.

    A lattice goes on as if the walls were one: how far the corner is from its figure.
    """
    if before.layout.lattice is not None:
        return before.field.inner.x1 - before.layout.plant.x
    run = before.field.inner.x1 - before.layout.right_lattice
    over = run % before.layout.module.across
    return before.layout.module.width if over <= EPS else over


def _inside(surface: Surface, flag: Flag) -> tuple[Start, Carries]:
    """How a return or back starts: full at its front, courses or joints going on from the wall."""
    if surface.left == "front":
        return Start(across=FullLeft(), up=Carried()), Carries(y=flag.tile_y)
    if surface.right == "front":
        return Start(across=FullRight(), up=Carried()), Carries(y=flag.tile_y)
    if surface.bottom == "front":
        return Start(across=FullLeft(), up=FullCounter()), Carries(x=flag.tile_x)
    return Start(across=FullLeft(), up=Carried()), Carries(x=flag.tile_x, y=flag.tile_y)


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
        )  # fmt: skip
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
    )  # fmt: skip


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
        gross=tidy(field.gross_area), pieces=tidy(sum(piece.area for piece in pieces)),
        joints=tidy(joints), sealant=tidy(gap["sealant"]), clearance=tidy(gap["clearance"]),
        trim=tidy(gap["trim"]),
    )  # fmt: skip
