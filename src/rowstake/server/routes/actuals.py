"""What a job really took: receipts and hours, typed or brought in, against what it was costed at."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from fastapi import APIRouter, Depends, Request
from pydantic import Field

from rowstake.core.cost.actual import AgainstTold, Entry, against
from rowstake.core.cost.costing import costed
from rowstake.core.job import read_job
from rowstake.core.kept import kept_plan
from rowstake.core.text import check_text
from rowstake.files.receipts import read_receipts
from rowstake.server.prices import empty, prices_of
from rowstake.server.session import ActualsHere, BooksHere, JobsHere
from rowstake.store.actuals import Actuals, EntryHeld
from rowstake.store.books import Books
from rowstake.store.jobs import Jobs

router = APIRouter(prefix="/api/jobs/{key}/actuals", tags=["actuals"])


@dataclass(frozen=True, slots=True)
class ActualsTold:
    entries: list[EntryHeld]
    against: AgainstTold


async def _sent(request: Request) -> bytes:
    return await request.body()


@router.get("")
def every(key: str, jobs: JobsHere, books: BooksHere, actuals: ActualsHere) -> ActualsTold:
    """All receipts and hours of a job, and what they say of its cost."""
    return _told(key, jobs, books, actuals)


def _told(key: str, jobs: Jobs, books: Books, actuals: Actuals) -> ActualsTold:
    job, entries = read_job(jobs.get(key).document), actuals.of(key)
    plan = kept_plan(job)
    made = costed(plan, prices_of(job, books) or empty(plan.brief.region.currency))
    return ActualsTold(entries, against(made, [held.entry for held in entries]))


@router.post("", status_code=201)
def add(
    key: str,
    body: Annotated[list[Entry], Field(max_length=200)],
    jobs: JobsHere,
    books: BooksHere,
    actuals: ActualsHere,
) -> ActualsTold:
    jobs.get(key)
    for entry in body:
        check_text(entry.words, "words")
    actuals.add(key, body)
    return _told(key, jobs, books, actuals)


@router.post("/csv", status_code=201)
def bring_in(
    key: str, data: Annotated[bytes, Depends(_sent)], jobs: JobsHere, books: BooksHere, actuals: ActualsHere
) -> ActualsTold:
    """All rows of a file, or none of them."""
    jobs.get(key)
    actuals.add(key, read_receipts(data))
    return _told(key, jobs, books, actuals)


@router.delete("/{entry}", status_code=204)
def remove(key: str, entry: str, actuals: ActualsHere) -> None:
    actuals.remove(key, entry)
