"""The repository of jobs. Writes carry the revision they were made on; a stale one is refused, never lost."""

from __future__ import annotations

import uuid
from dataclasses import dataclass
from typing import Any, Literal

from pydantic import TypeAdapter
from sqlalchemy import func, or_, select, tuple_
from sqlalchemy.orm import Session, contains_eager, joinedload

from rowstake.core.card import card_of
from rowstake.core.faults import JobFault, shown
from rowstake.core.job import read_job, upgraded
from rowstake.core.text import kept
from rowstake.core.views.base import Card
from rowstake.store.models import JobRow, RevisionRow, SiteRow

HIGHEST = 2**31 - 1
"""The largest number of a revision that the tables hold."""


class NoSuchJob(LookupError):
    """There is no job, or no revision, of that name."""


class Stale(Exception):
    """Somebody else wrote in between. `theirs` is what stands now, at `revision`."""

    def __init__(self, revision: int, theirs: dict[str, Any], what: str = "job") -> None:
        super().__init__(f"the {what} stands at revision {revision}")
        self.revision, self.theirs, self.what = revision, theirs, what


@dataclass(frozen=True, slots=True)
class Held:
    """A job as it stands: its document in the schema of today, its revision, and whether there is something to undo or redo."""

    id: str
    name: str
    archived: bool
    revision: int
    document: dict[str, Any]
    changed_at: str
    can_undo: bool
    can_redo: bool
    site: str | None = None


@dataclass(frozen=True, slots=True)
class OnSite:
    """The site that a job is on."""

    id: str
    name: str
    customer: str


@dataclass(frozen=True, slots=True)
class JobListed:
    """A job as the list shows it; `unread` says why its document cannot be read, and then `card` is None."""

    id: str
    name: str
    archived: bool
    revision: int
    changed_at: str
    card: dict[str, Any] | None
    unread: str
    site: OnSite | None = None


@dataclass(frozen=True, slots=True)
class Page:
    """Some of the jobs, and how many there are in all."""

    jobs: list[JobListed]
    total: int


@dataclass(frozen=True, slots=True)
class Revision:
    number: int
    parent: int | None
    note: str
    made_at: str
    current: bool


PAGE = 50
"""Jobs on one page of the list."""
Sort = Literal["changed", "name", "customer", "needs"]
ORDERS: dict[Sort, tuple[Any, ...]] = {
    "changed": (),
    "name": (func.lower(JobRow.name),),
    "customer": (func.lower(SiteRow.customer).nulls_last(),),
    "needs": (JobRow.card["needs"].as_integer().desc().nulls_last(),),
}
"""How the list may be put; what is alike, newest first."""
_CARD = TypeAdapter(Card)


def summed_up(document: dict[str, Any]) -> tuple[dict[str, Any] | None, str | None]:
    """(card, None), or (None, why) for a document that this Row Stake cannot read."""
    try:
        job = read_job(document)
        return _CARD.dump_python(card_of(job), mode="json"), None
    except JobFault as fault:
        return None, shown(fault)[:400]


class Jobs:
    """All that can be done with jobs in one transaction; the caller commits."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def listed(
        self, archived: bool = False, search: str = "", skip: int = 0, most: int = PAGE, sort: Sort = "changed"
    ) -> Page:
        """A page of the list, in an order, of the jobs that hold all the words looked for in their names, or in the name,
        customer or address of their sites."""
        told = (JobRow.name, SiteRow.name, SiteRow.customer, SiteRow.address)
        wanted = [
            JobRow.archived == archived,
            *(or_(*(text.icontains(word, autoescape=True) for text in told)) for word in search.split()),
        ]
        among = select(JobRow).outerjoin(SiteRow, JobRow.site_id == SiteRow.id).where(*wanted)
        total = self.session.scalar(select(func.count()).select_from(among.subquery())) or 0
        page = among.order_by(*ORDERS[sort], JobRow.changed_at.desc(), JobRow.name).offset(skip).limit(most)
        rows = list(self.session.scalars(page.options(contains_eager(JobRow.site))))
        return Page(self._shown(rows), total)

    def last_region(self) -> str | None:
        """The region of the job that was changed last; None where there is none that can be read."""
        newest = select(JobRow).order_by(JobRow.changed_at.desc()).limit(1)
        row = self.session.scalar(newest)
        return None if row is None else self.documents([row.id]).get(row.id, {}).get("region")

    def regions_of_last(self, most: int = 20) -> list[tuple[str, str, str]]:
        """(id, name, region) of the jobs that were changed last and can be read."""
        rows = list(
            self.session.scalars(
                select(JobRow).where(JobRow.unread.is_(None)).order_by(JobRow.changed_at.desc()).limit(most)
            )
        )
        documents = self.documents([row.id for row in rows])
        return [(row.id, row.name, str(documents[row.id].get("region", ""))) for row in rows if row.id in documents]

    def of(self, keys: list[str]) -> list[JobListed]:
        """These jobs as a list shows them, in this order."""
        query = select(JobRow).where(JobRow.id.in_(keys)).options(joinedload(JobRow.site))
        rows = {row.id: row for row in self.session.scalars(query)}
        return self._shown([rows[key] for key in keys if key in rows])

    def documents(self, keys: list[str]) -> dict[str, dict[str, Any]]:
        """The documents of these jobs as they stand, by job, in the schema of today."""
        query = select(RevisionRow).join(JobRow, RevisionRow.job_id == JobRow.id)
        found = self.session.scalars(query.where(RevisionRow.number == JobRow.current, JobRow.id.in_(keys)))
        return {row.job_id: upgraded(row.document) for row in found}

    def _shown(self, rows: list[JobRow]) -> list[JobListed]:
        self._fill_cards([row for row in rows if row.card is None and row.unread is None])
        return [
            JobListed(r.id, r.name, r.archived, r.current, r.changed_at.isoformat(), r.card, r.unread or "",
                      OnSite(r.site.id, r.site.name, r.site.customer) if r.site else None)
            for r in rows
        ]  # fmt: skip

    def _fill_cards(self, rows: list[JobRow]) -> None:
        """Cards of jobs that were written before there were any, from their documents in one query."""
        if not rows:
            return
        keys = [(row.id, row.current) for row in rows]
        query = select(RevisionRow).where(tuple_(RevisionRow.job_id, RevisionRow.number).in_(keys))
        documents = {r.job_id: r.document for r in self.session.scalars(query)}
        for row in rows:
            changed = row.changed_at
            row.card, row.unread = summed_up(documents[row.id])
            row.changed_at = changed

    def add(self, document: dict[str, Any], note: str, site: str | None = None) -> Held:
        """A new job; on a site that is there, where one is named."""
        card, unread = summed_up(document)
        row = JobRow(
            id=str(uuid.uuid4()), name=document["name"], current=1, archived=False, card=card, unread=unread, site_id=site
        )  # fmt: skip
        self.session.add(row)
        self.session.flush()
        self.session.add(RevisionRow(job_id=row.id, number=1, parent=None, document=document, note=note))
        self.session.flush()
        self.session.refresh(row)
        return self._held(row)

    def get(self, key: str) -> Held:
        return self._held(self._row(key))

    def save(self, key: str, base: int, document: dict[str, Any], note: str) -> Held:
        """Raises `Stale` when the job no longer stands at `base`."""
        row = self._row(key, lock=True)
        self._not_stale(row, base)
        newest = self.session.scalar(select(func.max(RevisionRow.number)).where(RevisionRow.job_id == key)) or 0
        self.session.add(
            RevisionRow(job_id=key, number=newest + 1, parent=row.current, document=document, note=note[:200])
        )
        return self._move(row, newest + 1, document)

    def undo(self, key: str, base: int) -> Held:
        """Back to the revision this one was made from; nothing happens at the first."""
        row = self._row(key, lock=True)
        self._not_stale(row, base)
        parent = self._revision(key, row.current).parent
        return self._held(row) if parent is None else self._go(row, parent)

    def redo(self, key: str, base: int) -> Held:
        """Forward to the newest revision made from this one; nothing happens at the last."""
        row = self._row(key, lock=True)
        self._not_stale(row, base)
        child = self._newest_child(row)
        return self._held(row) if child is None else self._go(row, child)

    def set_archived(self, key: str, archived: bool) -> Held:
        row = self._row(key, lock=True)
        row.archived = archived
        self.session.flush()
        return self._held(row)

    def history(self, key: str) -> list[Revision]:
        row = self._row(key)
        return [
            Revision(r.number, r.parent, r.note, r.made_at.isoformat(), r.number == row.current)
            for r in reversed(row.revisions)
        ]

    def document(self, key: str, number: int) -> dict[str, Any]:
        return upgraded(self._revision(key, number).document)

    def _row(self, key: str, lock: bool = False) -> JobRow:
        if not kept(key):
            raise NoSuchJob("There is no such job")
        query = select(JobRow).where(JobRow.id == key)
        row = self.session.scalar(query.with_for_update() if lock else query)
        if row is None:
            raise NoSuchJob(f"There is no job “{key}”")
        return row

    def _revision(self, key: str, number: int) -> RevisionRow:
        row = self.session.get(RevisionRow, (key, number)) if kept(key) and 0 < number <= HIGHEST else None
        if row is None:
            raise NoSuchJob(f"The job has no revision {number}")
        return row

    def _not_stale(self, row: JobRow, base: int) -> None:
        if row.current != base:
            raise Stale(row.current, upgraded(self._revision(row.id, row.current).document))

    def _newest_child(self, row: JobRow) -> int | None:
        query = select(func.max(RevisionRow.number)).where(
            RevisionRow.job_id == row.id, RevisionRow.parent == row.current
        )
        return self.session.scalar(query)

    def _go(self, row: JobRow, number: int) -> Held:
        return self._move(row, number, self._revision(row.id, number).document)

    def _move(self, row: JobRow, number: int, document: dict[str, Any]) -> Held:
        row.current, row.name, row.changed_at = number, document["name"], func.now()
        row.card, row.unread = summed_up(document)
        self.session.flush()
        self.session.refresh(row)
        return self._held(row)

    def _held(self, row: JobRow) -> Held:
        revision = self._revision(row.id, row.current)
        return Held(
            id=row.id,
            name=row.name,
            archived=row.archived,
            revision=row.current,
            document=upgraded(revision.document),
            changed_at=row.changed_at.isoformat(),
            can_undo=revision.parent is not None,
            can_redo=self._newest_child(row) is not None,
            site=row.site_id,
        )
