"""Courses that do not meet in the corner: what is found of a wall against the one before it."""

from dataclasses import replace

from pennant.core.document.settings import Settings
from pennant.core.laying.surface_plan import Laid
from pennant.core.reading.findings import course_step


def with_corner_step(settings: Settings, before: Laid, laid_wall: Laid) -> Laid:
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
