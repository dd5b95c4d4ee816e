"""Routes of the site: what was noted there, its clocks, readings, photographs, and the re-fit."""

from collections.abc import Mapping
from datetime import UTC, datetime
from typing import Annotated, Any, Self

from fastapi import APIRouter, Query, Request, Response
from pydantic import (
    BaseModel,
    ConfigDict,
    Field,
    ModelWrapValidatorHandler,
    model_validator,
)
from starlette.concurrency import run_in_threadpool

from pennant.api.kept import Kept, Pictures, Site
from pennant.api.models import Noted
from pennant.api.record_entries import as_it_was, as_they_were, entries_of
from pennant.core.cuts.cut_list import CutList, cuts_of
from pennant.core.document.job import Job
from pennant.core.document.lengths import Units
from pennant.core.document.refusal import JobRefused, Problem, reckoning
from pennant.core.document.values import reading_in
from pennant.core.plan import Plan, plan
from pennant.core.site.entries import (
    Key,
    NotedPhotograph,
    NotedPieces,
    Said,
    TakenBack,
    events_of,
)
from pennant.core.site.paces import paces_of
from pennant.core.site.readings import Reading
from pennant.core.site.record import record_of
from pennant.core.site.refit import refit
from pennant.files.job_json import NotAJobFile, read_job
from pennant.files.photographs import plain_picture
from pennant.store.record import (
    TAKEN_BACK,
    AsItWas,
    KeyTaken,
    OldNote,
    Sent,
    SiteRecord,
    StoredEntry,
)
from pennant.words.cuts import SaidRecord, said_record
from pennant.words.moments import minute_of, moment
from pennant.words.own_pace import OwnRule, own_rules
from pennant.words.refit import SaidRefit, measured_sizes, said_refit
from pennant.words.site import SaidSite, said_site

router = APIRouter(prefix="/api/jobs")
own_router = APIRouter(prefix="/api")

OFF_BY = 5.0
"""Minutes: a phone's clock that is further off than this is told."""
LONGEST_AWAY = 60 * 24 * 60.0
"""Minutes: 60 days; what is said to have been noted longer ago is held for a slip of the clock."""
JOBS_BEFORE = 12
"""The last jobs whose records say something of one's own pace."""
MOST_PHOTOGRAPHS = 200
"""Of one job: some 100 MB."""


def units_sent(data: object) -> Units:
    """Return the units that lengths without one were sent in: millimetres where none are said."""
    return "in" if isinstance(data, Mapping) and data.get("units") == "in" else "mm"


class InUnits(BaseModel):
    """What is sent with the units that its lengths are written in."""

    model_config = ConfigDict(extra="forbid")

    units: Units = Field(default="mm", description="What a length without a unit is written in.")

    @model_validator(mode="wrap")
    @classmethod
    def _read_in_units(cls, data: Any, handler: ModelWrapValidatorHandler[Self]) -> Self:
        with reading_in(units_sent(data)):
            return handler(data)


class NotedEntry(InUnits):
    """Something noted on site. ``key`` is made by who notes it, one for each entry.

    ``said_at`` and ``sent_at`` are by the clock of who noted it, when it was noted and when it is
    sent: the server puts it right by its own. ``takes_back`` is the id, or ``takes_back_key`` the
    key, of the entry that a taken-back takes back.
    """

    key: Key
    entry: Said
    said_at: datetime | None = None
    sent_at: datetime | None = None
    takes_back: int | None = Field(default=None, ge=1, le=2**62)
    takes_back_key: Key | None = None


class AskedReading(InUnits):
    """A reading that is to be looked at before it is noted."""

    reading: Reading


@router.get("/{id_}/site")
def site_now(id_: str, jobs: Kept, site: Site) -> SaidSite:
    """Return where the work stands: pieces, clocks, entries, whether tile lasts."""
    _, job, made = _opened(id_, jobs, site)
    return _state(job, made, site.entries(id_))


@router.post("/{id_}/site")
def note_entry(id_: str, noted: NotedEntry, jobs: Kept, site: Site) -> SaidSite:
    """Note something. It is kept before this answers; sent again it is the same entry.

    Nothing that was noted is refused because the plan has moved on since: what is about pieces that
    it no longer has is kept, and told as such.
    """
    revision, job, made = _opened(id_, jobs, site)
    back = noted.takes_back
    if isinstance(noted.entry, TakenBack) and back is None and noted.takes_back_key is not None:
        taken_back = site.under(id_, noted.takes_back_key)
        back = taken_back.id if taken_back else None
    sent = Sent(
        key=noted.key, said=noted.entry.model_dump(mode="json"), revision=revision,
        was=as_they_were(job, made, noted.entry), said_at=_put_right(noted), takes_back=back,
        clock=_clock(noted),
    )  # fmt: skip
    return _state(job, made, site.add(id_, sent))


@router.post("/{id_}/refit")
def refit_to(id_: str, asked: AskedReading, jobs: Kept, site: Site) -> SaidRefit:
    """Return what a reading means and the ways to go on from it. Nothing is kept."""
    _, job, made = _opened(id_, jobs, site)
    events = events_of(entries_of(site.entries(id_)))
    record = record_of(events, made.pieces, job.settings.set_within)
    with reckoning("the re-fit"):
        found = refit(job, made, record, asked.reading, events)
        return said_refit(job, made, asked.reading, found)


@router.post("/{id_}/photographs", status_code=201)
async def add_photograph(
    id_: str,
    request: Request,
    jobs: Kept,
    site: Site,
    pictures: Pictures,
    key: Annotated[str, Query(min_length=8, max_length=80)],
    words: Annotated[str, Query(max_length=400)] = "",
) -> SaidSite:
    """Keep a photograph, taken anew into a plain picture, and note it. Sent again it is the same.

    Place and camera are not in what is kept.
    """
    body = await request.body()

    def kept() -> SaidSite:
        revision, job, made = _opened(id_, jobs, site)
        known = site.under(id_, key)
        if known is None:
            try:
                picture = plain_picture(body)
            except ValueError as error:
                raise JobRefused([Problem(pointer="/photograph", message=str(error))]) from None
            name = pictures.add(id_, picture.jpeg, picture.size, MOST_PHOTOGRAPHS)
            said = NotedPhotograph(name=name, words=words).model_dump(mode="json")
        elif known.kind != "photograph":
            raise KeyTaken(f"the key {key!r} was sent before for another entry")
        else:
            said = dict(known.said)
        return _state(job, made, site.add(id_, Sent(key, said, revision)))

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
            _, job, made = _opened(id_, jobs, site)
        except (JobRefused, NotAJobFile):
            continue  # it cannot be planned as it is, and says nothing of this one
        kinds = {piece.id: piece.kind for piece in made.pieces}
        found.append((job, paces_of(entries_of(site.entries(id_)), kinds)))
    return own_rules(found)


@router.get("/{id_}/record")
def site_record(id_: str, jobs: Kept, site: Site) -> SaidRecord:
    """Return where the pieces of a job stand on site."""
    _, job, made = _opened(id_, jobs, site)
    return _said_record(job, made, site.entries(id_))


@router.post("/{id_}/record")
def note_on_site(id_: str, noted: Noted, jobs: Kept, site: Site) -> SaidRecord:
    """Note that a piece was cut, set or broken, or that an earlier note of it was a mistake.

    The note is kept before this answers; sent again with the same key it is the same note.
    """
    revision, job, made = _opened(id_, jobs, site)
    if all(noted.piece != piece.id for piece in made.pieces):
        message = "is no piece of this plan; it may have changed since the sheet was opened"
        raise JobRefused([Problem(pointer="/piece", message=message)])
    if noted.event == TAKEN_BACK:
        back = noted.takes_back
        if back is None:
            events = events_of(entries_of(site.entries(id_)))
            record = record_of(events, made.pieces, job.settings.set_within)
            back = record.last.get(noted.piece)
        sent = Sent(noted.key, {"kind": TAKEN_BACK}, revision, takes_back=back)
    else:
        said = NotedPieces(event=noted.event, pieces=(noted.piece,))
        sent = Sent(
            noted.key, said.model_dump(mode="json"), revision, as_they_were(job, made, said)
        )
    return _said_record(job, made, site.add(id_, sent))


def _opened(id_: str, jobs: Kept, site: SiteRecord) -> tuple[int, Job, Plan]:
    """A job's revision, the job and its plan; older notes of it are copied to its record first."""
    stored = jobs.get(id_)
    job = read_job(stored.document)
    made = plan(job)
    _copy_old_notes(id_, site)
    return stored.revision, job, made


def _state(job: Job, made: Plan, stored: list[StoredEntry]) -> SaidSite:
    entries = entries_of(stored)
    now = datetime.now(UTC).timestamp() / 60
    doubts = {one.id: doubt for one in stored if (doubt := doubt_of(one))}
    with reckoning("the record"):
        return said_site(job, made, entries, now, doubts)


def _said_record(job: Job, made: Plan, stored: list[StoredEntry]) -> SaidRecord:
    entries = entries_of(stored)
    events = events_of(entries)
    record = record_of(events, made.pieces, job.settings.set_within)
    return said_record(job, made, record, events, measured_sizes(job, made, entries))


def _put_right(noted: NotedEntry) -> str | None:
    """When it was noted, by the server's clock: now less what passed since on the phone's own."""
    if noted.said_at is None or noted.sent_at is None:
        return None
    passed = minute_of(noted.sent_at.isoformat()) - minute_of(noted.said_at.isoformat())
    if not 0 <= passed <= LONGEST_AWAY:
        return None
    return moment(datetime.now(UTC).timestamp() / 60 - passed)


def _clock(noted: NotedEntry) -> str | None:
    if noted.said_at is None:
        return None
    sent = noted.sent_at.isoformat() if noted.sent_at else ""
    return f"{noted.said_at.isoformat()} {sent}".strip()


def doubt_of(stored: StoredEntry) -> str:
    """Return what is odd about the time of an entry, by the clocks of phone and server."""
    if not stored.clock:
        return ""
    said_at, _, sent_at = stored.clock.partition(" ")
    if stored.said_at is None:
        if not sent_at:
            return ""
        return f"noted at {said_at} by a clock that cannot be right; the time it was kept counts"
    off = minute_of(sent_at) - minute_of(stored.at)
    if abs(off) <= OFF_BY:
        return ""
    way = "fast" if off > 0 else "slow"
    much = f"{abs(off):.0f} min" if abs(off) < 120 else f"{abs(off) / 60:.0f} h"
    return f"noted by a clock that is {much} {way}; its time is put right"


def _copy_old_notes(id_: str, site: SiteRecord) -> None:
    """Copy what was noted in the older form, each with the piece as its own revision had it."""
    if not (old := site.old_notes(id_)):
        return
    plans: dict[int, tuple[Plan, CutList] | None] = {}

    def was(note: OldNote) -> AsItWas:
        if note.revision not in plans:
            try:
                job = read_job(note.document)
                made = plan(job)
                plans[note.revision] = (made, cuts_of(job, made))
            except (JobRefused, NotAJobFile):
                plans[note.revision] = None
        found = plans[note.revision]
        return as_it_was(*found, note.piece) if found else AsItWas(None, None)

    site.copy_old(id_, old, was)
