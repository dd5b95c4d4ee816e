"""Routes for jobs: kept, changed, undone, put aside, taken in and out."""

import json
from collections.abc import Mapping
from typing import Annotated

from fastapi import APIRouter, Query, Request, Response
from pydantic import ValidationError
from starlette.concurrency import run_in_threadpool

from pennant.api.keeping import changed, created, overview_of, prepared, state_of
from pennant.api.kept import Kept, Listed, Pictures, Site, download, file_name
from pennant.api.models import (
    BroughtIn,
    Change,
    EditionAsked,
    GoTo,
    JobCard,
    JobState,
    NewJob,
    ReadLength,
    RevisionText,
)
from pennant.api.record_entries import minute_noted, unreadable
from pennant.core.document.lengths import LengthError, Units, parse_length, show_exact
from pennant.core.document.refusal import JobRefused, Problem
from pennant.core.survey.blank import FirstAnswers, asked_at, begun, units_as_typed
from pennant.drawing.shapes import Picture
from pennant.files.bundle import (
    BundledEntry,
    NotABundle,
    check_entry,
    read_bundle,
    write_bundle,
)
from pennant.files.elevation_in import DrawingUnits, read_elevation
from pennant.files.job_json import NotAJobFile, job_of_walls, read_job, write_job
from pennant.files.notebook_csv import units_in_csv, walls_in_csv
from pennant.files.picture_svg import picture_svg
from pennant.store.bringing import bring_job
from pennant.store.jobs import Folder, JobNotFound
from pennant.store.photographs import NewPicture
from pennant.store.record import AsItWas, Sent, StoredEntry
from pennant.words.moments import moment

router = APIRouter(prefix="/api")


@router.get("/jobs")
def list_jobs(overviews: Listed, folder: Folder = "in-hand") -> list[JobCard]:
    """Return the jobs in a folder, the last changed first; nothing is planned for it."""
    return [JobCard.model_construct(**vars(one)) for one in overviews.listed(folder)]


@router.post("/jobs", status_code=201)
def new_job(wanted: NewJob, jobs: Kept) -> JobState:
    """Keep a job that begins with what is known; a blank one where nothing is."""
    known = wanted.known or FirstAnswers()
    units = wanted.units or units_as_typed(known.first)
    try:
        job = read_job(json.dumps(begun(wanted.name, units, known)))
    except JobRefused as error:
        asked = [
            one.model_copy(update={"pointer": asked_at(one.pointer)}) for one in error.problems
        ]
        raise JobRefused(asked) from None
    return created(jobs, job, "Started")


@router.get("/length")
def read_length(
    text: Annotated[str, Query(max_length=60)], units: Units | None = None
) -> ReadLength:
    """Return a length that is being typed, as it is read; refused where it is none."""
    units = units or units_as_typed(text)
    try:
        mm = parse_length(text, units)
    except LengthError as error:
        raise JobRefused([Problem(pointer="/text", message=str(error))]) from None
    return ReadLength(units=units, shown=f"{show_exact(mm, units)} {units}")


@router.post("/jobs/import", status_code=201)
async def import_job(request: Request, jobs: Kept) -> JobState:
    """Keep the job file that is the body; a file that cannot be drawn is refused whole."""
    body = await request.body()
    return await run_in_threadpool(lambda: created(jobs, read_job(body), "Imported"))


@router.post("/jobs/import/dxf", status_code=201)
async def import_elevation(
    request: Request,
    jobs: Kept,
    units: DrawingUnits | None = None,
    layer: Annotated[list[str] | None, Query(max_length=40)] = None,
) -> BroughtIn:
    """Keep a job with the wall of a DXF elevation; ``layer`` says what one holds: ``A1=window``.

    Nothing is kept of a drawing that cannot be read; layers that were not understood are told.
    """
    body = await request.body()
    layers = dict(one.rpartition("=")[::2] for one in layer or ())

    def brought() -> BroughtIn:
        found = read_elevation(body.decode("utf-8", "replace"), units, layers)
        job = job_of_walls("Drawn kitchen", "in" if units in ("in", "ft") else "mm", [found.wall])
        return BroughtIn(state=created(jobs, job, "Read from a drawing"), left_out=found.left_out)

    return await run_in_threadpool(brought)


@router.post("/jobs/import/csv", status_code=201)
async def import_measures(request: Request, jobs: Kept, units: Units = "in") -> JobState:
    """Keep a job with the walls of a CSV of measures; the row that is wrong is named."""
    body = await request.body()

    def brought() -> JobState:
        said = units_in_csv(body) or units
        walls = walls_in_csv(body, said)
        return created(jobs, job_of_walls("Measured kitchen", said, walls), "Read from measures")

    return await run_in_threadpool(brought)


@router.post("/jobs/import/zip", status_code=201)
async def import_bundle(request: Request, jobs: Kept) -> JobState:
    """Keep the job of a zip with its record and photographs, read whole and checked before."""
    body = await request.body()

    def brought() -> JobState:
        bundle = read_bundle(body)
        pictures = {
            name: NewPicture(plain.jpeg, plain.size) for name, plain in bundle.photographs.items()
        }
        ready = prepared(bundle.job)
        entries = [_sent(one) for one in bundle.entries]
        stored = bring_job(jobs.database, ready.job, ready.overview, pictures, entries)
        return state_of(stored, ready.view)

    return await run_in_threadpool(brought)


def _sent(one: BundledEntry) -> Sent:
    """An entry that was brought along."""
    return Sent(
        key=one.key,
        said=one.said.model_dump(mode="json"),
        was=tuple(AsItWas(was.outline, was.cut_from) for was in one.was),
        at=one.at,
        said_at=one.said_at,
        clock=one.clock,
        takes_back=one.takes_back,
    )


@router.get("/jobs/{id_}/as-zip", response_class=Response)
def job_as_zip(id_: str, jobs: Kept, site: Site, pictures: Pictures) -> Response:
    """Return a job with its record and its photographs as one zip."""
    job = read_job(jobs.get(id_).document)
    kept = site.entries(id_)
    place = {one.id: number for number, one in enumerate(kept)}
    photographs = pictures.named(id_, [one.said for one in kept])
    entries = [_bundled(one, number, place, photographs) for number, one in enumerate(kept)]
    zipped = write_bundle(job, entries, photographs)
    return download(zipped, f"{file_name(job)}.zip", "application/zip")


def _bundled(
    stored: StoredEntry, number: int, place: Mapping[int, int], photographs: Mapping[str, bytes]
) -> BundledEntry:
    """An entry as it goes along; as a remark where it stands so that no zip would be taken in."""
    data = {
        "key": stored.key,
        "at": stored.at,
        "said_at": stored.said_at,
        "clock": stored.clock,
        "said": dict(stored.said),
        "was": [{"outline": was.outline, "cut_from": was.cut_from} for was in stored.was],
        "takes_back": place.get(stored.takes_back or 0),
    }
    try:
        entry = BundledEntry.model_validate(data)
        check_entry(number, entry, photographs)
    except (ValidationError, NotABundle):
        remark = unreadable(stored.said)
        return BundledEntry(key=stored.key, at=moment(minute_noted(stored)), said=remark)
    return entry


@router.get("/jobs/{id_}")
def get_job(id_: str, jobs: Kept) -> JobState:
    """Return a job with its view."""
    return state_of(jobs.get(id_))


@router.put("/jobs/{id_}")
def change_job(id_: str, change: Change, jobs: Kept) -> JobState:
    """Keep a change made on an edition; 409 with the current state if the job has moved on.

    It is planned first: what is refused is not kept.
    """
    return changed(jobs, id_, change.edition, change.job, change.label)


@router.post("/jobs/{id_}/undo")
def undo(id_: str, edition: EditionAsked, jobs: Kept) -> JobState:
    """Take the last change back."""
    return state_of(jobs.undo(id_, edition.edition))


@router.post("/jobs/{id_}/redo")
def redo(id_: str, edition: EditionAsked, jobs: Kept) -> JobState:
    """Make an undone change again."""
    return state_of(jobs.redo(id_, edition.edition))


@router.get("/jobs/{id_}/history")
def show_history(id_: str, jobs: Kept) -> list[RevisionText]:
    """Return every revision of a job, the newest first."""
    return [RevisionText(**vars(one)) for one in jobs.history(id_)]


@router.post("/jobs/{id_}/go-to")
def go_to(id_: str, to: GoTo, jobs: Kept) -> JobState:
    """Make a revision of a job's history the present one; nothing of the others is lost."""
    return state_of(jobs.go_to(id_, to.edition, to.number))


@router.post("/jobs/{id_}/duplicate", status_code=201)
def duplicate(id_: str, jobs: Kept) -> JobState:
    """Keep a copy as a job of its own; its history begins there."""
    job = read_job(jobs.get(id_).document)
    copy = job.model_copy(update={"name": f"{job.name[:73]} (copy)"})
    return created(jobs, copy, "Copied")


@router.delete("/jobs/{id_}", status_code=204)
def delete(id_: str, jobs: Kept) -> None:
    """Put a job aside; it can be brought back."""
    jobs.delete(id_)


@router.post("/jobs/{id_}/restore")
def restore(id_: str, jobs: Kept) -> JobState:
    """Bring back a job that was put aside."""
    return state_of(jobs.restore(id_))


@router.post("/jobs/{id_}/archive", status_code=204)
def archive(id_: str, jobs: Kept) -> None:
    """Put a finished job in the archive."""
    jobs.archive(id_)


@router.post("/jobs/{id_}/take-up")
def take_up(id_: str, jobs: Kept) -> JobState:
    """Take an archived job back in hand."""
    return state_of(jobs.take_up(id_))


@router.get("/jobs/{id_}/export", response_class=Response)
def export_job(id_: str, jobs: Kept) -> Response:
    """Return the job file for saving; one that cannot be read here is given as it is kept."""
    stored = jobs.get(id_, also_trash=True)
    try:
        job = read_job(stored.document)
    except (JobRefused, NotAJobFile):
        return download(stored.document, "job.json", "application/json")
    return download(write_job(job), f"{file_name(job)}.json", "application/json")


@router.get("/jobs/{id_}/drawing.svg", response_class=Response)
def drawing(id_: str, jobs: Kept, overviews: Listed) -> Response:
    """Return a small drawing of the job, also of one in the trash; 404 where it has none."""
    found = overviews.of_head(id_)
    if found is None:
        found = overview_of(id_, jobs.get(id_, also_trash=True).document)
    if found.drawing is None:
        raise JobNotFound(f"{id_}, drawn")
    return Response(
        picture_svg(Picture.of_data(found.drawing)),
        media_type="image/svg+xml",
        headers={"cache-control": "no-cache"},
    )
