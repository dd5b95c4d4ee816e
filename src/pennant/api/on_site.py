"""Routes of the site: what was noted there, its clocks, readings, photographs, and the re-fit."""

from datetime import datetime
from typing import Annotated

from fastapi import APIRouter, Query, Request, Response
from pydantic import (
    Field,
)
from starlette.concurrency import run_in_threadpool

from pennant.api.keeping import changed
from pennant.api.kept import Kept, Pictures, Site
from pennant.api.models import Noted
from pennant.api.noting import (
    InUnits,
    NotedEntry,
    Noting,
    clock_of,
    opened,
    opened_kit,
    put_right,
    site_state,
)
from pennant.api.record_entries import entries_of
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused, Problem, reckoning
from pennant.core.plan import Plan
from pennant.core.site.drift import Drift, drifts, line_of
from pennant.core.site.entries import (
    Entry,
    NotedPieces,
    NotedReading,
    TakenBack,
    events_of,
    standing,
)
from pennant.core.site.paces import paces_of
from pennant.core.site.readings import Height, LeftToLine, Reading, meant
from pennant.core.site.record import Record, record_of
from pennant.core.site.refit import OF_ONE_COURSE, WayKind, refit
from pennant.files.job_json import NotAJobFile
from pennant.files.photographs import plain_picture
from pennant.store.database import now
from pennant.store.photographs import NewPicture, Taken
from pennant.store.record import (
    TAKEN_BACK,
    Sent,
    StoredEntry,
)
from pennant.words.cuts import RecordText, record_in_words
from pennant.words.own_pace import OwnRule, own_rules
from pennant.words.refit import RefitText, measured_sizes, refit_in_words
from pennant.words.site import SiteText
from pennant.words.site_kit import SiteKit

router = APIRouter(prefix="/api/jobs")
own_router = APIRouter(prefix="/api")

JOBS_BEFORE = 12
"""The last jobs whose records say something of one's own pace."""


class AskedReading(InUnits):
    """A reading that is to be looked at before it is noted."""

    reading: Reading


class TakenWay(AskedReading):
    """A way to go on from a reading that is taken, as it was shown of an edition of the job."""

    way: WayKind
    edition: int = Field(ge=1, le=2**62)


@router.get("/{id_}/site")
def site_now(id_: str, jobs: Kept, site: Site) -> SiteText:
    """Return where the work stands: pieces, clocks, entries, whether tile lasts."""
    stored, job, planned = opened(id_, jobs, site)
    return site_state(stored, job, planned, site.entries(id_))


@router.get("/{id_}/site-kit")
def kit_for_site(id_: str, jobs: Kept, site: Site) -> SiteKit:
    """Return all of a job that is needed on site, to be kept where it is used."""
    return opened_kit(id_, jobs, site)[1]


@router.post("/{id_}/site")
def note_entry(id_: str, noted: NotedEntry, jobs: Kept, site: Site) -> SiteText:
    """Note something. It is kept before this answers; sent again it is the same entry.

    Nothing that was noted is refused because the plan has moved on since: what is about pieces that
    it no longer has is kept, and told as such.
    """
    stored, job, planned = opened(id_, jobs, site)
    on = Noting(jobs, stored, job, planned)
    back = _taken_back(noted, site.entries(id_)) if isinstance(noted.entry, TakenBack) else None
    revision = on.revision_of(noted.revision)
    sent = Sent(
        at=now(),
        key=noted.key,
        said=noted.entry.model_dump(mode="json"),
        revision=revision,
        was=on.as_they_were(noted.entry, revision),
        takes_back=back,
        said_at=put_right(noted.said_at, noted.sent_at),
        clock=clock_of(noted.said_at, noted.sent_at),
    )
    # What is answered is made before anything is kept, so that no refusal hides what was kept.
    expected = site.expected(id_, sent)
    state = site_state(stored, job, planned, expected)
    kept = site.add(id_, sent)
    as_expected = [one.id for one in kept] == [one.id for one in expected]
    return state if as_expected else site_state(stored, job, planned, kept)


def _taken_back(noted: NotedEntry, kept: list[StoredEntry]) -> int:
    """The id of the entry that a taken-back takes back; refused where the record has none such."""
    for one in kept:
        if one.kind != TAKEN_BACK and noted.takes_back in (None, one.id):
            if noted.takes_back == one.id or noted.takes_back_key == one.key:
                return one.id
    pointer = "/takes_back_key" if noted.takes_back is None else "/takes_back"
    message = "is no entry of this record: note what is taken back first, then take it back"
    raise JobRefused([Problem(pointer=pointer, message=message)])


@router.post("/{id_}/refit")
def refit_to(id_: str, asked: AskedReading, jobs: Kept, site: Site) -> RefitText:
    """Return what a reading means and the ways to go on from it. Nothing is kept."""
    _, job, planned = opened(id_, jobs, site)
    entries = entries_of(site.entries(id_))
    events = events_of(entries)
    record = record_of(events, planned.pieces, job.settings.set_within)
    with reckoning("the re-fit"):
        found = refit(job, planned, record, asked.reading, events)
        drift = _drift_of(job, planned, record, entries, asked.reading)
        return refit_in_words(job, planned, asked.reading, found, drift)


def _drift_of(
    job: Job, planned: Plan, record: Record, entries: list[Entry], reading: Reading
) -> Drift | None:
    """What a reading and those before it grow to, where they do."""
    if not isinstance(reading, LeftToLine | Height):
        return None
    before = [one.said.reading for one in standing(entries) if isinstance(one.said, NotedReading)]
    done = {piece for piece, state in record.states.items() if state == "set"}
    own = line_of(reading, meant(job, planned, reading))
    found = drifts(job, planned, [*before, reading], done)
    return next((one for one in found if (one.surface, one.line) == own), None)


@router.post("/{id_}/refit/take")
def take_way(id_: str, taken: TakenWay, jobs: Kept, site: Site) -> SiteKit:
    """Take a way to go on: the job is changed so, and its kit answered.

    Refused where the job has moved on since the way was shown, or there is no such way.
    """
    refit = refit_to(id_, AskedReading(units=taken.units, reading=taken.reading), jobs, site)
    way = next((one for one in refit.ways if one.kind == taken.way), None)
    if way is None:
        message = "is no way to go on from this reading; ask again what it means"
        raise JobRefused([Problem(pointer="/way", message=message)])
    if way.kind not in OF_ONE_COURSE:
        changed(jobs, id_, taken.edition, way.job, way.noted.words)
    return opened_kit(id_, jobs, site)[1]


@router.post("/{id_}/photographs", status_code=201)
async def add_photograph(
    id_: str,
    request: Request,
    jobs: Kept,
    site: Site,
    pictures: Pictures,
    key: Annotated[str, Query(min_length=8, max_length=80)],
    words: Annotated[str, Query(max_length=400)] = "",
    said_at: Annotated[datetime | None, Query(description="When it was taken.")] = None,
    sent_at: Annotated[datetime | None, Query(description="When it is sent.")] = None,
) -> SiteText:
    """Keep a photograph, taken anew into a plain picture, and note it. Sent again it is the same.

    Place and camera are not in what is kept. One that waited for the server says when it was taken
    and when it is sent, both by the phone's clock.
    """
    body = await request.body()

    def kept() -> SiteText:
        stored, job, planned = opened(id_, jobs, site)
        if site.under(id_, key) is None:
            try:
                plain = plain_picture(body)
            except ValueError as error:
                raise JobRefused([Problem(pointer="/photograph", message=str(error))]) from None
            picture = NewPicture(plain.jpeg, plain.size)
        else:
            picture = NewPicture(b"", (0, 0))  # it is there already, and nothing is read twice
        taken = Taken(put_right(said_at, sent_at), clock_of(said_at, sent_at))
        pictures.note(id_, stored.revision, key, words, picture, taken)
        return site_state(stored, job, planned, site.entries(id_))

    return await run_in_threadpool(kept)


@router.get("/{id_}/photographs/{name}.jpg", response_class=Response)
def photograph(id_: str, name: str, pictures: Pictures) -> Response:
    """Return a photograph of a job."""
    headers = {"cache-control": "private, max-age=31536000, immutable"}
    return Response(pictures.get(id_, name).picture, media_type="image/jpeg", headers=headers)


@own_router.get("/own-rules")
def list_own_rules(jobs: Kept, site: Site) -> list[OwnRule]:
    """Return settings as the records of the last jobs would have them: pace, breakage."""
    found = []
    for id_ in site.jobs()[:JOBS_BEFORE]:
        try:
            _, job, planned = opened(id_, jobs, site)
        except (JobRefused, NotAJobFile):
            continue  # it cannot be planned as it is, and says nothing of this one
        kinds = {piece.id: piece.kind for piece in planned.pieces}
        found.append((job, paces_of(entries_of(site.entries(id_)), kinds)))
    return own_rules(found)


@router.get("/{id_}/record")
def site_record(id_: str, jobs: Kept, site: Site) -> RecordText:
    """Return where the pieces of a job stand on site."""
    _, job, planned = opened(id_, jobs, site)
    return _record_in_words(job, planned, site.entries(id_))


@router.post("/{id_}/record")
def note_on_site(id_: str, noted: Noted, jobs: Kept, site: Site) -> RecordText:
    """Note that a piece was cut, set or broken, or that an earlier note of it was a mistake.

    The note is kept before this answers; sent again with the same key it is the same note.
    """
    stored, job, planned = opened(id_, jobs, site)
    revision = stored.revision
    if all(noted.piece != piece.id for piece in planned.pieces):
        message = "is no piece of this plan; it may have changed since the sheet was opened"
        raise JobRefused([Problem(pointer="/piece", message=message)])
    if noted.event == TAKEN_BACK:
        back = noted.takes_back
        if back is None:
            events = events_of(entries_of(site.entries(id_)))
            record = record_of(events, planned.pieces, job.settings.set_within)
            back = record.last.get(noted.piece)
        sent = Sent(noted.key, {"kind": TAKEN_BACK}, revision, takes_back=back)
    else:
        pieces = NotedPieces(event=noted.event, pieces=(noted.piece,))
        was = Noting(jobs, stored, job, planned).as_they_were(pieces, revision)
        sent = Sent(noted.key, pieces.model_dump(mode="json"), revision, was)
    return _record_in_words(job, planned, site.add(id_, sent))


def _record_in_words(job: Job, planned: Plan, stored: list[StoredEntry]) -> RecordText:
    entries = entries_of(stored)
    events = events_of(entries)
    record = record_of(events, planned.pieces, job.settings.set_within)
    return record_in_words(job, planned, record, events, measured_sizes(job, planned, entries))
