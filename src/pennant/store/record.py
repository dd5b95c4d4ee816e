"""The record of the site: what was noted there, only ever added to."""

import json
import sqlite3
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from threading import Lock
from typing import Any

from pennant.core.site.entries import MOST_ENTRIES
from pennant.core.site.record import Event
from pennant.store.database import Database, now
from pennant.store.jobs import JobNotFound

TAKEN_BACK = "taken back"
MOST_READ = 4
"""Jobs whose entries are held in memory as they were read: as many as are worked on in a day."""


@dataclass(frozen=True)
class AsItWas:
    """A piece as it was when something was noted about it, both as JSON data.

    ``outline`` is the surface and the outline on it, None where the plan has no such piece;
    ``cut_from`` the tile that it is cut from, None where that does not matter.
    """

    outline: Any | None
    cut_from: Any | None


@dataclass(frozen=True)
class Sent:
    """What is to be kept. ``key`` was made by who noted it.

    ``said_at`` is when it was noted, put right by the server's clock, ``clock`` the same as the
    clock of who noted it had it. ``said`` is JSON data as it was said, with its ``kind``; ``was``
    are its pieces, in their order.
    ``takes_back`` is the id of the entry that a taken-back takes back, ``takes_back_key`` its key,
    which counts where the id is not known.
    """

    key: str
    said: Mapping[str, Any]
    revision: int = 1
    was: tuple[AsItWas, ...] = ()
    said_at: str | None = None
    takes_back: int | None = None
    at: str | None = None
    clock: str | None = None
    takes_back_key: str | None = None

    @property
    def kind(self) -> str:
        """What it is about: pieces, batch, section, step ..."""
        return str(self.said["kind"])


@dataclass(frozen=True)
class StoredEntry:
    """An entry with the time at which it was kept (ISO 8601, UTC) and the revision it was made on.

    ``takes_back`` is the id of the entry that a taken-back takes back. ``memo`` is for who reads
    entries: what an entry was read as once need not be read again.
    """

    id: int
    key: str
    at: str
    said_at: str | None
    said: Mapping[str, Any]
    revision: int
    was: tuple[AsItWas, ...]
    takes_back: int | None
    clock: str | None = None
    memo: dict[str, Any] = field(default_factory=dict, compare=False, repr=False)

    @property
    def kind(self) -> str:
        """What it is about: pieces, batch, section, step ..."""
        return str(self.said["kind"])


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


class RecordFull(Exception):
    """The record of a job has as many entries as are kept of one."""


class KeyTaken(Exception):
    """A key that was sent before with another content: which of the two is meant cannot be told."""


class SiteRecord:
    """The entries of all jobs in one database. Every method is one transaction."""

    def __init__(self, database: Database) -> None:
        self.database = database
        self._read: dict[str, list[StoredEntry]] = {}
        self._lock = Lock()

    def entries(self, job: str) -> list[StoredEntry]:
        """Return a job's entries in the order in which they were kept; raise `JobNotFound`.

        As entries are only ever added, those that were read before are not read again.
        """
        with self.database.reading() as db:
            return self._entries(db, job)

    def _entries(self, db: sqlite3.Connection, job: str) -> list[StoredEntry]:
        with self._lock:
            before = self._read.pop(job, [])
        found = before + _entries(db, job, after=before[-1].id if before else 0)
        with self._lock:
            self._read[job] = found
            while len(self._read) > MOST_READ:
                del self._read[next(iter(self._read))]
        return list(found)

    def jobs(self) -> list[str]:
        """Return the jobs in use that anything was noted of, the last noted first."""
        with self.database.reading() as db:
            return [
                row[0]
                for row in db.execute(
                    "select job_id from site_entry join job on job.id = job_id"
                    " where deleted is null group by job_id order by max(site_entry.id) desc"
                )
            ]

    def under(self, job: str, key: str) -> StoredEntry | None:
        """Return the entry of a key; None where there is none."""
        with self.database.reading() as db:
            return entry_under(db, job, key)

    def expected(self, job: str, sent: Sent) -> list[StoredEntry]:
        """Return the entries as they are once an entry is added; nothing is kept.

        What another program keeps in between may change the number that the entry is given. Raise
        what `add` raises.
        """
        with self.database.reading() as db:
            before = self._entries(db, job)
            if (adds := _resolved(db, job, sent, len(before))) is None:
                return before
            last = db.execute("select coalesce(max(id), 0) from site_entry").fetchone()[0]
            was = json.loads(json.dumps([[one.outline, one.cut_from] for one in adds.was]))
            return [
                *before,
                StoredEntry(
                    last + 1,
                    adds.key,
                    adds.at or now(),
                    adds.said_at,
                    json.loads(json.dumps(dict(adds.said))),
                    adds.revision,
                    tuple(AsItWas(*one) for one in was),
                    adds.takes_back,
                    adds.clock,
                ),
            ]

    def add(self, job: str, sent: Sent) -> list[StoredEntry]:
        """Keep an entry and return all of the job's. The same key again is the same entry.

        A taken-back names the entry that it takes back; one of an entry that is not there, or is
        taken back already, changes nothing. Raise `KeyTaken` where the key was sent with another
        content, `JobNotFound`.
        """
        with self.database.writing() as db:
            add_entry(db, job, sent)
        return self.entries(job)

    def add_each(self, job: str, entries: Iterable[Sent]) -> tuple[list[StoredEntry], list[str]]:
        """Keep entries in their order, in one go; return all of the job's, and what was left out.

        Each that cannot be kept is told as `KeyTaken` or `RecordFull` tell it. Raise `JobNotFound`.
        """
        left_out = []
        with self.database.writing() as db:
            count = _count(db, job)
            for one in entries:
                try:
                    resolved = _resolved(db, job, one, count)
                except (KeyTaken, RecordFull) as error:
                    left_out.append(str(error))
                    continue
                if resolved is not None:
                    _insert(db, job, resolved)
                    count += 1
        return self.entries(job), left_out

    def bring(self, job: str, entries: Sequence[Sent]) -> None:
        """Keep the entries of a record that was brought along, in order, all or none.

        ``takes_back`` of each counts those before it from 0. Raise `JobNotFound`.
        """
        with self.database.writing() as db:
            bring_entries(db, job, entries)

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
                " and noted.id not in (select noted from site_entry where noted is not null)"
                " order by noted.id",
                (job,),
            ).fetchall()
        return [
            OldNote(
                row["id"],
                row["key"],
                row["at"],
                row["piece"],
                row["event"],
                row["number"],
                row["document"],
            )
            for row in rows
        ]

    def copy_old(
        self, job: str, notes: Sequence[OldNote], as_it_was: Callable[[OldNote], AsItWas]
    ) -> None:
        """Copy notes of the older table, each with the piece as it was on its revision."""
        found = [(note, as_it_was(note)) for note in notes]  # planned before the file is locked
        with self.database.writing() as db:
            done = {row[0] for row in db.execute("select noted from site_entry where noted > 0")}
            for note, was in found:
                if note.id in done:
                    continue
                if note.event == TAKEN_BACK:
                    back = _last_standing(_entries(db, job), note.piece)
                    sent = Sent(note.key, {"kind": TAKEN_BACK}, note.revision, at=note.at)
                    _insert(db, job, sent, takes_back=back, noted=note.id)
                else:
                    sent = Sent(
                        note.key, said_of(note.event, note.piece), note.revision, (was,), at=note.at
                    )
                    _insert(db, job, sent, noted=note.id)


def add_entry(db: sqlite3.Connection, job: str, sent: Sent) -> None:
    """Keep an entry within a transaction; see `SiteRecord.add`."""
    resolved = _resolved(db, job, sent, _count(db, job))
    if resolved is not None:
        _insert(db, job, resolved)


def _count(db: sqlite3.Connection, job: str) -> int:
    """How many entries a job has; raise `JobNotFound`."""
    _refuse_unknown(db, job)
    row = db.execute("select count(*) from site_entry where job_id = ?", (job,)).fetchone()
    return int(row[0])


def _resolved(db: sqlite3.Connection, job: str, sent: Sent, count: int) -> Sent | None:
    """An entry with the id of what it takes back, in a record of ``count``; None where it adds
    nothing.

    It adds nothing where it is known, or takes back what is not there or is taken back already.
    """
    if _known(db, job, sent):
        return None
    if count >= MOST_ENTRIES:
        raise RecordFull(f"this record has {MOST_ENTRIES:,} entries, and takes no more")
    if sent.kind != TAKEN_BACK:
        return replace(sent, takes_back=None)
    row = db.execute(
        "select id from site_entry as one where job_id = ? and (id = ? or key = ?) and kind != ?"
        " and not exists (select 1 from site_entry where job_id = one.job_id"
        "  and takes_back = one.id)",
        (
            job,
            sent.takes_back,
            sent.takes_back_key if sent.takes_back is None else None,
            TAKEN_BACK,
        ),
    ).fetchone()
    return None if row is None else replace(sent, takes_back=row["id"])


def bring_entries(db: sqlite3.Connection, job: str, entries: Sequence[Sent]) -> None:
    """Keep the entries of a record within a transaction; see `SiteRecord.bring`."""
    _refuse_unknown(db, job)
    ids: list[int] = []
    for one in entries:
        back = ids[one.takes_back] if one.takes_back is not None else None
        ids.append(_insert(db, job, one, takes_back=back))


def said_of(event: str, *pieces: str) -> dict[str, Any]:
    """Return how it is said that something was done to pieces.

    >>> said_of("cut", "A1.1")
    {'kind': 'pieces', 'event': 'cut', 'pieces': ['A1.1']}
    """
    return {"kind": "pieces", "event": event, "pieces": list(pieces)}


def _known(db: sqlite3.Connection, job: str, sent: Sent) -> bool:
    """Whether an entry was sent before; raise `KeyTaken` where another was, under its key."""
    row = db.execute(
        "select said from site_entry where job_id = ? and key = ?", (job, sent.key)
    ).fetchone()
    if row is None:
        return False
    if (data := json.loads(row["said"])) != json.loads(json.dumps(dict(sent.said))):
        before = " ".join((*data.get("pieces", ()), data.get("event", data["kind"])))
        raise KeyTaken(f"the key {sent.key!r} was sent before for {before}")
    return True


def _last_standing(entries: Sequence[StoredEntry], piece: str) -> int | None:
    """The last entry about a piece that is not taken back."""
    gone = {one.takes_back for one in entries}
    standing = [
        one.id for one in entries if piece in one.said.get("pieces", ()) and one.id not in gone
    ]
    return standing[-1] if standing else None


def _insert(
    db: sqlite3.Connection,
    job: str,
    sent: Sent,
    *,
    takes_back: int | None = None,
    noted: int | None = None,
) -> int:
    was = [[one.outline, one.cut_from] for one in sent.was]
    back = sent.takes_back if takes_back is None else takes_back
    row = db.execute(
        "insert into site_entry (job_id, key, at, said_at, clock, kind, said, was, revision,"
        " takes_back, noted) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        (
            job,
            sent.key,
            sent.at or now(),
            sent.said_at,
            sent.clock,
            sent.kind,
            json.dumps(dict(sent.said)),
            json.dumps(was),
            sent.revision,
            back,
            noted,
        ),
    )
    assert row.lastrowid is not None
    return row.lastrowid


_COLUMNS = "id, key, at, said_at, clock, said, was, revision, takes_back"


def entry_under(db: sqlite3.Connection, job: str, key: str) -> StoredEntry | None:
    """Return the entry of a job that has a key; None where there is none."""
    row = db.execute(
        f"select {_COLUMNS} from site_entry where job_id = ? and key = ?", (job, key)
    ).fetchone()
    return None if row is None else _stored(row)


def _refuse_unknown(db: sqlite3.Connection, job: str) -> None:
    if db.execute("select 1 from job where id = ? and deleted is null", (job,)).fetchone() is None:
        raise JobNotFound(job)


def _entries(db: sqlite3.Connection, job: str, after: int = 0) -> list[StoredEntry]:
    """The entries of a job whose ids are greater than ``after``."""
    _refuse_unknown(db, job)
    rows = db.execute(
        f"select {_COLUMNS} from site_entry where job_id = ? and id > ? order by id", (job, after)
    )
    return [_stored(row) for row in rows]


def _stored(row: sqlite3.Row) -> StoredEntry:
    return StoredEntry(
        row["id"],
        row["key"],
        row["at"],
        row["said_at"],
        json.loads(row["said"]),
        row["revision"],
        tuple(AsItWas(*one) for one in json.loads(row["was"])),
        row["takes_back"],
        row["clock"],
    )
