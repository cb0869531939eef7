"""Buried services: asked for, and what was marked, as edits of the job."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from fastapi import APIRouter
from pydantic import BaseModel

from rowstake.core.faults import refuse
from rowstake.core.job import Job, read_job
from rowstake.core.kept import kept_plan
from rowstake.server.session import LocatingHere

router = APIRouter(prefix="/api/locate", tags=["locate"])


class AboutLocate(BaseModel):
    document: dict[str, Any]


@dataclass(frozen=True, slots=True)
class Located:
    """`edits` put it into the job; none while it is not answered."""

    state: str
    edits: list[dict[str, Any]]


def _put(path: str, value: Any) -> dict[str, Any]:
    return {"do": "set", "path": path, "value": value}


def _job(body: AboutLocate) -> Job:
    return read_job(body.document)


@router.post("/request")
def request(body: AboutLocate, desk: LocatingHere) -> Located:
    """Asks for the ground of a job's plan to be located."""
    job = _job(body)
    scene = kept_plan(job).trade.scenes(kept_plan(job))["plan"]
    ticket = desk.request(job.name, scene.low, scene.high)
    return Located("open", [_put("site.ticket", ticket), _put("site.located_until", None), _put("site.buried", [])])


@router.post("/look")
def look(body: AboutLocate, desk: LocatingHere) -> Located:
    """What became of the job's ticket."""
    job = _job(body)
    if not job.site.ticket:
        raise refuse("site.ticket", "none", "a ticket: ask first", "Nothing was asked for yet")
    told = desk.look(job.site.ticket)
    if told.state == "open":
        return Located("open", [])
    lines = [line.model_dump(mode="json") for line in told.lines]
    until = told.good_until.isoformat() if told.good_until else None
    return Located("answered", [_put("site.located_until", until), _put("site.buried", lines)])
