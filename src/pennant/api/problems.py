"""Errors as RFC 9457 problem details, one handler a family of errors."""

import logging
import math
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from starlette.exceptions import HTTPException

from pennant.api.defects import log_defect
from pennant.api.keeping import state_of
from pennant.api.models import JobState
from pennant.api.pairing import OFFER_SECONDS, TooSoon, WrongToken
from pennant.api.searches import Busy, NobodyListens, SearchEnded
from pennant.core.document.refusal import JobRefused, Problem
from pennant.files.bundle import NotABundle
from pennant.files.elevation_in import NotAnElevation
from pennant.files.forms import NotBuilt
from pennant.files.job_json import NotAJobFile, problems_in
from pennant.meter.link import MeterOff
from pennant.store.asker import Gone
from pennant.store.database import StoreError
from pennant.store.jobs import EditionConflict, JobNotFound, NothingToDo
from pennant.store.phones import PhoneNotFound
from pennant.store.photographs import PhotographNotFound, TooManyPhotographs
from pennant.store.record import KeyTaken, RecordFull

log = logging.getLogger("pennant")


class ProblemDetails(BaseModel):
    """What went wrong. ``errors`` points at fields of the document that was sent."""

    type: str
    title: str
    status: int
    detail: str
    errors: list[Problem] = []
    current: JobState | None = None


def problem(
    status: int,
    name: str,
    title: str,
    detail: str,
    errors: list[Problem] | None = None,
    current: JobState | None = None,
) -> JSONResponse:
    """Return problem details as an answer."""
    body = ProblemDetails(
        type=f"urn:pennant:{name}",
        title=title,
        status=status,
        detail=detail,
        errors=errors or [],
        current=current,
    )
    return JSONResponse(body.model_dump(mode="json"), status, media_type="application/problem+json")


def install(app: FastAPI) -> None:
    """Give the application its error handlers."""

    _document(app)

    @app.exception_handler(JobRefused)
    def refused(request: Request, error: JobRefused) -> JSONResponse:
        log_defect(f"{request.method} {request.url.path}", error)
        return _refused(error.problems)

    @app.exception_handler(NotAnElevation)
    def no_elevation(_: Request, error: NotAnElevation) -> JSONResponse:
        return _refused([Problem(pointer=error.pointer, message=f"The file {error}")])

    @app.exception_handler(NotABundle)
    def unread(_: Request, error: NotABundle) -> JSONResponse:
        return _refused([Problem(pointer="", message=f"The file {error}")])

    @app.exception_handler(NotAJobFile)
    def unreadable(_: Request, error: NotAJobFile) -> JSONResponse:
        return problem(400, "not-a-job-file", "This is not a job file", str(error))

    @app.exception_handler(RequestValidationError)
    def invalid(_: Request, error: RequestValidationError) -> JSONResponse:
        return _refused(problems_in(error.errors()))

    @app.exception_handler(JobNotFound)
    def missing(_: Request, error: JobNotFound) -> JSONResponse:
        return problem(404, "no-such-job", "There is no such job", str(error))

    @app.exception_handler(PhotographNotFound)
    def no_photograph(_: Request, error: PhotographNotFound) -> JSONResponse:
        return problem(404, "no-such-photograph", "There is no such photograph", str(error))

    @app.exception_handler(TooManyPhotographs)
    def many_photographs(_: Request, error: TooManyPhotographs) -> JSONResponse:
        return _refused([Problem(pointer="/photograph", message=str(error))])

    @app.exception_handler(RecordFull)
    def full(_: Request, error: RecordFull) -> JSONResponse:
        return _refused([Problem(pointer="/entry", message=str(error))])

    @app.exception_handler(EditionConflict)
    def conflict(_: Request, error: EditionConflict) -> JSONResponse:
        return problem(
            409,
            "moved-on",
            "The job was changed elsewhere",
            str(error),
            current=state_of(error.current),
        )

    @app.exception_handler(NothingToDo)
    def nothing(_: Request, error: NothingToDo) -> JSONResponse:
        return problem(409, "nothing-to-do", "There is nothing to undo or redo", "at the end")

    @app.exception_handler(StoreError)
    def store(_: Request, error: StoreError) -> JSONResponse:
        log.error("%s", error)
        return problem(503, "store", "The job could not be kept", str(error))

    @app.exception_handler(Gone)
    def gone(_: Request, error: Gone) -> JSONResponse:
        return problem(503, "nobody-waits", "Nothing was kept", str(error))

    @app.exception_handler(PhoneNotFound)
    def no_phone(_: Request, error: PhoneNotFound) -> JSONResponse:
        return problem(404, "no-such-phone", "There is no such phone", str(error))

    @app.exception_handler(WrongToken)
    def wrong_token(_: Request, __: WrongToken) -> JSONResponse:
        detail = (
            f"it was used already, is older than {OFFER_SECONDS / 60:g} minutes, or was never "
            "shown; ask for another"
        )
        return problem(403, "wrong-code", "This code is not valid", detail)

    @app.exception_handler(TooSoon)
    def too_soon(_: Request, error: TooSoon) -> JSONResponse:
        answer = problem(429, "too-soon", "Not yet", str(error))
        answer.headers["retry-after"] = str(math.ceil(error.seconds))
        return answer

    @app.exception_handler(NotBuilt)
    def not_built(_: Request, error: NotBuilt) -> JSONResponse:
        return problem(503, "not-built", "There is no site file", str(error))

    @app.exception_handler(KeyTaken)
    def taken(_: Request, error: KeyTaken) -> JSONResponse:
        return problem(409, "key-taken", "This key was used for another note", str(error))

    @app.exception_handler(Busy)
    def busy(_: Request, error: Busy) -> JSONResponse:
        detail = "other searches wait already; ask again in some seconds"
        return problem(503, "busy", "Pennant is busy searching", detail)

    @app.exception_handler(SearchEnded)
    def ended(_: Request, error: SearchEnded) -> JSONResponse:
        return problem(503, "search-ended", "The search ended without an answer", "ask again")

    @app.exception_handler(NobodyListens)
    def nobody(_: Request, error: NobodyListens) -> JSONResponse:
        return problem(499, "gone", "The search was ended", "nobody listened any more")

    @app.exception_handler(MeterOff)
    def off(_: Request, error: MeterOff) -> JSONResponse:
        return problem(503, "meter-off", "The meter does not answer", str(error))

    @app.exception_handler(HTTPException)
    def http(_: Request, error: HTTPException) -> JSONResponse:
        return problem(error.status_code, "http", "This cannot be answered", str(error.detail))


def _document(app: FastAPI) -> None:
    """Say in the OpenAPI document what errors look like, the framework's own among them."""
    plain = app.openapi

    def openapi() -> dict[str, Any]:
        document = plain()
        for path in document["paths"].values():
            for operation in path.values():
                for status in operation["responses"].keys() & {"default", "422"}:
                    operation["responses"][status] = {
                        "description": "What went wrong, as RFC 9457 problem details",
                        "content": {
                            "application/problem+json": {
                                "schema": {"$ref": "#/components/schemas/ProblemDetails"}
                            }
                        },
                    }
        return document

    app.openapi = openapi  # type: ignore[method-assign]


def _refused(found: list[Problem]) -> JSONResponse:
    detail = "one thing" if len(found) == 1 else f"{len(found)} things"
    return problem(422, "job-refused", "The job cannot be drawn", f"{detail} to put right", found)
