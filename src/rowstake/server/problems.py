"""Every fault as problem details (RFC 9457): what is wrong, the field, what was given, what is allowed."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from sqlalchemy.exc import InterfaceError, OperationalError, TimeoutError
from starlette.exceptions import HTTPException

from rowstake.core.faults import Fault, JobFault, shown
from rowstake.core.faults import told as faults_told
from rowstake.core.trade import trades
from rowstake.outside.asked import Trouble
from rowstake.store.jobs import NoSuchJob, Stale
from rowstake.store.sites import InUse

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


DECLARED: dict[int | str, dict[str, Any]] = {
    code: {"description": words, "content": {MEDIA: {"schema": {"$ref": "#/components/schemas/Problem"}}}}
    for code, words in (
        ("4XX", "Refused: what is wrong, and what is allowed"),
        ("5XX", "Not now, or a fault of the program's own"),
    )
}
"""What every route may answer besides, for the OpenAPI document."""


def answer(
    status: int,
    title: str,
    detail: str = "",
    errors: tuple[Fault, ...] = (),
    headers: Mapping[str, str] | None = None,
    **more: Any,
) -> JSONResponse:
    told = [
        FaultShown(field=shown(f.field), given=shown(f.given), allowed=shown(f.allowed), message=shown(f.message))
        for f in errors
    ]
    problem = Problem(title=title, status=status, detail=shown(detail), errors=told, **more)
    sent = {**(headers or {}), **({"Retry-After": "2"} if status == 503 else {})}
    return JSONResponse(problem.model_dump(mode="json", exclude_none=True), status, sent, MEDIA)


def install(app: FastAPI) -> None:
    """Answers for every kind of failure the routes let through."""

    @app.exception_handler(JobFault)
    def job_fault(_: Request, fault: JobFault) -> JSONResponse:
        return answer(422, "This cannot be accepted as it stands", fault.faults[0].message, fault.faults)

    @app.exception_handler(RequestValidationError)
    def bad_request(_: Request, error: RequestValidationError) -> JSONResponse:
        faults = faults_told({**e, "loc": [p for p in e["loc"] if p != "body"]} for e in error.errors())
        return answer(422, "The request cannot be read", faults[0].message, faults)

    @app.exception_handler(NoSuchJob)
    def missing(_: Request, error: NoSuchJob) -> JSONResponse:
        return answer(404, "Not found", str(error))

    @app.exception_handler(Stale)
    def stale(_: Request, error: Stale) -> JSONResponse:
        theirs = {"revision": error.revision, "document": error.theirs}
        return answer(409, f"This {error.what} was changed in another window", str(error), theirs=theirs)

    @app.exception_handler(InUse)
    def in_use(_: Request, error: InUse) -> JSONResponse:
        return answer(409, "Not with the jobs that stand there", str(error))

    @app.exception_handler(Trouble)
    def nobody_outside(_: Request, error: Trouble) -> JSONResponse:
        return answer(502, "Nothing was brought in", f"{error}. Nothing is lost: what is here already stays in use.")

    def database_gone(_: Request, error: Exception) -> JSONResponse:
        return answer(503, "The database does not answer", "Keep working: this is saved as soon as it is back.")

    for gone in (OperationalError, InterfaceError):
        app.add_exception_handler(gone, database_gone)

    @app.exception_handler(TimeoutError)
    def busy(_: Request, error: TimeoutError) -> JSONResponse:
        return answer(503, "Busy, again in a moment", "Many people are at work. Your change is kept and sent again.")

    @app.exception_handler(HTTPException)
    def http(_: Request, error: HTTPException) -> JSONResponse:
        return answer(error.status_code, str(error.detail), "", headers=error.headers)

    @app.exception_handler(Exception)
    def own_fault(_: Request, error: Exception) -> JSONResponse:
        return answer(500, "A fault of the program's own", "Nothing was changed. Your work is kept on this page.")

    plain = app.openapi

    def documented() -> dict[str, Any]:
        """The document with the model of problem details, 422 told as they are, and the documents of all trades."""
        made = plain()
        schemas = made.setdefault("components", {}).setdefault("schemas", {})
        for trade in trades().values():
            job = trade.document.model_json_schema(ref_template="#/components/schemas/{model}", mode="serialization")
            schemas |= job.pop("$defs", {})
            schemas[trade.document.__name__] = job
        if "Problem" not in schemas:
            own = Problem.model_json_schema(ref_template="#/components/schemas/{model}")
            schemas.update(own.pop("$defs", {}))
            schemas["Problem"] = own
            for path in made["paths"].values():
                for how in path.values():
                    if "422" in how.get("responses", {}):
                        how["responses"]["422"] = DECLARED["4XX"]
        return made

    app.openapi = documented  # type: ignore[method-assign]
