"""The days of a job as iCalendar (RFC 5545): one event a task, known by the same id however the days move."""

from __future__ import annotations

import datetime
import hashlib

from icalendar import Calendar, Event

from rowstake.core.calendar.of_job import own
from rowstake.core.calendar.placed import Placed, placed
from rowstake.core.plan import AnyPlan
from rowstake.files.base import Format, Issue

DAY = datetime.timedelta(days=1)


def write(plan: AnyPlan, document: str, issue: Issue) -> bytes:
    name = plan.brief.job.name
    key = issue.key or hashlib.sha256(name.encode()).hexdigest()[:24]
    made = Calendar()
    made.add("prodid", "-//Row Stake//Days//EN")
    made.add("version", "2.0")
    made.add("x-wr-calname", name)
    for p in placed([own(plan, key, issue.day, issue.forecast)]):
        made.add_component(_event(p, key, name, issue))
    for entry in issue.record.of("punch"):
        if entry.values.due:
            made.add_component(_due(entry.id, entry.values.fault, entry.values.due, name, issue))
    out: bytes = made.to_ical()
    return out


def _due(id: str, fault: str, day: datetime.date, name: str, issue: Issue) -> Event:
    """A day by which something is to be put right."""
    event = Event()
    event.add("uid", f"punch-{id}@rowstake.invalid")
    event.add("summary", f"{name}: {fault}")
    event.add("dtstart", day)
    event.add("dtend", day + DAY)
    event.add("dtstamp", datetime.datetime.combine(issue.day, datetime.time(), datetime.UTC))
    event.add("transp", "TRANSPARENT")
    event.add("status", "TENTATIVE")
    return event


def _event(p: Placed, key: str, name: str, issue: Issue) -> Event:
    """All days of a task from its first to its last; the hours and what was lost stand in its words."""
    event = Event()
    event.add("uid", f"{p.task.id}-{key}@rowstake.invalid")
    event.add("summary", f"{name}: {p.task.name}")
    event.add("dtstart", p.days[0])
    event.add("dtend", p.days[-1] + DAY)
    event.add("dtstamp", datetime.datetime.combine(issue.day, datetime.time(), datetime.UTC))
    event.add("transp", "OPAQUE" if p.task.kind == "work" else "TRANSPARENT")
    event.add("status", "CONFIRMED" if p.done or p.task.kind == "work" else "TENTATIVE")
    lost = [f"{day:%d %B}: {why}" for day, why in p.lost]
    told = [
        p.task.words,
        f"{p.task.hours:.1f} hours of one worker" if p.task.hours else "",
        *(["Lost: " + "; ".join(lost)] if lost else []),
    ]
    if words := ". ".join(x for x in told if x):
        event.add("description", words)
    return event


FORMAT = Format(
    "ics",
    "lists",
    "calendar",
    "text/calendar; charset=utf-8",
    "ics",
    lambda plan: {"days": "Days as a calendar"},
    write,
)
