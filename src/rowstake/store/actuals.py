"""The repository of receipts and hours of jobs."""

from __future__ import annotations

import uuid
from dataclasses import dataclass

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from rowstake.core.cost.actual import Entry
from rowstake.core.faults import refuse
from rowstake.core.text import kept
from rowstake.store.jobs import NoSuchJob
from rowstake.store.models import ActualRow

MOST = 5000


@dataclass(frozen=True, slots=True)
class EntryHeld:
    id: str
    entry: Entry


class Actuals:
    """All that can be done with them in one transaction; the caller commits."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def of(self, job: str) -> list[EntryHeld]:
        """By day."""
        query = select(ActualRow).where(ActualRow.job_id == job).order_by(ActualRow.day, ActualRow.place).limit(MOST)
        return [
            EntryHeld(
                r.id,
                Entry.model_validate(
                    {"day": r.day, "section": r.section, "words": r.words, "amount": r.amount, "hours": r.hours}
                ),
            )
            for r in self.session.scalars(query)
        ]

    def add(self, job: str, entries: list[Entry]) -> None:
        """Raises `JobFault` where a job has very many already."""
        many = self.session.scalar(select(func.count()).select_from(ActualRow).where(ActualRow.job_id == job)) or 0
        if many + len(entries) > MOST:
            raise refuse("entries", many + len(entries), f"at most {MOST}", "That is more than one job keeps")
        for n, e in enumerate(entries, many + 1):
            self.session.add(
                ActualRow(
                    id=str(uuid.uuid4()),
                    place=n,
                    job_id=job,
                    day=e.day,
                    section=e.section,
                    words=e.words,
                    amount=e.amount,
                    hours=e.hours,
                )
            )
        self.session.flush()

    def remove(self, job: str, key: str) -> None:
        row = self.session.get(ActualRow, key) if kept(key) else None
        if row is None or row.job_id != job:
            raise NoSuchJob("There is no such receipt")
        self.session.delete(row)
        self.session.flush()
