"""Routes for jobs: kept, changed, undone, put aside, taken in and out."""

from fastapi import APIRouter, Request, Response
from starlette.concurrency import run_in_threadpool

from pennant.api.keeping import changed, created, overview_of, state_of
from pennant.api.kept import Kept, Listed, download, file_name
from pennant.api.models import (
    Change,
    Edition,
    GoTo,
    JobCard,
    JobState,
    NewJob,
    SaidRevision,
)
from pennant.core.document.refusal import JobRefused
from pennant.core.survey.blank import blank_job
from pennant.drawing.shapes import Picture
from pennant.files.job_json import NotAJobFile, read_job, write_job
from pennant.files.picture_svg import picture_svg
from pennant.store.jobs import JobNotFound
from pennant.store.jobs import Shelf as JobShelf

router = APIRouter(prefix="/api")


@router.get("/jobs")
def list_jobs(overviews: Listed, shelf: JobShelf = "in-hand") -> list[JobCard]:
    """Return the jobs on a shelf, the last changed first; nothing is planned for it."""
    return [JobCard.model_construct(**vars(one)) for one in overviews.listed(shelf)]


@router.post("/jobs", status_code=201)
def new_job(wanted: NewJob, jobs: Kept) -> JobState:
    """Keep a blank job."""
    return created(jobs, blank_job(wanted.name, wanted.units), "Started")


@router.post("/jobs/import", status_code=201)
async def import_job(request: Request, jobs: Kept) -> JobState:
    """Keep the job file that is the body; a file that cannot be drawn is refused whole."""
    body = await request.body()
    return await run_in_threadpool(lambda: created(jobs, read_job(body), "Imported"))


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
def undo(id_: str, edition: Edition, jobs: Kept) -> JobState:
    """Take the last change back."""
    return state_of(jobs.undo(id_, edition.edition))


@router.post("/jobs/{id_}/redo")
def redo(id_: str, edition: Edition, jobs: Kept) -> JobState:
    """Make an undone change again."""
    return state_of(jobs.redo(id_, edition.edition))


@router.get("/jobs/{id_}/history")
def show_history(id_: str, jobs: Kept) -> list[SaidRevision]:
    """Return every revision of a job, the newest first."""
    return [SaidRevision(**vars(one)) for one in jobs.history(id_)]


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
    """Put a finished job on the archive shelf."""
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
        picture_svg(Picture.of_data(found.drawing)), media_type="image/svg+xml",
        headers={"cache-control": "no-cache"},
    )  # fmt: skip
