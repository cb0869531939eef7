"""Plans: a document and edits in, the document after them and its desk out. Nothing is kept here."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING, Annotated, Any

from fastapi import APIRouter, Response
from pydantic import BaseModel, Field, TypeAdapter

from rowstake.core.beside import Side, comparison, variants
from rowstake.core.check import Checked, checked
from rowstake.core.cost.costing import costed
from rowstake.core.cost.second import price_verdict
from rowstake.core.desk import Desk, Season, desk, seasons
from rowstake.core.drawing import Scene
from rowstake.core.drawing.cut import cut_between
from rowstake.core.drawing.standing import Standing, standing
from rowstake.core.drawing.thin import Window
from rowstake.core.edits import Change, apply, edit_type
from rowstake.core.faults import refuse
from rowstake.core.job import Job, read_job, write_job
from rowstake.core.kept import kept_plan
from rowstake.core.passing import in_passing
from rowstake.core.preview import Consequence, compare, consequence
from rowstake.core.sight import Names, Seen, Sight, seen
from rowstake.core.trade import trade_of, trades
from rowstake.core.views.base import Verdict
from rowstake.core.views.pasted import Pasted, read_pasted
from rowstake.core.views.second import second_look
from rowstake.server.answer import as_json
from rowstake.server.prices import empty, priced_figures, prices_of
from rowstake.server.session import BooksHere

if TYPE_CHECKING:
    Edit = Change
else:
    Edit = edit_type()

router = APIRouter(prefix="/api/plan", tags=["plan"])


class PlanAsk(BaseModel):
    """`sight` is what is looked at; without one all of it is sent."""

    document: dict[str, Any]
    edits: list[Edit] = []
    sight: Sight | None = None


class AboutPlan(BaseModel):
    document: dict[str, Any]


class AskInPassing(BaseModel):
    document: dict[str, Any]
    edits: list[Edit] = []
    scenes: Names
    windows: Annotated[dict[str, Window], Field(max_length=20)] = {}


class AskToSee(AboutPlan):
    sight: Sight


class AskOf(AboutPlan):
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


@dataclass(frozen=True, slots=True)
class Passing:
    document: dict[str, Any]
    scenes: dict[str, Scene]


PLANNED, TRIED, PASSING = TypeAdapter(Planned), TypeAdapter(Tried), TypeAdapter(Passing)


@router.post("", response_model=Planned)
def make(body: PlanAsk) -> Response:
    job = apply(read_job(body.document), body.edits)
    return as_json(PLANNED, Planned(write_job(job), desk(kept_plan(job), body.sight)))


@router.post("/passing", response_model=Passing)
def pass_by(body: AskInPassing) -> Response:
    """As `make`, of its drawings those alone that are sketched: what follows a drag."""
    job = apply(read_job(body.document), body.edits)
    return as_json(PASSING, Passing(write_job(job), in_passing(job, body.scenes, body.windows)))


@router.post("/try", response_model=Tried)
def try_out(body: PlanAsk, books: BooksHere) -> Response:
    """As `make`, with what differs from the document as it was."""
    before = read_job(body.document)
    more = priced_figures(before, books)
    after = apply(before, body.edits)
    made = kept_plan(after)
    return as_json(TRIED, Tried(write_job(after), desk(made, body.sight), compare(kept_plan(before), made, more)))


SEEN = TypeAdapter(Seen)


@router.post("/look", response_model=Seen)
def look(body: AskToSee) -> Response:
    """The views for a sight, of a job as it stands."""
    return as_json(SEEN, seen(kept_plan(read_job(body.document)), body.sight))


@router.post("/seasons")
def year(body: AboutPlan) -> list[Season]:
    """The boards through the year, month by month."""
    return seasons(kept_plan(read_job(body.document)))


@router.post("/consequences")
def consequences(body: AskOf, books: BooksHere) -> list[list[Consequence]]:
    """For each finding asked about, in the order they were named, what each of its fixes would do."""
    job = read_job(body.document)
    more = priced_figures(job, books)
    before = kept_plan(job)
    found = before.findings
    asked = range(len(found)) if body.only is None else body.only
    return [
        [consequence(job, before, list(fix.edits), more) for fix in found[i].fixes] if i < len(found) else []
        for i in asked
    ]


@router.post("/check")
def check(body: AboutPlan) -> Checked:
    """What does not go together in the plan, and what nothing holds."""
    return checked(kept_plan(read_job(body.document)))


STANDING = TypeAdapter(Standing)


@router.post("/standing", response_model=Standing)
def stand(body: AboutPlan) -> Response:
    """Every drawn part as a body, for a picture that can be turned."""
    return as_json(STANDING, standing(kept_plan(read_job(body.document)).parts))


Place = Annotated[float, Field(ge=-1e8, le=1e8)]


class AskToCut(AboutPlan):
    start: tuple[Place, Place]
    end: tuple[Place, Place]


@router.post("/cut")
def cut(body: AskToCut) -> Scene:
    """What a line drawn over the plan goes through."""
    made = kept_plan(read_job(body.document))
    return cut_between(made.parts, made.brief.printer, body.start, body.end)


@router.post("/compare/{name}")
def compared(name: str, body: AboutPlan, books: BooksHere) -> list[Side]:
    """Ways of doing this job beside each other, by the name of the comparison."""
    job = read_job(body.document)
    return comparison(job, name, priced_figures(job, books))


@router.post("/variants")
def side_by_side(body: AboutPlan, books: BooksHere) -> list[Side]:
    """The work in hand and its variants, beside each other."""
    job = read_job(body.document)
    return variants(job, priced_figures(job, books))


class AskSecondLook(BaseModel):
    document: dict[str, Any]
    quoted: dict[str, Any]


@router.post("/second-look")
def look_again(body: AskSecondLook, books: BooksHere) -> list[Verdict]:
    """Somebody's quantities and price beside the plan's; lengths may be text in any unit."""
    job = read_job(body.document)
    plan, asks = kept_plan(job), _asks(job)
    quoted = dict(body.quoted)
    price = quoted.pop("price", None)
    told = second_look(plan, asks, quoted)
    if price in (None, ""):
        return told
    prices = prices_of(job, books) or empty(plan.brief.region.currency)
    return [*told, price_verdict(costed(plan, prices), str(price))]


class AskToRead(AboutPlan):
    text: Annotated[str, Field(max_length=40_000)]


@router.post("/second-look/read")
def read_lines(body: AskToRead) -> Pasted:
    """Which quantities the lines of a quotation give."""
    job = read_job(body.document)
    plan = kept_plan(job)
    return read_pasted(body.text, [ask for ask in _asks(job) if ask.fits(plan)])


def _asks(job: Job) -> tuple[Any, ...]:
    asks = trade_of(job).second_look
    if not asks:
        able = " or a ".join(t.id for t in trades().values() if t.second_look)
        raise refuse("document", f"a {trade_of(job).id}", f"a {able}", f"This is asked of a {able} only")
    return asks
