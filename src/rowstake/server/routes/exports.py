"""Exports: a saved job in any open format."""

from __future__ import annotations

import datetime
from dataclasses import dataclass

from fastapi import APIRouter, Request, Response

from rowstake.core.job import read_job
from rowstake.core.kept import kept_plan
from rowstake.core.site.as_built import as_built
from rowstake.files import Issue, export, formats
from rowstake.server.prices import prices_of, racked
from rowstake.server.routes.quotations import whom
from rowstake.server.session import BooksHere, JobsHere, RackHere, RecordsHere, SitesHere, SkyHere

router = APIRouter(prefix="/api/jobs/{key}/exports", tags=["exports"])


ORDER = ("print", "lists", "drawings", "job")


@dataclass(frozen=True, slots=True)
class ExportOffer:
    group: str
    format: str
    document: str
    name: str
    kind: str
    """How its file name ends."""


@router.get("")
def offers(key: str, jobs: JobsHere, books: BooksHere, records: RecordsHere) -> list[ExportOffer]:
    """Everything that can be taken out of this job."""
    job = read_job(jobs.get(key).document)
    made, prices, entered = kept_plan(job), prices_of(job, books), records.since(key, 0).last > 0
    return [
        ExportOffer(f.group, f.id, document, name.split(";")[0].split(",")[0], f.suffix.split(".")[-1].upper())
        for f in sorted(formats().values(), key=lambda f: ORDER.index(f.group))
        if (prices or not f.priced) and (entered or not f.logged)
        for document, name in f.documents(made).items()
    ]


@router.get("/{format_id}/{document}")
def take(
    key: str,
    format_id: str,
    document: str,
    jobs: JobsHere,
    books: BooksHere,
    sites: SitesHere,
    sky: SkyHere,
    rack: RackHere,
    records: RecordsHere,
    request: Request,
    built: bool = False,
) -> Response:
    """`built` takes it as it stands by its record, not as it was drawn."""
    held = jobs.get(key)
    record, wanted = records.of(key), formats().get(format_id)
    logged = wanted is not None and wanted.logged
    job, (customer, address) = read_job(held.document), whom(held, sites)
    issue = Issue(
        datetime.date.today(),
        held.revision,
        prices_of(job, books),
        key,
        f"{request.base_url}job/{key}/on-site",
        customer,
        address,
        sky.forecast(job.terms.calendar.place),
        racked(job, key, rack),
        record,
        records.small_addresses(key) if logged else {},
        built and not logged,
    )
    made, name, data = export(kept_plan(as_built(job, record).job if issue.built else job), format_id, document, issue)
    return Response(data, media_type=made.media, headers={"Content-Disposition": f'attachment; filename="{name}"'})
