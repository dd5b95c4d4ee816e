"""Routes for what is taken to the site: lists as CSV, papers, drawings."""

from typing import Annotated

from fastapi import APIRouter, Query, Response

from pennant.api.kept import Kept, Pictures, Site, download, file_name
from pennant.api.record_entries import entries_of
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.plan import plan
from pennant.core.site.entries import NotedPhotograph
from pennant.files.cuts_csv import cuts_csv
from pennant.files.export import TYPES, Form, NotThere, Wanted, exported
from pennant.files.job_json import read_job
from pennant.files.materials_csv import materials_csv
from pennant.files.papers import Imprint, Size
from pennant.words.cuts import cut_sheet

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
    site: Site,
    pictures: Pictures,
    only: Annotated[list[str] | None, Query(max_length=20)] = None,
    size: Size | None = None,
) -> Response:
    """Return a job as papers (PDF), drawing (SVG, DXF), table (CSV), calendar or job file.

    ``only`` names parts of it; refused where the format has no such part, or days have no plan.
    """
    stored = jobs.get(id_)
    job = read_job(stored.document)
    imprint = Imprint(f"revision {stored.revision}", stored.changed[:10])
    entries = entries_of(site.entries(id_)) if form in ("pdf", "csv") else []
    named = [one.said.name for one in entries if isinstance(one.said, NotedPhotograph)]
    photographs = {}
    if form == "pdf":
        photographs = {name: pictures.get(id_, name).picture for name in named}
    wanted = Wanted(form, tuple(only or ()), None, size, id_, imprint, tuple(entries), photographs)
    try:
        made = exported(job, plan(job), wanted)
    except NotThere as error:
        raise JobRefused([Problem(pointer="/only", message=str(error))]) from None
    return download(made, f"{file_name(job)}.{form}", TYPES[form])
