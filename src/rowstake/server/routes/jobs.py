"""Jobs: list, new, open, save, undo, redo, duplicate, archive, import, history."""

from __future__ import annotations

from dataclasses import asdict, dataclass
from typing import Annotated, Any, Literal

from fastapi import APIRouter, Path, Query, Response
from pydantic import BaseModel, Field, TypeAdapter

from rowstake.core.catalogue import CATALOGUE, pick
from rowstake.core.desk import Desk, desk
from rowstake.core.edits import apply_raw
from rowstake.core.job import Job, read_job, read_job_text, write_job
from rowstake.core.job.base import Name
from rowstake.core.kept import kept_plan
from rowstake.core.measure import parse_length
from rowstake.core.ours import with_values_of
from rowstake.core.sight import Sight
from rowstake.core.text import check_text, kept
from rowstake.core.trades.deck.document import new_deck, new_steps
from rowstake.core.trades.fence.document import Leg, new_fence
from rowstake.core.views.base import Card
from rowstake.files.geojson import read_line
from rowstake.server.answer import as_json
from rowstake.server.session import JobsHere, SitesHere
from rowstake.store.jobs import HIGHEST, PAGE, Held, JobListed, Jobs, OnSite, Revision, Sort
from rowstake.store.sites import Sites

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


SiteKey = Annotated[str | None, Field(max_length=36)]
"""The site that a job is put on; None for none."""


Like = Annotated[str | None, Field(max_length=36)]
"""A job whose own values are taken over: what the crew buys, its prices, what its region asks; None for the usual ones."""


class FirstLeg(BaseModel):
    length: str
    angle_deg: float = 180
    side: Literal["left", "right"] = "left"


class NewJob(BaseModel):
    """A region and a first line."""

    name: Name
    region: str
    style: str = "close_butted"
    legs: Annotated[list[FirstLeg], Field(min_length=1, max_length=40)]
    site: SiteKey = None
    like: Like = None


class NewDeck(BaseModel):
    """A region, a size, a height, and whether the house carries it."""

    name: Name
    region: str
    width: str
    out: str
    height: str
    support: Literal["ledger", "free"] = "ledger"
    site: SiteKey = None
    like: Like = None


class NewSteps(BaseModel):
    """A region, how wide what they lead down from is and how high, and how they are built."""

    name: Name
    region: str
    width: str
    height: str
    build: Literal["stringers", "boxes"] = "stringers"
    site: SiteKey = None
    like: Like = None


Number = Annotated[int, Field(ge=1, le=HIGHEST)]


class Save(BaseModel):
    revision: Number
    document: dict[str, Any]
    note: Annotated[str, Field(max_length=200)] = ""

    def said(self) -> str:
        """The note as it may be kept. Raises `JobFault`."""
        check_text(self.note, "note")
        return self.note


class OnRevision(BaseModel):
    revision: Number
    sight: Sight | None = None


class Archive(BaseModel):
    archived: bool


class OnSiteNow(BaseModel):
    site: SiteKey = None


class Rename(BaseModel):
    revision: Number
    name: Name


class JobFile(BaseModel):
    text: str
    site: SiteKey = None


class LineFile(BaseModel):
    """A line as GeoJSON, and what to make of it."""

    text: str
    name: Name
    region: str
    style: str = "close_butted"
    site: SiteKey = None
    like: Like = None


@dataclass(frozen=True, slots=True)
class Opened:
    held: Held
    desk: Desk


OPENED = TypeAdapter(Opened)


def opened(held: Held, sight: Sight | None = None, status: int = 200) -> Response:
    return as_json(OPENED, Opened(held, desk(kept_plan(read_job(held.document)), sight)), status)


def added(held: Held) -> Response:
    """A new job; its page is asked for when it is opened."""
    return opened(held, Sight(), 201)


def _checked(document: dict[str, Any]) -> Job:
    """A document that can be planned; a job that cannot is refused before it is kept."""
    job = read_job(document)
    kept_plan(job)
    return job


def _started(job: Job, like: str | None, jobs: Jobs) -> Job:
    """A new job that can be planned, with the values of the job it is like."""
    return _checked(write_job(with_values_of(job, read_job(jobs.get(like).document)) if like else job))


def _site(sites: Sites, key: str | None) -> str | None:
    return None if key is None else sites.open_to_more(key)


@dataclass(frozen=True, slots=True)
class Shown:
    """A job in the list: what is drawn and said of it, or why it cannot be read."""

    id: str
    name: str
    archived: bool
    revision: int
    changed_at: str
    card: Card | None
    unread: str
    site: OnSite | None


def shown(jobs: list[JobListed]) -> list[Shown]:
    """Jobs as the list shows them."""
    return TypeAdapter(list[Shown]).validate_python([asdict(job) for job in jobs])


@dataclass(frozen=True, slots=True)
class ShownPage:
    jobs: list[Shown]
    total: int
    page: int
    pages: int


@router.get("")
def every(
    jobs: JobsHere,
    archived: bool = False,
    search: Annotated[str, Query(max_length=120)] = "",
    page: Annotated[int, Query(ge=1, le=100_000)] = 1,
    sort: Sort = "changed",
) -> ShownPage:
    """A page of the list. A job whose document cannot be read says why, and the others are not troubled."""
    found = jobs.listed(archived, search if kept(search) else "", (page - 1) * PAGE, sort=sort)
    return ShownPage(shown(found.jobs), found.total, page, max(1, -(-found.total // PAGE)))


@router.post("", status_code=201, response_model=Opened)
def new(body: NewJob, jobs: JobsHere, sites: SitesHere) -> Response:
    units = pick(CATALOGUE.regions, body.region, "region").units
    first = parse_length(body.legs[0].length, units, "legs.0.length")
    job = new_fence(body.name, body.region, [Leg.model_construct(length_mm=first, turn_deg=0.0)], body.style)
    more = [
        {"do": "add_leg", "length_mm": leg.length, "angle_deg": leg.angle_deg, "side": leg.side}
        for leg in body.legs[1:]
    ]
    made = apply_raw(read_job(write_job(job)), more)
    return added(jobs.add(write_job(_started(made, body.like, jobs)), "new job", _site(sites, body.site)))


@router.post("/steps", status_code=201, response_model=Opened)
def add_steps(body: NewSteps, jobs: JobsHere, sites: SitesHere) -> Response:
    """Steps alone, down from what is there already."""
    units = pick(CATALOGUE.regions, body.region, "region").units
    width, height = (parse_length(getattr(body, k), units, f"steps.{k}") for k in ("width", "height"))
    job = new_steps(body.name, body.region, width, height, body.build)
    return added(jobs.add(write_job(_started(job, body.like, jobs)), "new steps", _site(sites, body.site)))


@router.post("/deck", status_code=201, response_model=Opened)
def add_deck(body: NewDeck, jobs: JobsHere, sites: SitesHere) -> Response:
    """A rectangular deck with the region's defaults."""
    units = pick(CATALOGUE.regions, body.region, "region").units
    width, out, height = (parse_length(getattr(body, k), units, f"deck.{k}") for k in ("width", "out", "height"))
    job = new_deck(body.name, body.region, width, out, height, body.support)
    return added(jobs.add(write_job(_started(job, body.like, jobs)), "new deck", _site(sites, body.site)))


@router.post("/import", status_code=201, response_model=Opened)
def bring_in(body: JobFile, jobs: JobsHere, sites: SitesHere) -> Response:
    """A job file, from here or from another Row Stake."""
    return added(
        jobs.add(write_job(_checked(write_job(read_job_text(body.text)))), "from a job file", _site(sites, body.site))
    )


@router.post("/from-line", status_code=201, response_model=Opened)
def from_line(body: LineFile, jobs: JobsHere, sites: SitesHere) -> Response:
    """A new job along a line surveyed elsewhere, with its levels where it has them."""
    legs, ground = read_line(body.text)
    line = [Leg.model_construct(length_mm=leg["length_mm"], turn_deg=leg["turn_deg"]) for leg in legs]
    document = write_job(new_fence(body.name, body.region, line, body.style))
    document["fence"]["ground"] = ground
    return added(
        jobs.add(
            write_job(_started(read_job(document), body.like, jobs)), "from a surveyed line", _site(sites, body.site)
        )
    )


@router.get("/{key}", response_model=Opened)
def open_job(key: str, jobs: JobsHere, step: Annotated[str | None, Query(max_length=40)] = None) -> Response:
    """A job and its desk; with a step only the views of that."""
    return opened(jobs.get(key), None if step is None else Sight(step, lists=step == "buy"))


@router.put("/{key}")
def save(key: str, body: Save, jobs: JobsHere) -> Held:
    return jobs.save(key, body.revision, write_job(_checked(body.document)), body.said())


@router.post("/{key}/undo", response_model=Opened)
def undo(key: str, body: OnRevision, jobs: JobsHere) -> Response:
    return opened(jobs.undo(key, body.revision), body.sight)


@router.post("/{key}/redo", response_model=Opened)
def redo(key: str, body: OnRevision, jobs: JobsHere) -> Response:
    return opened(jobs.redo(key, body.revision), body.sight)


@router.post("/{key}/rename")
def rename(key: str, body: Rename, jobs: JobsHere) -> Held:
    document = {**jobs.get(key).document, "name": body.name}
    return jobs.save(key, body.revision, write_job(read_job(document)), "renamed")


@router.post("/{key}/duplicate", status_code=201)
def duplicate(key: str, jobs: JobsHere, sites: SitesHere) -> Held:
    held = jobs.get(key)
    name = f"{held.document['name'][:110]} (copy)"
    return jobs.add({**held.document, "name": name}, "copied", _site(sites, held.site))


@router.post("/{key}/archive")
def archive(key: str, body: Archive, jobs: JobsHere) -> Held:
    return jobs.set_archived(key, body.archived)


@router.post("/{key}/site", status_code=204)
def place(key: str, body: OnSiteNow, sites: SitesHere) -> None:
    """Puts a job on a site, or on none. Its document stays as it is."""
    sites.place(key, body.site)


@router.get("/{key}/history")
def history(key: str, jobs: JobsHere) -> list[Revision]:
    return jobs.history(key)


@router.get("/{key}/revisions/{number}")
def at_revision(key: str, number: Annotated[int, Path(ge=1, le=HIGHEST)], jobs: JobsHere) -> dict[str, Any]:
    return jobs.document(key, number)
