"""What of a tiled counter cannot be drawn: each refusal names the field and what would be right."""

from collections.abc import Iterator

from pennant.core.document.counter import Counter, CutOut, FrontEdge
from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.measures import RESERVED
from pennant.core.document.module import Module, module_for
from pennant.core.document.pattern import Courses, has_finished_top
from pennant.core.document.refusal import Problem
from pennant.core.document.starts import (
    Centred,
    EqualCuts,
    FromCounter,
    FullCounter,
    FullLeft,
    FullRight,
    FullTop,
)
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.survey.counters import rise_of
from pennant.core.survey.kitchen import runs

SAME_RISE = 0.5
"""Millimetres: counters of one run that build up by less than this apart are alike."""
NEAR_WHOLE = 0.2
"""Millimetres that a module may miss a whole multiple of another's by: no more than tiles vary."""


def problems_with_counters(job: Job) -> Iterator[Problem]:
    """Yield what is wrong with the counters of a job and with starts that go on from them."""
    yield from _ids(job)
    placed: list[tuple[Counter, Rect]] = []
    for number, counter in enumerate(job.counters):
        at = f"/counters/{number}"
        wall = next((wall for wall in job.walls if wall.id == counter.wall), None)
        if wall is None:
            yield Problem(pointer=f"{at}/wall", message=f"names no wall: {counter.wall}")
            continue
        end = counter.at + counter.width
        if end > wall.length + EPS:
            message = (
                f"reaches {_show(job, end - wall.length)} past the right end of its wall; "
                f"at most {_show(job, max(wall.length - counter.at, 0.0))} here"
            )
            yield Problem(pointer=f"{at}/width", message=message)
        own = Rect(counter.at, 0.0, end, counter.depth)
        for other, taken in placed:
            if other.wall == counter.wall and taken.overlaps(own):
                yield Problem(
                    pointer=f"{at}/at", message=f"lies on {other.name}; move one of the two"
                )
        placed.append((counter, own))
        yield from _tile(job, at, counter)
        yield from _start(at, counter)
        yield from _cut_outs(job, at, counter, own)
    yield from _heights(job)
    yield from _carried_up(job)


def _ids(job: Job) -> Iterator[Problem]:
    seen = {wall.id for wall in job.walls} | {area.id for area in job.areas} | set(RESERVED)
    seen |= {thing.id for wall in job.walls for thing in wall.things}
    for number, counter in enumerate(job.counters):
        named = [(f"/counters/{number}", counter.id)]
        named += [
            (f"/counters/{number}/cut_outs/{n}", one.id) for n, one in enumerate(counter.cut_outs)
        ]
        for pointer, id_ in named:
            if id_ in seen:
                yield Problem(
                    pointer=f"{pointer}/id", message=f"{id_!r} is taken; give it an id of its own"
                )
            seen.add(id_)


def _tile(job: Job, at: str, counter: Counter) -> Iterator[Problem]:
    tile, pattern = counter.tile, counter.pattern
    if pattern.joint > min(tile.length, tile.height):
        yield Problem(pointer=f"{at}/pattern/joint", message="is wider than the tile")
    if tile.ledger is not None:
        message = "is split stone, on which nothing stands level: take another tile for a counter"
        yield Problem(pointer=f"{at}/tile/ledger", message=message)
    if has_finished_top(pattern):
        message = "is for a wall that tips end on: a counter's fans are cut at its edges"
        yield Problem(pointer=f"{at}/pattern/top", message=message)
    over = counter.front.over if counter.front is not None else 0.0
    room = counter.depth - over
    if room <= min(tile.length, tile.height) / 2:
        message = (
            f"leaves {_show(job, max(room, 0.0))} for tile, which is less than half a tile; "
            "make the counter deeper"
        )
        yield Problem(pointer=f"{at}/depth", message=message)
    if counter.width - 2 * over <= min(tile.length, tile.height) / 2:
        message = "leaves less than half a tile between its ends; make the counter wider"
        yield Problem(pointer=f"{at}/width", message=message)
    if counter.front is not None:
        yield from _edge(job, f"{at}/front", counter, counter.front)


def _edge(job: Job, at: str, counter: Counter, front: FrontEdge) -> Iterator[Problem]:
    if front.tile.sheet is not None or front.tile.ledger is not None:
        message = "is set piece by piece along the edge: take single tiles for it"
        yield Problem(pointer=f"{at}/tile", message=message)
    if counter.pattern.joint > min(front.tile.length, front.tile.height):
        message = f"is shorter than the counter's joint of {_show(job, counter.pattern.joint)}"
        yield Problem(pointer=f"{at}/tile/length", message=message)


def _start(at: str, counter: Counter) -> Iterator[Problem]:
    across, up = counter.start.across, counter.start.up
    cut_outs = {one.id for one in counter.cut_outs}
    if not isinstance(across, FullLeft | FullRight | Centred):
        message = "is for walls: begin a counter full at an end, or centred on it or on its sink"
        yield Problem(pointer=f"{at}/start/across", message=message)
    elif isinstance(across, Centred):
        if across.on == "thing" and across.thing not in cut_outs:
            message = "names no cut-out of this counter; choose one, or centre on the counter"
            yield Problem(pointer=f"{at}/start/across/thing", message=message)
        if across.on == "point" and across.x is None:
            message = "is missing; give the point to centre on"
            yield Problem(pointer=f"{at}/start/across/x", message=message)
    if not isinstance(up, FullCounter | FullTop | EqualCuts):
        message = "is for walls: begin a counter full at its front or its back, or with equal cuts"
        yield Problem(pointer=f"{at}/start/up", message=message)
    elif isinstance(up, FullTop | EqualCuts) and up.under is not None:
        message = "names an overhead, and a counter has none; leave it out"
        yield Problem(pointer=f"{at}/start/up/under", message=message)
    if counter.start.eased or counter.start.left or counter.start.right or counter.start.top:
        message = "moves ends or joints as they were found on a wall; leave that out"
        yield Problem(pointer=f"{at}/start", message=message)


def _cut_outs(job: Job, at: str, counter: Counter, own: Rect) -> Iterator[Problem]:
    placed: list[tuple[str, Rect]] = []
    for number, one in enumerate(counter.cut_outs):
        pointer = f"{at}/cut_outs/{number}"
        if isinstance(one, CutOut):
            box = Rect(one.at, one.front, one.at + one.width, one.front + one.depth)
            wide, deep = "width", "depth"
        else:
            r = one.diameter / 2
            box = Rect(one.at - r, one.front - r, one.at + r, one.front + r)
            wide = deep = "diameter"
        for size, most, field, way in (
            (box.width, own.width, wide, "wide"),
            (box.height, own.height, deep, "deep"),
        ):
            if size > most + EPS:
                message = f"is larger than its counter, which is {_show(job, most)} {way}"
                yield Problem(pointer=f"{pointer}/{field}", message=message)
        if box.width <= own.width + EPS and (box.x0 < own.x0 - EPS or box.x1 > own.x1 + EPS):
            message = (
                f"lies beside its counter, which runs from {_show(job, own.x0)} to "
                f"{_show(job, own.x1)} along its wall"
            )
            yield Problem(pointer=f"{pointer}/at", message=message)
        if box.height <= own.height + EPS and (box.y0 < own.y0 - EPS or box.y1 > own.y1 + EPS):
            past = box.y1 - own.y1 if box.y1 > own.y1 else own.y0 - box.y0
            where = "into the wall" if box.y1 > own.y1 else "past the front edge"
            message = (
                f"reaches {_show(job, past)} {where}; the counter is {_show(job, own.y1)} deep"
            )
            yield Problem(pointer=f"{pointer}/front", message=message)
        for name, taken in placed:
            if taken.overlaps(box):
                yield Problem(
                    pointer=f"{pointer}/at", message=f"lies on {name}; move one of the two"
                )
        placed.append((one.name, box))


def _heights(job: Job) -> Iterator[Problem]:
    """Where heights were taken over bare cabinets, all counters of a run build up alike."""
    for run in runs(job.walls):
        walls = {job.walls[number].id for number in run}
        own = [
            (number, rise_of(job, counter))
            for number, counter in enumerate(job.counters)
            if counter.wall in walls and counter.heights == "bare"
        ]
        for number, rise in own[1:]:
            if abs(rise - own[0][1]) > SAME_RISE:
                message = (
                    f"builds up by {_show(job, rise)}, the first of this run by "
                    f"{_show(job, own[0][1])}: measure the walls over the finished counters instead"
                )
                yield Problem(pointer=f"/counters/{number}/heights", message=message)


def _carried_up(job: Job) -> Iterator[Problem]:
    """A wall's joints go on from a counter's only where both repeat in step."""
    for number, wall in enumerate(job.walls):
        across = wall.start.across
        if not isinstance(across, FromCounter):
            continue
        at = f"/walls/{number}/start/across"
        counter = next((one for one in job.counters if one.id == across.counter), None)
        if counter is None or counter.wall != wall.id:
            message = "names no tiled counter of this wall; choose one, or another start"
            yield Problem(pointer=f"{at}/counter", message=message)
        elif (why := out_of_step(job, counter)) is not None:
            yield Problem(pointer=f"{at}/counter", message=why)


def out_of_step(job: Job, counter: Counter) -> str | None:
    """Return why a counter's joints cannot go on up its wall; None where they can."""
    pattern = counter.pattern
    if not job.in_courses or not isinstance(pattern, Courses) or counter.tile.sheet is not None:
        return (
            "lays one of the two in no courses of single tiles, so no joints meet; choose another"
        )
    own, wall = module_for(counter.tile, pattern), module_for(job.tile, job.pattern)
    if in_step(own, wall):
        return None
    return (
        f"repeats every {_show(job, own.across)} and the wall's tile every "
        f"{_show(job, wall.across)}, so their joints meet only once; choose another start, or "
        "tiles and joints that come to the same"
    )


def in_step(own: Module, other: Module) -> bool:
    """Whether the joints of one module fall on every so many of another's."""
    wide, narrow = max(own.across, other.across), min(own.across, other.across)
    return abs(wide - round(wide / narrow) * narrow) <= NEAR_WHOLE


def _show(job: Job, mm: float) -> str:
    return show_with_unit(mm, job.step)
