"""Entries of the record, between the data that the store keeps and what the core knows of them."""

import json
from collections.abc import Callable, Iterable, Sequence
from datetime import UTC, datetime
from functools import cached_property
from itertools import chain, repeat
from typing import TypeVar

from pydantic import TypeAdapter, ValidationError

from pennant.api.defects import log_defect
from pennant.core.cuts.cut_list import cuts_of
from pennant.core.document.job import Job
from pennant.core.document.tiles import FIELD
from pennant.core.geometry.rect import Rect
from pennant.core.layout.pieces import Piece
from pennant.core.plan import Plan
from pennant.core.site.entries import (
    EARLIEST_YEAR,
    LATEST_YEAR,
    LONGEST_REMARK,
    Entry,
    Note,
    NotedPieces,
    Remark,
)
from pennant.core.site.record import CutTile, SiteEvent, Spot, cut_tiles, is_shape, spot_of
from pennant.store.record import AsItWas, StoredEntry
from pennant.words.moments import minute_of

_Told = TypeVar("_Told")
_NOTE: TypeAdapter[Note] = TypeAdapter(Note)
EARLIEST = datetime(EARLIEST_YEAR, 1, 2, tzinfo=UTC).timestamp() / 60
LATEST = datetime(LATEST_YEAR, 12, 30, tzinfo=UTC).timestamp() / 60
"""Minutes: an entry's time is held within these, so that it can be said in every time zone."""
UNTELLABLE = 50
"""Entries that are told as remarks one by one; with more, the record itself is the fault."""


def entries_of(stored: Iterable[StoredEntry]) -> list[Entry]:
    """Return entries read from the data they were kept with."""
    return [entry_of(one) for one in stored]


def entry_of(stored: StoredEntry) -> Entry:
    """Return an entry read from the data it was kept with, at the time that it was noted.

    What cannot be read is a remark that holds it as it was kept: it hides no other entry.
    """
    if (read := stored.memo.get("entry")) is None:
        read = stored.memo["entry"] = _entry(stored)
    assert isinstance(read, Entry)
    return read


def _entry(stored: StoredEntry) -> Entry:
    noted = _read(stored)
    about: tuple[SiteEvent, ...] = ()
    if isinstance(noted, NotedPieces):
        unknown = AsItWas(None, None)
        about = tuple(
            _event(stored, piece, was, noted.event)
            for piece, was in zip(noted.pieces, chain(stored.was, repeat(unknown)), strict=False)
        )
    return Entry(
        id=stored.id,
        key=stored.key,
        minute=minute_noted(stored),
        said=noted,
        about=about,
        takes_back=stored.takes_back,
    )


def _read(stored: StoredEntry) -> Note:
    try:
        return _NOTE.validate_python(dict(stored.said))
    except ValidationError:
        return unreadable(stored.said)


def unreadable(said: object) -> Remark:
    """Return a remark that holds what was noted and cannot be read, as it was noted."""
    words = json.dumps(said, ensure_ascii=False, default=str)
    return Remark(words=f"Could not be read: {words}"[:LONGEST_REMARK])


def minute_noted(stored: StoredEntry) -> float:
    """Return when an entry was noted, else when it was kept, in minutes from 1970."""
    for at in (stored.said_at, stored.at):
        try:
            minute = minute_of(at) if at else None
        except (ValueError, OverflowError, OSError):
            continue
        if minute is not None and EARLIEST <= minute <= LATEST:
            return minute
    return EARLIEST


def told(tell: Callable[[Sequence[Entry]], _Told], entries: Sequence[Entry]) -> _Told:
    """Return what ``tell`` makes of entries; one that it fails at counts as a remark.

    Raise what it raises without any entry: then the fault is none of the record's.
    """
    left = list(entries)
    for _ in range(UNTELLABLE):
        try:
            return tell(left)
        except Exception as error:
            tell([])
            # With the first `fine` entries it can be told, with the first `fails` it cannot.
            fine, fails = 0, len(left)
            while fails - fine > 1:
                middle = (fine + fails) // 2
                if _can_be_told(tell, left[:middle]):
                    fine = middle
                else:
                    fails = middle
            at_fault = left[fine]
            log_defect(f"entry {at_fault.id} of a record", error)
            left[fine] = Entry(
                at_fault.id,
                at_fault.key,
                at_fault.minute,
                unreadable(at_fault.said.model_dump(mode="json")),
            )
    return tell(left)


def _can_be_told(tell: Callable[[Sequence[Entry]], _Told], entries: Sequence[Entry]) -> bool:
    try:
        tell(entries)
    except Exception:
        return False
    return True


def _event(stored: StoredEntry, piece: str, was: AsItWas, event: str) -> SiteEvent:
    """What was said of one piece, with the piece as it was; unknown where that is no shape."""
    spot = tile = None
    try:
        if was.outline is not None:
            surface, rings = was.outline
            outline = tuple(tuple((float(x), float(y)) for x, y in ring) for ring in rings)
            if is_shape(outline):
                spot = Spot(str(surface), outline)
        if was.cut_from is not None:
            number, border, pieces, offcuts = was.cut_from
            cut = tuple(Rect(*offcut) for offcut in offcuts)
            tile = CutTile(number, border, tuple(pieces), cut)
    except (TypeError, ValueError):
        spot = tile = None
    return SiteEvent(stored.id, piece, event, spot, tile)  # type: ignore[arg-type]


class PlannedPieces:
    """The pieces of a plan as they are kept with entries about them."""

    def __init__(self, job: Job, planned: Plan) -> None:
        self.job, self.planned = job, planned

    @cached_property
    def _pieces(self) -> dict[str, Piece]:
        return {piece.id: piece for piece in self.planned.pieces}

    @cached_property
    def _tiles(self) -> dict[str, CutTile]:
        """The tile of each piece; thousands of notes that are read in at once ask for theirs."""
        return {
            piece: cut
            for of, stock in cuts_of(self.job, self.planned).stocks.items()
            for piece, cut in cut_tiles(stock, border=of != FIELD).items()
        }

    def was(self, piece: str) -> AsItWas:
        """Return a piece by its code; one that the plan does not have is unknown."""
        if (found := self._pieces.get(piece)) is None:
            return AsItWas(None, None)
        return AsItWas(spot_of(found), self._tiles.get(piece))
