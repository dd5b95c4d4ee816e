"""Photographs from the site, kept in the same file as the jobs, so that every backup has them."""

import sqlite3
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any, NamedTuple
from uuid import uuid4

from pennant.core.site.entries import MOST_PHOTOGRAPHS
from pennant.store.database import Database, now
from pennant.store.jobs import JobNotFound
from pennant.store.record import KeyTaken, Sent, add_entry, entry_under

MOST_BYTES = 100 * 2**20
"""Of one job's photographs together: its zip must still be taken in as one file."""


@dataclass(frozen=True)
class Photograph:
    """A picture as JPEG; its size in pixels."""

    name: str
    at: str
    width: int
    height: int
    picture: bytes


@dataclass(frozen=True)
class NewPicture:
    """A picture to be kept: JPEG, and its width and height in pixels."""

    jpeg: bytes
    size: tuple[int, int]


class Taken(NamedTuple):
    """When a picture was taken, put right by the server's clock, and by the clock of who took it;
    as `Sent` has them.
    """

    at: str | None = None
    clock: str | None = None


NOT_SAID = Taken()


class PhotographNotFound(Exception):
    """No photograph of that name belongs to the job."""


class TooManyPhotographs(Exception):
    """The job has as many photographs as are kept of one."""


class Photographs:
    """The photographs of all jobs in one database. Every method is one transaction."""

    def __init__(self, database: Database) -> None:
        self.database = database

    def note(
        self,
        job: str,
        revision: int,
        key: str,
        words: str,
        picture: NewPicture,
        taken: Taken = NOT_SAID,
    ) -> None:
        """Keep a picture together with its entry in the record.

        Neither is kept without the other, and the same key again keeps nothing more. Raise
        `JobNotFound`, `TooManyPhotographs`, `KeyTaken` where the key is another entry's.
        """
        with self.database.writing() as db:
            known = entry_under(db, job, key)
            if known is not None and known.kind != "photograph":
                raise KeyTaken(f"the key {key!r} was sent before for another entry")
            if known is not None:
                said = known.said
            else:
                name = add_picture(db, job, picture)
                said = {"kind": "photograph", "name": name, "words": words, "wall": ""}
            add_entry(db, job, Sent(key, said, revision, said_at=taken.at, clock=taken.clock))

    def get(self, job: str, name: str) -> Photograph:
        """Return a photograph; raise `PhotographNotFound`."""
        with self.database.reading() as db:
            row = db.execute(
                "select name, at, width, height, picture from photograph"
                " join job on job.id = job_id and deleted is null"
                " where job_id = ? and name = ?",
                (job, name),
            ).fetchone()
        if row is None:
            raise PhotographNotFound(name)
        return Photograph(*row)

    def named(self, job: str, said: Iterable[Mapping[str, Any]]) -> dict[str, bytes]:
        """Return the pictures (JPEG) that entries name, by name; one that is not there is left out.

        ``said`` is what entries say, as JSON data.
        """
        names = sorted({str(one.get("name")) for one in said if one.get("kind") == "photograph"})
        with self.database.reading() as db:
            found = (
                db.execute(
                    "select name, picture from photograph where job_id = ? and name = ?",
                    (job, name),
                ).fetchone()
                for name in names
            )
            return {row["name"]: row["picture"] for row in found if row is not None}


def add_picture(db: sqlite3.Connection, job: str, picture: NewPicture) -> str:
    """Keep a picture within a transaction and return the name given to it.

    Raise `JobNotFound`, `TooManyPhotographs`.
    """
    there = "select 1 from job where id = ? and deleted is null"
    if db.execute(there, (job,)).fetchone() is None:
        raise JobNotFound(job)
    count, size = db.execute(
        "select count(*), coalesce(sum(length(picture)), 0) from photograph where job_id = ?",
        (job,),
    ).fetchone()
    if count >= MOST_PHOTOGRAPHS or size + len(picture.jpeg) > MOST_BYTES:
        raise TooManyPhotographs(
            f"this job has {count} photographs of {size / 2**20:.0f} MB together; it takes at most "
            f"{MOST_PHOTOGRAPHS}, and {MOST_BYTES // 2**20} MB"
        )
    name = uuid4().hex[:12]
    db.execute(
        "insert into photograph (job_id, name, at, width, height, picture)"
        " values (?, ?, ?, ?, ?, ?)",
        (job, name, now(), *picture.size, picture.jpeg),
    )
    return name
