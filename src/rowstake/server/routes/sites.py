"""Sites: list, new, change, take away; the jobs of one, and what is bought and cut for them together."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Annotated, Literal

from fastapi import APIRouter, Response
from pydantic import BaseModel, Field

from rowstake.core.job import read_job
from rowstake.core.job.base import Name
from rowstake.core.plan import plan
from rowstake.core.text import check_text
from rowstake.core.together import Together, together
from rowstake.core.views.lists import BuyRow, CutRow, buy_rows, cut_rows
from rowstake.files.formats.csv_lists import write_list
from rowstake.server.routes.jobs import Number, Shown, shown
from rowstake.server.session import JobsHere, SitesHere
from rowstake.store.jobs import JobListed
from rowstake.store.jobs import Jobs as JobsKept
from rowstake.store.sites import SiteHeld

router = APIRouter(prefix="/api/sites", tags=["sites"])


class SiteTold(BaseModel):
    """What is told of a site."""

    name: Name
    customer: Annotated[str, Field(max_length=120)] = ""
    address: Annotated[str, Field(max_length=400)] = ""
    notes: Annotated[str, Field(max_length=4000)] = ""

    def told(self) -> dict[str, str]:
        """As it may be kept. Raises `JobFault`."""
        words = {name: getattr(self, name) for name in SiteTold.model_fields}
        for name, text in words.items():
            check_text(text.replace("\n", " "), name)
        return words


class SiteChanged(SiteTold):
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
    """A site, its jobs and their lists together. Jobs that cannot be read are in none of the lists."""

    site: SiteHeld
    jobs: list[Shown]
    lists: list[SiteLists]


@router.get("")
def every(sites: SitesHere) -> list[SiteHeld]:
    return sites.listed()


@router.post("", status_code=201)
def new(body: SiteTold, sites: SitesHere) -> SiteHeld:
    return sites.add(body.told())


@router.get("/{key}")
def open_site(key: str, sites: SitesHere, jobs: JobsHere) -> SiteOpened:
    site, listed = sites.get(key), jobs.of(sites.jobs_of(key))
    lists = [
        SiteLists(t.region, t.jobs, t.lists.timber_words(p), p.weight(t.lists.kg), buy_rows(t.lists), cut_rows(t.lists))
        for t in _together(jobs, listed)
        for p in (t.lists.buyer.printer,)
    ]
    return SiteOpened(site, shown(listed), lists)


@router.put("/{key}")
def change(key: str, body: SiteChanged, sites: SitesHere) -> SiteHeld:
    return sites.save(key, body.version, body.told())


@router.delete("/{key}", status_code=204)
def remove(key: str, sites: SitesHere) -> None:
    """Takes away a site that has no jobs."""
    sites.remove(key)


@router.get("/{key}/lists/{number}/{document}.csv")
def take(key: str, number: int, document: Literal["buy", "cuts"], sites: SitesHere, jobs: JobsHere) -> Response:
    """One list of a site as CSV; lists are numbered from 1 as the site tells them."""
    made = _together(jobs, jobs.of(sites.jobs_of(key)))
    if not 0 < number <= len(made):
        return Response(status_code=404)
    stem = re.sub(r"[^\w-]+", "-", sites.get(key).name).strip("-").lower() or "site"
    head = {"Content-Disposition": f'attachment; filename="{stem}-{document}.csv"'}
    return Response(write_list(made[number - 1].lists, document), media_type="text/csv; charset=utf-8", headers=head)


def _together(jobs: JobsKept, listed: list[JobListed]) -> list[Together]:
    return together([plan(read_job(jobs.get(job.id).document)) for job in listed if not job.unread])
