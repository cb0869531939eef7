"""Every fault as problem details (RFC 9457): what is wrong, the field, what was given, what is allowed."""

from __future__ import annotations

from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from sqlalchemy.exc import DBAPIError
from starlette.exceptions import HTTPException

from rowstake.core.faults import Fault, JobFault
from rowstake.core.reckoners.base import told
from rowstake.store.jobs import NoSuchJob, Stale

MEDIA = "application/problem+json"


class FaultShown(BaseModel):
    field: str
    given: str
    allowed: str
    message: str


class Problem(BaseModel):
    """Problem details; `theirs` is set when a write was stale, with the job as it stands."""

    type: str = "about:blank"
    title: str
    status: int
    detail: str = ""
    errors: list[FaultShown] = []
    theirs: dict[str, Any] | None = None


def answer(status: int, title: str, detail: str = "", errors: tuple[Fault, ...] = (), **more: Any) -> JSONResponse:
    shown = [FaultShown(field=f.field, given=f.given, allowed=f.allowed, message=f.message) for f in errors]
    problem = Problem(title=title, status=status, detail=detail, errors=shown, **more)
    headers = {"Retry-After": "2"} if status == 503 else None
    return JSONResponse(problem.model_dump(mode="json", exclude_none=True), status, headers, MEDIA)


def install(app: FastAPI) -> None:
    """Answers for every kind of failure the routes let through."""

    @app.exception_handler(JobFault)
    def job_fault(_: Request, fault: JobFault) -> JSONResponse:
        return answer(422, "This cannot be accepted as it stands", fault.faults[0].message, fault.faults)

    @app.exception_handler(RequestValidationError)
    def bad_request(_: Request, error: RequestValidationError) -> JSONResponse:
        faults = told({**e, "loc": [p for p in e["loc"] if p != "body"]} for e in error.errors())
        return answer(422, "The request cannot be read", faults[0].message, faults)

    @app.exception_handler(NoSuchJob)
    def missing(_: Request, error: NoSuchJob) -> JSONResponse:
        return answer(404, "Not found", str(error))

    @app.exception_handler(Stale)
    def stale(_: Request, error: Stale) -> JSONResponse:
        theirs = {"revision": error.revision, "document": error.theirs}
        return answer(409, "This job was changed in another window", str(error), theirs=theirs)

    @app.exception_handler(DBAPIError)
    def database_gone(_: Request, error: DBAPIError) -> JSONResponse:
        return answer(503, "The database does not answer", "Keep working: this is saved as soon as it is back.")

    @app.exception_handler(HTTPException)
    def http(_: Request, error: HTTPException) -> JSONResponse:
        return answer(error.status_code, str(error.detail), "")
