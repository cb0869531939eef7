"""Plans: a document and edits in, the document after them and its desk out. Nothing is kept here."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from fastapi import APIRouter
from pydantic import BaseModel

from rowstake.core.edits import Edit, apply
from rowstake.core.job import read_job, write_job
from rowstake.core.plan import plan
from rowstake.core.preview import Consequence, Side, compare, consequence, ways_over_ground
from rowstake.core.views import Desk, desk

router = APIRouter(prefix="/api/plan", tags=["plan"])


class Ask(BaseModel):
    document: dict[str, Any]
    edits: list[Edit] = []


class AskAbout(BaseModel):
    document: dict[str, Any]


@dataclass(frozen=True, slots=True)
class Planned:
    document: dict[str, Any]
    desk: Desk


@dataclass(frozen=True, slots=True)
class Tried:
    document: dict[str, Any]
    desk: Desk
    consequence: Consequence


@router.post("")
def make(body: Ask) -> Planned:
    job = apply(read_job(body.document), body.edits)
    return Planned(write_job(job), desk(plan(job)))


@router.post("/try")
def try_out(body: Ask) -> Tried:
    """As `make`, with what differs from the document as it was."""
    before = read_job(body.document)
    after = apply(before, body.edits)
    made = plan(after)
    return Tried(write_job(after), desk(made), compare(plan(before), made))


@router.post("/consequences")
def consequences(body: AskAbout) -> list[list[Consequence]]:
    """For each finding of the plan, what each of its fixes would do."""
    job = read_job(body.document)
    before = plan(job)
    return [[consequence(job, before, list(fix.edits)) for fix in f.fixes] for f in before.findings]


@router.post("/slopes")
def slopes(body: AskAbout) -> list[Side]:
    """The three ways over the ground, beside each other."""
    return ways_over_ground(read_job(body.document))
