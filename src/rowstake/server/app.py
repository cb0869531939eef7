"""The application: routers, faults, limits, and the built front end."""

from __future__ import annotations

import os
from pathlib import Path

from fastapi import FastAPI
from fastapi.responses import FileResponse
from fastapi.staticfiles import StaticFiles
from sqlalchemy import Engine
from starlette.exceptions import HTTPException
from starlette.middleware.gzip import GZipMiddleware

from rowstake.outside.conditions import Skies
from rowstake.outside.laser import Laser
from rowstake.outside.locate import Locating
from rowstake.outside.yards import Yards
from rowstake.server import limits, problems
from rowstake.server.events import Hub
from rowstake.server.routes import (
    actuals,
    books,
    copies,
    exports,
    jobs,
    plans,
    prices,
    quotations,
    rack,
    reckoners,
    records,
    sites,
    start,
    trainer,
    yards_told,
)
from rowstake.server.routes import laser as laser_told
from rowstake.server.routes import locate as locate_told

LOOPBACK = ("127.0.0.1", "localhost")
"""Until there is sign-in, nothing outside this machine is served."""
SMALL = 1000
"""Bytes: shorter answers are not compressed."""


def web_folder() -> Path:
    """Where the built front end lies."""
    return Path(os.environ.get("ROWSTAKE_WEB", Path(__file__).parents[3] / "web" / "dist"))


def create_app(
    engine: Engine | None = None,
    web: Path | None = None,
    skies: Skies | None = None,
    yards: Yards | None = None,
    laser: Laser | None = None,
    locating: Locating | None = None,
) -> FastAPI:
    """`engine` may be left out to read the OpenAPI document alone; nobody outside is asked who is not named."""
    app = FastAPI(title="Row Stake", version="0.1.0", docs_url=None, redoc_url=None, openapi_url="/api/openapi.json")
    app.state.engine, app.state.skies, app.state.yards = engine, skies or Skies(), yards or Yards()
    app.state.hub, app.state.laser = Hub(engine), laser or Laser()
    app.state.locating = locating or Locating()
    problems.install(app)
    app.add_middleware(GZipMiddleware, minimum_size=SMALL, compresslevel=5)
    app.add_middleware(limits.BodyLimit)
    app.add_middleware(limits.Busy)
    app.add_middleware(limits.OwnPagesOnly, hosts=LOOPBACK)
    app.add_middleware(limits.Guarded)
    for router in (
        actuals.router,
        rack.router,
        books.router,
        copies.router,
        exports.router,
        jobs.router,
        laser_told.router,
        locate_told.router,
        plans.router,
        prices.router,
        quotations.router,
        reckoners.router,
        records.router,
        sites.router,
        start.router,
        trainer.router,
        yards_told.router,
    ):
        app.include_router(router, responses=problems.DECLARED)
    _serve_web(app, web or web_folder())
    return app


def _serve_web(app: FastAPI, web: Path) -> None:
    """The front end's files; every other path is a page of the application."""
    if not (web / "index.html").exists():
        return
    app.mount("/assets", StaticFiles(directory=web / "assets"), name="assets")
    files = {p.name: p for p in web.iterdir() if p.is_file() and not p.name.startswith(".")}

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> FileResponse:
        last = path.rsplit("/", 1)[-1]
        if path.startswith("api/") or (last.startswith(".") or not last.isprintable()):
            raise HTTPException(404, "There is no such address")
        return FileResponse(files.get(path, web / "index.html"))
