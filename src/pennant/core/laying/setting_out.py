"""Setting out: the distances to every line that is struck on the wall before a tile is set.

From fixed edges: the start line from both ends, course heights over the counter and below the
laser line, where the joints of each kind of course fall, and the lines of trim.
"""

from collections import defaultdict
from collections.abc import Collection, Iterator, Mapping
from dataclasses import dataclass

from pennant.core.document.job import Job
from pennant.core.document.tiles import BORDER, FIELD
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.laying.surface_plan import SurfacePlan
from pennant.core.layout.field import Field
from pennant.core.layout.field_of import field_of
from pennant.core.layout.lattice import Lattice
from pennant.core.layout.lattice_of import lattice_of
from pennant.core.survey.kitchen import floats_of
from pennant.core.survey.placed import Kitchen

MOST_ROWS = 40
"""Rows of a lattice that are marked on a story pole; a tile that fits no whole number of times has
more heights than anyone would mark, and is set from the diagonals."""


@dataclass(frozen=True, slots=True)
class CourseLine:
    """The lower edge of a course: its height over the datum, and below the laser line if known."""

    course: int
    over_datum: float
    below_laser: float | None


@dataclass(frozen=True, slots=True)
class Joints:
    """Where upright joints fall in one kind of course, from the wall's left end.

    ``at`` is the right side of a joint: the left edge of the tile that one sets against the line.
    """

    phase: int
    courses: tuple[int, ...]
    at: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class TrimLine:
    """Where the face of a trim begins: along from the left end, or up from the datum."""

    side: str
    at: float


@dataclass(frozen=True, slots=True)
class DiagonalLine:
    """A line at 45 degrees through the crossing of start line and level line, to where it leaves
    the tiled wall: from its lower end (x, y) to its upper one, from the left end and the datum.
    """

    low: tuple[float, float]
    high: tuple[float, float]


@dataclass(frozen=True, slots=True)
class SettingOut:
    """All lines of one wall. ``start`` is the left edge of the pennant's tile, from the left end;
    where that lies outside the wall, the joint in line with it that is nearest on the wall.

    ``floats`` are the ends whose line may still move: there the fit closes.
    ``full_left`` and ``full_right`` say whether some course has a full tile at that end: where
    setting begins; the other end is where the fit closes.
    """

    surface: str
    start: float
    from_right: float
    courses: tuple[CourseLine, ...]
    joints: tuple[Joints, ...]
    trims: tuple[TrimLine, ...]
    full_left: bool
    full_right: bool
    floats: tuple[str, ...] = ()
    level: float | None = None
    diagonals: tuple[DiagonalLine, ...] = ()


def setting_out_of(job: Job, kitchen: Kitchen, plan: SurfacePlan) -> SettingOut:
    """Return the lines of a wall, or of a tiled counter, as it is planned."""
    surface = kitchen.surface(plan.surface)
    field = field_of(surface, job.settings)
    for counter in job.counters:
        if counter.id == surface.id:
            lattice = lattice_of(counter.tile, counter.pattern)
            end = counter.at + counter.width
            return setting_out(field, plan, end, None, (), lattice, counter.id)
    wall = job.wall(surface.id)
    lattice = lattice_of(job.tile, job.pattern)
    return setting_out(field, plan, wall.length, kitchen.laser, floats_of(wall), lattice)


def setting_out(
    field: Field,
    plan: SurfacePlan,
    length: float,
    laser: float | None,
    floats: Collection[str] = (),
    lattice: Lattice | None = None,
    of: str = FIELD,
) -> SettingOut:
    """Return the lines of a wall or counter as planned; ``length`` is its overall (mm).

    ``floats`` are the ends whose line may still move; ``of`` is what its tile is called by. Areas
    are set out by their own frames.
    """
    if lattice is not None:
        return _of_lattice(field, plan, length, laser, floats, lattice, of)
    rows: dict[int, tuple[float, int]] = {}
    edges: dict[int, set[float]] = defaultdict(set)
    courses: dict[int, set[int]] = defaultdict(set)
    for piece in plan.pieces:
        if piece.of not in (of, BORDER):
            continue
        box = piece.box
        if "bottom" not in piece.cut_sides:
            rows[piece.course] = (box.y0, piece.phase)
        if "left" not in piece.cut_sides or piece.shaved:
            edges[piece.phase].add(box.x0)
        courses[piece.phase].add(piece.course)
    start = _on_the_wall(plan.pennant.tile_x, length, edges)
    lines = tuple(
        CourseLine(course, tidy(y), None if laser is None else tidy(laser - y))
        for course, (y, _) in sorted(rows.items())
    )
    joints = tuple(
        Joints(phase, tuple(sorted(courses[phase])), tuple(sorted(edges[phase])))
        for phase in sorted(courses)
    )
    full = {
        reading.side: any(gets.full for gets in reading.gets)
        for reading in plan.edges
        if reading.owner == field.surface.id
    }
    return SettingOut(
        surface=field.surface.id,
        start=tidy(start),
        from_right=tidy(length - start),
        courses=lines,
        joints=joints,
        trims=tuple(_trims(field)),
        full_left=full.get("left", False),
        full_right=full.get("right", False),
        floats=tuple(floats),
    )


def _of_lattice(
    field: Field,
    plan: SurfacePlan,
    length: float,
    laser: float | None,
    floats: Collection[str],
    lattice: Lattice,
    of: str,
) -> SettingOut:
    """The lines of a lattice: plumb through the middle of its figure, level under it, the rows'
    lowest points, and where tiles run aslant the two diagonals through the crossing.
    """
    flag, figure = plan.pennant, lattice.figure
    middle = flag.tile_x + figure.width / 2
    (ax, ay), (bx, by) = lattice.steps
    steps = [(ax, ay), (bx, by), (ax + bx, ay + by), (ax - bx, ay - by)]
    middle = _nearest(middle, length, [abs(x) for x, y in steps if abs(y) <= EPS])
    # The figure's tip, or its middle's head: a tile's corner, from which its sides run aslant.
    level = flag.tile_y + figure.height
    for up in sorted(abs(y) for x, y in steps if abs(x) <= EPS and abs(y) > EPS)[:1]:
        level = field.foot + (level - field.foot) % up
    lows: dict[float, int] = {}
    for piece in plan.pieces:
        if piece.of == of and piece.kind == "full":
            lows.setdefault(round(piece.box.y0, 1), piece.course)
    rows = tuple(
        CourseLine(row, tidy(y), None if laser is None else tidy(laser - y))
        for y, row in sorted(lows.items())
    )
    turned = any(unit.at.turn % 90 for unit in lattice.units)
    full = {
        reading.side: any(gets.full for gets in reading.gets)
        for reading in plan.edges
        if reading.owner == field.surface.id
    }
    return SettingOut(
        surface=field.surface.id,
        start=tidy(middle),
        from_right=tidy(length - middle),
        courses=rows if len(rows) <= MOST_ROWS else (),
        joints=(),
        trims=tuple(_trims(field)),
        full_left=full.get("left", False),
        full_right=full.get("right", False),
        floats=tuple(floats),
        level=tidy(level),
        diagonals=tuple(_diagonals(field, middle, level)) if turned else (),
    )


def _nearest(at: float, length: float, repeats: list[float]) -> float:
    """The place on the wall that is so many whole repeats from another one, the nearest to it."""
    step = min((repeat for repeat in repeats if repeat > EPS), default=0.0)
    if 0 <= at <= length or not step:
        return min(max(at, 0.0), length)
    return at % step


def _diagonals(field: Field, x: float, y: float) -> Iterator[DiagonalLine]:
    """The two diagonals through a place, as far as the field's box reaches."""
    inner = field.inner
    for way in (1, -1):
        ends = []
        for up, reach_y in ((-1, y - inner.y0), (1, inner.y1 - y)):
            beside = inner.x1 - x if way * up > 0 else x - inner.x0
            reach = max(min(reach_y, beside), 0.0)
            ends.append((tidy(x + way * up * reach), tidy(y + up * reach)))
        yield DiagonalLine(ends[0], ends[1])


def _on_the_wall(start: float, length: float, edges: Mapping[int, set[float]]) -> float:
    """The start line, or the joint nearest to it that somebody can strike on the wall."""
    if 0 <= start <= length:
        return start
    first = edges.get(0) or {x for every in edges.values() for x in every}
    within = [x for x in first if 0 <= x <= length]
    return min(within, key=lambda x: abs(x - start), default=min(max(start, 0.0), length))


def _trims(field: Field) -> list[TrimLine]:
    return [
        TrimLine(edge.side, tidy(edge.along[0][1]))
        for edge in field.edges
        if edge.gap.fills == "trim" and edge.gap.width > EPS and edge.owner == field.surface.id
    ]
