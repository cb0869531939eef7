"""Tasks placed on days: working hours, holidays, days lost, waits, the crew; the longest chain, and what may start now."""

from __future__ import annotations

import datetime
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace

from rowstake.core.calendar.tasks import After, Task
from rowstake.core.calendar.weather import Weather
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import refuse
from rowstake.core.job.terms import Calendar

MOST_DAYS = 3000
WEEK = ("mon", "tue", "wed", "thu", "fri", "sat", "sun")
DAY, HOUR = datetime.timedelta(days=1), datetime.timedelta(hours=1)


@dataclass(frozen=True, slots=True)
class Placed:
    """A task on the calendar. `lost` are days it could not be worked on, and why; `waited_for` what it waited for last, and how long;
    `chain` whether the end of the job waits for it. `done` is set where it is."""

    task: Task
    job: str
    start: datetime.datetime
    end: datetime.datetime
    days: tuple[datetime.date, ...]
    lost: tuple[tuple[datetime.date, str], ...] = ()
    waited_for: After | None = None
    chain: bool = False
    done: bool = False

    @property
    def key(self) -> str:
        return f"{self.job}/{self.task.id}"


@dataclass(frozen=True, slots=True)
class CrewTime:
    """The working time of one crew: its days and hours, what is kept free, and the weather it works in."""

    terms: Calendar
    weather: Weather

    @property
    def opens(self) -> datetime.timedelta:
        return CATALOGUE.calendar.hour * HOUR

    def open(self, day: datetime.date) -> bool:
        return WEEK[day.weekday()] in self.terms.days and day not in self.terms.holidays

    def morning(self, day: datetime.date) -> datetime.datetime:
        return datetime.datetime.combine(day, datetime.time()) + self.opens

    def next(self, at: datetime.datetime) -> datetime.datetime:
        """The first moment of working time at or after one."""
        for day in _days(at.date()):
            if not self.open(day):
                continue
            begin, end = self.morning(day), self.morning(day) + self.terms.hours * HOUR
            if at < end - datetime.timedelta(seconds=1):
                return max(at, begin)
        raise _never(at)

    def later(self, at: datetime.datetime, days: int) -> datetime.datetime:
        """The morning of the working day so many after this one."""
        left = days
        for day in _days(at.date()):
            if self.open(day):
                if left <= 0:
                    return self.next(max(at, self.morning(day))) if days == 0 else self.morning(day)
                left -= 1
        raise _never(at)

    def stops(self, day: datetime.date, work: str) -> str:
        return "lost" if day in self.terms.lost else self.weather.stops(day, work)

    def worked(
        self, at: datetime.datetime, hours: float, work: str
    ) -> tuple[datetime.datetime, datetime.datetime, tuple[datetime.date, ...], tuple[tuple[datetime.date, str], ...]]:
        """(start, end, days, days lost) of so many hours from a moment on."""
        lost, days, start, left = list[tuple[datetime.date, str]](), list[datetime.date](), None, hours
        at = self.next(at)
        for _ in range(MOST_DAYS):
            if why := self.stops(at.date(), work):
                lost.append((at.date(), why))
                at = self.next(self.morning(at.date()) + DAY)
                continue
            start = start or at
            days.append(at.date())
            close = self.morning(at.date()) + self.terms.hours * HOUR
            here = min(left, (close - at) / HOUR)
            left -= here
            at += here * HOUR
            if left <= 1e-6:
                return start, at, tuple(days), tuple(lost)
            at = self.next(at)
        raise _never(at)


def _days(first: datetime.date) -> Iterator[datetime.date]:
    day = first
    for _ in range(MOST_DAYS):
        yield day
        day += DAY


def _never(at: datetime.datetime) -> Exception:
    return refuse(
        "terms.calendar", f"{at:%d %B %Y}", f"days to work on within {MOST_DAYS} days", "The work finds no day"
    )


@dataclass(frozen=True, slots=True)
class Own:
    """One job on the calendar: its tasks, its crew, how many they are, and when it may begin."""

    key: str
    tasks: Sequence[Task]
    working: CrewTime
    people: int
    start: datetime.date
    crew: str = ""


@dataclass(slots=True)
class _Table:
    placed: dict[str, Placed] = field(default_factory=dict)
    free: dict[str, datetime.datetime] = field(default_factory=dict)


def placed(jobs: Sequence[Own]) -> list[Placed]:
    """Every task of every job as early as it can be, in the order of the jobs; a crew does one thing at a time. Raises `JobFault` where no
    day is found."""
    table = _Table()
    for job in jobs:
        for task in job.tasks:
            made = _place(job, task, table)
            table.placed[made.key] = made
            if task.kind == "work":
                table.free[job.crew] = made.end
    return _chained(list(table.placed.values()))


def _place(job: Own, task: Task, table: _Table) -> Placed:
    working, terms = job.working, job.working.terms
    begin, waited = working.next(working.morning(job.start)), None
    if (day := terms.done.get(task.id)) is not None:
        at = working.morning(day)
        return Placed(task, job.key, at, at + terms.hours * HOUR, (day,), done=True)
    for after in task.after:
        if (before := table.placed.get(f"{job.key}/{after.id}")) is None:
            continue
        ready = _ready(working, before.end, after)
        if ready > begin or waited is None:
            begin, waited = max(begin, ready), after if ready >= begin else waited
    if task.kind == "work":
        free = table.free.get(job.crew)
        if free is not None and free > begin:
            begin, waited = free, None
        start, end, days, lost = working.worked(begin, task.hours / job.people, task.weather)
        return Placed(task, job.key, start, end, days, lost, waited)
    at = begin if task.kind == "look" else working.next(begin)
    return Placed(task, job.key, at, at, (at.date(),), (), waited)


def _ready(working: CrewTime, end: datetime.datetime, after: After) -> datetime.datetime:
    if after.days:
        return working.later(end, after.days)
    hours = working.weather.sets_after_h(after.wait_h, end) if after.sets else after.wait_h
    return end + hours * HOUR


def _chained(every: list[Placed]) -> list[Placed]:
    """What the last work of each job waited for, back to its beginning."""
    on = set()
    for job in {p.job for p in every}:
        own = {p.task.id: p for p in every if p.job == job}
        work = [p for p in own.values() if p.task.kind == "work"]
        at = max(work, key=lambda p: p.end, default=None)
        for _ in range(len(every)):
            if at is None:
                break
            on.add(at.key)
            before = own.get(at.waited_for.id) if at.waited_for else None
            if before is None:  # it waited for the crew alone: for what that did last
                before = max((p for p in work if p.end <= at.start and p is not at), key=lambda p: p.end, default=None)
            at = before
    return [replace(p, chain=p.key in on) for p in every]
