"""Pieces: what each tile of the layout comes to when the field has been cut out of it."""

from collections.abc import Iterable
from typing import Annotated, Literal

from pydantic import Field as Described

from pennant.core.clip import Outline, area_left, cut_out, outline_area
from pennant.core.courses import Course
from pennant.core.field import Field, Side
from pennant.core.rect import Rect
from pennant.core.tolerance import EPS, tidy
from pennant.core.values import Value

Kind = Literal["full", "crosscut", "rip", "both", "notch", "hole"]


class Piece(Value):
    """One piece of tile on the wall. Millimetres, x right and y up from the wall's datum."""

    id: str
    wall: str
    course: Annotated[int, Described(description="0 is the lowest.")]
    phase: Annotated[int, Described(description="Courses of one phase have joints in line.")]
    tile: Annotated[str, Described(description="Parts of one split tile share it.")]
    kind: Kind
    cut_sides: Annotated[
        tuple[Side, ...], Described(description="Sides short of the tile's own factory edge.")
    ]
    outline: Outline
    width: float
    height: float
    area: float

    @property
    def box(self) -> Rect:
        """The rectangle around the piece."""
        return bounds(self.outline)


def pieces_of(wall: str, field: Field, courses: Iterable[Course]) -> tuple[list[Piece], float]:
    """Return the pieces, course by course from the left, and the joint area among them (mm2).

    The joint area is reckoned from the cells (tile and half a joint all round): in each, what the
    field leaves of the cell less what it leaves of the tile.
    """
    pieces: list[Piece] = []
    joints = 0.0
    lowest: int | None = None
    for course in courses:
        band = course.cell(0)
        blocks = [b for b in field.blocks if b.y0 < band.y1 and b.y1 > band.y0]
        row: list[Piece] = []
        number = course.row - (course.row if lowest is None else lowest)
        for column in course.columns(field.inner.x0, field.inner.x1):
            cell = course.cell(column).meet(field.inner)
            if cell.empty():
                continue
            tile = course.tile(column)
            parts = _parts(tile, field.inner, blocks)
            joints += area_left(cell, blocks) - sum(outline_area(part) for part in parts)
            row += _numbered(wall, course, number, tile, len({p.tile for p in row}), parts)
        if row and lowest is None:
            lowest = course.row
        pieces += row
    return pieces, joints


def _parts(tile: Rect, inner: Rect, blocks: list[Rect]) -> list[Outline]:
    inside = tile.meet(inner)
    return [] if inside.empty() else cut_out(inside, blocks)


def _numbered(
    wall: str, course: Course, number: int, whole: Rect, place: int, parts: list[Outline]
) -> list[Piece]:
    tile = f"{number + 1}.{place + 1}"
    marks = [chr(ord("a") + n) if n < 26 else f"-{n}" for n in range(len(parts))]
    return [
        _piece(wall, course, number, whole, tile, tile if len(parts) == 1 else tile + mark, part)
        for mark, part in zip(marks, parts, strict=True)
    ]


def _piece(
    wall: str, course: Course, number: int, whole: Rect, tile: str, id_: str, outline: Outline
) -> Piece:
    box = bounds(outline)
    return Piece.model_construct(
        id=id_, wall=wall, course=number, phase=course.phase, tile=tile,
        kind=kind_of(outline, whole), cut_sides=cut_sides(box, whole),
        outline=tuple(tuple((tidy(x), tidy(y)) for x, y in ring) for ring in outline),
        width=tidy(box.width), height=tidy(box.height), area=tidy(outline_area(outline)),
    )  # fmt: skip


def bounds(outline: Outline) -> Rect:
    """Return the rectangle around an outline."""
    xs = [x for x, _ in outline[0]]
    ys = [y for _, y in outline[0]]
    return Rect(min(xs), min(ys), max(xs), max(ys))


def cut_sides(box: Rect, whole: Rect) -> tuple[Side, ...]:
    """Return the sides at which a piece falls short of its tile."""
    short: tuple[tuple[Side, float], ...] = (
        ("left", box.x0 - whole.x0), ("right", whole.x1 - box.x1),
        ("bottom", box.y0 - whole.y0), ("top", whole.y1 - box.y1),
    )  # fmt: skip
    return tuple(side for side, by in short if by > EPS)


def kind_of(outline: Outline, whole: Rect) -> Kind:
    """Name the cut from the geometry: across the tile's length, along it, both, notched, holed."""
    if len(outline) > 1:
        return "hole"
    if len(outline[0]) > 4:
        return "notch"
    sides = cut_sides(bounds(outline), whole)
    shorter, lower = {"left", "right"} & {*sides}, {"bottom", "top"} & {*sides}
    if shorter and lower:
        return "both"
    if not (shorter or lower):
        return "full"
    if abs(whole.width - whole.height) <= EPS:
        return "crosscut"  # a square has no length to be ripped along
    return "crosscut" if bool(shorter) == (whole.width > whole.height) else "rip"
