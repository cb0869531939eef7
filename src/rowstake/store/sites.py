"""The repository of sites. A write carries the version it was made on; a stale one is refused."""

from __future__ import annotations

import uuid
from dataclasses import dataclass
from typing import Any

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from rowstake.core.text import kept
from rowstake.store.jobs import NoSuchJob, Stale
from rowstake.store.models import JobRow, SiteRow

MOST, MOST_JOBS = 1000, 40
"""Sites that a list shows, and jobs that stand on one."""


class InUse(Exception):
    """A site that has jobs is not taken away, and one that is full takes no more."""


@dataclass(frozen=True, slots=True)
class SiteHeld:
    id: str
    name: str
    customer: str
    address: str
    notes: str
    version: int
    jobs: int


class Sites:
    """All that can be done with sites in one transaction; the caller commits."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def listed(self) -> list[SiteHeld]:
        """Every site by name, with how many jobs it has."""
        count = select(JobRow.site_id, func.count().label("n")).group_by(JobRow.site_id).subquery()
        query = select(SiteRow, func.coalesce(count.c.n, 0)).outerjoin(count, count.c.site_id == SiteRow.id)
        found = self.session.execute(query.order_by(func.lower(SiteRow.name), SiteRow.created_at).limit(MOST))
        return [_site(row, n) for row, n in found]

    def add(self, told: dict[str, str]) -> SiteHeld:
        row = SiteRow(id=str(uuid.uuid4()), version=1, **told)
        self.session.add(row)
        self.session.flush()
        return _site(row, 0)

    def get(self, key: str) -> SiteHeld:
        return self._held(self._row(key))

    def save(self, key: str, version: int, told: dict[str, str]) -> SiteHeld:
        """Raises `Stale` when the site was changed since."""
        row = self._row(key, lock=True)
        if row.version != version:
            theirs: dict[str, Any] = {name: getattr(row, name) for name in told}
            raise Stale(row.version, theirs, "site")
        for name, value in told.items():
            setattr(row, name, value)
        row.version += 1
        self.session.flush()
        return self._held(row)

    def remove(self, key: str) -> None:
        """Raises `InUse` while jobs stand on it."""
        row = self._row(key, lock=True)
        if n := self._held(row).jobs:
            raise InUse(f"{n} job{'s stand' if n > 1 else ' stands'} on it: move them to another site first")
        self.session.delete(row)
        self.session.flush()

    def place(self, job: str, site: str | None) -> None:
        """Puts a job on a site, or on none; the job itself is not changed."""
        row = self.session.get(JobRow, job) if kept(job) else None
        if row is None:
            raise NoSuchJob(f"There is no job “{job}”")
        row.site_id = None if site is None else self.open_to_more(site)
        self.session.flush()

    def open_to_more(self, key: str) -> str:
        """The id of a site that a job may still be put on. Raises `NoSuchJob` or `InUse`."""
        site = self.get(key)
        if site.jobs >= MOST_JOBS:
            raise InUse(f"{site.name} has {site.jobs} jobs; a site takes at most {MOST_JOBS}")
        return site.id

    def jobs_of(self, key: str) -> list[str]:
        """The jobs of a site, the oldest first, those put away behind the others."""
        self._row(key)
        query = select(JobRow.id).where(JobRow.site_id == key)
        return list(
            self.session.scalars(query.order_by(JobRow.archived, JobRow.created_at, JobRow.name).limit(MOST_JOBS))
        )

    def _row(self, key: str, lock: bool = False) -> SiteRow:
        query = select(SiteRow).where(SiteRow.id == key)
        row = self.session.scalar(query.with_for_update() if lock else query) if kept(key) else None
        if row is None:
            raise NoSuchJob("There is no such site")
        return row

    def _held(self, row: SiteRow) -> SiteHeld:
        n = self.session.scalar(select(func.count()).select_from(JobRow).where(JobRow.site_id == row.id)) or 0
        return _site(row, n)


def _site(row: SiteRow, jobs: int) -> SiteHeld:
    return SiteHeld(row.id, row.name, row.customer, row.address, row.notes, row.version, jobs)
