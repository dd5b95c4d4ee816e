"""Photographs from the site, kept in the same file as the jobs, so that every backup has them."""

from dataclasses import dataclass
from uuid import uuid4

from pennant.store.database import Database, now
from pennant.store.jobs import JobNotFound


@dataclass(frozen=True)
class Photograph:
    """A picture as JPEG; its size in pixels."""

    name: str
    at: str
    width: int
    height: int
    picture: bytes


class PhotographNotFound(Exception):
    """No photograph of that name belongs to the job."""


class TooManyPhotographs(Exception):
    """The job has as many photographs as are kept of one."""


class Photographs:
    """The photographs of all jobs in one database. Every method is one transaction."""

    def __init__(self, database: Database) -> None:
        self.database = database

    def add(self, job: str, picture: bytes, size: tuple[int, int], most: int) -> str:
        """Keep a picture and return the name given to it; no more than ``most`` of one job.

        Raise `JobNotFound`, `TooManyPhotographs`.
        """
        name = uuid4().hex[:12]
        with self.database.writing() as db:
            there = "select 1 from job where id = ? and deleted is null"
            if db.execute(there, (job,)).fetchone() is None:
                raise JobNotFound(job)
            count = db.execute("select count(*) from photograph where job_id = ?", (job,))
            if count.fetchone()[0] >= most:
                raise TooManyPhotographs(f"this job has {most} photographs, and takes no more")
            db.execute(
                "insert into photograph (job_id, name, at, width, height, picture)"
                " values (?, ?, ?, ?, ?, ?)",
                (job, name, now(), *size, picture),
            )
        return name

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
