"""The record of the site: which pieces are cut, set or broken, and what a broken one is cut from.

The record is a list of events in the order in which they were kept, each with the piece as it was
then. A plan made since may number its pieces otherwise, or cut them to other sizes; an event counts
for the piece that lies where its own lay, with the same outline, and for no other. Likewise the
tile that a piece was cut from is as it was dealt then: a plan made since deals it no more.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Literal, NamedTuple

from pennant.core.cuts.items import Item, Stock, WholeTile, item_of
from pennant.core.cuts.stock import offcut_for
from pennant.core.document.tiles import FIELD
from pennant.core.geometry.clip import Outline, outline_area
from pennant.core.geometry.rect import Rect
from pennant.core.layout.pieces import Piece, bounds

Event = Literal["cut", "set", "broken", "taken off", "taken back"]
PieceState = Literal["cut", "set", "broken"]
"""Where a piece stands; one that nothing is noted about is still to cut."""
AFTER: dict[Event, PieceState] = {
    "cut": "cut",
    "set": "set",
    "broken": "broken",
    "taken off": "cut",
}
"""Where a piece stands after an event: one that is taken off the wall is washed and set again."""


class Spot(NamedTuple):
    """Where a piece lay on a surface, in mm: its outline, shell and holes."""

    surface: str
    outline: Outline


def is_shape(rings: Sequence[Sequence[object]]) -> bool:
    """Return whether rings are a shell and holes, each of three points or more."""
    return bool(rings) and all(len(ring) >= 3 for ring in rings)


class CutTile(NamedTuple):
    """The tile that a piece was cut from: all pieces dealt to it then, and the offcuts it left."""

    number: int
    border: bool
    pieces: tuple[str, ...]
    offcuts: tuple[Rect, ...]


class SiteEvent(NamedTuple):
    """Something noted about a piece by its code then; ``takes_back`` is the id of another event.

    ``id`` is that of the entry that said so, which may say it of several pieces at once. ``spot``
    is None where the plan of that time had no such piece.
    """

    id: int
    piece: str
    event: Event
    spot: Spot | None = None
    tile: CutTile | None = None
    takes_back: int | None = None


@dataclass(frozen=True, slots=True)
class Again:
    """A piece that broke and is cut again: from the offcut of a tile, or from a new one (None)."""

    piece: str
    tile: int | None
    offcut: Rect | None


@dataclass(frozen=True)
class Record:
    """Where each piece of today's plan stands.

    ``last`` is the event that says so, by its id. ``broken`` pieces are in order, once for every
    time. ``tiles`` are those that pieces were cut from. ``elsewhere`` are events about pieces that
    today's plan does not have.
    """

    states: dict[str, PieceState]
    last: dict[str, int]
    broken: tuple[str, ...]
    tiles: dict[str, CutTile]
    elsewhere: tuple[SiteEvent, ...]

    def count(self, state: PieceState) -> int:
        """How many pieces stand there."""
        return sum(one == state for one in self.states.values())


def spot_of(piece: Piece) -> Spot:
    """Return where a piece lies."""
    return Spot(piece.wall, piece.outline)


def cut_tiles(stock: Stock, *, border: bool) -> dict[str, CutTile]:
    """Return the tile that each piece of a stock is dealt to, by the piece's code."""
    found: dict[str, CutTile] = {}
    for tile in stock.tiles:
        pieces = tuple(cut.piece for cut in tile.cuts)
        dealt = CutTile(tile.number, border, pieces, tuple(tile.offcuts))
        for piece in pieces:
            found.setdefault(piece, dealt)
    return found


def record_of(events: Iterable[SiteEvent], pieces: Sequence[Piece], within: float) -> Record:
    """Return the record that events make up for today's pieces.

    A piece is the one that was noted if it lies on the same surface and no side of it has moved by
    more than ``within`` (mm).
    """
    every = list(events)
    gone = {one.takes_back for one in every}
    states: dict[str, PieceState] = {}
    last: dict[str, int] = {}
    broken: list[str] = []
    tiles: dict[str, CutTile] = {}
    elsewhere: list[SiteEvent] = []
    find = Finder(pieces, within)
    for one in every:
        if one.event == "taken back" or one.id in gone:
            continue
        piece = find.piece(one)
        if piece is None:
            elsewhere.append(one)
            continue
        states[piece], last[piece] = AFTER[one.event], one.id
        if one.event == "broken":
            broken.append(piece)
        elif one.tile is not None:
            tiles[piece] = one.tile
    return Record(states, last, tuple(broken), tiles, tuple(elsewhere))


class Finder:
    """Finds which piece of today's plan an event was about."""

    def __init__(self, pieces: Sequence[Piece], within: float) -> None:
        self.within = within
        self.by_id = {piece.id: piece for piece in pieces}
        self.on: dict[str, list[Piece]] = {}
        for piece in pieces:
            self.on.setdefault(piece.wall, []).append(piece)

    def piece(self, event: SiteEvent) -> str | None:
        """The piece that lies where the event's lay; most often it is called as it was."""
        if event.spot is None:
            return None
        named = self.by_id.get(event.piece)
        if named is not None and event.spot == spot_of(named):
            return named.id  # most often nothing has moved at all, and nothing is measured
        box, area = bounds(event.spot.outline), outline_area(event.spot.outline)
        others = self.on.get(event.spot.surface, [])
        for piece in (named, *others) if named else others:
            if piece.wall == event.spot.surface and self._same(piece, box, area):
                return piece.id
        return None

    def _same(self, piece: Piece, box: Rect, area: float) -> bool:
        moved = max(abs(a - b) for a, b in zip(piece.box, box, strict=True))
        # A notch that came or went leaves the box as it was, and changes the area by more than
        # sides that moved a little do.
        return moved <= self.within and abs(piece.area - area) <= self.within * (
            box.width + box.height
        )


def dealt_otherwise(record: Record, stock: Stock) -> list[str]:
    """Return pieces still to cut whose tile in ``stock`` is not there for them any more.

    Another piece of that tile has been cut already, from a tile that was dealt otherwise then; each
    of these takes a tile of its own.
    """
    found = []
    for tile in stock.tiles:
        pieces = tuple(cut.piece for cut in tile.cuts)
        taken = any(
            piece in record.tiles and set(record.tiles[piece].pieces) != set(pieces)
            for piece in pieces
        )
        if taken:
            found += [piece for piece in pieces if piece not in record.states]
    return found


def again_for(
    record: Record, events: Iterable[SiteEvent], sheet: WholeTile, pieces: Iterable[Piece]
) -> list[Again]:
    """Return what each broken piece of a plan is cut from again; see `again_of`."""
    broken = set(record.broken)
    items = {
        piece.id: item_of(piece, sheet)
        for piece in pieces
        if piece.id in broken and piece.of == FIELD
    }
    return again_of(record, events, sheet, items)


def again_of(
    record: Record, events: Iterable[SiteEvent], sheet: WholeTile, items: dict[str, Item]
) -> list[Again]:
    """Return what each broken piece is cut from again: an offcut first, each only once; else a
    tile.

    An offcut counts when its own tile has been cut, or its pieces would have to be cut out of turn.
    """
    cut: dict[CutTile, set[str]] = {}
    for one in events:
        if one.tile is not None and not one.tile.border and one.event != "taken back":
            cut.setdefault(one.tile, set()).add(one.piece)
    offcuts = [
        (tile.number, offcut)
        for tile, pieces in cut.items()
        if pieces >= set(tile.pieces)
        for offcut in tile.offcuts
    ]
    found = []
    for piece in record.broken:
        fit = offcut_for(items[piece], offcuts, sheet) if piece in items else None
        if fit is not None:
            offcuts.remove(fit)
        found.append(Again(piece, fit[0] if fit else None, fit[1] if fit else None))
    return found
