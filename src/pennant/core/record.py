"""The record of the site: which pieces are cut, set or broken, and what a broken one is cut from.

The record is a list of notes in the order in which they were made. A note that was taken back
counts no more; the others make up where each piece stands.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal, NamedTuple

from pennant.core.rect import Rect
from pennant.core.stock import Item, Stock, drop_for

Event = Literal["cut", "set", "broken", "taken back"]
State = Literal["cut", "set", "broken"]
"""Where a piece stands; one that nothing is noted about is still to cut."""


class Note(NamedTuple):
    """One thing noted about a piece; ``taken back`` undoes the last one about it that stands."""

    piece: str
    event: Event


@dataclass(frozen=True, slots=True)
class Again:
    """A piece that broke and is cut again: from the drop of a tile, or from a new one (None)."""

    piece: str
    tile: int | None
    drop: Rect | None


@dataclass(frozen=True)
class Record:
    """Where each piece noted about stands; ``broken`` pieces in order, once for every time."""

    states: dict[str, State]
    broken: tuple[str, ...]

    def count(self, state: State) -> int:
        """How many pieces stand there."""
        return sum(one == state for one in self.states.values())


def record_of(notes: Iterable[Note]) -> Record:
    """Return the record that notes make up."""
    standing: dict[str, list[State]] = {}
    broken: list[str] = []
    for note in notes:
        events = standing.setdefault(note.piece, [])
        if note.event == "taken back":
            if events and events.pop() == "broken":
                last = max(n for n, piece in enumerate(broken) if piece == note.piece)
                del broken[last]
        else:
            events.append(note.event)
            if note.event == "broken":
                broken.append(note.piece)
    states = {piece: events[-1] for piece, events in standing.items() if events}
    return Record(states, tuple(broken))


def again_of(record: Record, stock: Stock, items: dict[str, Item]) -> list[Again]:
    """Return what each broken piece is cut from again: a drop first, each only once, else a tile.

    A drop counts when its own tile has been cut, or its pieces would have to be cut out of turn.
    """
    gone = {"cut", "set", "broken"}
    drops = [
        (tile.number, drop)
        for tile in stock.tiles
        if tile.drops and all(record.states.get(cut.piece) in gone for cut in tile.cuts)
        for drop in tile.drops
    ]
    found = []
    for piece in record.broken:
        fit = drop_for(items[piece], drops, stock.sheet) if piece in items else None
        if fit is not None:
            drops.remove(fit)
        found.append(Again(piece, fit[0] if fit else None, fit[1] if fit else None))
    return found
