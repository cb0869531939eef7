"""What a job was costed at against what it took: by the parts of its cost, with where it ran over."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from typing import Annotated, Literal

from pydantic import Field

from rowstake.core.cost.costing import NAMES, Costing
from rowstake.core.cost.money import ZERO, Purse
from rowstake.core.job.block import Block

Section = Literal["goods", "work", "hire", "away", "brought"]


class Entry(Block):
    """A receipt, or hours that were worked; what the hours cost may be left to the rate of the books."""

    day: datetime.date
    section: Section
    words: Annotated[str, Field(min_length=1, max_length=200)]
    amount: Annotated[Decimal, Field(ge=-1_000_000, le=1_000_000, max_digits=12, decimal_places=4)] = ZERO
    hours: Annotated[float, Field(ge=0, le=10_000)] | None = None


@dataclass(frozen=True, slots=True)
class Against:
    """One part of the cost: planned and taken, in words; `over` says by how much it ran over, `why` what the entries say of it."""

    key: str
    name: str
    planned: str
    taken: str
    difference: str
    over: bool
    hours: str
    why: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class AgainstTold:
    rows: tuple[Against, ...]
    planned: str
    taken: str
    difference: str
    over: bool


def hour_rate(made: Costing) -> Decimal | None:
    """What an hour costs by the books; None where they do not say."""
    return next((line.each for line in made.lines if line.key.startswith("labour") and line.each is not None), None)


def against(made: Costing, entries: Sequence[Entry]) -> AgainstTold:
    """Planned against taken. Hours without an amount cost what the books say of an hour; where they do not, they are in no total."""
    purse, rate, rows = Purse(made.currency), hour_rate(made), []
    taken_all = planned_all = ZERO
    for key, name in NAMES.items():
        own = [e for e in entries if e.section == key]
        planned = made.subtotal(key)
        taken = sum((_cost(e, rate, purse) for e in own), ZERO)
        if not own and not planned:
            continue
        planned_all, taken_all = planned_all + planned, taken_all + taken
        by = taken - planned
        hours = ""
        if key == "work":
            wanted, spent = (
                sum(float(line.count) for line in made.lines if line.section == "work"),
                sum(e.hours or 0.0 for e in own),
            )
            hours = f"{wanted:.1f} h planned, {spent:.1f} h worked"
        largest = sorted(own, key=lambda e: -_cost(e, rate, purse))[:3]
        why = tuple(f"{e.words}, {purse.told(_cost(e, rate, purse))}" for e in largest) if by > 0 else ()
        rows.append(
            Against(
                key,
                name,
                purse.told(planned),
                purse.told(taken),
                _by(by, purse) if own else "nothing yet",
                by > 0,
                hours,
                why,
            )
        )
    by = taken_all - planned_all
    return AgainstTold(tuple(rows), purse.told(planned_all), purse.told(taken_all), _by(by, purse), by > 0)


def _cost(entry: Entry, rate: Decimal | None, purse: Purse) -> Decimal:
    if entry.amount or entry.hours is None or rate is None:
        return entry.amount
    return purse.rounded(rate * Decimal(str(entry.hours)))


def _by(by: Decimal, purse: Purse) -> str:
    return "as planned" if not by else f"{purse.told(abs(by))} {'over' if by > 0 else 'under'}"
