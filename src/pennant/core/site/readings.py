"""Readings taken on the wall, and what each means: how far off the wall or the work is.

A reading is held against what the plan says for the same two points: ``off`` is the reading less
that. ``room`` is how much more room than planned is left for what is still to come.
"""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated, Literal, NoReturn

from pydantic import Field

from pennant.core.document.job import Job
from pennant.core.document.lengths import show_with_unit
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.survey import Device
from pennant.core.document.values import Distance, Shift, Value
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.laying.lay_kitchen import lay
from pennant.core.laying.surface_plan import Laid
from pennant.core.layout.field import Edge
from pennant.core.layout.pieces import Piece
from pennant.core.plan import Plan
from pennant.core.survey.placed import height_at

_Piece = Annotated[str, Field(min_length=1, max_length=40)]
FAR_OFF = 0.25
"""Of what was planned: a reading further off than this is a slip of finger or unit."""
LEAST_FAR_OFF = 50.0
"""Millimetres: over short distances a reading may be so far off all the same."""


class LeftToLine(Value):
    """What is left from the side of a set piece to the line that its course runs to."""

    kind: Literal["left"] = "left"
    piece: _Piece
    side: Literal["left", "right"]
    value: Distance = Field(description="From the tile's edge to the wall, casing or side itself.")


class Height(Value):
    """How high over the counter line the top of a set piece is, at its place."""

    kind: Literal["height"] = "height"
    piece: _Piece
    value: Distance


class Joint(Value):
    """The joint between two set pieces, side by side or one over the other."""

    kind: Literal["joint"] = "joint"
    piece: _Piece
    other: _Piece
    value: Distance


class Lean(Value):
    """How far the top of a wall's end stands to the right of its foot: a corner's real angle."""

    kind: Literal["lean"] = "lean"
    wall: Annotated[str, Field(min_length=1, max_length=40)]
    side: Literal["left", "right"]
    value: Shift


class BoxMoved(Value):
    """A box that is not where it was measured: so far to the right of its place, and up."""

    kind: Literal["box"] = "box"
    thing: Annotated[str, Field(min_length=1, max_length=40)]
    right: Shift = 0.0
    up: Shift = 0.0


Reading = Annotated[LeftToLine | Height | Joint | Lean | BoxMoved, Field(discriminator="kind")]


@dataclass(frozen=True)
class Meant:
    """What a reading comes to. Millimetres.

    ``joints`` are how many are still to come that can share it, and ``line`` the edge at which the
    ``room`` is.
    """

    surface: str
    planned: float
    off: float
    joints: int
    room: float
    line: str = ""

    @property
    def each(self) -> float:
        """What one joint would have to take up; 0 where none is to come."""
        return self.room / self.joints if self.joints else 0.0


def meant(job: Job, plan: Plan, reading: Reading, done: Collection[str] = ()) -> Meant:
    """Return what a reading means; raise `JobRefused` for one that cannot be.

    ``done`` are the pieces that are set: what is left is measured from the last of its course.
    """
    pieces = {piece.id: piece for piece in plan.pieces}
    laid = {one.plan.surface: one for one in lay(job, plan.kitchen)}
    if isinstance(reading, LeftToLine):
        found = _left(_one(pieces, reading.piece, "piece"), reading, laid, done)
    elif isinstance(reading, Height):
        found = _height(_one(pieces, reading.piece, "piece"), reading, laid)
    elif isinstance(reading, Joint):
        first = _one(pieces, reading.piece, "piece")
        found = _joint(first, _one(pieces, reading.other, "other"), reading, laid)
    elif isinstance(reading, Lean):
        found = _lean(job, reading)
    else:
        found = _box(job, reading)
    planned, off = abs(found.planned), abs(found.off)
    if not isinstance(reading, Lean) and off > max(FAR_OFF * planned, LEAST_FAR_OFF):
        far, there = (show_with_unit(one, job.step) for one in (off, planned))
        message = f"is {far} off the {there} planned there; measure again, and look at the unit"
        _refuse("value", message)
    return found


def line_beyond(laid: Laid, piece: Piece, side: str) -> tuple[Edge, float] | None:
    """Return the line that a piece's course runs to on a side, and where the thing itself stands.

    Boxes and rounds do not count: tile goes on beyond them. None where there is none.
    """
    way = 1 if side == "right" else -1
    own = piece.box.x1 if way > 0 else piece.box.x0
    height = (piece.box.y0 + piece.box.y1) / 2
    found: list[tuple[float, Edge]] = []
    for edge in laid.whole.edges:
        if not edge.upright or edge.inward == way or edge.kind in ("box", "around"):
            continue
        if not edge.low - EPS <= height <= edge.high + EPS:
            continue
        face = height_at(tuple((y, x) for x, y in edge.face), height)
        if way * (face - own) > -EPS:
            found.append((way * face, edge))
    if not found:
        return None
    at, edge = min(found, key=lambda one: one[0])
    return edge, way * at


def _left(
    piece: Piece, reading: LeftToLine, laid: Mapping[str, Laid], done: Collection[str]
) -> Meant:
    line = line_beyond(laid[piece.wall], piece, reading.side)
    if line is None:
        _refuse("piece", f"has no line on its {reading.side}")
    edge, face = line
    planned = abs(face - (piece.box.x1 if reading.side == "right" else piece.box.x0))
    beyond = _to_the_line(laid[piece.wall].plan.pieces, piece, reading.side, planned)
    if there := [one for one in beyond if one.id in done]:
        last = max(there, key=lambda one: abs(_middle(one) - _middle(piece)))
        _refuse("piece", f"is not the last of its course: measure from {last.id}, which is set too")
    off = tidy(reading.value - planned)
    return Meant(piece.wall, planned, off, len({one.tile for one in beyond}), off, edge.id)


def pieces_left(plan: Plan, reading: Reading, means: Meant) -> list[Piece]:
    """Return the pieces of a reading's course between its piece and its line, the last one last.

    None but for what is left to a line.
    """
    if not isinstance(reading, LeftToLine):
        return []
    piece = next(one for one in plan.pieces if one.id == reading.piece)
    return _to_the_line(plan.pieces, piece, reading.side, means.planned)


def _to_the_line(pieces: Sequence[Piece], piece: Piece, side: str, planned: float) -> list[Piece]:
    """The pieces of a piece's course on a side of it, as far as a line ``planned`` mm away."""
    row = _row_to(pieces, piece, side)
    return [one for one in row if abs(_middle(one) - _middle(piece)) < planned + piece.box.width]


def _row_to(pieces: Sequence[Piece], piece: Piece, side: str) -> list[Piece]:
    """All other pieces of a piece's course on a side of it, the nearest first."""
    way = 1 if side == "right" else -1
    row = [
        one
        for one in pieces
        if (one.wall, one.course, one.of) == (piece.wall, piece.course, piece.of)
        and way * (_middle(one) - _middle(piece)) > EPS
    ]
    return sorted(row, key=lambda one: way * _middle(one))


def _height(piece: Piece, reading: Height, laid: Mapping[str, Laid]) -> Meant:
    on = laid[piece.wall]
    planned = piece.box.y1 - on.field.surface.counter_at(_middle(piece))
    off = tidy(reading.value - planned)
    above = {
        one.course
        for one in on.plan.pieces
        if one.course > piece.course
        and one.of == piece.of
        and one.box.x0 < piece.box.x1
        and one.box.x1 > piece.box.x0
    }
    # Standing too high leaves less room above.
    return Meant(piece.wall, planned, off, len(above), -off, f"{piece.wall}:top")


def _joint(piece: Piece, other: Piece, reading: Joint, laid: Mapping[str, Laid]) -> Meant:
    if piece.wall != other.wall:
        _refuse("other", "is on another wall")
    first, second = sorted((piece, other), key=lambda one: (one.box.x0, one.box.y0))
    planned = second.box.x0 - first.box.x1
    upright = first.course != second.course
    if upright:
        first, second = sorted((piece, other), key=lambda one: one.box.y0)
        planned = second.box.y0 - first.box.y1
    wide = laid[piece.wall].layout.module.joint * 3 + 5
    if not -EPS <= planned <= wide:
        _refuse("other", f"does not lie beside {piece.id}, or right above or below it")
    by = tidy(reading.value - planned)
    if upright:
        courses = {one.course for one in laid[piece.wall].plan.pieces if one.course > second.course}
        return Meant(piece.wall, planned, by, len(courses), tidy(-by * len(courses)))
    many = len({one.tile for one in _row_to(laid[piece.wall].plan.pieces, second, "right")})
    return Meant(piece.wall, planned, by, many, tidy(-by * many))


def _lean(job: Job, reading: Lean) -> Meant:
    wall = next((one for one in job.walls if one.id == reading.wall), None)
    if wall is None:
        _refuse("wall", "is no wall of this job")
    planned = wall.left_lean if reading.side == "left" else wall.right_lean
    if abs(reading.value) > wall.top.height / 4:
        _refuse("value", "leans more than any wall does: it is the top's distance from plumb")
    off = tidy(reading.value - planned)
    return Meant(wall.id, planned, off, 0, off, f"{wall.id}:{reading.side}")


def _box(job: Job, reading: BoxMoved) -> Meant:
    on = next(
        (
            wall.id
            for wall in job.walls
            for thing in wall.things
            if thing.id == reading.thing and isinstance(thing, Device)
        ),
        None,
    )
    if on is None:
        _refuse("thing", "is no outlet or switch of this job")
    off = max(abs(reading.right), abs(reading.up))
    return Meant(on, 0.0, off, 0, off, f"{reading.thing}:left")


def _one(pieces: Mapping[str, Piece], id_: str, field: str) -> Piece:
    if id_ not in pieces:
        _refuse(field, f"{id_} is no piece of this plan; it may have changed since")
    return pieces[id_]


def _middle(piece: Piece) -> float:
    return (piece.box.x0 + piece.box.x1) / 2


def _refuse(field: str, message: str) -> NoReturn:
    raise JobRefused([Problem(pointer=f"/reading/{field}", message=message)])
