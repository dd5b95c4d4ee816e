"""Pieces as they go over the wire to a page: what many have in common is said once.

A wall of chips has thousands of pieces of which a few dozen differ in more than where they lie.
"""

from typing import Annotated, Any, NamedTuple

from pydantic import BaseModel, ConfigDict, Field

from pennant.core.geometry.clip import Outline
from pennant.core.layout.cut_kind import CutKind
from pennant.core.layout.field import Side
from pennant.core.layout.pieces import Piece


class PieceAlike(BaseModel):
    """What pieces that are cut alike have in common; see `Piece`."""

    model_config = ConfigDict(frozen=True)

    wall: str
    phase: int
    kind: CutKind
    cut_sides: tuple[Side, ...]
    width: float
    height: float
    area: float
    shaved: float
    turn: float
    kept: tuple[int, ...] | None
    of: str


class PieceRow(NamedTuple):
    """What a piece has for itself. Its box is the rectangle around its outline."""

    alike: int
    id: str
    tile: str | None
    course: int
    outline: Outline
    tile_at: tuple[float, float]


class PieceRows(BaseModel):
    """Pieces in their order: each row begins with which of ``alike`` it is."""

    model_config = ConfigDict(frozen=True)

    alike: tuple[PieceAlike, ...]
    rows: Annotated[
        tuple[PieceRow, ...],
        Field(
            description="Place in alike, id, tile's id (null where it is the same), course, "
            "outline, where the tile's own frame begins."
        ),
    ]


COMMON = tuple(PieceAlike.model_fields)


def piece_rows(pieces: tuple[Piece, ...]) -> PieceRows:
    """Return pieces as rows, in their order."""
    places: dict[tuple[Any, ...], int] = {}
    rows = []
    for piece in pieces:
        common = (
            piece.wall,
            piece.phase,
            piece.kind,
            piece.cut_sides,
            piece.width,
            piece.height,
            piece.area,
            piece.shaved,
            piece.turn,
            piece.kept,
            piece.of,
        )
        place = places.setdefault(common, len(places))
        tile = None if piece.tile == piece.id else piece.tile
        rows.append(PieceRow(place, piece.id, tile, piece.course, piece.outline, piece.tile_at))
    alike = tuple(
        PieceAlike.model_construct(**dict(zip(COMMON, common, strict=True))) for common in places
    )
    return PieceRows.model_construct(alike=alike, rows=tuple(rows))
