"""Routes for jobs: kept, changed, undone, put aside, taken in and out."""

from fastapi import APIRouter, Request, Response

from pennant.api.kept import Kept, download, file_name
from pennant.api.models import (
    Change,
    Edition,
    JobCard,
    JobState,
    NewJob,
    job_state,
)
from pennant.core.blank import blank_job
from pennant.core.check import refuse_if_wrong
from pennant.core.plan import plan
from pennant.files.drawing_svg import drawing_svg
from pennant.files.job_json import read_job, write_job
from pennant.store.jobs import Shelf as JobShelf
from pennant.words.sheet import summary

router = APIRouter(prefix="/api")


@router.get("/jobs")
def list_jobs(jobs: Kept, shelf: JobShelf = "in-hand") -> list[JobCard]:
    """Return the jobs on a shelf, the last changed first."""
    return [
        JobCard(
            id=stored.id, edition=stored.edition, name=stored.job.name, changed=stored.changed,
            summary=summary(plan(stored.job)),
        )
        for stored in jobs.all(shelf)
    ]  # fmt: skip


@router.post("/jobs", status_code=201)
def new_job(wanted: NewJob, jobs: Kept) -> JobState:
    """Keep a blank job."""
    return job_state(jobs.create(blank_job(wanted.name, wanted.units)))


@router.post("/jobs/import", status_code=201)
async def import_job(request: Request, jobs: Kept) -> JobState:
    """Keep the job file that is the body; a file that cannot be drawn is refused whole."""
    job = read_job(await request.body())
    refuse_if_wrong(job)
    return job_state(jobs.create(job, "Imported"))


@router.get("/jobs/{id_}")
def get_job(id_: str, jobs: Kept) -> JobState:
    """Return a job with its view."""
    return job_state(jobs.get(id_))


@router.put("/jobs/{id_}")
def change_job(id_: str, change: Change, jobs: Kept) -> JobState:
    """Keep a change made on an edition; 409 with the current state if the job has moved on."""
    refuse_if_wrong(change.job)
    return job_state(jobs.change(id_, change.edition, change.job, change.label))


@router.post("/jobs/{id_}/undo")
def undo(id_: str, edition: Edition, jobs: Kept) -> JobState:
    """Take the last change back."""
    return job_state(jobs.undo(id_, edition.edition))


@router.post("/jobs/{id_}/redo")
def redo(id_: str, edition: Edition, jobs: Kept) -> JobState:
    """Make an undone change again."""
    return job_state(jobs.redo(id_, edition.edition))


@router.post("/jobs/{id_}/duplicate", status_code=201)
def duplicate(id_: str, jobs: Kept) -> JobState:
    """Keep a copy as a job of its own."""
    return job_state(jobs.duplicate(id_))


@router.delete("/jobs/{id_}", status_code=204)
def delete(id_: str, jobs: Kept) -> None:
    """Put a job aside; it can be brought back."""
    jobs.delete(id_)


@router.post("/jobs/{id_}/restore")
def restore(id_: str, jobs: Kept) -> JobState:
    """Bring back a job that was put aside."""
    return job_state(jobs.restore(id_))


@router.post("/jobs/{id_}/archive", status_code=204)
def archive(id_: str, jobs: Kept) -> None:
    """Put a finished job on the archive shelf."""
    jobs.archive(id_)


@router.post("/jobs/{id_}/take-up")
def take_up(id_: str, jobs: Kept) -> JobState:
    """Take an archived job back in hand."""
    return job_state(jobs.take_up(id_))


@router.get("/jobs/{id_}/export", response_class=Response)
def export_job(id_: str, jobs: Kept) -> Response:
    """Return the job file for saving."""
    job = jobs.get(id_).job
    return download(write_job(job), f"{file_name(job)}.json", "application/json")


@router.get("/jobs/{id_}/drawing.svg", response_class=Response)
def drawing(id_: str, jobs: Kept) -> Response:
    """Return a small drawing of the job, also of one in the trash."""
    job = jobs.get(id_, also_trash=True).job
    return Response(
        drawing_svg(job, plan(job)), media_type="image/svg+xml",
        headers={"cache-control": "no-cache"},
    )  # fmt: skip
