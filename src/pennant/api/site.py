"""Routes for what is taken to the site: lists as CSV, and the record kept there."""

from fastapi import APIRouter, Response

from pennant.api.kept import Kept, Site, download, file_name
from pennant.api.models import (
    Noted,
)
from pennant.core.job import Job
from pennant.core.plan import plan
from pennant.core.record import record_of
from pennant.core.refusal import JobRefused, Problem
from pennant.files.cuts_csv import cuts_csv
from pennant.files.materials_csv import materials_csv
from pennant.store.record import StoredNote
from pennant.words.cuts import SaidRecord, cut_sheet, said_record

router = APIRouter(prefix="/api")


@router.get("/jobs/{id_}/cuts.csv", response_class=Response)
def cuts_as_csv(id_: str, jobs: Kept) -> Response:
    """Return the cuts of a job for a spreadsheet."""
    job = jobs.get(id_).job
    return download(cuts_csv(cut_sheet(job, plan(job))), f"{file_name(job)}-cuts.csv")


@router.get("/jobs/{id_}/materials.csv", response_class=Response)
def materials_as_csv(id_: str, jobs: Kept) -> Response:
    """Return the shopping list of a job for a spreadsheet."""
    job = jobs.get(id_).job
    return download(materials_csv(job, plan(job)), f"{file_name(job)}-materials.csv")


@router.get("/jobs/{id_}/record")
def site_record(id_: str, jobs: Kept, site: Site) -> SaidRecord:
    """Return where the pieces of a job stand on site."""
    return _record(jobs.get(id_).job, site.notes(id_))


@router.post("/jobs/{id_}/record")
def note_on_site(id_: str, noted: Noted, jobs: Kept, site: Site) -> SaidRecord:
    """Note that a piece was cut, set or broken, or that the last note of it was a mistake.

    The note is kept before this answers; sent again with the same key it is the same note.
    """
    job = jobs.get(id_).job
    if all(noted.piece != piece.id for piece in plan(job).pieces):
        message = "is no piece of this plan; it may have changed since the sheet was opened"
        raise JobRefused([Problem(pointer="/piece", message=message)])
    return _record(job, site.add(id_, noted.key, noted.piece, noted.event))


def _record(job: Job, notes: list[StoredNote]) -> SaidRecord:
    return said_record(job, plan(job), record_of(one.note for one in notes))
