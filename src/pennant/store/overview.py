"""What the list shows of one revision, and how it is written with the revision."""

import json
import sqlite3
from dataclasses import dataclass
from typing import Any


@dataclass(frozen=True)
class Overview:
    """A revision at a glance: what its plan comes to, and its drawing as JSON data.

    ``drawing`` is None where there is no plan; ``summary`` then says why. ``planner`` is the
    version of the planner that worked it out.
    """

    planner: str
    name: str
    summary: str
    drawing: Any | None


def put_overview(db: sqlite3.Connection, job: str, number: int, overview: Overview) -> None:
    """Write the overview of a revision in place of an older one, within a transaction."""
    drawing = None if overview.drawing is None else json.dumps(overview.drawing)
    db.execute(
        "insert or replace into overview (job_id, number, planner, name, summary, drawing)"
        " values (?, ?, ?, ?, ?, ?)",
        (job, number, overview.planner, overview.name, overview.summary, drawing),
    )
