"""The repository of records: entries are added once, in one order a job, and never changed; their pictures beside them."""

from __future__ import annotations

import base64
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from rowstake.core.faults import JobFault, refuse
from rowstake.core.record import Record, read_entry
from rowstake.core.record.entry import MOST_ENTRIES, write_entry
from rowstake.core.text import kept
from rowstake.store.jobs import NoSuchJob
from rowstake.store.models import EntryRow, JobRow, PhotoRow
from rowstake.store.pictures import Picture

MOST_PHOTOS = 500


@dataclass(frozen=True, slots=True)
class Since:
    """Entries that came after a number, and the number of the last."""

    entries: list[dict[str, Any]]
    last: int


class Records:
    """All that can be done with records in one transaction; the caller commits."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def of(self, job: str) -> Record:
        """The whole record of a job."""
        return Record(_read(row.body) for row in self._rows(job, 0))

    def since(self, job: str, after: int) -> Since:
        rows = list(self._rows(job, after))
        return Since([row.body for row in rows], rows[-1].number if rows else after)

    def begin(self, job: str) -> tuple[Record, set[str]]:
        """The record as it stands and its ids, with nobody else adding to it until this transaction is over. Raises `NoSuchJob`."""
        if not kept(job) or self.session.get(JobRow, job) is None:
            raise NoSuchJob("There is no such job")
        self.session.execute(select(func.pg_advisory_xact_lock(func.hashtext(job))))
        record = self.of(job)
        return record, {entry.id for entry in record.entries}

    def add(self, job: str, entry: Any) -> None:
        """One more, within what `begin` began. Raises `JobFault` where the record is full."""
        last = self.session.scalar(select(func.max(EntryRow.number)).where(EntryRow.job_id == job)) or 0
        if last >= MOST_ENTRIES:
            raise refuse("entries", last + 1, f"at most {MOST_ENTRIES}", "The record of this job is full")
        self.session.add(EntryRow(job_id=job, id=entry.id, number=last + 1, body=write_entry(entry)))
        self.session.flush()

    def _rows(self, job: str, after: int) -> Iterable[EntryRow]:
        query = select(EntryRow).where(EntryRow.job_id == job, EntryRow.number > after).order_by(EntryRow.number)
        return self.session.scalars(query)

    def add_photo(self, job: str, id: str, picture: Picture) -> None:
        """Keeps a picture; one that is there already stays. Raises `NoSuchJob`, or `JobFault` where there are too many."""
        if not kept(job) or self.session.get(JobRow, job) is None:
            raise NoSuchJob("There is no such job")
        if self.session.get(PhotoRow, (job, id)) is not None:
            return
        count = self.session.scalar(select(func.count()).where(PhotoRow.job_id == job)) or 0
        if count >= MOST_PHOTOS:
            raise refuse("photos", count + 1, f"at most {MOST_PHOTOS}", "There are too many pictures of this job")
        self.session.add(PhotoRow(job_id=job, id=id, picture=picture.large, small=picture.small))
        self.session.flush()

    def photo(self, job: str, id: str, small: bool) -> bytes:
        """A JPEG. Raises `NoSuchJob` for one that is not there."""
        row = self.session.get(PhotoRow, (job, id)) if kept(job + id) else None
        if row is None:
            raise NoSuchJob("There is no such picture")
        return row.small if small else row.picture

    def small_addresses(self, job: str) -> dict[str, str]:
        """The small pictures of a job by id, as data addresses for paper."""
        rows = self.session.execute(select(PhotoRow.id, PhotoRow.small).where(PhotoRow.job_id == job))
        return {id: f"data:image/jpeg;base64,{base64.b64encode(small).decode()}" for id, small in rows}


def _read(body: dict[str, Any]) -> Any:
    """What is kept is read as it was; an entry of a kind that this Row Stake does not know is a fault of its own."""
    try:
        return read_entry(body)
    except JobFault as fault:
        raise refuse(
            "entries", body.get("id", ""), "entries that this Row Stake knows", f"An entry cannot be read: {fault}"
        ) from None
