"""A job's own calendar, in words: the string of its days, what may start now, later visits, and a sheet for any day."""

from __future__ import annotations

import datetime
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from rowstake.core.calendar.placed import CrewTime, Own, Placed, placed
from rowstake.core.calendar.tasks import Task, tasks
from rowstake.core.calendar.weather import DayWeather, Weather
from rowstake.core.catalogue import CATALOGUE, pick
from rowstake.core.planned import AnyPlan


def own(
    plan: AnyPlan,
    key: str,
    today: datetime.date,
    forecast: Mapping[datetime.date, DayWeather] | None = None,
    leads: Mapping[int, int] | None = None,
) -> Own:
    """A job as the calendar places it; from today on where no start is told. `leads` are the days that suppliers take, by delivery."""
    job = plan.brief.job
    climate = pick(CATALOGUE.climates, job.site.climate or plan.brief.region.climate, "site.climate")
    working = CrewTime(job.terms.calendar, Weather(climate, forecast or {}, job.units == "ft-in"))
    return Own(
        key, tasks(plan, leads), working, job.site.crew, job.terms.calendar.start or today, job.terms.calendar.crew
    )


@dataclass(frozen=True, slots=True)
class DayRow:
    """A task in words. `when` is its days; `waits` what it waits for; `may_start`: everything before it is done, or planned to be."""

    id: str
    name: str
    kind: str
    stage: str
    start: datetime.date
    end: datetime.date
    days: tuple[datetime.date, ...]
    lost: tuple[tuple[datetime.date, str], ...]
    hours: str
    when: str
    waits: str
    words: str
    chain: bool
    done: bool
    may_start: bool


@dataclass(frozen=True, slots=True)
class DaysTold:
    """The calendar of a job. `first` and `last` bound its work; `note` says what the weather is known from."""

    first: datetime.date
    last: datetime.date
    total: str
    rows: tuple[DayRow, ...]
    forecast: dict[datetime.date, str]
    note: str


def told_day(day: datetime.date, year: int | None = None) -> str:
    """`Mon 14 Dec`, with its year where that is another one."""
    return f"{day:%a} {day.day} {day:%b}" + (f" {day.year}" if year and day.year != year else "")


def _when(p: Placed, year: int) -> str:
    first, last = told_day(p.days[0], year), told_day(p.days[-1], year)
    return first if first == last else f"{first} to {last}"


def _waits(p: Placed, named: Mapping[str, Task]) -> str:
    after = p.waited_for
    if after is None or after.id not in named:
        return ""
    name = named[after.id].name.lower()
    if after.days:
        return f"{after.days} working day{'s' * (after.days != 1)} after “{name}”: {after.why}"
    if after.wait_h:
        days = after.wait_h / 24
        long = f"{after.wait_h:g} hours" if days < 1 else f"{days:g} day{'s' * (days != 1)}"
        return f"{long} after “{name}”: {after.why}"
    return f"after “{name}”"


def days_told(every: Sequence[Placed], working: CrewTime, people: int, today: datetime.date) -> DaysTold:
    """A placed job in words. Raises `ValueError` for one without tasks."""
    named = {p.task.id: p.task for p in every}
    done = {p.task.id for p in every if p.done}
    work = [p for p in every if p.task.kind == "work"] or list(every)
    first, last = min(p.start for p in every).date(), max(p.end for p in work).date()
    rows = tuple(
        DayRow(
            p.task.id, p.task.name, p.task.kind, p.task.stage, p.days[0], p.days[-1], p.days, p.lost,
            f"{p.task.hours:.1f} h of one, {people} at work" if p.task.hours >= 0.05 else "", _when(p, today.year), _waits(p, named), p.task.words, p.chain, p.done,
            not p.done and p.start.date() <= today and all(a.id in done for a in p.task.after if a.id in named),
        )
        for p in every
    )  # fmt: skip
    forecast = {day: working.weather.sky(w) for day, w in working.weather.forecast.items() if first <= day <= last}
    note = (
        f"Forecast for {len(forecast)} of these days; for the others the usual months of a climate that is {working.weather.climate.name}."
        if forecast
        else f"No forecast: the usual months of a climate that is {working.weather.climate.name}; no day is taken as lost."
    )
    worked = len({day for p in work for day in p.days})
    total = f"{worked} day{'s' * (worked != 1)} of work, {told_day(work[0].start.date())} to {told_day(last)}"
    return DaysTold(first, last, total, rows, forecast, note)


def together(jobs: Mapping[str, Own], names: Mapping[str, str], today: datetime.date) -> DaysTold:
    """Several jobs on one string, by their letters: a crew goes from one to the other. Raises `ValueError` for none."""
    every = placed(list(jobs.values()))
    told = {
        letter: days_told([p for p in every if p.job == job.key], job.working, job.people, today)
        for letter, job in jobs.items()
    }
    rows = tuple(
        replace(
            row,
            id=f"{letter}-{row.id}",
            name=f"{letter} {row.name}",
            words=", ".join(x for x in (names[letter], row.words) if x),
        )
        for letter, own_ in told.items()
        for row in own_.rows
    )
    first, last = min(t.first for t in told.values()), max(t.last for t in told.values())
    forecast = {day: words for t in told.values() for day, words in t.forecast.items()}
    note = "A crew does one thing at a time, the jobs in the order in which they stand above."
    total = f"{len(told)} job{'s' * (len(told) != 1)}, {told_day(first, today.year)} to {told_day(last, today.year)}"
    return DaysTold(first, last, total, rows, forecast, note)
