"""The record of the site: events about pieces, only ever added to."""

import json
import sqlite3
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any

from pennant.core.site.record import Event
from pennant.store.database import Database, now
from pennant.store.jobs import JobNotFound


@dataclass(frozen=True)
class AsItWas:
    """A piece as it was when something was noted about it, both as JSON data.

    ``outline`` is the surface and the outline on it, None where the plan has no such piece;
    ``cut_from`` the tile that it is cut from, None where that does not matter.
    """

    outline: Any | None
    cut_from: Any | None


@dataclass(frozen=True)
class StoredEvent:
    """An event with the time at which it was kept (ISO 8601, UTC) and the revision it was made on.

    ``takes_back`` is the id of the event that a taken-back takes back.
    """

    id: int
    at: str
    piece: str
    event: Event
    revision: int
    as_it_was: AsItWas
    takes_back: int | None


@dataclass(frozen=True)
class OldNote:
    """A note of the older table that is not copied yet, and the revision that stood at its time."""

    id: int
    key: str
    at: str
    piece: str
    event: Event
    revision: int
    document: str


@dataclass(frozen=True)
class Brought:
    """An event of a record that was brought along; ``takes_back`` is the place of another in it."""

    key: str
    at: str
    piece: str
    event: Event
    as_it_was: AsItWas
    takes_back: int | None


class KeyTaken(Exception):
    """A key that was sent before with another content: which of the two is meant cannot be told."""


class SiteRecord:
    """The events of all jobs in one database. Every method is one transaction."""

    def __init__(self, database: Database) -> None:
        self.database = database

    def events(self, job: str) -> list[StoredEvent]:
        """Return a job's events in the order in which they were kept; raise `JobNotFound`."""
        with self.database.reading() as db:
            return _events(db, job)

    def add(
        self, job: str, key: str, piece: str, event: Event, revision: int, as_it_was: AsItWas,
        takes_back: int | None = None,
    ) -> list[StoredEvent]:  # fmt: skip
        """Keep an event and return all of the job's. The same ``key`` again is the same event.

        A taken-back names the event that it takes back; one of an event that is not there, or is
        taken back already, changes nothing. Raise `KeyTaken` where the key was sent with another
        content, `JobNotFound`.
        """
        with self.database.writing() as db:
            before = _events(db, job)
            known = db.execute(
                "select piece, event from site_event where job_id = ? and key = ?", (job, key)
            ).fetchone()
            if known is not None:
                if (known["piece"], known["event"]) != (piece, event):
                    raise KeyTaken(
                        f"the key {key!r} was sent before for {known['piece']} {known['event']}"
                    )
                return before
            gone = {one.takes_back for one in before}
            standing = {one.id for one in before if one.event != "taken back"} - gone
            if event != "taken back" or takes_back in standing:
                _insert(db, job, key, now(), piece, event, revision, as_it_was, takes_back, None)
            return _events(db, job)

    def bring(self, job: str, events: Sequence[Brought]) -> None:
        """Keep the events of a record that was brought along, in order, all or none.

        ``takes_back`` of each counts those before it from 0. Raise `JobNotFound`.
        """
        with self.database.writing() as db:
            _events(db, job)
            ids: list[int] = []
            for one in events:
                back = ids[one.takes_back] if one.takes_back is not None else None
                _insert(db, job, one.key, one.at, one.piece, one.event, 1, one.as_it_was, back,
                        None)  # fmt: skip
                ids.append(int(db.execute("select last_insert_rowid()").fetchone()[0]))

    def old_notes(self, job: str) -> list[OldNote]:
        """Return the notes of the older table that are not copied yet, in order."""
        with self.database.reading() as db:
            rows = db.execute(
                "select noted.id, key, noted.at, piece, event, number, document from noted"
                " join revision on revision.job_id = noted.job_id and number = coalesce("
                "  (select number from head_move where job_id = noted.job_id and at <= noted.at"
                "   order by edition desc limit 1),"
                "  (select max(number) from revision as r where r.job_id = noted.job_id"
                "   and r.at <= noted.at), 1)"
                " where noted.job_id = ?"
                " and noted.id not in (select noted from site_event where noted is not null)"
                " order by noted.id",
                (job,),
            ).fetchall()
        return [
            OldNote(row["id"], row["key"], row["at"], row["piece"], row["event"], row["number"],
                    row["document"])
            for row in rows
        ]  # fmt: skip

    def copy_old(
        self, job: str, notes: Sequence[OldNote], as_it_was: Callable[[OldNote], AsItWas]
    ) -> None:
        """Copy notes of the older table, each with the piece as it was on its revision."""
        found = [(note, as_it_was(note)) for note in notes]  # planned before the file is locked
        with self.database.writing() as db:
            done = {row[0] for row in db.execute("select noted from site_event where noted > 0")}
            for note, was in found:
                if note.id in done:
                    continue
                before = _events(db, job)
                back = _last_standing(before, note.piece) if note.event == "taken back" else None
                _insert(db, job, note.key, note.at, note.piece, note.event, note.revision, was,
                        back, note.id)  # fmt: skip


def _last_standing(events: Sequence[StoredEvent], piece: str) -> int | None:
    """The last event about a piece that is not taken back."""
    gone = {one.takes_back for one in events}
    standing = [
        one.id
        for one in events
        if one.piece == piece and one.event != "taken back" and one.id not in gone
    ]
    return standing[-1] if standing else None


def _insert(
    db: sqlite3.Connection, job: str, key: str, at: str, piece: str, event: Event, revision: int,
    was: AsItWas, takes_back: int | None, noted: int | None,
) -> None:  # fmt: skip
    outline, cut_from = (
        None if one is None else json.dumps(one) for one in (was.outline, was.cut_from)
    )
    db.execute(
        "insert into site_event (job_id, key, at, piece, event, revision, outline, cut_from,"
        " takes_back, noted) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        (job, key, at, piece, event, revision, outline, cut_from, takes_back, noted),
    )


def _events(db: sqlite3.Connection, job: str) -> list[StoredEvent]:
    if db.execute("select 1 from job where id = ? and deleted is null", (job,)).fetchone() is None:
        raise JobNotFound(job)
    rows = db.execute(
        "select id, at, piece, event, revision, outline, cut_from, takes_back from site_event"
        " where job_id = ? order by id",
        (job,),
    )
    return [
        StoredEvent(
            row["id"], row["at"], row["piece"], row["event"], row["revision"],
            AsItWas(*(None if row[part] is None else json.loads(row[part])
                      for part in ("outline", "cut_from"))),
            row["takes_back"],
        )
        for row in rows
    ]  # fmt: skip
