"""A job today: who works on what, what comes, what the weather is, and what is open on site."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from dataclasses import dataclass

from rowstake.core.calendar.of_job import told_day
from rowstake.core.calendar.placed import Own, Placed
from rowstake.core.planned import AnyPlan
from rowstake.core.record.record import Record
from rowstake.core.site.steps import steps_told


@dataclass(frozen=True, slots=True)
class Today:
    """`does` are the tasks of the day, `next` what comes after them; `step` is the first that is not done and `looks` what is open before
    it; `noted` who noted something on this day."""

    who: str
    does: tuple[str, ...]
    brought: tuple[str, ...]
    next: str
    weather: str
    step: str
    looks: tuple[str, ...]
    to_put_right: int
    noted: tuple[str, ...]


def today_of(plan: AnyPlan, record: Record, job: Own, every: Sequence[Placed], day: datetime.date) -> Today:
    """`every` are the job's tasks as placed."""
    here = [p for p in every if day in p.days]
    later = sorted((p for p in every if p.start.date() > day and p.task.kind != "visit"), key=lambda p: p.start)
    steps = steps_told(plan, record)
    step = next((s for s in steps if not s.done), None)
    words = {hold.key: hold.words for s in steps for hold in s.holds}
    looks = [words[key] for key in step.open] if step else []
    until = plan.brief.job.site.located_until
    if until and until < day and any(s.stake == "holes" and not s.done for s in steps):
        looks.insert(0, f"services were located until {told_day(until)}: ask anew before anybody digs")
    known, weather = job.working.weather.forecast.get(day), job.working.weather
    sky = weather.sky(known) if known else f"no forecast; about {weather.warmth(round(weather.mean_c(day)))} is usual"
    crew = plan.brief.job.terms.calendar.crew or f"a crew of {plan.brief.job.site.crew}"
    return Today(
        crew, tuple(p.task.name for p in here if p.task.kind != "brought"), tuple(p.task.name for p in here if p.task.kind == "brought"),
        f"{told_day(later[0].start.date())}: {later[0].task.name.lower()}" if later else "", sky, step.do if step else "",
        tuple(looks), len(record.of("punch")),
        tuple(dict.fromkeys(e.author for e in record.entries if e.time.date() == day)),
    )  # fmt: skip
