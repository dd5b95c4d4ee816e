"""The application that paired phones reach: the site's routes of the jobs they were given, no more.

It is an application of its own on a listener of its own. Who reaches the desk's application is at
the desk; who reaches this one is a phone, whatever it says it is.
"""

import secrets
from pathlib import Path
from typing import Annotated

from fastapi import APIRouter, Depends, FastAPI, Request, Response
from pydantic import BaseModel, ConfigDict, Field

from pennant.api import on_site, problems
from pennant.api.app import serve_pages
from pennant.api.asker_gone import AskerGone
from pennant.api.guard import Guard
from pennant.api.here import GivenJob, Here
from pennant.api.pairing import Pairing
from pennant.files.job_json import read_job
from pennant.store.database import Database
from pennant.store.jobs import JobNotFound, Jobs
from pennant.store.phones import Phone, Phones
from pennant.store.photographs import Photographs
from pennant.store.record import SiteRecord

COOKIE = "pennant-phone"
COOKIE_SECONDS = 60 * 24 * 3600
"""60 days: longer than any job; a phone can be unpaired at any time."""
GIVEN = (
    on_site.kit_for_site,
    on_site.site_now,
    on_site.note_entry,
    on_site.refit_to,
    on_site.take_way,
    on_site.add_photograph,
    on_site.photograph,
)
"""All that a phone may ask of a job that it was given."""


class NotPaired(Exception):
    """Whoever asks is no phone that is paired."""


class CodeShown(BaseModel):
    """The code that was shown at the desk, and what the phone is called there."""

    model_config = ConfigDict(extra="forbid")

    token: str = Field(min_length=1, max_length=200)
    name: str = Field(min_length=1, max_length=60, pattern=r"\S")


def the_phone(request: Request) -> Phone:
    """Return the phone that asks; raise `NotPaired`."""
    phones: Phones = request.app.state.phones
    found = phones.by_secret(request.cookies.get(COOKIE, ""))
    if found is None:
        raise NotPaired
    return found


ThePhone = Annotated[Phone, Depends(the_phone)]


def of_its_job(phone: ThePhone, id_: str) -> None:
    """Let a phone ask of a job that it was given; raise `JobNotFound` for any other."""
    if id_ not in phone.jobs:
        raise JobNotFound(id_)


pairing_router = APIRouter(prefix="/api")


@pairing_router.post("/pair")
def pair(asked: CodeShown, request: Request, response: Response) -> Here:
    """Pair a phone: the code is used up, and the phone known by a cookie from now on.

    A phone that is paired already keeps the jobs that it has, as notes of theirs may wait on it;
    its old pairing ends.
    """
    pairing: Pairing = request.app.state.pairing
    phones: Phones = request.app.state.phones
    jobs = pairing.spend(asked.token, request.client.host if request.client else "")
    secret = secrets.token_urlsafe(32)
    before = phones.by_secret(request.cookies.get(COOKIE, ""))
    if before is not None:
        jobs = tuple(dict.fromkeys((*jobs, *before.jobs)))
    phone = phones.pair(asked.name.strip(), secret, jobs, instead_of=before)
    response.set_cookie(
        COOKIE,
        secret,
        max_age=COOKIE_SECONDS,
        httponly=True,
        samesite="strict",
        secure=request.url.scheme == "https",
    )
    return _here(phone, request.app.state.jobs)


@pairing_router.get("/here")
def here(phone: ThePhone, request: Request) -> Here:
    """Return whose phone this is, and the jobs that it was given."""
    return _here(phone, request.app.state.jobs)


def _here(phone: Phone, jobs: Jobs) -> Here:
    given = []
    for id_ in phone.jobs:
        try:
            given.append(GivenJob(id=id_, name=read_job(jobs.get(id_).document).name))
        except JobNotFound:
            continue  # it is in the trash
    return Here(desk=False, phone=phone.name, jobs=tuple(given))


def make_phone_app(database: Database, pages: Path | None, pairing: Pairing, host: str) -> FastAPI:
    """Return the application for phones, which answers to one host name alone."""
    app = FastAPI(
        title="Pennant on a phone",
        docs_url=None,
        redoc_url=None,
        openapi_url=None,
        responses={"default": {"model": problems.ProblemDetails}},
    )
    app.state.jobs = Jobs(database)
    app.state.record = SiteRecord(database)
    app.state.photographs = Photographs(database)
    app.state.phones = Phones(database)
    app.state.pairing = pairing
    given = APIRouter()
    given.routes += [
        route for route in on_site.router.routes if getattr(route, "endpoint", None) in GIVEN
    ]
    app.include_router(pairing_router)
    app.include_router(given, dependencies=[Depends(of_its_job)])
    problems.install(app)

    @app.exception_handler(NotPaired)
    def not_paired(_: Request, __: NotPaired) -> Response:
        detail = "ask for a code at the desk; what was noted here is kept until then"
        return problems.problem(401, "not-paired", "This phone is not paired", detail)

    @app.api_route(
        "/api/{path:path}",
        methods=["GET", "POST", "PUT", "DELETE", "PATCH"],
        include_in_schema=False,
    )
    def nothing_else(path: str) -> Response:
        return problems.problem(404, "not-for-phones", "There is no such thing for phones", "")

    app.add_middleware(AskerGone)
    app.add_middleware(Guard, hosts=frozenset({host}))
    if pages is not None:
        serve_pages(app, pages)
    return app
