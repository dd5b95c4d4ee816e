"""Each thing of the survey as it stands on its wall: its outline, and what belongs to it."""

from collections.abc import Iterator
from typing import Any

from pennant.core.document.job import Job
from pennant.core.document.module import module_of
from pennant.core.document.survey import (
    AnyThing,
    Below,
    Block,
    Check,
    Device,
    Level,
    Mark,
    Opening,
    Overhead,
    Raised,
    Round,
    stands_under_tile,
)
from pennant.core.document.things import form_of
from pennant.core.geometry.clip import Ring, ring_of
from pennant.core.geometry.rect import Rect
from pennant.core.survey.placed import MeasureOnWall, Placed, around
from pennant.core.survey.placing import WallPlaces, box_of, plate_of


def placed_of(job: Job, places: WallPlaces, thing: AnyThing, start: float) -> Placed | None:
    """Return a thing where it stands; None for a line that is no thing (a level, a zone, a check).

    ``start`` is the height over which tile begins at the counter, which whole courses hang from.
    """
    if not isinstance(thing, Overhead | Opening | Device | Round | Block | Below | Raised | Mark):
        return None
    span = places.along(thing.id)
    x0, x1 = span.low.at, span.high.at

    def put(outline: Ring, **more: Any) -> Placed:
        return Placed(
            id=thing.id,
            name=thing.name,
            kind=thing.kind,
            form=form_of(thing.kind),
            outline=outline,
            box=around(outline),
            unsettled=thing.unsettled is not None,
            hold=thing.unsettled.hold if thing.unsettled else 0.0,
            trim=getattr(thing, "trim", ()),
            under_tile=stands_under_tile(thing),
            taken=tuple(_taken(places, thing, around(outline))),
            **more,
        )

    match thing:
        case Overhead():
            return put(_overhead(places, thing, x0, x1), behind=thing.behind, depth=thing.depth)
        case Opening():
            outer, jambs, stool = _opening(places, thing, x0, x1)
            returns = thing.returns if thing.depth and not thing.casing else ()
            return put(
                ring_of(outer), stool=stool, jambs=jambs, returns=returns, depth=thing.casing_depth
            )
        case Device():
            middle_x, middle_y = span.middle.at, places.up(thing.id).middle.at
            plate = _centred(middle_x, middle_y, *plate_of(job, thing))
            return put(
                ring_of(_centred(middle_x, middle_y, *box_of(job, thing))),
                cover=plate,
                legs_off=thing.legs_off,
            )
        case Round():
            x, y, size = span.middle.at, places.up(thing.id).middle.at, thing.diameter
            cover = _centred(x, y, thing.cover, thing.cover) if thing.cover else None
            return put(ring_of(_centred(x, y, size, size)), cover=cover, round=(x, y, size / 2))
        case Block():
            up = places.up(thing.id)
            return put(ring_of(Rect(x0, up.low.at, x1, up.high.at)), depth=thing.depth)
        case Below():
            foot = _foot(job, places, thing, (x0 + x1) / 2, start)
            return put(ring_of(Rect(x0, foot, x1, start)))
        case Raised():
            left, right = places.counter_at(x0), places.counter_at(x1)
            high = thing.height
            outline = ((x0, left), (x1, right), (x1, right + high), (x0, left + high))
            return put(outline, depth=thing.depth)
        case Mark():
            return put(ring_of(Rect(x0, places.counter_at(x0), x0, places.top_at(x0))))


def _taken(places: WallPlaces, thing: AnyThing, box: Rect) -> Iterator[MeasureOnWall]:
    """Where the measures of a thing lie: along through its middle, up at where they were taken."""
    if isinstance(thing, Check):
        return
    root = places.pointer(thing.id)
    middle_x, middle_y = (box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2
    base, reached = places.taken_along(thing)
    yield MeasureOnWall(f"{root}/at/value", base, middle_y, reached, middle_y)
    if isinstance(thing, Device | Round | Block):
        low, high = places.taken_up(thing, "up", middle_x)
        yield MeasureOnWall(f"{root}/up/value", middle_x, low, middle_x, high)
    elif isinstance(thing, Opening):
        low, high = places.taken_up(thing, "sill", middle_x)
        yield MeasureOnWall(f"{root}/sill/value", middle_x, low, middle_x, high)
    elif isinstance(thing, Overhead):
        low, high = places.taken_up(thing, "clear", box.x0)
        yield MeasureOnWall(f"{root}/clear/value", box.x0, low, box.x0, high)
        if thing.clear_right:
            low, high = places.taken_up(thing, "clear_right", box.x1)
            yield MeasureOnWall(f"{root}/clear_right/value", box.x1, low, box.x1, high)
    if not isinstance(thing, Device | Round | Mark | Level):
        yield MeasureOnWall(f"{root}/width", box.x0, box.y0, box.x1, box.y0)


def _foot(job: Job, places: WallPlaces, thing: Below, x: float, start: float) -> float:
    """Where tile ends below the counter: by a measure, or by whole courses under a full one."""
    if thing.courses:
        return start + job.settings.counter_gap - thing.courses * module_of(job).up
    return places.counter_at(x) - thing.down


def _overhead(places: WallPlaces, thing: Overhead, x0: float, x1: float) -> Ring:
    left = places.underside(thing, x0, right=False).at
    right = places.underside(thing, x1, right=True).at
    if thing.kind == "shelf" and thing.thick:
        return ((x0, left), (x1, right), (x1, right + thing.thick), (x0, left + thing.thick))
    # A cabinet hides the wall from its underside up to the top of the tiled part.
    top_left, top_right = max(places.top_at(x0), left), max(places.top_at(x1), right)
    high = max(top_left, top_right)
    return ((x0, left), (x1, right), (x1, high), (x0, high))


def _opening(
    places: WallPlaces, thing: Opening, x0: float, x1: float
) -> tuple[Rect, Rect | None, Rect | None]:
    """The outline that tile stops at, the jambs inside its casing, and the sill board under it."""
    up = places.up(thing.id)
    outer = Rect(x0, up.low.at, x1, up.high.at)
    edge, foot = thing.casing, 0.0 if thing.stool else thing.casing
    jambs = Rect(x0 + edge, outer.y0 + foot, x1 - edge, outer.y1 - edge) if edge else None
    stool = None
    if thing.stool:
        stool = Rect(x0 - thing.horn, outer.y0 - thing.stool, x1 + thing.horn, outer.y0)
    return outer, jambs, stool


def _centred(x: float, y: float, width: float, height: float) -> Rect:
    return Rect(x - width / 2, y - height / 2, x + width / 2, y + height / 2)
