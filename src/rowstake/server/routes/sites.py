"""Sites: list, new, change, take away; the jobs of one, and what is bought and cut for them together."""

from __future__ import annotations

import datetime
from dataclasses import dataclass
from decimal import Decimal
from typing import Annotated, Literal

from fastapi import APIRouter, Response
from pydantic import BaseModel, Field

from rowstake.core.calendar.of_job import DaysTold, own
from rowstake.core.calendar.of_job import together as days_together
from rowstake.core.calendar.placed import placed
from rowstake.core.cost.costing import costed
from rowstake.core.cost.money import ZERO, Purse
from rowstake.core.faults import JobFault
from rowstake.core.faults import shown as shown_words
from rowstake.core.job import read_job
from rowstake.core.job.base import Name
from rowstake.core.kept import kept_plan
from rowstake.core.parts import letters
from rowstake.core.plan import AnyPlan
from rowstake.core.site.today import Today, today_of
from rowstake.core.text import check_text
from rowstake.core.together import goods_words, together
from rowstake.core.views.lists import BuyRow, CutRow, buy_rows, cut_rows
from rowstake.files import stem_of
from rowstake.files.formats.csv_lists import write_list
from rowstake.server.prices import empty, prices_of, shared_prices
from rowstake.server.routes.jobs import Number, Shown, shown
from rowstake.server.session import BooksHere, JobsHere, RecordsHere, SitesHere, SkyHere
from rowstake.store.jobs import JobListed, Jobs, NoSuchJob
from rowstake.store.sites import SiteHeld

router = APIRouter(prefix="/api/sites", tags=["sites"])


class SiteDetails(BaseModel):
    """What is told of a site."""

    name: Name
    customer: Annotated[str, Field(max_length=120)] = ""
    address: Annotated[str, Field(max_length=400)] = ""
    notes: Annotated[str, Field(max_length=4000)] = ""

    def told(self) -> dict[str, str]:
        """As it may be kept. Raises `JobFault`."""
        words = {name: getattr(self, name) for name in SiteDetails.model_fields}
        for name, text in words.items():
            check_text(text.replace("\n", " "), name)
        return words


class SiteChanged(SiteDetails):
    version: Number


@dataclass(frozen=True, slots=True)
class SiteLists:
    """What jobs that buy alike take together; `jobs` are their names by the letter before the labels of their pieces."""

    region: str
    jobs: dict[str, str]
    timber: str
    load: str
    buy: list[BuyRow]
    cuts: list[CutRow]


@dataclass(frozen=True, slots=True)
class SiteOpened:
    """A site, its jobs and their lists together. `letters` are those of the jobs in the lists, `left_out` says why another is in
    none: put away, not to be read, or not to be laid out."""

    site: SiteHeld
    jobs: list[Shown]
    letters: dict[str, str]
    left_out: dict[str, str]
    lists: list[SiteLists]


@router.get("")
def every(sites: SitesHere) -> list[SiteHeld]:
    return sites.listed()


@router.post("", status_code=201)
def new(body: SiteDetails, sites: SitesHere) -> SiteHeld:
    return sites.add(body.told())


@router.get("/{key}")
def open_site(key: str, sites: SitesHere, jobs: JobsHere, books: BooksHere) -> SiteOpened:
    site, listed = sites.get(key), jobs.of(sites.jobs_of(key))
    taken = _taken(jobs, listed)
    lists = [
        SiteLists(t.region, t.jobs, t.lists.timber_words(p), p.weight(t.lists.kg), buy_rows(t.lists), cut_rows(t.lists))
        for t in together(taken.plans, shared_prices(taken.plans, books))
        for p in (t.lists.buyer.printer,)
    ]
    return SiteOpened(site, shown(listed), taken.letters, taken.left_out, lists)


@dataclass(frozen=True, slots=True)
class JobPrice:
    """What one job of a site costs by its own books; `unpriced` counts what has no price."""

    letter: str
    name: str
    total: str
    unpriced: int


@dataclass(frozen=True, slots=True)
class SitePrices:
    """`total` is empty where the jobs are in different currencies; `together` says region by region what goods cost bought together."""

    jobs: list[JobPrice]
    total: str
    together: list[str]


@router.get("/{key}/prices")
def prices(key: str, sites: SitesHere, jobs: JobsHere, books: BooksHere) -> SitePrices:
    """What the jobs of a site cost, each by its own books, and what their goods cost bought together."""
    taken, told, sums = _taken(jobs, jobs.of(sites.jobs_of(key))), list[JobPrice](), dict[str, Decimal]()
    goods: dict[str, Decimal] = {}
    for letter, plan in taken.plans.items():
        job = plan.brief.job
        made = costed(plan, prices_of(job, books) or empty(plan.brief.region.currency))
        told.append(JobPrice(letter, job.name, made.total_told, len(made.unpriced)))
        goods[letter] = made.subtotal("goods")
        sums[made.currency] = sums.get(made.currency, ZERO) + made.total
    total = next((Purse(code).told(amount) for code, amount in sums.items()), "") if len(sums) == 1 else ""
    made_together = together(taken.plans, shared_prices(taken.plans, books))
    shared = [goods_words(t, sum((goods[letter] for letter in t.jobs), ZERO)) for t in made_together]
    return SitePrices(told, total, [words for words in shared if words])


@router.get("/{key}/days")
def days(
    key: str, sites: SitesHere, jobs: JobsHere, sky: SkyHere, today: datetime.date | None = None
) -> DaysTold | None:
    """The days of all jobs of a site on one string; nothing where it has none that can be laid out."""
    taken, day = _taken(jobs, jobs.of(sites.jobs_of(key))), today or datetime.date.today()
    owned = {
        letter: own(plan, letter, day, sky.forecast(plan.brief.job.terms.calendar.place))
        for letter, plan in taken.plans.items()
    }
    return (
        days_together(owned, {letter: plan.brief.job.name for letter, plan in taken.plans.items()}, day)
        if owned
        else None
    )


@dataclass(frozen=True, slots=True)
class JobToday:
    """One job of a site on one day."""

    id: str
    letter: str
    name: str
    today: Today


@router.get("/{key}/today")
def today_here(
    key: str, sites: SitesHere, jobs: JobsHere, sky: SkyHere, records: RecordsHere, today: datetime.date | None = None
) -> list[JobToday]:
    """Who does what where today, what comes, and what is open, job by job; a crew goes from one to the other."""
    taken, day = _taken(jobs, jobs.of(sites.jobs_of(key))), today or datetime.date.today()
    owned = {
        letter: own(plan, letter, day, sky.forecast(plan.brief.job.terms.calendar.place))
        for letter, plan in taken.plans.items()
    }
    every = placed(list(owned.values())) if owned else []
    return [
        JobToday(
            id, letter, plan.brief.job.name,
            today_of(plan, records.of(id), owned[letter], [p for p in every if p.job == letter], day),
        )
        for id, letter in taken.letters.items()
        for plan in (taken.plans[letter],)
    ]  # fmt: skip


@router.put("/{key}")
def change(key: str, body: SiteChanged, sites: SitesHere) -> SiteHeld:
    return sites.save(key, body.version, body.told())


@router.delete("/{key}", status_code=204)
def remove(key: str, sites: SitesHere) -> None:
    """Takes away a site that has no jobs."""
    sites.remove(key)


@router.get("/{key}/lists/{number}/{document}.csv")
def take(
    key: str, number: int, document: Literal["buy", "cuts"], sites: SitesHere, jobs: JobsHere, books: BooksHere
) -> Response:
    """One list of a site as CSV; lists are numbered from 1 as the site tells them."""
    plans = _taken(jobs, jobs.of(sites.jobs_of(key))).plans
    made = together(plans, shared_prices(plans, books))
    if not 0 < number <= len(made):
        raise NoSuchJob(f"This site has no list {number}")
    head = {"Content-Disposition": f'attachment; filename="{stem_of(sites.get(key).name, "site")}-{document}.csv"'}
    return Response(write_list(made[number - 1].lists, document), media_type="text/csv; charset=utf-8", headers=head)


@dataclass(frozen=True, slots=True)
class JobsTaken:
    """Jobs of a site that lists are made of: their letters, the plans by letter, and why the others are left out."""

    letters: dict[str, str]
    plans: dict[str, AnyPlan]
    left_out: dict[str, str]


def _taken(jobs: Jobs, listed: list[JobListed]) -> JobsTaken:
    documents, taken = jobs.documents([job.id for job in listed]), JobsTaken({}, {}, {})
    for job in listed:
        if job.archived or job.unread:
            taken.left_out[job.id] = "put away" if job.archived else job.unread
            continue
        try:
            made = kept_plan(read_job(documents[job.id]))
        except JobFault as fault:
            taken.left_out[job.id] = shown_words(fault)[:400]
            continue
        letter = letters(len(taken.plans) + 1).upper()
        taken.letters[job.id], taken.plans[letter] = letter, made
    return taken
