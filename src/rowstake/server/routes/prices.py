"""What a job costs by its books, proven cut plans section by section, and its days."""

from __future__ import annotations

import datetime
from dataclasses import dataclass, replace
from typing import Annotated, Any, Literal

from fastapi import APIRouter, Query, Response
from pydantic import BaseModel, Field

from rowstake.core.bought import bought, prove_section
from rowstake.core.calendar.day_sheet import DaySheet, day_sheet
from rowstake.core.calendar.of_job import DaysTold, days_told, own
from rowstake.core.calendar.placed import placed
from rowstake.core.cost.costing import costed
from rowstake.core.cost.orders import orders
from rowstake.core.cost.suppliers import SupplierSide, compare_suppliers
from rowstake.core.cost.views import CostRow, CostTold, cost_rows, cost_told
from rowstake.core.cutting.plan import CutPlan
from rowstake.core.desk import Instead, instead
from rowstake.core.job import read_job
from rowstake.core.kept import kept_plan
from rowstake.core.site.conditions import PlaceTold, place_told
from rowstake.core.views.lists import BuyRow, TicketRow, buy_rows, ticket_rows
from rowstake.files.day_pages import day_html
from rowstake.files.pages import as_pdf
from rowstake.outside.conditions import Skies, WeatherPlace
from rowstake.server.prices import empty, leads_of, prices_of, racked, sold
from rowstake.server.session import BooksHere, RackHere, SkyHere
from rowstake.store.books import Books

router = APIRouter(prefix="/api/plan", tags=["prices"])


class AboutPrices(BaseModel):
    """`job` is the id of a saved job: what it uses of the rack already stays with it."""

    document: dict[str, Any]
    job: Annotated[str | None, Field(max_length=60)] = None


class AskOfSection(AboutPrices):
    """`section` is its place among those that are cut, from 0."""

    section: Annotated[int, Field(ge=0, le=500)]


@dataclass(frozen=True, slots=True)
class SectionProven:
    """One section's boards, proven; `of` how many sections there are."""

    section: str
    number: int
    of: int
    boards: str
    proof: str


@dataclass(frozen=True, slots=True)
class Bought:
    """Lists that are proven, and from the books in use."""

    buy: list[BuyRow]
    tickets: list[TicketRow]
    timber: str
    waste: str
    proof: str
    instead: Instead
    """What the desk tells now."""


@router.post("/price")
def price(body: AboutPrices, books: BooksHere, rack: RackHere) -> CostTold:
    """What the job costs by the books it names."""
    job = read_job(body.document)
    made = kept_plan(job)
    missing = books.some(job.terms.books)[1]
    prices = prices_of(job, books) or empty(made.brief.region.currency)
    return cost_told(costed(made, prices, rack=racked(job, body.job, rack)), missing)


@dataclass(frozen=True, slots=True)
class OrderTold:
    """What one supplier brings at once, aisle by aisle."""

    supplier: str
    delivery: int
    words: str
    total: str
    unpriced: int
    lead_days: int
    """Working days until the supplier has all of it."""
    rows: list[CostRow]


@router.post("/orders")
def ordered(body: AboutPrices, books: BooksHere, rack: RackHere) -> list[OrderTold]:
    """By supplier and delivery."""
    job = read_job(body.document)
    made = kept_plan(job)
    cost = costed(made, prices_of(job, books) or empty(made.brief.region.currency), rack=racked(job, body.job, rack))
    return [
        OrderTold(o.supplier, o.delivery, o.words, o.told, o.unpriced, o.lead_days, cost_rows(o.lines, cost.currency))
        for o in orders(cost)
    ]


@router.post("/suppliers")
def suppliers(body: AboutPrices, books: BooksHere) -> list[SupplierSide]:
    """All from one, or each line where it is cheapest, with deliveries counted."""
    job = read_job(body.document)
    made = kept_plan(job)
    found, _ = books.some(job.terms.books)
    return compare_suppliers(made, found)


@router.post("/proven")
def prove(body: AskOfSection, books: BooksHere, rack: RackHere) -> SectionProven:
    """One section proven, so that whoever waits sees how far it is and can stop."""
    job = read_job(body.document)
    made = kept_plan(job)
    keys = list(made.lists.plans)
    if not keys:
        return SectionProven("", 0, 0, "", "")
    n = min(body.section, len(keys) - 1)
    plan, proof = prove_section(made, keys[n], sold(job, body.job, books, rack))
    p = made.brief.printer
    return SectionProven(
        plan,
        n + 1,
        len(keys),
        ", ".join(f"{count} × {p.length(mm)}" for mm, count in proof.boards.items()),
        _proof(proof),
    )


def _proof(plan: CutPlan) -> str:
    proof = plan.proof
    if proof is None:
        return "as good as it came"
    return "no plan costs less" if proof.optimal else f"at most {proof.gap * 100:.2f} % over the least"


@router.post("/bought")
def lists(body: AboutPrices, books: BooksHere, rack: RackHere) -> Bought:
    """The lists proven, board by board."""
    job = read_job(body.document)
    plan = kept_plan(job)
    made = bought(plan, sold(job, body.job, books, rack))
    p = made.brief.printer
    return Bought(
        buy_rows(made.lists), ticket_rows(made.lists, made.parts, job.cutting.keep_mm), made.lists.timber_words(p),
        f"{made.lists.waste * 100:.0f} %", made.workings["timber"].rule, instead(plan, made),
    )  # fmt: skip


Today = Annotated[datetime.date | None, Query()]


@router.post("/days")
def days(body: AboutPrices, sky: SkyHere, books: BooksHere, today: Today = None) -> DaysTold:
    """The days of a job, from today where it tells no start."""
    job, day = read_job(body.document), today or datetime.date.today()
    plan = kept_plan(job)
    made = own(plan, "job", day, sky.forecast(job.terms.calendar.place), leads_of(plan, books))
    told = days_told(placed([made]), made.working, made.people, day)
    return replace(told, note=f"{told.note} {trouble}") if (trouble := sky.trouble(job.terms.calendar.place)) else told


@router.post("/day/{day}")
def one_day(day: datetime.date, body: AboutPrices, sky: SkyHere, books: BooksHere, today: Today = None) -> DaySheet:
    """The sheet of one day."""
    return _sheet(body.document, day, sky, books, today)


@router.post("/day/{day}/{paper}.pdf")
def day_on_paper(
    day: datetime.date,
    paper: Literal["a4", "letter"],
    body: AboutPrices,
    sky: SkyHere,
    books: BooksHere,
    today: Today = None,
) -> Response:
    """The sheet of one day on a page."""
    head = {"Content-Disposition": f'attachment; filename="day-{day}.pdf"'}
    return Response(
        as_pdf(day_html(_sheet(body.document, day, sky, books, today), paper)),
        media_type="application/pdf",
        headers=head,
    )


def _sheet(
    document: dict[str, Any], day: datetime.date, sky: Skies, books: Books, today: datetime.date | None
) -> DaySheet:
    job = read_job(document)
    plan = bought(kept_plan(job))
    made = own(
        plan, "job", today or datetime.date.today(), sky.forecast(job.terms.calendar.place), leads_of(plan, books)
    )
    return day_sheet(plan, placed([made]), made.working, day)


@router.get("/places")
def places(sky: SkyHere) -> list[WeatherPlace]:
    """Places that site conditions are told of; none where nobody answers."""
    return sky.places()


class AskPlace(BaseModel):
    document: dict[str, Any]
    place: Annotated[str, Field(min_length=1, max_length=60)]


@router.post("/place")
def usual(body: AskPlace, sky: SkyHere) -> PlaceTold:
    """What is usual at a place, and the edits that put it into the job."""
    return place_told(read_job(body.document), body.place, sky.conditions(body.place))
