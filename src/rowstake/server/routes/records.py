"""The record of a job: entries in, entries and what follows from them out, pictures, and a word whenever anything changes."""

from __future__ import annotations

import contextlib
from dataclasses import dataclass
from typing import Annotated, Any

from fastapi import APIRouter, Body, HTTPException, Path, Query, Request, Response
from fastapi.responses import StreamingResponse
from pydantic import BaseModel, Field, TypeAdapter

from rowstake.core.bought import bought
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.cautions import cautions
from rowstake.core.cutting.plan import cut_plan
from rowstake.core.faults import Fault, JobFault
from rowstake.core.job import Job, read_job
from rowstake.core.kept import Kept, kept_plan
from rowstake.core.planned import AnyPlan
from rowstake.core.record import Record, read_entry
from rowstake.core.site.as_built import as_built
from rowstake.core.site.choices import WayOut, ways_out
from rowstake.core.site.sheet import SiteSheet, site_sheet
from rowstake.core.site.steps import check_step
from rowstake.server.answer import as_json
from rowstake.server.prices import priced_figures, prices_of, sold
from rowstake.server.session import BooksHere, JobsHere, RackHere, RecordsHere
from rowstake.store.pictures import read_picture
from rowstake.store.rack import Rack
from rowstake.store.records import Since

router = APIRouter(prefix="/api/jobs/{key}", tags=["record"])
Key = Annotated[str, Path(max_length=60)]
PhotoId = Annotated[str, Path(min_length=8, max_length=64, pattern=r"^[A-Za-z0-9-]+$")]
MOST_AT_ONCE = 500


class Entries(BaseModel):
    entries: Annotated[list[dict[str, Any]], Field(max_length=MOST_AT_ONCE)]


@dataclass(frozen=True, slots=True)
class RefusedEntry:
    """An entry that was not taken, and why: it stays on the device that made it."""

    id: str
    why: str
    allowed: str


@dataclass(frozen=True, slots=True)
class EntriesTaken:
    """`taken` are the ids that are in the record now, those that were there before among them."""

    taken: list[str]
    refused: list[RefusedEntry]
    last: int


@router.post("/entries")
def add(key: Key, body: Entries, jobs: JobsHere, records: RecordsHere, rack: RackHere) -> EntriesTaken:
    """Adds what is not there yet, in the order given. Sending the same again does no harm; one that cannot be taken stops none of the
    others."""
    job = read_job(jobs.get(key).document)
    record, known = records.begin(key)
    taken: list[str] = []
    refused: list[RefusedEntry] = []
    for n, raw in enumerate(body.entries):
        try:
            entry = read_entry(raw, f"entries.{n}")
            if entry.id not in known:
                if entry.kind == "step":
                    check_step(kept_plan(as_built(job, record).job), record, entry)
                records.add(key, entry)
                record = Record([*record.entries, entry])
                known.add(entry.id)
                with contextlib.suppress(JobFault):  # a full rack takes nothing more; what was cut was cut
                    _to_the_rack(job, key, entry, record, rack)
            taken.append(entry.id)
        except JobFault as fault:
            first: Fault = fault.faults[0]
            refused.append(RefusedEntry(str(raw.get("id", ""))[:64], first.message, first.allowed))
    return EntriesTaken(taken, refused, records.since(key, 0).last)


def _to_the_rack(job: Job, key: str, entry: Any, record: Record, rack: Rack) -> None:
    """What is left of a board that was cut goes into the rack, where it is worth keeping; the offcut that was cut from is used up, and
    lies there again where that was taken back."""
    if entry.kind == "cut":
        values = entry.values
        if values.rack:
            _use(rack, values.rack, key)
        if values.left_mm and values.left_mm >= job.cutting.keep_mm and values.good in CATALOGUE.sections:
            rack.add(values.good, values.left_mm, key)
    if entry.kind == "settled":
        for id in entry.answers:
            found = record.by_id(id)
            if found is None or found.kind != "cut":
                continue
            if found.values.rack:
                _use(rack, found.values.rack, None)
            _take_out(rack, key, found.values)


def _take_out(rack: Rack, job: str, values: Any) -> None:
    """The offcut that a cut taken back had left, where nobody has used it since."""
    mine = [
        o
        for o in rack.listed()
        if (o.job_id, o.section, o.length_mm, o.used_by) == (job, values.good, values.left_mm, "")
    ]
    if mine:
        rack.remove(mine[-1].id)


def _use(rack: Rack, label: str, job: str | None) -> None:
    for offcut in rack.listed():
        if offcut.label == label:
            rack.use(offcut.id, job)


@router.get("/entries")
def since(
    key: Key, jobs: JobsHere, records: RecordsHere, after: Annotated[int, Query(ge=0, le=10_000_000)] = 0
) -> Since:
    """What came after a number, in order."""
    jobs.get(key)
    return records.since(key, after)


SHEET = TypeAdapter(SiteSheet)
EARLIER = Kept()
"""Plans of earlier revisions, beside those that are looked at: one job's steps are ticked by fewer than it keeps."""


@router.get("/built", response_model=SiteSheet)
def built(key: Key, jobs: JobsHere, records: RecordsHere, books: BooksHere, rack: RackHere) -> Response:
    """The job as it stands by its record, with all that site mode shows."""
    held, record = jobs.get(key), records.of(key)
    job = read_job(held.document)
    plan = kept_plan(as_built(job, record).job)
    lists = bought(plan, sold(job, key, books, rack), cut_plan)

    def drawn_at(revision: int) -> AnyPlan | None:
        if revision == held.revision:
            return None
        with contextlib.suppress(JobFault, LookupError):
            return EARLIER.plan(read_job(jobs.document(key, revision)))
        return None

    priced, found = priced_figures(job, books), prices_of(job, books)
    prices = found.of(job.terms.suppliers) if found else None
    return as_json(
        SHEET, site_sheet(job, record, tuple(cautions(plan)), priced, lists, drawn_at, held.revision, prices)
    )


class AskWaysOut(BaseModel):
    reading: Annotated[str, Field(max_length=64)]


@router.post("/ways-out")
def ways(key: Key, body: AskWaysOut, jobs: JobsHere, records: RecordsHere, books: BooksHere) -> list[WayOut]:
    """What may be done about a post that is not where it was drawn, each with what it would change."""
    job = read_job(jobs.get(key).document)
    return ways_out(job, records.of(key), body.reading, priced_figures(job, books))


@router.put("/photos/{photo}", status_code=204)
def keep_photo(
    key: Key,
    photo: PhotoId,
    data: Annotated[bytes, Body(media_type="application/octet-stream")],
    records: RecordsHere,
    place: bool = False,
) -> None:
    """Keeps a picture, encoded again; `place` keeps where it was taken too."""
    records.add_photo(key, photo, read_picture(data, place))


@router.get("/photos/{photo}")
def show_photo(key: Key, photo: PhotoId, records: RecordsHere, small: bool = False) -> Response:
    headers = {"Cache-Control": "private, max-age=31536000, immutable"}
    return Response(records.photo(key, photo, small), media_type="image/jpeg", headers=headers)


@router.get("/events")
def events(key: Key, request: Request, jobs: JobsHere) -> StreamingResponse:
    """Server-sent events: `changed` when entries or the document of the job changed, from whatever device and process."""
    jobs.get(key)
    hub = request.app.state.hub
    if hub.full:
        raise HTTPException(503, "Too many pages are listening; this one asks from time to time instead")
    return StreamingResponse(hub.of(key), media_type="text/event-stream", headers={"Cache-Control": "no-store"})
