"""Where the areas of a wall lie: each as a rectangle, or what is wrong with it."""

from collections.abc import Iterator

from pennant.core.document.areas import Area
from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.refusal import Problem
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.survey.placed import Kitchen, Surface, heights_of

PAST = 1.0
"""Millimetres: how far an area without a width or height reaches past the wall, so that the wall's
own lines bound it and not its own."""


def rect_of(area: Area, surface: Surface) -> Rect:
    """Return an area's rectangle on its wall, centred there if its thing does not stand on it."""
    low, high = heights_of(surface)
    if area.width is None:
        x0, x1 = surface.x0 - PAST, surface.x1 + PAST
    elif area.centre is not None:
        box = next((t.box for t in surface.things if t.id == area.centre), None)
        middle = (box.x0 + box.x1) / 2 if box else (surface.x0 + surface.x1) / 2
        x0, x1 = middle - area.width / 2, middle + area.width / 2
    else:
        x0, x1 = surface.x0 + area.left, surface.x0 + area.left + area.width
    y0 = low - PAST if area.bottom is None else area.bottom
    y1 = high + PAST if area.height is None else (low if area.bottom is None else y0) + area.height
    return Rect(tidy(x0), tidy(y0), tidy(x1), tidy(y1))


def problems_with_areas(job: Job, kitchen: Kitchen) -> Iterator[Problem]:
    """Yield what is wrong with areas: outside their wall, upon one another, of a missing thing."""
    walls = {wall.id: wall for wall in kitchen.walls}
    placed: list[tuple[Area, Rect]] = []
    seen: set[str] = set()
    for number, area in enumerate(job.areas):
        at = f"/areas/{number}"
        if area.id in seen:
            yield Problem(pointer=f"{at}/id", message="is the id of another area; give it its own")
        seen.add(area.id)
        surface = walls.get(area.wall)
        if surface is None:
            yield Problem(pointer=f"{at}/wall", message=f"names no wall: {area.wall}")
            continue
        if area.centre is not None and all(t.id != area.centre for t in surface.things):
            yield Problem(
                pointer=f"{at}/centre", message=f"names nothing on that wall: {area.centre}"
            )
        rect = rect_of(area, surface)
        yield from _past(job, at, area, rect, surface)
        for other, taken in placed:
            if other.wall == area.wall and taken.overlaps(rect):
                yield Problem(
                    pointer=f"{at}/{'left' if area.centre is None else 'centre'}",
                    message=f"lies on {other.name}; move one of the two, or make it smaller",
                )
        placed.append((area, rect))


def _past(job: Job, at: str, area: Area, rect: Rect, surface: Surface) -> Iterator[Problem]:
    low, high = heights_of(surface)
    for by, side, field in (
        (surface.x0 - rect.x0, "left end", "width"),
        (rect.x1 - surface.x1, "right end", "width"),
        (low - rect.y0, "foot", "bottom"),
        (rect.y1 - high, "top", "height"),
    ):
        if by > PAST + EPS:
            field = "left" if field == "width" and area.centre is None else field
            yield Problem(
                pointer=f"{at}/{field}",
                message=f"reaches {show_with_unit(by, job.step)} past the {side} of its wall",
            )
    frame = 0.0 if area.liner is None else 2 * (area.liner.tile.height + job.pattern.joint)
    for size, field in ((rect.width, "width"), (rect.height, "height")):
        if size - frame <= min(area.tile.height, area.tile.length) / 2:
            yield Problem(
                pointer=f"{at}/{field}",
                message=f"leaves {show_with_unit(max(size - frame, 0.0), job.step)} for tile, "
                "which is less than half a tile; make it larger",
            )
