"""The rack: offcuts that were kept, offered to every later cut until a job uses them up."""

from __future__ import annotations

import uuid
from dataclasses import dataclass

from sqlalchemy import and_, func, or_, select
from sqlalchemy.orm import Session

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.takeoff.on_sale import Racked
from rowstake.core.text import kept
from rowstake.store.jobs import NoSuchJob
from rowstake.store.models import JobRow, OffcutRow

MOST = 2000
LONGEST_MM = 20_000.0
RACK_LOCK = 7201


@dataclass(frozen=True, slots=True)
class OffcutHeld:
    """`told` is its length in the units of the region it is sold in. `used_by` is the job that used it up; empty while it lies there."""

    id: str
    section: str
    name: str
    length_mm: float
    told: str
    label: str
    job: str
    job_id: str
    used_by: str


class Rack:
    """All that can be done with the rack in one transaction; the caller commits."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def listed(self) -> list[OffcutHeld]:
        """What lies there, by section, the longest first; then what was used last."""
        order = (OffcutRow.used_by.is_not(None), OffcutRow.section, OffcutRow.length_mm.desc())
        rows = list(self.session.scalars(select(OffcutRow).order_by(*order).limit(MOST)))
        keys = {key for row in rows for key in (row.job_id, row.used_by) if key}
        names = (
            {row.id: row.name for row in self.session.scalars(select(JobRow).where(JobRow.id.in_(keys)))}
            if keys
            else {}
        )
        return [
            OffcutHeld(r.id, r.section, _name(r.section), r.length_mm, _told(r.section, r.length_mm), r.label, names.get(r.job_id or "", ""), r.job_id or "", names.get(r.used_by or "", ""))
            for r in rows
        ]  # fmt: skip

    def add(self, section: str, length_mm: float, job: str | None = None) -> OffcutHeld:
        """Keeps an offcut under the next free label of the rack. Raises `JobFault` for a section that is not known, or no length."""
        if section not in CATALOGUE.sections:
            raise refuse("section", section, "a section of the catalogue", "There is no such section")
        if not 0 < length_mm <= LONGEST_MM:
            raise refuse(
                "length_mm",
                f"{length_mm:g} mm",
                f"more than 0 mm, at most {LONGEST_MM:g} mm",
                "That is no length of an offcut",
            )
        self.session.execute(select(func.pg_advisory_xact_lock(RACK_LOCK)))  # one at a time: no label twice
        labels = list(self.session.scalars(select(OffcutRow.label)))
        if len(labels) >= MOST:
            raise refuse("rack", len(labels), f"at most {MOST} offcuts", "The rack is full")
        label = f"R{max((int(x[1:]) for x in labels), default=0) + 1}"
        row = OffcutRow(id=str(uuid.uuid4()), section=section, length_mm=length_mm, label=label, job_id=job)
        self.session.add(row)
        self.session.flush()
        return OffcutHeld(
            row.id, section, _name(section), length_mm, _told(section, length_mm), label, "", job or "", ""
        )

    def use(self, key: str, job: str | None) -> None:
        """Marks an offcut as used up by a job; with None it lies there again."""
        row = self._row(key)
        row.used_by = job
        self.session.flush()

    def remove(self, key: str) -> None:
        self.session.delete(self._row(key))
        self.session.flush()

    def offered(self, job: str | None) -> tuple[Racked, ...]:
        """What a job may be cut from: all that lies there and what it uses already, but what is left of itself: its own plan cuts that
        from what it buys."""
        query = select(OffcutRow).where(OffcutRow.used_by.is_(None))
        if job:
            others = or_(OffcutRow.job_id.is_(None), OffcutRow.job_id != job)
            query = select(OffcutRow).where(or_(OffcutRow.used_by == job, and_(OffcutRow.used_by.is_(None), others)))
        rows = self.session.scalars(query.order_by(OffcutRow.id).limit(MOST))
        return tuple(Racked(row.section, row.length_mm, row.label) for row in rows)

    def _row(self, key: str) -> OffcutRow:
        row = self.session.get(OffcutRow, key) if kept(key) else None
        if row is None:
            raise NoSuchJob("There is no such offcut")
        return row


def _told(section: str, mm: float) -> str:
    found = CATALOGUE.sections.get(section)
    return Printer(CATALOGUE.regions[found.region].units if found else "mm").length(mm)


def _name(section: str) -> str:
    found = CATALOGUE.sections.get(section)
    return found.name if found else section
