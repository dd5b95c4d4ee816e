"""What the list shows of each revision, worked out when it was kept."""

import json
from dataclasses import dataclass

from pennant.store.database import Database
from pennant.store.jobs import WHERE, Folder, JobNotFound
from pennant.store.overview import Overview, put_overview


@dataclass(frozen=True)
class ListedJob:
    """A job as listed. ``summary`` is None where it has not been worked out yet.

    ``drawn`` is False where its plan could not be made; ``name`` is what its text says, or empty.
    """

    id: str
    edition: int
    changed: str
    name: str
    summary: str | None
    drawn: bool


class Overviews:
    """The overviews in one database. Every method is one transaction."""

    def __init__(self, database: Database) -> None:
        self.database = database

    def listed(self, folder: Folder) -> list[ListedJob]:
        """Return the jobs in a folder, the last changed first; nothing is planned."""
        with self.database.reading() as db:
            rows = db.execute(
                "select id, edition, changed, summary, drawing is not null as drawn,"
                " coalesce(nullif(name, ''),"
                "  iif(json_valid(document), document ->> '$.name', null)) as name"
                " from job join revision on revision.job_id = id and revision.number = head"
                " left join overview on overview.job_id = id and overview.number = head"
                f" where {WHERE[folder]} order by changed desc, id"
            ).fetchall()
        return [
            ListedJob(
                row["id"],
                row["edition"],
                row["changed"],
                str(row["name"] or ""),
                row["summary"],
                bool(row["drawn"]),
            )
            for row in rows
        ]

    def of_head(self, id_: str) -> Overview | None:
        """Return the overview of a job's present revision; raise `JobNotFound`."""
        with self.database.reading() as db:
            row = db.execute(
                "select planner, name, summary, drawing from job left join overview"
                " on job_id = id and number = head where id = ?",
                (id_,),
            ).fetchone()
        if row is None:
            raise JobNotFound(id_)
        if row["planner"] is None:
            return None
        drawing = None if row["drawing"] is None else json.loads(row["drawing"])
        return Overview(row["planner"], row["name"], row["summary"], drawing)

    def keep(self, id_: str, number: int, overview: Overview) -> None:
        """Keep the overview of a revision in place of an older one."""
        with self.database.writing() as db:
            put_overview(db, id_, number, overview)

    def missing(self, planner: str, most: int) -> list[tuple[str, int, str]]:
        """Return id, number and document of present revisions that this planner has not seen."""
        with self.database.reading() as db:
            rows = db.execute(
                "select id, head, document from job"
                " join revision on revision.job_id = id and revision.number = head"
                " left join overview on overview.job_id = id and overview.number = head"
                " where planner is not ? order by deleted is not null, changed desc limit ?",
                (planner, most),
            ).fetchall()
        return [(row["id"], row["head"], row["document"]) for row in rows]
