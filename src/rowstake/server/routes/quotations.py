"""Quotations of a job as they were given: their prices stay, whatever the books say later."""

from __future__ import annotations

import datetime
from dataclasses import dataclass
from typing import Literal

from fastapi import APIRouter, Response

from rowstake.core.cost.costing import costed
from rowstake.core.job import read_job
from rowstake.core.kept import kept_plan
from rowstake.core.quotation import Quotation, priced, quotation
from rowstake.files import stem_of
from rowstake.files.base import Issue
from rowstake.files.pages import as_pdf
from rowstake.files.quote_sheets import quote_html
from rowstake.server.prices import prices_of, racked
from rowstake.server.session import BooksHere, JobsHere, QuotationsHere, RackHere, SitesHere
from rowstake.store.jobs import Held
from rowstake.store.sites import Sites

router = APIRouter(prefix="/api/jobs/{key}/quotations", tags=["quotations"])


@dataclass(frozen=True, slots=True)
class Given:
    number: int
    revision: int
    quotation: Quotation


@router.get("")
def every(key: str, jobs: JobsHere, quotations: QuotationsHere) -> list[Given]:
    """The quotations of a job, the newest first."""
    jobs.get(key)
    return [Given(*found) for found in quotations.of(key)]


@router.post("", status_code=201)
def give(key: str, jobs: JobsHere, books: BooksHere, quotations: QuotationsHere, rack: RackHere) -> Given:
    """A quotation of the job as it is saved, by the prices of today, kept as it is."""
    held = jobs.get(key)
    job = read_job(held.document)
    prices = priced(prices_of(job, books))
    made = quotation(costed(kept_plan(job), prices, rack=racked(job, key, rack)), prices, datetime.date.today())
    return Given(quotations.add(key, held.revision, made), held.revision, made)


@router.get("/{number}/{paper}.pdf")
def take(
    key: str, number: int, paper: Literal["a4", "letter"], jobs: JobsHere, quotations: QuotationsHere, sites: SitesHere
) -> Response:
    """A quotation as PDF, with the job as it stood then."""
    held = jobs.get(key)
    revision, made = quotations.get(key, number)
    plan = kept_plan(read_job(jobs.document(key, revision)))
    customer, address = whom(held, sites)
    issue = Issue(made.day, revision, key=key, customer=customer, address=address)
    head = {"Content-Disposition": f'attachment; filename="{stem_of(made.job, "job")}-quotation-{number}.pdf"'}
    return Response(as_pdf(quote_html(plan, made, paper, issue)), media_type="application/pdf", headers=head)


def whom(held: Held, sites: Sites) -> tuple[str, str]:
    """(customer, address) of the job's site; nothing where it is on none."""
    if held.site is None:
        return "", ""
    site = sites.get(held.site)
    return site.customer, site.address
