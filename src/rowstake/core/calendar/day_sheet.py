"""The sheet for one day: what is done, with what tools and material, marks, pieces to cut, cautions, and the weather."""

from __future__ import annotations

import datetime
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from rowstake.core.calendar.of_job import told_day
from rowstake.core.calendar.placed import CrewTime, Placed
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.planned import AnyPlan
from rowstake.core.views.lists import labels_text

MOST_LINES = 14


@dataclass(frozen=True, slots=True)
class DayTask:
    name: str
    kind: str
    words: str


@dataclass(frozen=True, slots=True)
class DaySheet:
    """A day in words; a list is empty where there is nothing of it. `left_out` says how many lines more there are in the full lists."""

    job: str
    day: str
    tasks: tuple[DayTask, ...]
    tools: tuple[str, ...]
    material: tuple[str, ...]
    marks: tuple[str, ...]
    cuts: tuple[str, ...]
    cautions: tuple[str, ...]
    weather: str
    next: tuple[str, ...]


def day_sheet(plan: AnyPlan, every: Sequence[Placed], working: CrewTime, day: datetime.date) -> DaySheet:
    """What a crew takes along on a day; of a day without work, what comes next."""
    own = [p for p in every if day in p.days]
    stages = list(dict.fromkeys(p.task.stage for p in own if p.task.kind == "work"))
    facts, trade = CATALOGUE.calendar, CATALOGUE.cautions.get(plan.trade.id, {})
    tools = tuple(dict.fromkeys(tool for stage in stages for tool in facts.tools.get(stage, ())))
    cautions = tuple(dict.fromkeys(words for stage in stages for words in trade.get(stage, ())))
    known = working.weather.forecast.get(day)
    mean = working.weather.mean_c(day)
    weather = (
        working.weather.sky(known) if known else f"no forecast; about {working.weather.warmth(round(mean))} is usual"
    )
    after = sorted((p for p in every if p.start.date() > day and p.task.kind != "visit"), key=lambda p: p.start)
    return DaySheet(
        plan.brief.job.name, f"{day:%A} {day.day} {day:%B %Y}",
        tuple(DayTask(p.task.name, p.task.kind, _words(p, day, working)) for p in own), tools, tuple(_material(plan, stages)),
        tuple(_marks(plan)) if "holes" in stages else (), tuple(_cuts(plan, stages)), (str(CATALOGUE.cautions["always"]), *cautions), weather,
        tuple(f"{told_day(p.start.date())}: {p.task.name.lower()}" for p in after[:3]),
    )  # fmt: skip


def _words(p: Placed, day: datetime.date, working: CrewTime) -> str:
    lost = dict(p.lost).get(day, "")
    hours = f"{p.task.hours:.1f} h of one in all" if p.task.hours else ""
    nth = f"day {p.days.index(day) + 1} of {len(p.days)}" if len(p.days) > 1 else ""
    return ", ".join(x for x in (hours, nth, p.task.words, lost and f"lost: {lost}") if x)


def _limited(lines: list[str]) -> list[str]:
    more = len(lines) - MOST_LINES
    return lines[:MOST_LINES] + ([f"and {more} lines more in the full list"] if more > 0 else [])


def _material(plan: AnyPlan, stages: Sequence[str]) -> list[str]:
    """What is bought for the pieces of these stages."""
    labels = {part.label for part in plan.parts if part.step in stages} | {
        part.of for part in plan.parts if part.step in stages
    }
    p, out = plan.brief.printer, []
    for line in plan.lists.buy:
        if labels & set(line.for_parts) or (line.group == "Finish" and "finish" in stages):
            out.append(
                f"{line.buy:g} {line.unit} {line.item}" + (f", {p.length(line.length_mm)}" if line.length_mm else "")
            )
    return _limited(out)


def _marks(plan: AnyPlan) -> list[str]:
    return _limited([f"{mark.of}: {mark.text}" for tape in plan.trade.tapes(plan, 0) for mark in tape.marks])


def _cuts(plan: AnyPlan, stages: Sequence[str]) -> list[str]:
    """Pieces of these stages, alike together, the most first."""
    p, alike = plan.brief.printer, dict[tuple[str, str, str, bool], list[str]]()
    for part in plan.parts:
        if part.step in stages and part.unit == "piece":
            key = (part.good.words, part.sort.name, p.length(part.length_mm), part.sort.fitted)
            alike.setdefault(key, []).append(part.label)
    counts = Counter({key: len(labels) for key, labels in alike.items()})
    return _limited(
        [
            f"{n} × {length} {name} {section}{', cut to fit' if fitted else ''}: {labels_text(tuple(alike[section, name, length, fitted]))}"
            for (section, name, length, fitted), n in counts.most_common()
        ]
    )
