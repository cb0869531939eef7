"""What every export format is: which documents it makes of a plan, and how it writes one."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Literal

from rowstake.core.calendar.weather import DayWeather
from rowstake.core.cost.book import Prices
from rowstake.core.plan import AnyPlan
from rowstake.core.record import Record
from rowstake.core.takeoff.on_sale import Racked


@dataclass(frozen=True, slots=True)
class Issue:
    """What a sheet is stamped with: its day, and the revision of the saved job it was made from (None: not saved)."""

    day: datetime.date
    revision: int | None = None
    prices: Prices | None = None
    """Of the books in use; None where there are none."""
    key: str = ""
    """What the job is known by, whatever it is called: its id where it is saved."""
    link: str = ""
    """Where its page for the site is; empty where it is at no address."""
    customer: str = ""
    address: str = ""
    forecast: Mapping[datetime.date, DayWeather] = field(default_factory=dict)
    rack: tuple[Racked, ...] = ()
    record: Record = field(default_factory=Record)
    """What was measured, cut and looked at on site."""
    photos: Mapping[str, str] = field(default_factory=dict)
    """Small pictures as data addresses, by id."""
    built: bool = False
    """Whether it is of the job as it stands, by its record, not as it was drawn."""

    @property
    def words(self) -> str:
        saved = "not saved" if self.revision is None else f"revision {self.revision}"
        return f"{saved}{', as built' if self.built else ''}, {self.day:%d %B %Y}"


@dataclass(frozen=True, slots=True)
class Format:
    """`group` is what it is taken away for; `documents` maps the key of each document to its name; `write` gives its bytes."""

    id: str
    group: Literal["print", "lists", "drawings", "job"]
    name: str
    media: str
    suffix: str
    documents: Callable[[AnyPlan], dict[str, str]]
    write: Callable[[AnyPlan, str, Issue], bytes]
    proven: bool = False
    """Whether its lists are proven before they are written, and follow the books in use."""
    priced: bool = False
    """Whether it takes prices: there is none of a job without books."""
    logged: bool = False
    """Whether it is of the record: there is none of a job that nothing was entered for."""
