"""Plans: a document and edits in, the document after them and its desk out. Nothing is kept here."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Any

from fastapi import APIRouter, Response
from pydantic import BaseModel, Field, TypeAdapter, ValidationError

from rowstake.core.edits import Edit, apply
from rowstake.core.faults import faults_of, refuse
from rowstake.core.job import DeckJob, FenceJob, read_job, write_job
from rowstake.core.measure import parse_length
from rowstake.core.plan import plan
from rowstake.core.preview import (
    Consequence,
    Side,
    compare,
    consequence,
    variants,
    ways_over_ground,
    ways_to_end,
    what_the_wind_asks,
)
from rowstake.core.second_look import Quoted, Verdict, second_look
from rowstake.core.views import Desk, desk

router = APIRouter(prefix="/api/plan", tags=["plan"])


class Ask(BaseModel):
    document: dict[str, Any]
    edits: list[Edit] = []


class AskAbout(BaseModel):
    document: dict[str, Any]


class AskOf(AskAbout):
    """`only` names findings by their places in the plan; None asks for all."""

    only: Annotated[list[Annotated[int, Field(ge=0, le=10_000)]], Field(max_length=200)] | None = None


@dataclass(frozen=True, slots=True)
class Planned:
    document: dict[str, Any]
    desk: Desk


@dataclass(frozen=True, slots=True)
class Tried:
    document: dict[str, Any]
    desk: Desk
    consequence: Consequence


def _as_json(adapter: TypeAdapter[Any], value: Any) -> Response:
    """Straight to JSON: what the core made needs no second check, and a desk is large."""
    return Response(adapter.dump_json(value), media_type="application/json")


def _fence(document: dict[str, Any]) -> FenceJob:
    """A fence's job; others have no line to compare."""
    job = read_job(document)
    if not isinstance(job, FenceJob):
        raise refuse("document", "a deck", "a fence", "This is asked of fences only")
    return job


PLANNED, TRIED = TypeAdapter(Planned), TypeAdapter(Tried)


@router.post("", response_model=Planned)
def make(body: Ask) -> Response:
    job = apply(read_job(body.document), body.edits)
    return _as_json(PLANNED, Planned(write_job(job), desk(plan(job))))


@router.post("/try", response_model=Tried)
def try_out(body: Ask) -> Response:
    """As `make`, with what differs from the document as it was."""
    before = read_job(body.document)
    after = apply(before, body.edits)
    made = plan(after)
    return _as_json(TRIED, Tried(write_job(after), desk(made), compare(plan(before), made)))


@router.post("/consequences")
def consequences(body: AskOf) -> list[list[Consequence]]:
    """For each finding asked about, in the order they were named, what each of its fixes would do."""
    job = read_job(body.document)
    before = plan(job)
    found = before.findings
    asked = range(len(found)) if body.only is None else body.only
    return [
        [consequence(job, before, list(fix.edits)) for fix in found[i].fixes] if i < len(found) else [] for i in asked
    ]


@router.post("/slopes")
def slopes(body: AskAbout) -> list[Side]:
    """The three ways over the ground, beside each other."""
    return ways_over_ground(_fence(body.document))


@router.post("/rows")
def rows(body: AskAbout) -> list[Side]:
    """Every way to end the last row of a deck, beside each other."""
    job = read_job(body.document)
    if not isinstance(job, DeckJob):
        raise refuse("document", "a fence", "a deck", "This is asked of decks only")
    return ways_to_end(job)


@router.post("/variants")
def side_by_side(body: AskAbout) -> list[Side]:
    """The work in hand and its variants, beside each other."""
    return variants(read_job(body.document))


class AskSecondLook(BaseModel):
    document: dict[str, Any]
    quoted: dict[str, Any]


@router.post("/second-look")
def look_again(body: AskSecondLook) -> list[Verdict]:
    """Somebody's quantities beside the plan's; the centres may be text in any unit."""
    job = _fence(body.document)
    quoted = {k: v for k, v in body.quoted.items() if v not in (None, "")}
    if isinstance(centres := quoted.get("centres_mm"), str):
        quoted["centres_mm"] = parse_length(centres, job.units, "quoted.centres_mm")
    try:
        given = Quoted.model_validate(quoted)
    except ValidationError as error:
        raise faults_of(error, "quoted.") from None
    return second_look(plan(job), given)


@router.post("/wind")
def wind(body: AskAbout) -> list[Side]:
    """What closer, larger, deeper, wider and more open each buy against the wind."""
    return what_the_wind_asks(_fence(body.document))
