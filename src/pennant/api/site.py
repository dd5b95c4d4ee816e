"""Routes for what is taken to the site: lists as CSV, papers, drawings."""

import json
from base64 import b64encode
from collections.abc import Iterator
from dataclasses import asdict
from typing import Annotated

from fastapi import APIRouter, Query, Request, Response
from fastapi.responses import StreamingResponse

from pennant.api.kept import Kept, Pictures, Site, download, file_name
from pennant.api.noting import opened_kit
from pennant.api.record_entries import entries_of
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.plan import plan
from pennant.files.cuts_csv import cuts_csv
from pennant.files.export import TYPES, Wanted, exported
from pennant.files.forms import FileForm, NotThere, Size
from pennant.files.job_json import read_job
from pennant.files.materials_csv import materials_csv
from pennant.files.papers import NOTHING_KEPT, Imprint, Paper, SitePapers
from pennant.files.site_file import assets_of, site_file
from pennant.store.jobs import StoredJob
from pennant.store.photographs import Photographs
from pennant.store.record import SiteRecord
from pennant.words.cuts import cut_sheet

router = APIRouter(prefix="/api")


@router.get("/jobs/{id_}/cuts.csv", response_class=Response)
def cuts_as_csv(id_: str, jobs: Kept) -> Response:
    """Return the cuts of a job for a spreadsheet."""
    job = read_job(jobs.get(id_).document)
    return download(cuts_csv(cut_sheet(job, plan(job, "fewest"))), f"{file_name(job)}-cuts.csv")


@router.get("/jobs/{id_}/materials.csv", response_class=Response)
def materials_as_csv(id_: str, jobs: Kept) -> Response:
    """Return the shopping list of a job for a spreadsheet."""
    job = read_job(jobs.get(id_).document)
    return download(materials_csv(job, plan(job, "fewest")), f"{file_name(job)}-materials.csv")


@router.get("/jobs/{id_}/as/{form}", response_class=Response)
def job_as(
    id_: str,
    form: FileForm,
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
    kept = NOTHING_KEPT
    if form == "pdf":
        kept = _kept(id_, site, pictures)
    elif form == "csv":
        kept = SitePapers(tuple(entries_of(site.entries(id_))))
    wanted = Wanted(
        form,
        tuple(only or ()),
        None,
        size,
        id_,
        _imprint(stored),
        kept.entries,
        kept.photographs,
        stored.edition,
    )
    try:
        export = exported(job, plan(job, "fewest"), wanted)
    except NotThere as error:
        raise JobRefused([Problem(pointer="/only", message=str(error))]) from None
    return download(export, f"{file_name(job)}.{form}", TYPES[form])


@router.get("/jobs/{id_}/papers", response_class=StreamingResponse)
def papers_as_made(
    id_: str,
    jobs: Kept,
    site: Site,
    pictures: Pictures,
    only: Annotated[list[Paper], Query(max_length=20)],
    size: Size | None = None,
) -> StreamingResponse:
    """Return each step of binding the papers as a line of JSON, at last the PDF (base64).

    Where it cannot be made to the end, the last line says why.
    """
    stored = jobs.get(id_)
    job = read_job(stored.document)
    kept = _kept(id_, site, pictures)

    def lines() -> Iterator[str]:
        # The server starts without the library that writes PDF.
        from pennant.files.papers_pdf import bound

        try:
            for step in bound(job, plan(job, "fewest"), only, size, _imprint(stored), kept):
                if isinstance(step, bytes):
                    line = {"name": f"{file_name(job)}.pdf", "pdf": b64encode(step).decode()}
                else:
                    line = asdict(step)
                yield json.dumps(line) + "\n"
        except JobRefused as error:
            yield json.dumps({"failed": "; ".join(one.message for one in error.problems)}) + "\n"

    return StreamingResponse(lines(), media_type="application/x-ndjson")


@router.get("/jobs/{id_}/site-file", response_class=Response)
def job_as_site_file(id_: str, request: Request, jobs: Kept, site: Site) -> Response:
    """Return a job as one page that opens from a phone's own files, without any server."""
    job, kit = opened_kit(id_, jobs, site)
    text = site_file(kit, kit.site.now, assets_of(request.app.state.pages))
    return download(text, f"{file_name(job)}-site.html", "text/html; charset=utf-8")


def _imprint(stored: StoredJob) -> Imprint:
    return Imprint(f"revision {stored.revision}", stored.changed[:10])


def _kept(id_: str, site: SiteRecord, pictures: Photographs) -> SitePapers:
    """The record of a job, and its photographs."""
    kept = site.entries(id_)
    return SitePapers(tuple(entries_of(kept)), pictures.named(id_, [one.said for one in kept]))
