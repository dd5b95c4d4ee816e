"""A number with its noun, in the singular or the plural, and which noun tile is counted by."""

from pennant.core.document.tile import Tile


def counted(count: int, one: str, several: str = "") -> str:
    """Return a count with its noun; ``several`` is the plural where it is not ``one`` with an s.

    >>> counted(1, "cut"), counted(21, "cut"), counted(2, "batch", "batches")
    ('1 cut', '21 cuts', '2 batches')
    """
    return f"{count} {one if count == 1 else several or f'{one}s'}"


def what_is_bought(tile: Tile) -> str:
    """Return what a tile is counted in when it is bought: sheets where it comes on a backing."""
    return "sheet" if tile.sheet is not None else "tile"
