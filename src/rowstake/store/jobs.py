"""The repository of jobs. Writes carry the revision they were made on; a stale one is refused, never lost."""

from __future__ import annotations

import uuid
from dataclasses import dataclass
from typing import Any

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from rowstake.store.models import JobRow, RevisionRow


class NoSuchJob(LookupError):
    """There is no job, or no revision, of that name."""


class Stale(Exception):
    """Somebody else wrote in between. `theirs` is the document as it stands now, at `revision`."""

    def __init__(self, revision: int, theirs: dict[str, Any]) -> None:
        super().__init__(f"the job stands at revision {revision}")
        self.revision, self.theirs = revision, theirs


@dataclass(frozen=True, slots=True)
class Held:
    """A job as it stands: its document, its revision, and whether there is something to undo or redo."""

    id: str
    name: str
    archived: bool
    revision: int
    document: dict[str, Any]
    changed_at: str
    can_undo: bool
    can_redo: bool


@dataclass(frozen=True, slots=True)
class Revision:
    number: int
    parent: int | None
    note: str
    made_at: str
    current: bool


class Jobs:
    """All that can be done with jobs in one transaction; the caller commits."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def every(self, archived: bool = False) -> list[Held]:
        query = select(JobRow).where(JobRow.archived == archived).order_by(JobRow.changed_at.desc(), JobRow.name)
        return [self._held(row) for row in self.session.scalars(query)]

    def add(self, document: dict[str, Any], note: str) -> Held:
        row = JobRow(id=str(uuid.uuid4()), name=document["name"], current=1, archived=False)
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
        return self._move(row, newest + 1, document["name"])

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
        return self._revision(key, number).document

    def _row(self, key: str, lock: bool = False) -> JobRow:
        query = select(JobRow).where(JobRow.id == key)
        row = self.session.scalar(query.with_for_update() if lock else query)
        if row is None:
            raise NoSuchJob(f"There is no job “{key}”")
        return row

    def _revision(self, key: str, number: int) -> RevisionRow:
        row = self.session.get(RevisionRow, (key, number))
        if row is None:
            raise NoSuchJob(f"The job has no revision {number}")
        return row

    def _not_stale(self, row: JobRow, base: int) -> None:
        if row.current != base:
            raise Stale(row.current, self._revision(row.id, row.current).document)

    def _newest_child(self, row: JobRow) -> int | None:
        query = select(func.max(RevisionRow.number)).where(
            RevisionRow.job_id == row.id, RevisionRow.parent == row.current
        )
        return self.session.scalar(query)

    def _go(self, row: JobRow, number: int) -> Held:
        return self._move(row, number, self._revision(row.id, number).document["name"])

    def _move(self, row: JobRow, number: int, name: str) -> Held:
        row.current, row.name, row.changed_at = number, name, func.now()
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
            document=revision.document,
            changed_at=row.changed_at.isoformat(),
            can_undo=revision.parent is not None,
            can_redo=self._newest_child(row) is not None,
        )
