"""The repository of quotations: what was offered, with the prices of its day. None is ever changed."""

from __future__ import annotations

from typing import Any

from pydantic import TypeAdapter
from sqlalchemy import func, select
from sqlalchemy.orm import Session

from rowstake.core.quotation import Quotation
from rowstake.store.jobs import HIGHEST, NoSuchJob
from rowstake.store.models import JobRow, QuotationRow

GIVEN = TypeAdapter(Quotation)


class Quotations:
    """All that can be done with quotations in one transaction; the caller commits."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def add(self, job: str, revision: int, made: Quotation) -> int:
        """Keeps a quotation of a revision of a job; its number."""
        self.session.scalar(
            select(JobRow.id).where(JobRow.id == job).with_for_update()
        )  # one at a time: no number twice
        last = self.session.scalar(select(func.max(QuotationRow.number)).where(QuotationRow.job_id == job)) or 0
        content: dict[str, Any] = GIVEN.dump_python(made, mode="json")
        self.session.add(QuotationRow(job_id=job, number=last + 1, revision=revision, content=content))
        self.session.flush()
        return last + 1

    def of(self, job: str) -> list[tuple[int, int, Quotation]]:
        """(number, revision, quotation) of each of a job, the newest first."""
        query = select(QuotationRow).where(QuotationRow.job_id == job).order_by(QuotationRow.number.desc()).limit(100)
        return [(row.number, row.revision, GIVEN.validate_python(row.content)) for row in self.session.scalars(query)]

    def get(self, job: str, number: int) -> tuple[int, Quotation]:
        """(revision, quotation)."""
        row = self.session.get(QuotationRow, (job, number)) if 0 < number <= HIGHEST else None
        if row is None:
            raise NoSuchJob(f"The job has no quotation {number}")
        return row.revision, GIVEN.validate_python(row.content)
