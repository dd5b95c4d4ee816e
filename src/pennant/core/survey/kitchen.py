"""The survey worked out: each wall, and each tiled return and back of an opening, as a surface."""

from collections.abc import Iterator
from dataclasses import replace
from string import ascii_lowercase, ascii_uppercase
from typing import Literal

from pennant.core.document.job import Job
from pennant.core.document.pattern import has_finished_top
from pennant.core.document.starts import FullTop
from pennant.core.document.survey import Below, Opening, Wall
from pennant.core.geometry.clip import Line
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS
from pennant.core.survey.areas import rect_of
from pennant.core.survey.boards import build_up, forward_at_end
from pennant.core.survey.counters import counter_surfaces, lift_of
from pennant.core.survey.outlines import placed_of
from pennant.core.survey.placed import (
    EndKind,
    Fall,
    Kitchen,
    Placed,
    PlacedArea,
    Surface,
    around,
    between,
    letters,
    uncovered,
)
from pennant.core.survey.placing import WallPlaces, places_of


def kitchen_of(job: Job, places: list[WallPlaces] | None = None) -> Kitchen:
    """Return the whole survey worked out; raise `JobRefused` for a measure that leads nowhere.

    ``places`` are the walls' own, for those who have worked them out already.
    """
    places = places or places_of(job)
    surfaces: list[Surface] = []
    falls: list[Fall] = []
    for run in runs(job.walls):
        fall = fall_of([places[number] for number in run], job.settings.max_edge_gap)
        lift = lift_of(job, [job.walls[number] for number in run])
        fall = fall.lifted(lift)
        falls.append(fall)
        for number in run:
            wall = _wall(job, places[number], number, fall, lift)
            reveals = list(_reveals(job, places[number], wall))
            surfaces += [wall, *reveals, *counter_surfaces(job, wall, len(reveals))]
    walls = {surface.id: surface for surface in surfaces}
    areas = tuple(
        PlacedArea(area.id, area.name, area.wall, rect_of(area, walls[area.wall]))
        for area in job.areas
        if area.wall in walls
    )
    return Kitchen(tuple(surfaces), tuple(falls), places[0].laser, areas)


def runs(walls: tuple[Wall, ...]) -> Iterator[list[int]]:
    """Yield the numbers of walls that join one another, run by run."""
    run: list[int] = []
    for number, wall in enumerate(walls):
        run.append(number)
        if wall.corner is None or number == len(walls) - 1:
            yield run
            run = []


def joined_before(walls: tuple[Wall, ...], number: int) -> bool:
    """Whether the wall before joins on to this one."""
    return number > 0 and walls[number - 1].corner is not None


def fall_of(run: list[WallPlaces], play: float) -> Fall:
    """Return how the counter of a run lies, and whether the first course must be scribed to it.

    A fall up to ``play`` (mm) is taken up by wedges and sealant; more is scribed, because a tile
    cannot grow and a gap that opens further cannot be filled.
    """
    points = [
        (places.wall.id, x, y)
        for places in run
        for stretch in counter_stretches(places)
        for x, y in between(places.counter, *stretch)
    ] or [(run[0].wall.id, 0.0, run[0].counter_at(0.0))]
    high = max(points, key=lambda point: (point[2], -point[1]))
    low = min(points, key=lambda point: (point[2], point[1]))
    return Fall(high, low, scribed=high[2] - low[2] > play + EPS)


def counter_stretches(places: WallPlaces) -> list[tuple[float, float]]:
    """Return from where to where the counter runs along a wall, between its gaps."""
    gaps = sorted(
        (places.along(thing.id).low.at, places.along(thing.id).high.at)
        for thing in places.wall.things
        if isinstance(thing, Below)
    )
    return uncovered(0.0, places.wall.length, gaps)


def _wall(job: Job, places: WallPlaces, number: int, fall: Fall, lift: float) -> Surface:
    wall, walls = places.wall, job.walls
    left, x0 = _joined_end(job, walls[number - 1] if joined_before(walls, number) else None, wall)
    right, x1 = _right_end(job, wall, walls[number + 1] if number + 1 < len(walls) else None)
    floats = floats_of(wall)
    x0 += wall.start.left if "left" in floats and left == "open" else 0.0
    x1 += wall.start.right if "right" in floats and right == "open" else 0.0
    x0, x1 = x0 + wall.found.left, x1 + wall.found.right
    up = (wall.start.top if "top" in floats else 0.0) + wall.found.top
    foot = None if fall.scribed else fall.high[2]
    counter: Line = tuple((x, y + lift) for x, y in places.counter)
    top_right = wall.top.height if wall.top.height_right is None else wall.top.height_right
    start = fall.low[2] if fall.scribed else fall.high[2]
    things = tuple(
        _reaching(placed, wall)
        for thing in wall.things
        if (placed := placed_of(job, places, thing, start)) is not None
    )
    return Surface(
        id=wall.id,
        code=letters(number, ascii_uppercase),
        name=wall.name,
        of=wall.id,
        x0=x0,
        x1=x1,
        left=left,
        right=right,
        top=_top(job, wall),
        bottom="counter",
        counter=counter,
        foot=foot,
        top_left=wall.top.height + up,
        top_right=top_right + up,
        left_lean=wall.left_lean,
        right_lean=wall.right_lean,
        things=things,
    )


def _top(job: Job, wall: Wall) -> Literal["ceiling", "open", "tips"]:
    """What a wall ends at above: a ceiling, trim, or finished tips that hang from its top line."""
    if wall.top.kind == "ceiling":
        return "ceiling"
    hung = not isinstance(wall.start.up, FullTop) or wall.start.up.under is None
    return "tips" if hung and has_finished_top(job.pattern) else "open"


def floats_of(wall: Wall) -> dict[Literal["left", "right", "top"], tuple[float, float]]:
    """Return the ends and top of a wall that may float: how far short of their line and past it."""
    ends: dict[Literal["left", "right", "top"], tuple[float, float]] = {}
    if wall.left.kind == "open":
        ends["left"] = (wall.left.back, wall.left.ahead)
    if wall.right.kind == "open":
        ends["right"] = (wall.right.back, wall.right.ahead)
    if wall.top.kind == "open":
        ends["top"] = (wall.top.back, wall.top.ahead)
    return {side: room for side, room in ends.items() if max(room) > 0}


def _joined_end(job: Job, before: Wall | None, wall: Wall) -> tuple[EndKind, float]:
    if before is None or before.corner is None:
        return wall.left.kind, 0.0
    laps = before.corner.laps == "next"
    return _corner(job, before, before.corner.kind, laps=laps, out=-1, at=0.0)


def _right_end(job: Job, wall: Wall, after: Wall | None) -> tuple[EndKind, float]:
    if wall.corner is None or after is None:
        return wall.right.kind, wall.length
    laps = wall.corner.laps == "this"
    return _corner(job, after, wall.corner.kind, laps=laps, out=1, at=wall.length)


def _corner(
    job: Job, other: Wall, kind: str, *, laps: bool, out: int, at: float
) -> tuple[EndKind, float]:
    """Where a wall's face ends at the corner with another, ``out`` being away from the wall.

    Inside, the wall tiled second stops at the face of the first one's tile; outside, it runs on
    to cover the edge of it.
    """
    if not laps:
        # Outside, the end of the wall tiled first is in view, up to the other's tile.
        return ("lapped" if kind == "inside" else "met"), at
    forward = forward_at_end(job, other, "left" if out > 0 else "right")
    if kind == "inside":
        return "laps", at - out * forward
    return "folded", at + out * forward


def _reaching(placed: Placed, wall: Wall) -> Placed:
    """A thing that ends where its wall ends still does where that was found further out."""
    found = wall.found
    left, right, up = min(found.left, 0.0), max(found.right, 0.0), max(found.top, 0.0)
    high = max(wall.top.height, wall.top.height_right or 0.0)
    moves = (
        left if placed.box.x0 <= EPS else 0.0,
        right if placed.box.x1 >= wall.length - EPS else 0.0,
        up if placed.box.y1 >= high - EPS else 0.0,
    )
    if not any(moves) or placed.round is not None:
        return placed
    box = placed.box

    def moved(x: float, y: float) -> tuple[float, float]:
        x += moves[0] if x <= box.x0 + EPS else moves[1] if x >= box.x1 - EPS else 0.0
        return x, y + (moves[2] if y >= box.y1 - EPS else 0.0)

    outline = tuple(moved(x, y) for x, y in placed.outline)
    return replace(placed, outline=outline, box=around(outline))


_TURNED = {
    "left": "left return",
    "right": "right return",
    "top": "head return",
    "bottom": "sill return",
}


def _reveals(job: Job, places: WallPlaces, wall: Surface) -> Iterator[Surface]:
    """Yield the surfaces inside an opening, unfolded, each with its edge toward the room.

    Side returns keep the wall's heights, head and sill the wall's places along, so that courses
    and joints can go on from it. The back is tiled first, then sill and head from side to side; the
    jambs stand between these, so that water runs off them onto the sill and they carry the head.
    """
    number, build = 0, build_up(job)
    for thing in places.wall.things:
        if not isinstance(thing, Opening) or thing.depth is None:
            continue
        hole = wall.thing(thing.id)
        for side in hole.returns:
            turned = _return(wall, hole, side, thing.depth, number, build, thing.kind == "niche")
            if turned is not None:
                yield turned
            number += 1
        if thing.kind == "niche":
            box = hole.box
            yield _flat(
                wall,
                f"{hole.id}.back",
                f"{hole.name}, back",
                number,
                box,
                ("corner", "corner", "corner", "corner"),
            )
            number += 1


def _return(
    wall: Surface, hole: Placed, side: str, depth: float, number: int, build: float, niche: bool
) -> Surface | None:
    """One side of an opening, None where nothing is left of it; ``build`` is what tile and its bed
    take (mm).
    """
    inner: EndKind = "corner" if niche else "frame"
    box, returns = hole.box, hole.returns
    if niche:
        depth -= build
    low = box.y0 + (build if "bottom" in returns else 0.0)
    high = box.y1 - (build if "top" in returns else 0.0)
    ends: tuple[EndKind, EndKind, EndKind, EndKind]
    if side == "left":
        rect, ends = Rect(0.0, low, depth, high), ("front", inner, "corner", "corner")
    elif side == "right":
        rect, ends = Rect(0.0, low, depth, high), (inner, "front", "corner", "corner")
    else:
        rect, ends = Rect(box.x0, 0.0, box.x1, depth), ("corner", "corner", "front", inner)
    if rect.empty():
        return None
    return _flat(wall, f"{hole.id}.{side}", f"{hole.name}, {_TURNED[side]}", number, rect, ends)


def _flat(
    wall: Surface,
    id_: str,
    name: str,
    number: int,
    rect: Rect,
    ends: tuple[EndKind, EndKind, EndKind, EndKind],
) -> Surface:
    left, right, bottom, top = ends
    return Surface(
        id=id_,
        code=wall.code + letters(number, ascii_lowercase),
        name=name,
        of=wall.id,
        x0=rect.x0,
        x1=rect.x1,
        left=left,
        right=right,
        top=top,
        bottom=bottom,
        counter=((rect.x0, rect.y0), (rect.x1, rect.y0)),
        foot=rect.y0,
        top_left=rect.y1,
        top_right=rect.y1,
    )
