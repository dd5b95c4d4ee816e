"""The record of the site: notes about pieces, only ever added to."""

import sqlite3
from dataclasses import dataclass
from datetime import UTC, datetime

from pennant.core.record import Event, Note
from pennant.store.database import Database
from pennant.store.jobs import JobNotFound


@dataclass(frozen=True)
class StoredNote:
    """A note with the time at which it was kept (ISO 8601, UTC)."""

    at: str
    piece: str
    event: Event

    @property
    def note(self) -> Note:
        """What it says."""
        return Note(self.piece, self.event)


class SiteRecord:
    """The notes of all jobs in one database. Every method is one transaction."""

    def __init__(self, database: Database) -> None:
        self.database = database

    def notes(self, job: str) -> list[StoredNote]:
        """Return a job's notes in the order in which they were kept; raise `JobNotFound`."""
        with self.database.reading() as db:
            return _notes(db, job)

    def add(self, job: str, key: str, piece: str, event: Event) -> list[StoredNote]:
        """Keep a note and return all of the job's. The same ``key`` again is the same note."""
        at = datetime.now(UTC).isoformat(timespec="milliseconds")
        with self.database.writing() as db:
            _notes(db, job)
            db.execute(
                "insert into noted (job_id, key, at, piece, event) values (?, ?, ?, ?, ?)"
                " on conflict (key) do nothing",
                (job, key, at, piece, event),
            )
            return _notes(db, job)


def _notes(db: sqlite3.Connection, job: str) -> list[StoredNote]:
    if db.execute("select 1 from job where id = ? and deleted is null", (job,)).fetchone() is None:
        raise JobNotFound(job)
    rows = db.execute("select at, piece, event from noted where job_id = ? order by id", (job,))
    return [StoredNote(row["at"], row["piece"], row["event"]) for row in rows]
