"""Jobs with their history: create, change, undo, redo, duplicate, put aside and bring back."""

import secrets
import sqlite3
from dataclasses import dataclass
from typing import Literal

from pydantic import ValidationError

from pennant.core.document.job import Job
from pennant.store.database import Database, now
from pennant.store.overview import Overview, put_overview

Folder = Literal["in-hand", "archive", "trash"]
WHERE: dict[Folder, str] = {
    "in-hand": "deleted is null and archived is null",
    "archive": "deleted is null and archived is not null",
    "trash": "deleted is not null",
}


@dataclass(frozen=True)
class StoredJob:
    """A job as it stands. ``edition`` must be given back to change it.

    ``document`` is the text of its present revision, whose number is ``revision``. It is not read
    here: a text that can no longer be read must not keep the job from being undone or put away.
    """

    id: str
    edition: int
    created: str
    changed: str
    revision: int
    document: str
    undo: str | None
    redo: str | None


@dataclass(frozen=True)
class Revision:
    """One step of a job's history: its number from 1, what was done, and when (ISO 8601, UTC)."""

    number: int
    label: str
    at: str
    present: bool


class JobNotFound(LookupError):
    """There is no such job, or it was put aside."""

    def __init__(self, id_: str) -> None:
        self.id = id_
        super().__init__(f"there is no job {id_!r}")


class EditionConflict(Exception):
    """The job has moved on since the edition that the change was made on."""

    def __init__(self, based_on: int, current: StoredJob) -> None:
        self.based_on, self.current = based_on, current
        super().__init__(
            f"the job is at edition {current.edition}; this change was made on {based_on}"
        )


class NothingToDo(Exception):
    """There is nothing to undo, or nothing to redo."""


class Jobs:
    """The jobs in one database. Every method is one transaction."""

    def __init__(self, database: Database) -> None:
        self.database = database

    def any(self) -> bool:
        """Whether there is any job, put away or not."""
        with self.database.reading() as db:
            return db.execute("select 1 from job limit 1").fetchone() is not None

    def get(self, id_: str, *, also_trash: bool = False) -> StoredJob:
        """Return a job; raise `JobNotFound`, also for one in the trash unless asked otherwise."""
        with self.database.reading() as db:
            return _load(db, id_, "true" if also_trash else "deleted is null")

    def create(
        self, job: Job, label: str = "Started", overview: Overview | None = None
    ) -> StoredJob:
        """Keep a new job as its first revision, with its overview if that is known."""
        with self.database.writing() as db:
            return add_job(db, job, label, overview)

    def change(
        self, id_: str, edition: int, job: Job, label: str, overview: Overview | None = None
    ) -> StoredJob:
        """Keep a change as a new revision. A change that changes nothing adds none.

        Raise `EditionConflict` if the job has moved on since ``edition``; nothing is written then.
        """
        with self.database.writing() as db:
            current = _guard(db, id_, edition)
            if _same(current.document, job):
                return current
            number = 1 + _one(db, "select max(number) from revision where job_id = ?", id_)
            _add_revision(db, id_, number, current.revision, label, job)
            if overview is not None:
                put_overview(db, id_, number, overview)
            return _move(db, id_, number)

    def undo(self, id_: str, edition: int) -> StoredJob:
        """Go back one revision; raise `NothingToDo` at the first."""
        with self.database.writing() as db:
            _guard(db, id_, edition)
            return _move(db, id_, _parent(db, id_))

    def redo(self, id_: str, edition: int) -> StoredJob:
        """Go forward to the newest revision made from this one; raise `NothingToDo`."""
        with self.database.writing() as db:
            _guard(db, id_, edition)
            return _move(db, id_, _child(db, id_))

    def history(self, id_: str) -> list[Revision]:
        """Return every revision of a job, the newest first, also of one in the trash."""
        with self.database.reading() as db:
            head = _load(db, id_, "true").revision
            rows = db.execute(
                "select number, label, at from revision where job_id = ? order by number desc",
                (id_,),
            )
            return [
                Revision(row["number"], row["label"], row["at"], row["number"] == head)
                for row in rows
            ]

    def documents(self, id_: str) -> dict[int, str]:
        """Return the text of every revision of a job by its number; raise `JobNotFound`."""
        with self.database.reading() as db:
            _load(db, id_)
            rows = db.execute("select number, document from revision where job_id = ?", (id_,))
            return {row["number"]: row["document"] for row in rows}

    def go_to(self, id_: str, edition: int, number: int) -> StoredJob:
        """Make a revision of a job the present one; raise `JobNotFound` if there is none such."""
        with self.database.writing() as db:
            _guard(db, id_, edition)
            if not _one(
                db, "select count(*) from revision where job_id = ? and number = ?", id_, number
            ):
                raise JobNotFound(f"{id_}, revision {number}")
            return _move(db, id_, number)

    def delete(self, id_: str) -> None:
        """Put a job in the trash; nothing of it is lost. Raise `JobNotFound`."""
        self._put("deleted", now(), id_, "deleted is null")

    def restore(self, id_: str) -> StoredJob:
        """Bring back a job from the trash; raise `JobNotFound` if it is not there."""
        self._put("deleted", None, id_, "deleted is not null")
        return self.get(id_)

    def archive(self, id_: str) -> None:
        """Put a finished job in the archive; raise `JobNotFound`."""
        self._put("archived", now(), id_, "deleted is null")

    def take_up(self, id_: str) -> StoredJob:
        """Take a job back in hand from the archive; raise `JobNotFound`."""
        self._put("archived", None, id_, "deleted is null")
        return self.get(id_)

    def _put(self, column: str, value: str | None, id_: str, only: str) -> None:
        with self.database.writing() as db:
            done = db.execute(f"update job set {column} = ? where id = ? and {only}", (value, id_))
            if done.rowcount == 0:
                raise JobNotFound(id_)


def add_job(db: sqlite3.Connection, job: Job, label: str, overview: Overview | None) -> StoredJob:
    """Keep a new job within a transaction; see `Jobs.create`."""
    id_, at = secrets.token_hex(6), now()
    db.execute(
        "insert into job (id, created, changed, edition, head) values (?, ?, ?, 1, 1)",
        (id_, at, at),
    )
    _add_revision(db, id_, 1, None, label, job)
    if overview is not None:
        put_overview(db, id_, 1, overview)
    _note_move(db, id_, 1, 1, at)
    return _load(db, id_)


def _one(db: sqlite3.Connection, query: str, *values: object) -> int:
    return int(db.execute(query, values).fetchone()[0])


def _load(db: sqlite3.Connection, id_: str, only: str = "deleted is null") -> StoredJob:
    row = db.execute(
        "select job.id, edition, created, changed, head, document, label, parent from job"
        f" join revision on job_id = job.id and number = head where job.id = ? and {only}",
        (id_,),
    ).fetchone()
    if row is None:
        raise JobNotFound(id_)
    redo = db.execute(
        "select label from revision where job_id = ? and parent = (select head from job"
        " where id = ?) order by number desc limit 1",
        (id_, id_),
    ).fetchone()
    return StoredJob(
        id=row["id"],
        edition=row["edition"],
        created=row["created"],
        changed=row["changed"],
        revision=row["head"],
        document=row["document"],
        undo=row["label"] if row["parent"] is not None else None,
        redo=redo["label"] if redo else None,
    )


def _guard(db: sqlite3.Connection, id_: str, edition: int) -> StoredJob:
    current = _load(db, id_)
    if current.edition != edition:
        raise EditionConflict(edition, current)
    return current


def _same(document: str, job: Job) -> bool:
    """Whether a stored text says the same job, also where an older version wrote it otherwise."""
    try:
        return document == job.model_dump_json() or Job.model_validate_json(document) == job
    except ValidationError:
        return False


def _add_revision(
    db: sqlite3.Connection, id_: str, number: int, parent: int | None, label: str, job: Job
) -> None:
    db.execute(
        "insert into revision (job_id, number, parent, label, at, document)"
        " values (?, ?, ?, ?, ?, ?)",
        (id_, number, parent, label, now(), job.model_dump_json()),
    )


def _move(db: sqlite3.Connection, id_: str, number: int | None) -> StoredJob:
    if number is None:
        raise NothingToDo
    at = now()
    db.execute(
        "update job set head = ?, edition = edition + 1, changed = ? where id = ?",
        (number, at, id_),
    )
    moved = _load(db, id_)
    _note_move(db, id_, moved.edition, number, at)
    return moved


def _note_move(db: sqlite3.Connection, id_: str, edition: int, number: int, at: str) -> None:
    db.execute(
        "insert into head_move (job_id, edition, number, at) values (?, ?, ?, ?)",
        (id_, edition, number, at),
    )


def _parent(db: sqlite3.Connection, id_: str) -> int | None:
    row = db.execute(
        "select parent from revision where job_id = ? and number = (select head from job"
        " where id = ?)",
        (id_, id_),
    ).fetchone()
    return None if row["parent"] is None else int(row["parent"])


def _child(db: sqlite3.Connection, id_: str) -> int | None:
    row = db.execute(
        "select max(number) as number from revision where job_id = ? and parent ="
        " (select head from job where id = ?)",
        (id_, id_),
    ).fetchone()
    return None if row["number"] is None else int(row["number"])
