"""The application: routes over the core and the store, and the built web pages."""

import re
from pathlib import Path
from typing import Annotated

from fastapi import APIRouter, Depends, FastAPI, Request, Response
from fastapi.responses import FileResponse
from fastapi.staticfiles import StaticFiles

from pennant.api import meter, problems
from pennant.api.guard import HOSTS, Guard
from pennant.api.models import (
    Addition,
    Change,
    DrawnBoard,
    Edition,
    JobCard,
    JobState,
    Joining,
    MoreWall,
    NewJob,
    Removal,
    SaidPlay,
    SaidWish,
    Starts,
    ThingWords,
    ToCure,
    View,
    board_of,
    job_state,
    said_play,
    view_of,
)
from pennant.core.blank import blank_job
from pennant.core.check import refuse_if_wrong
from pennant.core.job import Job
from pennant.core.notebook import WORDS
from pennant.core.plan import Plan, plan
from pennant.core.things import (
    joined,
    wall_number,
    with_thing,
    with_wall,
    without_thing,
    without_wall,
)
from pennant.files.drawing_svg import drawing_svg
from pennant.files.job_json import read_job, write_job
from pennant.meter import protocol as meter_protocol
from pennant.store.database import Database
from pennant.store.jobs import Jobs, Shelf
from pennant.words.cures import SaidCure, said_cures
from pennant.words.setting_out import SaidSettingOut, said_setting_out
from pennant.words.sheet import SaidSetting, settings_list, summary
from pennant.words.starts import WISHES

router = APIRouter(prefix="/api")


def the_jobs(request: Request) -> Jobs:
    """Return the jobs that this application keeps."""
    jobs: Jobs = request.app.state.jobs
    return jobs


Kept = Annotated[Jobs, Depends(the_jobs)]


@router.post("/plan")
def make_plan(job: Job) -> Plan:
    """Return the plan of a job; nothing is kept."""
    return plan(job)


@router.post("/view")
def make_view(job: Job) -> View:
    """Return the job, its plan and its words; nothing is kept."""
    return view_of(job)


@router.post("/starts")
def compare_starts(asked: Starts) -> DrawnBoard:
    """Return a wall's best starts by every school, best first; nothing is kept."""
    return board_of(asked.job, asked.wall)


@router.post("/edit/add")
def add_thing(addition: Addition) -> Job:
    """Return the job with one thing more in a free place; nothing is kept."""
    return with_thing(addition.job, addition.wall, addition.kind)


@router.post("/edit/remove")
def remove_thing(removal: Removal) -> Job:
    """Return the job without a thing and without what leaned on it; nothing is kept."""
    return without_thing(removal.job, removal.id)


@router.post("/edit/add-wall")
def add_wall(more: MoreWall) -> Job:
    """Return the job with one wall more; nothing is kept."""
    return with_wall(more.job, more.join)


@router.post("/edit/remove-wall")
def remove_wall(removal: Removal) -> Job:
    """Return the job without a wall; nothing is kept."""
    return without_wall(removal.job, removal.id)


@router.post("/edit/join")
def join_walls(joining: Joining) -> Job:
    """Return the job with a wall joined to the next one, or no longer; nothing is kept."""
    return joined(joining.job, joining.wall, joining.join)


@router.get("/notebook")
def notebook_words() -> list[ThingWords]:
    """Return what a line of the notebook can begin with and what can be said of it."""
    return [ThingWords(kind=kind, words=words.split()) for kind, words in WORDS.items()]


@router.post("/cures")
def find_cures(asked: ToCure) -> list[SaidCure]:
    """Return what would cure a finding, each tried by planning it; nothing is kept."""
    return said_cures(asked.job, asked.surface, asked.finding)


@router.post("/play")
def show_play(asked: Starts) -> list[SaidPlay]:
    """Return how much play a wall's start has, across and up; nothing is kept."""
    wall_number(asked.job, asked.wall)
    return said_play(asked.job, asked.wall)


@router.post("/setting-out")
def set_out(job: Job) -> list[SaidSettingOut]:
    """Return the lines to strike on every wall of a job; nothing is kept."""
    return list(said_setting_out(job, plan(job)))


@router.get("/wishes")
def list_wishes() -> list[SaidWish]:
    """Return every wish in words."""
    return [SaidWish(kind=kind, says=says) for kind, says in WISHES.items()]


@router.get("/settings")
def list_settings() -> tuple[SaidSetting, ...]:
    """Return every setting with its reason."""
    return settings_list()


@router.get("/jobs")
def list_jobs(jobs: Kept, shelf: Shelf = "in-hand") -> list[JobCard]:
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
    name = re.sub(r"[^a-z0-9]+", "-", job.name.lower()).strip("-") or "job"
    return Response(
        write_job(job), media_type="application/json",
        headers={"content-disposition": f'attachment; filename="{name}.json"'},
    )  # fmt: skip


@router.get("/jobs/{id_}/drawing.svg", response_class=Response)
def drawing(id_: str, jobs: Kept) -> Response:
    """Return a small drawing of the job, also of one in the trash."""
    job = jobs.get(id_, also_trash=True).job
    return Response(
        drawing_svg(job, plan(job)), media_type="image/svg+xml",
        headers={"cache-control": "no-cache"},
    )  # fmt: skip


def make_app(
    database: Database,
    pages: Path | None,
    hosts: frozenset[str] = HOSTS,
    meter_port: int = meter_protocol.PORT,
) -> FastAPI:
    """Return the application over a database, with the built pages if there are any."""
    app = FastAPI(
        title="Pennant", version="1", docs_url=None, redoc_url=None,
        openapi_url="/api/openapi.json",
        responses={
            "default": {
                "model": problems.ProblemDetails,
                "description": "What went wrong, as RFC 9457 problem details",
            }
        },
    )  # fmt: skip
    app.state.jobs = Jobs(database)
    app.state.meter_port = meter_port
    app.include_router(router)
    app.include_router(meter.router)
    problems.install(app)
    app.add_middleware(Guard, hosts=hosts)
    if pages is not None:
        _serve_pages(app, pages)
    return app


def _serve_pages(app: FastAPI, pages: Path) -> None:
    """Serve built files as they are, and the one page for every address of the interface."""
    app.mount("/assets", StaticFiles(directory=pages / "assets"), name="assets")

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> FileResponse:
        return FileResponse(pages / "index.html", headers={"cache-control": "no-cache"})
