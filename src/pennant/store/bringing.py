"""A job that is brought in with its record and its photographs: all of it, or nothing."""

from collections.abc import Mapping, Sequence
from dataclasses import replace

from pennant.core.document.job import Job
from pennant.store.database import Database
from pennant.store.jobs import StoredJob, add_job
from pennant.store.overview import Overview
from pennant.store.photographs import NewPicture, add_picture
from pennant.store.record import Sent, bring_entries


def bring_job(
    database: Database,
    job: Job,
    overview: Overview,
    pictures: Mapping[str, NewPicture],
    entries: Sequence[Sent],
) -> StoredJob:
    """Keep a job, its pictures (by the names that entries call them) and its entries, in one go.

    Pictures are given new names. Raise `TooManyPhotographs`, `RecordFull`; nothing is kept then.
    """
    with database.writing() as db:
        stored = add_job(db, job, "Brought in", overview)
        names = {old: add_picture(db, stored.id, one) for old, one in pictures.items()}
        bring_entries(db, stored.id, [_renamed(one, names) for one in entries])
        return stored


def _renamed(sent: Sent, names: Mapping[str, str]) -> Sent:
    """An entry whose photograph has a new name; any other entry as it is."""
    if sent.kind != "photograph":
        return sent
    return replace(sent, said={**sent.said, "name": names[str(sent.said["name"])]})
