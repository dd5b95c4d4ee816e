"""Opening a job's record, and making what was noted ready to be kept in it."""

from collections.abc import Mapping, Sequence
from datetime import UTC, datetime
from typing import Any, Self

from pydantic import (
    BaseModel,
    ConfigDict,
    Field,
    ModelWrapValidatorHandler,
    model_validator,
)

from pennant.api.record_entries import PlannedPieces, entries_of, told
from pennant.core.document.job import Job
from pennant.core.document.lengths import Units
from pennant.core.document.refusal import JobRefused, reckoning
from pennant.core.document.values import reading_in
from pennant.core.plan import Plan, plan
from pennant.core.site.entries import Entry, Key, Note, NotedPieces
from pennant.files.job_json import NotAJobFile, digest_of, read_job
from pennant.store.jobs import Jobs, StoredJob
from pennant.store.record import AsItWas, OldNote, SiteRecord, StoredEntry
from pennant.words.moments import minute_of, moment
from pennant.words.site import SiteText, site_in_words
from pennant.words.site_kit import Edition, SiteKit, site_kit

OFF_BY = 5.0
"""Minutes: a phone's clock that is further off than this is told."""
LONGEST_AWAY = 60 * 24 * 60.0
"""Minutes: 60 days; what is said to have been noted longer ago is held for a slip of the clock."""


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
    key, of the entry that a taken-back takes back. ``revision`` is that of the plan it was noted
    on, which may have been planned again since; the present one where none is said.
    """

    key: Key
    entry: Note
    said_at: datetime | None = None
    sent_at: datetime | None = None
    takes_back: int | None = Field(default=None, ge=1, le=2**62)
    takes_back_key: Key | None = None
    revision: int | None = Field(default=None, ge=1, le=2**62)


def opened(id_: str, jobs: Jobs, site: SiteRecord) -> tuple[StoredJob, Job, Plan]:
    """Return a job as it is kept, read, and its plan; older notes are copied over first."""
    stored = jobs.get(id_)
    job = read_job(stored.document)
    planned = plan(job, "fewest")
    _copy_old_notes(id_, site)
    return stored, job, planned


def site_state(stored: StoredJob, job: Job, planned: Plan, kept: list[StoredEntry]) -> SiteText:
    """Return where the work stands by the entries of its record."""
    doubts, now = _doubts(kept), _now()

    def tell(entries: Sequence[Entry]) -> SiteText:
        with reckoning("the record"):
            return site_in_words(job, planned, entries, now, doubts, stored.revision)

    return told(tell, entries_of(kept))


def _now() -> float:
    return datetime.now(UTC).timestamp() / 60


def _doubts(kept: list[StoredEntry]) -> dict[int, str]:
    return {one.id: doubt for one in kept if (doubt := doubt_of(one))}


def opened_kit(id_: str, jobs: Jobs, site: SiteRecord) -> tuple[Job, SiteKit]:
    """Return a job and its kit as they stand."""
    stored, job, planned = opened(id_, jobs, site)
    of = Edition(
        job=stored.id, digest=digest_of(job), revision=stored.revision, edition=stored.edition
    )
    kept = site.entries(id_)
    doubts, now = _doubts(kept), _now()

    def tell(entries: Sequence[Entry]) -> SiteKit:
        with reckoning("what is taken to the site"):
            return site_kit(job, planned, of, entries, now, doubts)

    return job, told(tell, entries_of(kept))


class Noting:
    """Makes entries ready to be kept, each on the plan of the revision that it was noted on."""

    def __init__(self, jobs: Jobs, stored: StoredJob, job: Job, planned: Plan) -> None:
        self.id, self.jobs = stored.id, jobs
        self.pieces: dict[int, PlannedPieces | None] = {
            stored.revision: PlannedPieces(job, planned)
        }
        self.present = stored.revision
        self.documents: dict[int, str] | None = None

    def revision_of(self, asked: int | None) -> int:
        """Return the revision that something was noted on; the present one for one never kept."""
        if asked is None or asked in self.pieces:
            return asked or self.present
        return asked if asked in self._documents() else self.present

    def as_they_were(self, entry: Note, revision: int) -> tuple[AsItWas, ...]:
        """Return an entry's pieces as that revision had them; unknown where it has no plan."""
        if not isinstance(entry, NotedPieces):
            return ()
        if revision not in self.pieces:
            self.pieces[revision] = _pieces_of(self._documents().get(revision, ""))
        found = self.pieces[revision]
        if found is None:
            return tuple(AsItWas(None, None) for _ in entry.pieces)
        return tuple(found.was(piece) for piece in entry.pieces)

    def _documents(self) -> dict[int, str]:
        if self.documents is None:
            self.documents = self.jobs.documents(self.id)
        return self.documents


def put_right(said_at: datetime | None, sent_at: datetime | None) -> str | None:
    """Return when something was noted, by the server's clock: now less what passed since on the
    phone's. None where the phone's clock cannot be right.
    """
    if said_at is None or sent_at is None:
        return None
    try:
        passed = minute_of(sent_at.isoformat()) - minute_of(said_at.isoformat())
    except OverflowError:  # a year before the first, or after the last, by another zone
        return None
    if not 0 <= passed <= LONGEST_AWAY:
        return None
    return moment(_now() - passed)


def clock_of(said_at: datetime | None, sent_at: datetime | None) -> str | None:
    """Return when it was noted and sent, as the clock of who noted it had it."""
    if said_at is None:
        return None
    return f"{said_at.isoformat()} {sent_at.isoformat() if sent_at else ''}".strip()


def doubt_of(stored: StoredEntry) -> str:
    """Return what is odd about the time of an entry, by the clocks of phone and server."""
    said_at, _, sent_at = (stored.clock or "").partition(" ")
    if not sent_at:
        return ""
    try:
        off = minute_of(sent_at) - minute_of(stored.at)
    except (ValueError, OverflowError):
        return "noted by a clock that cannot be read; the time it was kept counts"
    if stored.said_at is None:
        return f"noted at {said_at} by a clock that cannot be right; the time it was kept counts"
    if abs(off) <= OFF_BY:
        return ""
    way = "fast" if off > 0 else "slow"
    much = f"{abs(off):.0f} min" if abs(off) < 120 else f"{abs(off) / 60:.0f} h"
    return f"noted by a clock that is {much} {way}; its time is put right"


def _pieces_of(document: str) -> PlannedPieces | None:
    """The pieces of a revision; None where it cannot be planned any more."""
    try:
        job = read_job(document)
        return PlannedPieces(job, plan(job, "fewest"))
    except (JobRefused, NotAJobFile):
        return None


def _copy_old_notes(id_: str, site: SiteRecord) -> None:
    """Copy what was noted in the older form, each with the piece as its own revision had it."""
    if not (old := site.old_notes(id_)):
        return
    pieces: dict[int, PlannedPieces | None] = {}

    def was(note: OldNote) -> AsItWas:
        if note.revision not in pieces:
            pieces[note.revision] = _pieces_of(note.document)
        found = pieces[note.revision]
        return found.was(note.piece) if found else AsItWas(None, None)

    site.copy_old(id_, old, was)
