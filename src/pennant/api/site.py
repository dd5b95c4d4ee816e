"""Routes for what is taken to the site: lists as CSV, and the record kept there."""

from typing import Annotated

from fastapi import APIRouter, Query, Response

from pennant.api.kept import Kept, Site, download, file_name
from pennant.api.models import Noted
from pennant.core.cuts.cut_list import cuts_of
from pennant.core.document.job import Job
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.document.tiles import FIELD
from pennant.core.geometry.rect import Rect
from pennant.core.plan import Plan, plan
from pennant.core.site.record import (
    CutTile,
    Record,
    SiteEvent,
    Spot,
    cut_tile_of,
    record_of,
    spot_of,
)
from pennant.files.cuts_csv import cuts_csv
from pennant.files.export import TYPES, Form, NotThere, Wanted, exported
from pennant.files.job_json import NotAJobFile, read_job
from pennant.files.materials_csv import materials_csv
from pennant.files.papers import Imprint, Size
from pennant.store.record import AsItWas, OldNote, SiteRecord, StoredEvent
from pennant.words.cuts import SaidRecord, cut_sheet, said_record

router = APIRouter(prefix="/api")


@router.get("/jobs/{id_}/cuts.csv", response_class=Response)
def cuts_as_csv(id_: str, jobs: Kept) -> Response:
    """Return the cuts of a job for a spreadsheet."""
    job = read_job(jobs.get(id_).document)
    return download(cuts_csv(cut_sheet(job, plan(job))), f"{file_name(job)}-cuts.csv")


@router.get("/jobs/{id_}/materials.csv", response_class=Response)
def materials_as_csv(id_: str, jobs: Kept) -> Response:
    """Return the shopping list of a job for a spreadsheet."""
    job = read_job(jobs.get(id_).document)
    return download(materials_csv(job, plan(job)), f"{file_name(job)}-materials.csv")


@router.get("/jobs/{id_}/as/{form}", response_class=Response)
def job_as(
    id_: str,
    form: Form,
    jobs: Kept,
    only: Annotated[list[str] | None, Query(max_length=20)] = None,
    size: Size | None = None,
) -> Response:
    """Return a job as papers (PDF), drawing (SVG, DXF), table (CSV), calendar or job file.

    ``only`` names parts of it; refused where the format has no such part, or days have no plan.
    """
    stored = jobs.get(id_)
    job = read_job(stored.document)
    imprint = Imprint(f"revision {stored.revision}", stored.changed[:10])
    wanted = Wanted(form, tuple(only or ()), None, size, id_, imprint)
    try:
        made = exported(job, plan(job), wanted)
    except NotThere as error:
        raise JobRefused([Problem(pointer="/only", message=str(error))]) from None
    return download(made, f"{file_name(job)}.{form}", TYPES[form])


@router.get("/jobs/{id_}/record")
def site_record(id_: str, jobs: Kept, site: Site) -> SaidRecord:
    """Return where the pieces of a job stand on site."""
    job = read_job(jobs.get(id_).document)
    _copy_old_notes(id_, site)
    return _said(job, plan(job), site.events(id_))


@router.post("/jobs/{id_}/record")
def note_on_site(id_: str, noted: Noted, jobs: Kept, site: Site) -> SaidRecord:
    """Note that a piece was cut, set or broken, or that an earlier note of it was a mistake.

    The note is kept before this answers; sent again with the same key it is the same note.
    """
    stored = jobs.get(id_)
    job = read_job(stored.document)
    made = plan(job)
    _copy_old_notes(id_, site)
    if all(noted.piece != piece.id for piece in made.pieces):
        message = "is no piece of this plan; it may have changed since the sheet was opened"
        raise JobRefused([Problem(pointer="/piece", message=message)])
    back = noted.takes_back
    if noted.event == "taken back" and back is None:
        back = _record(job, made, site.events(id_)).last.get(noted.piece)
    was = _as_it_was(job, made, noted.piece)
    events = site.add(id_, noted.key, noted.piece, noted.event, stored.revision, was, back)
    return _said(job, made, events)


def _said(job: Job, made: Plan, events: list[StoredEvent]) -> SaidRecord:
    return said_record(job, made, _record(job, made, events), [_event(one) for one in events])


def _record(job: Job, made: Plan, events: list[StoredEvent]) -> Record:
    every = [_event(one) for one in events]
    return record_of(every, made.pieces, job.settings.set_within)


def _event(stored: StoredEvent) -> SiteEvent:
    """An event with the piece as it was, read from the data it was kept with."""
    was = stored.as_it_was
    spot = tile = None
    if was.outline is not None:
        surface, rings = was.outline
        spot = Spot(surface, tuple(tuple((x, y) for x, y in ring) for ring in rings))
    if was.cut_from is not None:
        number, border, pieces, drops = was.cut_from
        tile = CutTile(number, border, tuple(pieces), tuple(Rect(*drop) for drop in drops))
    return SiteEvent(stored.id, stored.piece, stored.event, spot, tile, stored.takes_back)


def _as_it_was(job: Job, made: Plan, piece: str) -> AsItWas:
    """A piece of a plan as it is kept with an event about it."""
    own = next((one for one in made.pieces if one.id == piece), None)
    if own is None:
        return AsItWas(None, None)
    found = cuts_of(job, made)
    stock = found.stocks[own.of]
    return AsItWas(spot_of(own), cut_tile_of(piece, stock, border=own.of != FIELD))


def _copy_old_notes(id_: str, site: SiteRecord) -> None:
    """Copy what was noted in the older form, each with the piece as its own revision had it."""
    if not (old := site.old_notes(id_)):
        return
    plans: dict[int, tuple[Job, Plan] | None] = {}

    def was(note: OldNote) -> AsItWas:
        if note.revision not in plans:
            try:
                job = read_job(note.document)
                plans[note.revision] = (job, plan(job))
            except (JobRefused, NotAJobFile):
                plans[note.revision] = None
        found = plans[note.revision]
        return _as_it_was(*found, note.piece) if found else AsItWas(None, None)

    site.copy_old(id_, old, was)
