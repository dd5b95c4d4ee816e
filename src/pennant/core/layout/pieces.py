"""Pieces: what each tile of the layout comes to when the field has been cut out of it."""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Annotated, NamedTuple

from pydantic import Field as Described

from pennant.core.document.tiles import BORDER
from pennant.core.geometry.clip import (
    Outline,
    Ring,
    area_left,
    cut_out,
    is_square,
    outline_area,
    ring_of,
)
from pennant.core.geometry.many import made_often
from pennant.core.geometry.placement import Placement
from pennant.core.geometry.rect import Rect
from pennant.core.geometry.tolerance import EPS, tidy
from pennant.core.layout.courses import Course
from pennant.core.layout.cut_kind import CutKind
from pennant.core.layout.field import Field, KeepOut, Side


@made_often
class Piece:
    """One piece of tile on the wall. Millimetres, x right and y up from the wall's datum.

    A plain dataclass, because a plan makes hundreds of them for every key that is pressed.
    """

    id: str
    wall: str
    course: Annotated[int, Described(description="0 is the lowest.")]
    phase: Annotated[int, Described(description="Courses of one phase have joints in line.")]
    tile: Annotated[str, Described(description="Parts of one split tile share it.")]
    kind: CutKind
    cut_sides: Annotated[
        tuple[Side, ...], Described(description="Sides short of the tile's own factory edge.")
    ]
    outline: Outline
    box: Annotated[Rect, Described(description="Around the piece: x0, y0, x1, y1.")]
    width: Annotated[float, Described(description="Along its tile's length as laid.")]
    height: float
    area: float
    tile_at: Annotated[
        tuple[float, float],
        Described(
            description="Where the origin of the tile's own frame lies: its lower left corner."
        ),
    ] = (0.0, 0.0)
    shaved: Annotated[float, Described(description="By how much its tile is shorter.")] = 0.0
    turn: Annotated[
        float, Described(description="Degrees that its tile is turned by, counterclockwise.")
    ] = 0.0
    kept: Annotated[
        tuple[int, ...] | None,
        Described(description="Sides of its tile, from 0, that it has some of; null in courses."),
    ] = None

    of: Annotated[
        str,
        Described(description="Whose tile: empty for the wall's; border; an area's, its liner's."),
    ] = ""

    @property
    def border(self) -> bool:
        """Whether it is of the border's tile."""
        return self.of == BORDER

    @property
    def placement(self) -> Placement:
        """Where its tile lies."""
        return Placement(*self.tile_at, self.turn)


@dataclass(frozen=True)
class Cutting:
    """What cutting the field out of the courses comes to. Areas in mm2.

    ``seen`` has, for each piece that a box is cut out of, its outline with the plate on: as if the
    box were not there. What an edge gets is judged by that.
    """

    pieces: list[Piece]
    joint_area: float
    seen: dict[str, Outline]


def pieces_of(
    code: str, field: Field, courses: Iterable[Course], crumb: float = 0.0, of: str = ""
) -> Cutting:
    """Return the pieces, course by course from the left, and the joint area among them.

    ``code`` begins the ids, which are wall, course and place, such as ``A3.12``. The joint area is
    reckoned from the cells (tile and half a joint all round): in each, what the field leaves of the
    cell less what it leaves of the tile. What is smaller than a ``crumb`` (mm) both ways is joint.
    """
    pieces: list[Piece] = []
    joints = 0.0
    seen: dict[str, Outline] = {}
    lowest: int | None = None
    inner = field.inner
    for number, course in enumerate(courses):
        low, high = course.band
        beside = [k for k in field.keep_outs if k.box.y0 < high and k.box.y1 > low]
        row: list[Piece] = []
        lowest = number if lowest is None else lowest
        place = 0
        for whole_cell, laid, whole in course.units(inner.x0, inner.x1):
            cell = whole_cell.meet(inner)
            near = [k for k in beside if k.box.x0 < cell.x1 and k.box.x1 > cell.x0]
            if not near and cell == whole_cell and laid == whole and not _is_small(laid, crumb):
                # Most tiles of a wall stand free of everything: nothing is cut out of them.
                id_ = f"{code}{number - lowest + 1}.{place + 1}"
                row.append(_free(field.surface.id, course, number - lowest, id_, laid, of))
                joints += cell.area - laid.area
                place += 1
                continue
            if cell.empty() or any(keep.square and keep.box.holds(cell) for keep in near):
                continue
            inside = laid.meet(inner)
            parts = [] if inside.empty() else _cut(inside, near)
            parts = [part for part in parts if not _is_crumb(part, crumb)]
            joints += _left(cell, near) - sum(outline_area(part) for part in parts)
            if not parts:
                continue
            id_ = f"{code}{number - lowest + 1}.{place + 1}"
            tile = _Tile(field.surface.id, course, number - lowest, id_, whole, laid, of)
            cut = _numbered(tile, parts)
            row += cut
            place += 1
            if any(keep.hidden for keep in near):
                covered = _cut(inside, [keep for keep in near if not keep.hidden])
                seen |= {piece.id: around_piece(piece.outline, covered) for piece in cut}
        if not row and lowest == number:
            lowest = None
        pieces += row
    return Cutting(pieces, joints, seen)


def _free(wall: str, course: Course, number: int, id_: str, laid: Rect, of: str) -> Piece:
    """A whole tile that nothing meets, as `_piece` would make it."""
    x0, y0, x1, y1 = laid
    box = Rect(tidy(x0), tidy(y0), tidy(x1), tidy(y1))
    return Piece(
        id=id_,
        wall=wall,
        course=number,
        phase=course.phase,
        tile=id_,
        kind="full",
        cut_sides=(),
        outline=(ring_of(box),),
        box=box,
        width=tidy(x1 - x0),
        height=tidy(y1 - y0),
        area=tidy((x1 - x0) * (y1 - y0)),
        tile_at=(box.x0, box.y0),
        of=BORDER if course.border else of,
    )


def _is_crumb(part: Outline, crumb: float) -> bool:
    return _is_small(bounds(part), crumb)


def _is_small(box: Rect, crumb: float) -> bool:
    return box.width < crumb - EPS and box.height < crumb - EPS


def _cut(rect: Rect, near: list[KeepOut]) -> list[Outline]:
    slanted = [keep.polygon for keep in near if not keep.square]
    return cut_out(rect, [keep.box for keep in near if keep.square], slanted)


def _left(rect: Rect, near: list[KeepOut]) -> float:
    slanted = [keep.polygon for keep in near if not keep.square]
    return area_left(rect, [keep.box for keep in near if keep.square], slanted)


def around_piece(piece: Outline, outlines: list[Outline]) -> Outline:
    """Return the smallest outline that a piece lies in: what it would be without a box in it.

    Where none holds it, because two ways of cutting differ by a rounding, it is the piece itself.
    """
    box = bounds(piece)
    return min(
        (outline for outline in outlines if bounds(outline).holds(box)),
        key=outline_area,
        default=piece,
    )


class _Tile(NamedTuple):
    """A tile on the wall, before it is known into how many pieces it falls."""

    wall: str
    course: Course
    number: int
    id: str
    whole: Rect
    laid: Rect
    of: str

    def shaved(self, piece: Rect) -> float:
        """By how much (mm) a piece of it is shorter at a side that is not its outline's own."""
        left = self.laid.x0 - self.whole.x0 if piece.x0 <= self.laid.x0 + EPS else 0.0
        right = self.whole.x1 - self.laid.x1 if piece.x1 >= self.laid.x1 - EPS else 0.0
        return tidy(left + right)


def _numbered(tile: _Tile, parts: list[Outline]) -> list[Piece]:
    return [
        _piece(tile, id_, part)
        for id_, part in zip(part_ids(tile.id, len(parts)), parts, strict=True)
    ]


def part_ids(tile: str, count: int) -> list[str]:
    """Return the ids of a tile's parts: its own, or with a letter each where it falls into several.

    >>> part_ids("A3.12", 1), part_ids("A3.12", 2)
    (['A3.12'], ['A3.12a', 'A3.12b'])
    """
    if count == 1:
        return [tile]
    return [tile + (chr(ord("a") + n) if n < 26 else f"-{n}") for n in range(count)]


def _piece(tile: _Tile, id_: str, outline: Outline) -> Piece:
    raw = bounds(outline)
    sides = cut_sides(raw, tile.whole)
    box = Rect(tidy(raw.x0), tidy(raw.y0), tidy(raw.x1), tidy(raw.y1))
    plain = len(outline) == 1 and is_square(outline[0])
    return Piece(
        id=id_,
        wall=tile.wall,
        course=tile.number,
        phase=tile.course.phase,
        tile=tile.id,
        kind=kind_of(outline, tile.whole, sides),
        cut_sides=sides,
        outline=(ring_of(box),) if plain else _tidied(outline),
        box=box,
        width=tidy(raw.width),
        height=tidy(raw.height),
        area=tidy(outline_area(outline)),
        tile_at=(tidy(tile.whole.x0), tidy(tile.whole.y0)),
        shaved=tile.shaved(raw),
        of=BORDER if tile.course.border else tile.of,
    )


def _tidied(outline: Outline) -> Outline:
    return tuple(tuple((tidy(x), tidy(y)) for x, y in ring) for ring in outline)


def bounds(outline: Outline) -> Rect:
    """Return the rectangle around an outline."""
    shell = outline[0]
    if is_square(shell):
        return Rect(*shell[0], *shell[2])
    xs = [x for x, _ in shell]
    ys = [y for _, y in shell]
    return Rect(min(xs), min(ys), max(xs), max(ys))


def overlapping(pieces: Iterable[Piece], rect: Rect) -> list[Piece]:
    """Return the pieces whose boxes share more than an edge with a rectangle.

    As `Rect.overlaps` says of each, which would take three times as long for a wall of chips.
    """
    x0, y0, x1, y1 = rect
    return [
        piece
        for piece in pieces
        if x1 - (box := piece.box)[0] > EPS
        and box[2] - x0 > EPS
        and y1 - box[1] > EPS
        and box[3] - y0 > EPS
    ]


def cut_sides(box: Rect, whole: Rect) -> tuple[Side, ...]:
    """Return the sides at which a piece falls short of its tile."""
    if box == whole:
        return ()
    short: tuple[tuple[Side, float], ...] = (
        ("left", box.x0 - whole.x0),
        ("right", whole.x1 - box.x1),
        ("bottom", box.y0 - whole.y0),
        ("top", whole.y1 - box.y1),
    )
    return tuple(side for side, by in short if by > EPS)


def kind_of(outline: Outline, whole: Rect, sides: tuple[Side, ...]) -> CutKind:
    """Name the cut from the geometry.

    Across the tile's length, along it, both; with a slanted side; notched; around a round; holed.
    """
    if len(outline) > 1:
        return "hole"
    shell = outline[0]
    if not is_square(shell):
        return _odd(shell)
    if not sides:
        return "full"
    shorter = "left" in sides or "right" in sides
    lower = "bottom" in sides or "top" in sides
    if shorter and lower:
        return "both"
    if abs(whole.width - whole.height) <= EPS:
        return "crosscut"  # a square has no length to be ripped along
    return "crosscut" if shorter == (whole.width > whole.height) else "rip"


def _odd(shell: Ring) -> CutKind:
    """A piece that is no rectangle: all its slants on one or two straight lines is a taper."""
    sides = list(zip(shell, (*shell[1:], shell[0]), strict=True))
    slanted = sum(abs(a[0] - b[0]) > EPS and abs(a[1] - b[1]) > EPS for a, b in sides)
    if slanted > 2:
        return "curve"
    turns = (
        (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0])
        for a, b, c in zip(shell, (*shell[1:], shell[0]), (*shell[2:], *shell[:2]), strict=True)
    )
    return "taper" if slanted and all(turn > 0 for turn in turns) else "notch"
