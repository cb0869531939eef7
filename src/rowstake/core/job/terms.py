"""The terms of a job: whose prices, what is put on top of them, and how the days are counted."""

from __future__ import annotations

import datetime
from typing import Annotated, Literal

from pydantic import AfterValidator, Field

from rowstake.core.job.block import Block

Percent = Annotated[float, Field(ge=0, le=100)]
Words = Annotated[str, Field(max_length=2000)]


class Payment(Block):
    """One stage of payment: when, and what share of the price."""

    when: Annotated[str, Field(min_length=1, max_length=120)]
    pct: Annotated[float, Field(gt=0, le=100)]


def _whole(stages: tuple[Payment, ...]) -> tuple[Payment, ...]:
    total = sum(stage.pct for stage in stages)
    if stages and abs(total - 100) > 0.005:
        raise ValueError(f"stages that come to 100 % together, not {total:g} %")
    return stages


class Quote(Block):
    """What a quotation says beside its price. `options` offers the job's variants with their differences."""

    words: Words = ""
    exclusions: Annotated[tuple[Annotated[str, Field(min_length=1, max_length=200)], ...], Field(max_length=20)] = (
        "rock, roots and old foundations in the holes", "moving of services", "permits and surveys",
    )  # fmt: skip
    valid_days: Annotated[int, Field(ge=1, le=365)] = 30
    payments: Annotated[tuple[Payment, ...], Field(max_length=10), AfterValidator(_whole)] = ()
    options: bool = True


class Calendar(Block):
    """When work begins, on which days of the week and for how long, what is kept free, and how long things take to come."""

    start: datetime.date | None = None
    days: Annotated[tuple[Literal["mon", "tue", "wed", "thu", "fri", "sat", "sun"], ...], Field(min_length=1, max_length=7)] = (
        "mon", "tue", "wed", "thu", "fri",
    )  # fmt: skip
    hours: Annotated[float, Field(ge=1, le=16)] = 8
    holidays: Annotated[tuple[datetime.date, ...], Field(max_length=200)] = ()
    locate_days: Annotated[int, Field(ge=0, le=60)] = 5
    """Working days that the locating of services is asked for ahead."""
    delivery_days: Annotated[int, Field(ge=0, le=200)] = 3
    """Working days from an order to its delivery."""
    inspection_days: Annotated[int, Field(ge=0, le=60)] | None = None
    """Working days that an inspection of the open holes is asked for ahead; None where none is asked for."""
    place: Annotated[str, Field(max_length=60)] = ""
    """Whose weather: a place that site conditions are told of; the usual months of the climate where none is named."""
    crew: Annotated[str, Field(max_length=60)] = ""
    """Who does it, where a site has several crews: one does one thing at a time, whatever job it is of."""
    lost: Annotated[tuple[datetime.date, ...], Field(max_length=200)] = ()
    """Days that were lost to rain, frost or wind."""
    done: Annotated[dict[Annotated[str, Field(max_length=40)], datetime.date], Field(max_length=60)] = {}
    """Tasks that are done, and the day they were."""


class Terms(Block):
    """`books` are the ids of the books of prices in use. Percentages stand on what is under them: contingency on what the work
    costs, overhead on both, profit on all three, tax on the whole. `pace_pct`: the crew's hours, of the usual ones."""

    books: Annotated[tuple[Annotated[str, Field(min_length=1, max_length=60)], ...], Field(max_length=6)] = ()
    suppliers: Annotated[tuple[Annotated[str, Field(min_length=1, max_length=120)], ...], Field(max_length=10)] = ()
    """Whose goods are bought; all of them where none is named, each line where it costs least."""
    rack: bool = True
    """Timber is cut from the rack of offcuts first."""
    pace_pct: Annotated[float, Field(ge=25, le=400)] = 100
    contingency_pct: Percent = 5
    overhead_pct: Percent = 10
    profit_pct: Percent = 10
    tax_pct: Percent | None = None
    """None takes the region's, where it has one."""
    reduced_tax_pct: Percent = 0
    deliveries: Annotated[int, Field(ge=0, le=20)] = 2
    """From every supplier that anything is bought from."""
    travel_km: Annotated[float, Field(ge=0, le=2000)] = 0
    """There and back, for a day of work."""
    auger: bool = True
    """Hired for the holes, where there are more than a few."""
    saw: bool = False
    """Hired for the days on which timber is cut."""
    skip_size_m3: Annotated[float, Field(ge=0.5, le=40)] | None = None
    """A skip of this size stands from the first day to the last; None has spoil and offcuts taken away by their volume."""
    quote: Quote = Quote()
    calendar: Calendar = Calendar()
