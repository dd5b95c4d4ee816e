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
    height = before.field.inner.y1 - before.field.inner.y0
    off = laid_wall.layout.rows_off(before.layout, height)
    if off is None:
        return laid_wall
    found = course_step(settings, before.plan.surface, laid_wall.plan.surface, off, ends[1])
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
