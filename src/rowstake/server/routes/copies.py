"""A copy of everything that is kept, as one file."""

from __future__ import annotations

import datetime
import tempfile
from pathlib import Path

from fastapi import APIRouter, HTTPException, Request
from fastapi.responses import FileResponse
from starlette.background import BackgroundTask

from rowstake.store.backup import NoCopy, take_copy

router = APIRouter(prefix="/api/copy", tags=["copy"])


@router.get("", response_class=FileResponse)
def copy(request: Request) -> FileResponse:
    """All jobs, sites, books, records and photos as they stand at one moment; `rowstake restore` puts them back."""
    engine = request.app.state.engine
    with tempfile.NamedTemporaryFile(prefix="rowstake-copy-", delete=False) as file:
        target = Path(file.name)
    try:
        take_copy(engine.url, target)
    except NoCopy as error:
        target.unlink(missing_ok=True)
        raise HTTPException(503, f"No copy could be made: {error}") from None
    name = f"row-stake-{datetime.date.today():%Y-%m-%d}.copy"
    return FileResponse(
        target,
        media_type="application/octet-stream",
        filename=name,
        background=BackgroundTask(target.unlink, missing_ok=True),
    )
