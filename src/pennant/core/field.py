"""The field: the part of a wall that gets tile, and the gaps that it keeps from everything else.

Gross area is the wall less what stands on it (cabinets, windows, boxes). The field is the gross
area less the stand-offs: sealant joints, clearances at boxes, faces of trim.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

import numpy as np
import numpy.typing as npt

from pennant.core.job import Device, Job, Opening, Overhead, Wall
from pennant.core.rect import Rect
from pennant.core.settings import Settings
from pennant.core.tolerance import EPS, distinct_lines

Side = Literal["left", "right", "bottom", "top"]
SIDES: tuple[Side, ...] = ("left", "right", "bottom", "top")
GapKind = Literal["sealant", "clearance", "trim"]
EdgeKind = Literal[
    "corner", "open-end", "side", "counter", "ceiling", "open-top", "overhead", "jamb", "sill",
    "head", "box",
]  # fmt: skip
WALL = "wall"
"""The owner of the four outer edges; no thing on a wall may take it as its id."""


@dataclass(frozen=True)
class Gap:
    """What keeps tile off one edge: how wide it is, and what fills it."""

    edge: EdgeKind
    fills: GapKind
    width: float


@dataclass(frozen=True)
class Obstacle:
    """A thing that tile stops at: its own outline, and the larger one that tile keeps out of."""

    id: str
    actual: Rect
    block: Rect
    gaps: dict[Side, Gap]

    @property
    def is_box(self) -> bool:
        """Whether it is a device's box, whose cut hides under a plate."""
        return self.gaps["left"].edge == "box"


@dataclass(frozen=True)
class Edge:
    """A straight line at which tile stops. ``side`` is the side of the owner that it is on.

    For the wall itself the field lies inside, so at its left edge tile lies to the right; at the
    left edge of a window tile lies to the left.
    """

    owner: str
    side: Side
    kind: EdgeKind
    at: float
    low: float
    high: float

    @property
    def id(self) -> str:
        """Owner and side, such as ``window:left``."""
        return f"{self.owner}:{self.side}"

    @property
    def upright(self) -> bool:
        """Whether the line runs up the wall."""
        return self.side in ("left", "right")

    @property
    def inward(self) -> int:
        """+1 where tile lies to the right of or above the line, -1 where left of or below."""
        toward = -1 if self.side in ("left", "bottom") else 1
        return -toward if self.owner == WALL else toward


@dataclass(frozen=True)
class Field:
    """The field of one wall. Areas are mm2, lengths mm."""

    frame: Rect
    inner: Rect
    gaps: dict[Side, Gap]
    obstacles: tuple[Obstacle, ...]
    gross_area: float
    area: float
    gap_areas: dict[GapKind, float]
    contacts: dict[tuple[str, Side], float]

    @property
    def blocks(self) -> list[Rect]:
        """The rectangles that tile keeps out of."""
        return [obstacle.block for obstacle in self.obstacles]

    def edges(self) -> Iterator[Edge]:
        """Every line at which tile stops, except around boxes: ends, counter, top, then things."""
        for side in SIDES:
            yield _edge(WALL, side, self.gaps[side].edge, self.inner)
        for obstacle in self.obstacles:
            if not obstacle.is_box:
                for side in SIDES:
                    yield _edge(obstacle.id, side, obstacle.gaps[side].edge, obstacle.block)

    def gap_at(self, owner: str, side: Side) -> Gap:
        """Return the gap kept at one side of the wall or of a thing; KeyError if there is none."""
        if owner == WALL:
            return self.gaps[side]
        return {o.id: o for o in self.obstacles}[owner].gaps[side]

    def top_under(self, overhead: str | None) -> float:
        """Return the height at which tile ends under an overhead, or at the wall's top line."""
        for obstacle in self.obstacles:
            if obstacle.id == overhead:
                return obstacle.block.y0
        return self.inner.y1


def _edge(owner: str, side: Side, kind: EdgeKind, rect: Rect) -> Edge:
    at = {"left": rect.x0, "right": rect.x1, "bottom": rect.y0, "top": rect.y1}[side]
    low, high = (rect.y0, rect.y1) if side in ("left", "right") else (rect.x0, rect.x1)
    return Edge(owner, side, kind, at, low, high)


def field_of(job: Job) -> Field:
    """Return the field of the job's wall, exactly."""
    wall, settings = job.wall, job.settings
    frame = Rect(0.0, 0.0, wall.length, wall.top.height)
    gaps = _frame_gaps(wall, settings)
    inner = frame.grown(*(-gaps[side].width for side in ("left", "bottom", "right", "top")))
    obstacles = tuple(obstacles_of(wall, settings))
    gross, area, gap_areas, contacts = _survey(frame, inner, gaps, obstacles)
    return Field(frame, inner, gaps, obstacles, gross, area, gap_areas, contacts)


def _frame_gaps(wall: Wall, settings: Settings) -> dict[Side, Gap]:
    ends = {
        "corner": Gap("corner", "sealant", settings.corner_gap),
        "open": Gap("open-end", "trim", settings.trim_face),
        "casing": Gap("side", "sealant", settings.opening_gap),
        "cabinet": Gap("side", "sealant", settings.opening_gap),
    }
    top = (
        Gap("open-top", "trim", settings.trim_face)
        if wall.top.kind == "open"
        else Gap("ceiling", "sealant", settings.overhead_gap)
    )
    return {
        "left": ends[wall.left.kind],
        "right": ends[wall.right.kind],
        "bottom": Gap("counter", "sealant", settings.counter_gap),
        "top": top,
    }


def obstacles_of(wall: Wall, settings: Settings) -> Iterator[Obstacle]:
    """Yield what stands on the wall: overheads, openings, then boxes, each left as surveyed."""
    side = Gap("side", "sealant", settings.opening_gap)
    for overhead in wall.overheads:
        under = Gap("overhead", "sealant", settings.overhead_gap)
        yield _obstacle(overhead.id, overhead_rect(overhead, wall), (side, side, under, side))
    jamb = Gap("jamb", "sealant", settings.opening_gap)
    sill = Gap("sill", "sealant", settings.opening_gap)
    head = Gap("head", "sealant", settings.opening_gap)
    for opening in wall.openings:
        yield _obstacle(opening.id, opening_rect(opening), (jamb, jamb, sill, head))
    box = Gap("box", "clearance", settings.box_clearance)
    for device in wall.devices:
        yield _obstacle(device.id, box_rect(device), (box, box, box, box))


def _obstacle(id_: str, actual: Rect, gaps: tuple[Gap, Gap, Gap, Gap]) -> Obstacle:
    left, right, bottom, top = (gap.width for gap in gaps)
    block = actual.grown(left, bottom, right, top)
    return Obstacle(id_, actual, block, dict(zip(SIDES, gaps, strict=True)))


def overhead_rect(overhead: Overhead, wall: Wall) -> Rect:
    """An overhead hides the wall from its underside up to the top of the tiled part."""
    top = max(wall.top.height, overhead.bottom)
    return Rect(overhead.x, overhead.bottom, overhead.x + overhead.width, top)


def opening_rect(opening: Opening) -> Rect:
    """The outline that tile stops at: casing or bare jamb."""
    return Rect(
        opening.x, opening.sill, opening.x + opening.width, opening.sill + opening.height
    )  # fmt: skip


def box_rect(device: Device) -> Rect:
    """The hole in the wall."""
    return _centred(device.x, device.y, device.box_width, device.box_height)


def plate_rect(device: Device) -> Rect:
    """The cover, centred on the box."""
    return _centred(device.x, device.y, device.plate_width, device.plate_height)


def _centred(x: float, y: float, width: float, height: float) -> Rect:
    return Rect(x - width / 2, y - height / 2, x + width / 2, y + height / 2)


# --- areas and lengths, by painting the wall into a grid of its own lines ---------------------

_FIELD, _CLEARANCE, _SEALANT, _TRIM = 0, 1, 2, 3
_CODES: dict[GapKind, int] = {"clearance": _CLEARANCE, "sealant": _SEALANT, "trim": _TRIM}
_OPEN = -1
"""Owner number of a grid cell that no thing stands on."""

Survey = tuple[float, float, dict[GapKind, float], dict[tuple[str, Side], float]]


def _survey(
    frame: Rect, inner: Rect, gaps: dict[Side, Gap], obstacles: tuple[Obstacle, ...]
) -> Survey:
    """Paint the wall and read off gross area, field area, gap areas and lengths of contact.

    Where gaps overlap (the foot of a corner), trim outranks sealant and sealant clearance.
    """
    strips = _strips(frame, inner, gaps)
    rects = [frame, inner, *(o.actual for o in obstacles), *(o.block for o in obstacles)]
    xs = np.array(distinct_lines(frame.x0, frame.x1, (x for r in rects for x in (r.x0, r.x1))))
    ys = np.array(distinct_lines(frame.y0, frame.y1, (y for r in rects for y in (r.y0, r.y1))))
    fill = np.zeros((len(xs) - 1, len(ys) - 1), dtype=np.int8)
    owner = np.full(fill.shape, _OPEN, dtype=np.int32)
    blocks = [(o.block, _CODES[o.gaps["left"].fills]) for o in obstacles]
    for rect, code in sorted(blocks + strips, key=lambda painted: painted[1]):
        fill[_cells(rect, xs, ys)] = code
    for number, obstacle in enumerate(obstacles):
        owner[_cells(obstacle.actual, xs, ys)] = number
    areas = np.outer(np.diff(xs), np.diff(ys))
    gross = owner == _OPEN
    by_gap = {
        kind: float(areas[gross & (fill == code)].sum()) for kind, code in _CODES.items()
    }  # fmt: skip
    contacts = _contacts(owner, xs, ys, [o.id for o in obstacles])
    return float(areas[gross].sum()), float(areas[gross & (fill == _FIELD)].sum()), by_gap, contacts


def _strips(frame: Rect, inner: Rect, gaps: dict[Side, Gap]) -> list[tuple[Rect, int]]:
    return [
        (frame._replace(x1=inner.x0), _CODES[gaps["left"].fills]),
        (frame._replace(x0=inner.x1), _CODES[gaps["right"].fills]),
        (frame._replace(y1=inner.y0), _CODES[gaps["bottom"].fills]),
        (frame._replace(y0=inner.y1), _CODES[gaps["top"].fills]),
    ]


def _cells(
    rect: Rect, xs: npt.NDArray[np.float64], ys: npt.NDArray[np.float64]
) -> tuple[slice, slice]:
    x0, x1 = np.searchsorted(xs, (rect.x0 - EPS, rect.x1 - EPS))
    y0, y1 = np.searchsorted(ys, (rect.y0 - EPS, rect.y1 - EPS))
    return slice(int(x0), int(x1)), slice(int(y0), int(y1))


def _contacts(
    owner: npt.NDArray[np.int32],
    xs: npt.NDArray[np.float64],
    ys: npt.NDArray[np.float64],
    ids: list[str],
) -> dict[tuple[str, Side], float]:
    """Lengths along which open wall meets the wall's own edges and each side of each thing."""
    dx, dy = np.diff(xs), np.diff(ys)
    is_open = owner == _OPEN
    found: dict[tuple[str, Side], float] = {
        (WALL, "left"): float(dy[is_open[0]].sum()),
        (WALL, "right"): float(dy[is_open[-1]].sum()),
        (WALL, "bottom"): float(dx[is_open[:, 0]].sum()),
        (WALL, "top"): float(dx[is_open[:, -1]].sum()),
    }
    for number, id_ in enumerate(ids):
        own = owner == number
        found[id_, "left"] = float((own[1:] & is_open[:-1]).sum(axis=0) @ dy)
        found[id_, "right"] = float((own[:-1] & is_open[1:]).sum(axis=0) @ dy)
        found[id_, "bottom"] = float(dx @ (own[:, 1:] & is_open[:, :-1]).sum(axis=1))
        found[id_, "top"] = float(dx @ (own[:, :-1] & is_open[:, 1:]).sum(axis=1))
    return found
