"""Entries of the record, between the data that the store keeps and what the core knows of them."""

from collections.abc import Iterable

from pydantic import TypeAdapter

from pennant.core.cuts.cut_list import CutList
from pennant.core.document.tiles import FIELD
from pennant.core.geometry.rect import Rect
from pennant.core.plan import Plan
from pennant.core.site.entries import Entry, Note, NotedPieces
from pennant.core.site.record import CutTile, SiteEvent, Spot, cut_tile_of, spot_of
from pennant.store.record import AsItWas, StoredEntry
from pennant.words.moments import minute_of

_NOTE: TypeAdapter[Note] = TypeAdapter(Note)


def entries_of(stored: Iterable[StoredEntry]) -> list[Entry]:
    """Return entries read from the data they were kept with."""
    return [entry_of(one) for one in stored]


def entry_of(stored: StoredEntry) -> Entry:
    """Return an entry read from the data it was kept with, at the time that it was noted."""
    noted = _NOTE.validate_python(dict(stored.said))
    about: tuple[SiteEvent, ...] = ()
    if isinstance(noted, NotedPieces):
        about = tuple(
            _event(stored, piece, was, noted.event)
            for piece, was in zip(noted.pieces, stored.was, strict=True)
        )
    return Entry(
        id=stored.id, key=stored.key, minute=minute_of(stored.said_at or stored.at), said=noted,
        about=about, takes_back=stored.takes_back,
    )  # fmt: skip


def _event(stored: StoredEntry, piece: str, was: AsItWas, event: str) -> SiteEvent:
    """What was said of one piece, with the piece as it was."""
    spot = tile = None
    if was.outline is not None:
        surface, rings = was.outline
        spot = Spot(surface, tuple(tuple((x, y) for x, y in ring) for ring in rings))
    if was.cut_from is not None:
        number, border, pieces, offcuts = was.cut_from
        tile = CutTile(number, border, tuple(pieces), tuple(Rect(*offcut) for offcut in offcuts))
    return SiteEvent(stored.id, piece, event, spot, tile)  # type: ignore[arg-type]


def as_they_were(planned: Plan, found: CutList, noted: NotedPieces) -> tuple[AsItWas, ...]:
    """Return the pieces of an entry as they are kept with it."""
    return tuple(as_it_was(planned, found, piece) for piece in noted.pieces)


def as_it_was(planned: Plan, found: CutList, piece: str) -> AsItWas:
    """Return a piece of a plan as it is kept with an entry about it."""
    own = next((one for one in planned.pieces if one.id == piece), None)
    if own is None:
        return AsItWas(None, None)
    stock = found.stocks[own.of]
    return AsItWas(spot_of(own), cut_tile_of(piece, stock, border=own.of != FIELD))
