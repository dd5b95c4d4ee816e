"""Drops: how many straight end pieces can share a tile with another.

An end piece has one side cut and keeps the factory edge of the other for its neighbour. A tile
has two factory ends and can be turned round, so it gives at most two such pieces, and it does if
both and the kerf between them fit in it: fewest tiles = pieces - a maximum matching.
"""

from collections.abc import Iterable

from pennant.core.pieces import Piece
from pennant.core.tolerance import EPS


def shared_tiles(pieces: Iterable[Piece], whole: float, kerf: float) -> int:
    """Return how many tiles (``whole`` mm along the cut) give two of the end pieces each."""
    return pairs([_along(piece) for piece in pieces if is_end_piece(piece)], whole, kerf)


def is_end_piece(piece: Piece) -> bool:
    """Whether it is a plain crosscut, alone in its tile, that needs just one factory end."""
    alone = piece.id == piece.tile
    return alone and piece.kind == "crosscut" and len(piece.cut_sides) == 1


def _along(piece: Piece) -> float:
    return piece.width if piece.cut_sides[0] in ("left", "right") else piece.height


def pairs(lengths: Iterable[float], whole: float, kerf: float) -> int:
    """Return the most pairs a + b + kerf <= whole: the shortest goes with the longest it can.

    >>> pairs([3.9, 3.9, 5.0, 2.0], 8.0, 0.0)
    2
    """
    ordered = sorted(lengths)
    low, high, found = 0, len(ordered) - 1, 0
    while low < high:
        if ordered[low] + ordered[high] + kerf <= whole + EPS:
            low, found = low + 1, found + 1
        high -= 1
    return found
