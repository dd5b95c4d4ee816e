"""The kitchen laid, surface by surface: counters, walls in their order, then returns."""

import math
from collections.abc import Iterator, Mapping

from pennant.core.document.job import Job
from pennant.core.document.module import module_for
from pennant.core.document.pattern import Pattern
from pennant.core.document.refusal import reckoning
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
from pennant.core.document.tiles import STACKED, tiles_of
from pennant.core.geometry.tolerance import EPS
from pennant.core.laying.corner_steps import with_corner_step
from pennant.core.laying.lay_surface import Laying, laid_of
from pennant.core.laying.surface_plan import Laid
from pennant.core.layout.courses import shift_of
from pennant.core.layout.start import Carries
from pennant.core.layout.tools import straight_kerf
from pennant.core.survey.counters import LEFT, RIGHT, counter_of, edge_id, tile_on
from pennant.core.survey.kitchen import joined_before
from pennant.core.survey.placed import Kitchen, Surface


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
            start, carries = _inside(surface, done[surface.of])
        areas = tuple(
            (job.area(one.id), one.box) for one in kitchen.areas if one.wall == surface.id
        )
        pattern = _pattern_on(job, surface)
        laying = Laying(surface, job.tile, pattern, start, carries, kerf, job.settings, areas)
        with reckoning(f"the tile of {surface.name}"):
            laid_wall = laid_of(laying)
        if surface.id == surface.of and joined_before(job.walls, number):
            laid_wall = with_corner_step(job.settings, done[job.walls[number - 1].id], laid_wall)
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
    """Return how far (mm) the last tile of the pennant's course reaches into the corner."""
    return before.layout.past(before.field.inner.x1)


def _pattern_on(job: Job, surface: Surface) -> Pattern:
    """How tile is laid on a wall, a return or a back.

    A jamb no deeper than a tile gets one piece in each course: a bond would set a joint and a strip
    where one cut does.
    """
    jamb = "front" in (surface.left, surface.right)
    tile = module_for(job.tile, job.pattern).width
    if not jamb or not job.in_courses or surface.x1 - surface.x0 > tile + EPS:
        return job.pattern
    return job.pattern.model_copy(update={"bond": STACKED})


def _joints_at(surface: Surface, on: Laid) -> float:
    """Return where a tile begins (mm) in the course that a sill or a head cuts, whose joints go on
    into the reveal. ``on`` is its wall as it is laid.
    """
    layout, (owner, _, side) = on.layout, surface.id.partition(".")
    if not layout.in_courses or layout.border is not None:
        return on.plan.pennant.tile_x
    hole, module, plant = on.field.surface.thing(owner).box, layout.module, layout.plant
    if side == "top":
        row = math.floor((hole.y1 - plant.y + EPS) / module.up)
    else:
        row = math.ceil((hole.y0 - plant.y - EPS) / module.up) - 1
    return plant.x + shift_of(row, layout.bond, module)


def _inside(surface: Surface, on: Laid) -> tuple[Start, Carries]:
    """How a return or back starts: full at its front, courses or joints going on from the wall,
    which is laid as ``on``.
    """
    flag = on.plan.pennant
    if surface.left == "front":
        return Start(across=FullLeft(), up=Carried()), Carries(y=flag.tile_y)
    if surface.right == "front":
        return Start(across=FullRight(), up=Carried()), Carries(y=flag.tile_y)
    if surface.bottom == "front":
        return Start(across=FullLeft(), up=FullCounter()), Carries(x=_joints_at(surface, on))
    return Start(across=FullLeft(), up=Carried()), Carries(x=flag.tile_x, y=flag.tile_y)
