"""Gaps in the counter that tile goes down in by whole courses: where those end when it is laid."""

from dataclasses import replace

from pennant.core.document.job import Job
from pennant.core.document.survey import Below
from pennant.core.geometry.tolerance import EPS
from pennant.core.laying.lay_kitchen import lay
from pennant.core.laying.surface_plan import Laid
from pennant.core.survey.placed import Kitchen, Placed, Surface, around


def has_whole_courses(job: Job) -> bool:
    """Return whether tile goes on below the counter by whole courses anywhere."""
    return any(
        isinstance(thing, Below) and thing.courses > 0
        for wall in job.walls
        for thing in wall.things
    )


def with_whole_courses(job: Job, kitchen: Kitchen) -> Kitchen:
    """Return the kitchen with every such gap ending at a joint of the courses beside it.

    The survey hangs them from a full course on the counter; where the start cuts that course, they
    hang from its own lower edge, so that the lowest piece in the gap is a full tile.
    """
    if not has_whole_courses(job):
        return kitchen
    laid = {one.plan.surface: one for one in lay(job, kitchen)}
    walls = {wall.id: wall for wall in job.walls}
    surfaces = []
    for surface in kitchen.surfaces:
        wall = walls.get(surface.id)
        courses = {
            thing.id: thing.courses
            for thing in (wall.things if wall is not None else ())
            if isinstance(thing, Below) and thing.courses > 0
        }
        surfaces.append(_ended(surface, courses, laid[surface.id]) if courses else surface)
    return replace(kitchen, surfaces=tuple(surfaces))


def _ended(surface: Surface, courses: dict[str, int], laid: Laid) -> Surface:
    """A wall with its gaps down to a joint."""
    if not laid.layout.in_courses:
        return surface
    up, foot = laid.layout.module.up, laid.field.foot
    off = (laid.layout.plant.y - foot) % up
    cut = EPS < off < up - EPS
    lowest = foot + (off - up if cut else 0.0)
    things = tuple(
        _down_to(thing, lowest - courses[thing.id] * up) if thing.id in courses else thing
        for thing in surface.things
    )
    return replace(surface, things=things)


def _down_to(thing: Placed, y: float) -> Placed:
    """A gap with its foot at a height."""
    low = thing.box.y0
    outline = tuple((x, y if abs(at - low) <= EPS else at) for x, at in thing.outline)
    return replace(thing, outline=outline, box=around(outline))
