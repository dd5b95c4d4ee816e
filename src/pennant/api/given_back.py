"""What a site file gave back: notes that were kept on a phone without a server, read in."""

import contextlib
import json
from datetime import datetime
from typing import Any, Literal

from fastapi import APIRouter
from pydantic import BaseModel, ConfigDict, Field, TypeAdapter, ValidationError

from pennant.api.kept import Kept, Site
from pennant.api.noting import (
    OFF_BY,
    InUnits,
    Noting,
    clock_of,
    opened,
    put_right,
    site_state,
)
from pennant.core.document.lengths import Units
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.values import reading_in
from pennant.core.site.entries import Key, Note, Remark
from pennant.files.job_json import NotAJobFile, digests_of
from pennant.store.jobs import Jobs, StoredJob
from pennant.store.record import Sent
from pennant.words.moments import minute_of, moment
from pennant.words.site import SiteText

router = APIRouter(prefix="/api/jobs")

MOST_NOTES = 5_000
LONGEST_REMARK = 400


class KeptNote(BaseModel):
    """A note as the phone kept it; ``said_at`` by the phone's own clock.

    The entry is read by itself: one that cannot be read is kept in words, and the others as notes.
    """

    model_config = ConfigDict(extra="forbid")

    key: Key
    entry: dict[str, Any]
    said_at: datetime
    takes_back_key: Key | None = None


class GivenBack(InUnits):
    """The notes of a site file, which was made of a ``revision`` of a job.

    ``job`` is empty where it was made of a job file; then ``digest`` says of which.
    ``made_at`` is when the site file was made, by this machine's clock; ``given_at`` when the notes
    were given back, by the phone's.
    """

    form: Literal["pennant site notes"]
    version: Literal[1]
    name: str = Field(max_length=400)
    job: str = Field(default="", max_length=80)
    revision: int = Field(default=0, ge=0, le=2**62)
    digest: str = Field(pattern=r"^[0-9a-f]{16}$")
    made_at: datetime
    given_at: datetime
    notes: tuple[KeptNote, ...] = Field(max_length=MOST_NOTES)


class ReadIn(BaseModel):
    """What came of reading notes in: how many were new, and what is odd, in words."""

    new: int
    known: int
    says: tuple[str, ...]
    site: SiteText


@router.post("/{id_}/given-back")
def read_in(id_: str, given: GivenBack, jobs: Kept, site: Site) -> ReadIn:
    """Keep the notes of a site file in the record; those that it has already stay one.

    Each is settled on the revision that the site file was made of, also where the job has been
    planned again since. Refused where the file is of another job.
    """
    stored, job, planned = opened(id_, jobs, site)
    revision = _revision_of(given, stored, jobs)
    noting, kept = Noting(jobs, stored, job, planned), site.entries(id_)
    known = {one.key for one in kept}
    sent = []
    for note in given.notes:
        entry = _read(note.entry, given.units)
        said_at, clock = _time_of(note, given)
        sent.append(
            Sent(
                key=note.key,
                said=entry.model_dump(mode="json"),
                revision=revision,
                was=noting.as_they_were(entry, revision),
                said_at=said_at,
                clock=clock,
                takes_back_key=note.takes_back_key,
            )
        )
    kept, left_out = site.add_each(id_, sent)
    says = [f"left out: {one}" for one in left_out]
    new = len({one.key for one in kept} - known)
    if revision != stored.revision:
        says.append(
            "the job has been planned again since the site file was made: what lies where it lay "
            "counts, the rest is told apart in the record"
        )
    return ReadIn(
        new=new,
        known=len(given.notes) - new,
        says=tuple(says),
        site=site_state(stored, job, planned, kept),
    )


_ENTRY: TypeAdapter[Note] = TypeAdapter(Note)


def _read(entry: dict[str, Any], units: Units) -> Note:
    """An entry as it was meant; in words where it cannot be read, so that nothing is lost."""
    try:
        with reading_in(units):
            return _ENTRY.validate_python(entry)
    except ValidationError:
        words = json.dumps(entry, ensure_ascii=False)
        return Remark(words=f"Could not be read: {words}"[:LONGEST_REMARK])


def _revision_of(given: GivenBack, stored: StoredJob, jobs: Jobs) -> int:
    """The revision that a site file was made of."""
    documents = jobs.documents(stored.id)
    if given.job == stored.id and given.revision in documents:
        return given.revision
    for number in sorted(documents, key=lambda one: (one != stored.revision, -one)):
        with contextlib.suppress(JobRefused, NotAJobFile):
            if given.digest in digests_of(documents[number]):
                return number
    message = f"are of the job {given.name!r}, in a state that this job never had; open that job"
    raise JobRefused([Problem(pointer="/digest", message=message)])


def _time_of(note: KeptNote, given: GivenBack) -> tuple[str | None, str | None]:
    """When it was noted, by this machine's clock, and what the phone's had where that is off.

    Between giving back and reading in hours may pass, of which nothing is known; so the phone's
    clock counts while it can be right: after the file was made, and not to come.
    """
    by_sending = put_right(note.said_at, given.given_at)
    noted_at = minute_of(note.said_at.isoformat())
    latest = minute_of(by_sending) if by_sending else None
    early = noted_at < minute_of(given.made_at.isoformat()) - OFF_BY
    if latest is None or early or noted_at > latest + OFF_BY:
        return by_sending, clock_of(note.said_at, given.given_at)
    return moment(noted_at), note.said_at.isoformat()
