"""The application: routers, faults, limits, and the built front end."""

from __future__ import annotations

import os
from pathlib import Path

from fastapi import FastAPI
from fastapi.responses import FileResponse
from fastapi.staticfiles import StaticFiles
from sqlalchemy import Engine
from starlette.exceptions import HTTPException
from starlette.middleware.trustedhost import TrustedHostMiddleware

from rowstake.server import limits, problems
from rowstake.server.routes import exports, jobs, plans, reckoners, start

LOOPBACK = ("127.0.0.1", "localhost")
"""Until there is sign-in, nothing outside this machine is served."""


def web_folder() -> Path:
    """Where the built front end lies."""
    return Path(os.environ.get("ROWSTAKE_WEB", Path(__file__).parents[3] / "web" / "dist"))


def create_app(engine: Engine | None = None, web: Path | None = None) -> FastAPI:
    """`engine` may be left out to read the OpenAPI document alone."""
    app = FastAPI(title="Row Stake", version="0.1.0", docs_url=None, redoc_url=None, openapi_url="/api/openapi.json")
    app.state.engine = engine
    problems.install(app)
    app.add_middleware(limits.BodyLimit)
    app.add_middleware(TrustedHostMiddleware, allowed_hosts=[*LOOPBACK, "testserver"])
    for router in (exports.router, jobs.router, plans.router, reckoners.router, start.router):
        app.include_router(router, responses={"4XX": {"model": problems.Problem}})
    _serve_web(app, web or web_folder())
    return app


def _serve_web(app: FastAPI, web: Path) -> None:
    """The front end's files; every other path is a page of the application."""
    if not (web / "index.html").exists():
        return
    app.mount("/assets", StaticFiles(directory=web / "assets"), name="assets")

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> FileResponse:
        if path.startswith("api/"):
            raise HTTPException(404, "There is no such address")
        file = (web / path).resolve()
        inside = file.is_relative_to(web.resolve()) and file.is_file()
        return FileResponse(file if inside else web / "index.html")
