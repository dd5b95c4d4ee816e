"""Setting out: the distances to every line that is struck on the wall before a tile is set.

From fixed edges: the start line from both ends, course heights over the counter and below the
laser line, where the joints of each kind of course fall, and the lines of trim.
"""

from collections import defaultdict
from collections.abc import Collection, Mapping
from dataclasses import dataclass

from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.layout.field import Field
from pennant.core.reading.laying import SurfacePlan


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


def setting_out(
    field: Field,
    plan: SurfacePlan,
    length: float,
    laser: float | None,
    floats: Collection[str] = (),
) -> SettingOut:
    """Return the lines of a wall as planned; ``length`` is its overall (mm).

    ``floats`` are the ends whose line may still move.
    """
    rows: dict[int, tuple[float, int]] = {}
    edges: dict[int, set[float]] = defaultdict(set)
    courses: dict[int, set[int]] = defaultdict(set)
    for piece in plan.pieces:
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
        surface=field.surface.id, start=tidy(start), from_right=tidy(length - start),
        courses=lines, joints=joints, trims=tuple(_trims(field)),
        full_left=full.get("left", False), full_right=full.get("right", False),
        floats=tuple(floats),
    )  # fmt: skip


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
