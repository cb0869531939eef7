"""The tasks of a job: what is asked for ahead, the work by its hours, the waits, what is looked at before it is covered, later visits."""

from __future__ import annotations

from collections.abc import Generator, Iterator, Mapping
from dataclasses import dataclass
from typing import Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.planned import AnyPlan
from rowstake.core.schedule.days import STAGE


@dataclass(frozen=True, slots=True)
class After:
    """What comes before, and how long after its end: hours by the clock, or working days. `sets`: concrete, slower in the cold."""

    id: str
    wait_h: float = 0.0
    days: int = 0
    why: str = ""
    sets: bool = False


@dataclass(frozen=True, slots=True)
class Task:
    """`hours` are those of one worker. `kind`: asked for ahead, work, looked at before it is covered, brought, or a later visit.
    `weather` is what kind of work the weather stops. `id` stays the same whatever else changes."""

    id: str
    name: str
    kind: Literal["ask", "work", "look", "brought", "visit"]
    hours: float = 0.0
    after: tuple[After, ...] = ()
    weather: str = ""
    stage: str = ""
    words: str = ""


CAPS_H = 2.0
"""Hours of one worker for a visit to a stack that has dried."""


def tasks(plan: AnyPlan, leads: Mapping[int, int] | None = None) -> list[Task]:
    """In the order of the work; each after others that stand before it. `leads` are the working days until suppliers have all of a
    delivery, where that is longer than usual."""
    return list(_tasks(plan, leads or {}))


def _tasks(plan: AnyPlan, leads: Mapping[int, int]) -> Iterator[Task]:
    yield from _asked(plan, leads)
    last = yield from _holes(plan)
    last = yield from _stages(plan, last)
    last = yield from _hung(plan, last)
    last = yield from _stained(plan, last)
    for id, visit in CATALOGUE.calendar.visits.items():
        if plan.trade.id in visit.trades and (id != "coat" or plan.days.hours["finish"]):
            yield Task(
                id,
                visit.name,
                "visit",
                after=(After(last.id, 24.0 * visit.after_days, why="later"),),
                words=visit.words,
            )


def _first(plan: AnyPlan) -> str:
    return "locate" if plan.days.dig_h > 0 else "agree"


def _asked(plan: AnyPlan, leads: Mapping[int, int]) -> Iterator[Task]:
    """What is asked for and ordered before anything is done, and what is brought."""
    terms, dug = plan.brief.job.terms.calendar, plan.days.dig_h > 0
    yield (
        Task("locate", "Have buried services located", "ask", words="before anybody digs")
        if dug
        else Task("agree", "Agree line and start", "ask")
    )
    yield Task("order", "Order material", "ask")
    for number, id, name in (
        (1, "brought_holes", "Delivery: posts, footings, concrete"),
        (2, "brought_rest", "Delivery: frame, boards, hardware"),
    ):
        lead = max(terms.delivery_days, leads.get(number, 0))
        why = "the supplier takes so long" if lead > terms.delivery_days else "ordered"
        yield Task(id, name, "brought", after=(After("order", days=lead, why=why),))


def _holes(plan: AnyPlan) -> Generator[Task, None, After]:
    """Down to posts and footings that stand; returns what comes after them."""
    made, terms, first = plan.days, plan.brief.job.terms.calendar, _first(plan)
    dug, poured = made.dig_h > 0, plan.lists.concrete_m3 > 0
    begin = After(first, days=terms.locate_days, why="asked for so long ahead") if dug else After(first)
    setting = [After("brought_holes")]
    if dug:
        yield Task("dig", "Dig the holes", "work", made.dig_h, (begin,), "dig", "holes")
        asked = terms.inspection_days
        look = "Inspection of the open holes" if asked is not None else "Look: depth, width and bottom of every hole"
        booked = (
            After("dig"),
            *([After(first, days=asked, why="an inspection is asked for so long ahead")] if asked else []),
        )
        yield Task("look_holes", look, "look", after=booked, stage="holes", words="before anything is poured")
        setting.append(After("look_holes"))
    else:
        setting.append(begin)
    settle = max(0.0, made.hours["holes"] - made.dig_h)
    what = ("Set posts and footings, pour" if settle else "Pour") if poured else "Set posts and footings"
    yield Task("set", what, "work", settle, tuple(setting), "pour" if poured else "build", "holes")
    return After("set", made.rails_after_h, why="concrete sets", sets=True) if made.rails_after_h else After("set")


def _stages(plan: AnyPlan, last: After) -> Generator[Task, None, After]:
    """Frame, boards and steps, each looked at before it is covered; returns what comes after them."""
    made = plan.days
    held = "brought_rest"
    for stage, look, words in (
        ("frame", "Look at the frame", "fixings, hangers, treated ends: before boards cover it"), ("skin", "", ""), ("steps", "", ""),
    ):  # fmt: skip
        if not made.hours[stage]:
            continue
        yield Task(
            stage,
            STAGE[stage][0].upper() + STAGE[stage][1:],
            "work",
            made.hours[stage],
            (last, After(held)),
            "build",
            stage,
        )
        last = held_ = After(stage)
        if look:
            yield Task(f"look_{stage}", look, "look", after=(held_,), stage=stage, words=words)
            last = After(f"look_{stage}")
    return last


def _hung(plan: AnyPlan, last: After) -> Generator[Task, None, After]:
    """Gates, and what is left off until a stack has dried; returns what comes after them."""
    made = plan.days
    if made.hours["gates"]:
        set_ = After("set", made.gates_after_h, why="their posts carry nothing before", sets=True)
        yield Task(
            "gates",
            "Hang the gates",
            "work",
            made.hours["gates"],
            (last, set_, After("brought_rest")),
            "build",
            "gates",
        )
        last = After("gates")
    if made.stack_days:
        dries = After("skin", 24.0 * made.stack_days, why="the stack dries and shrinks")
        yield Task(
            "caps",
            "Press the stack down, then caps and last screws",
            "work",
            CAPS_H,
            (dries,),
            "build",
            "skin",
            "left off until it has dried",
        )
        last = After("caps")
    return last


def _stained(plan: AnyPlan, last: After) -> Generator[Task, None, After]:
    """Coat by coat; returns what comes after them."""
    made = plan.days
    dry = plan.lists.buyer.finish_after_days
    if made.hours["finish"]:
        coats = CATALOGUE.materials.finish.coats
        for coat in range(1, coats + 1):
            wait = (
                After(last.id, 24.0 * (dry or 0), why="timber dries")
                if coat == 1
                else After(f"coat_{coat - 1}", CATALOGUE.calendar.recoat_h, why="the first coat dries")
            )
            yield Task(
                f"coat_{coat}", f"Stain, coat {coat}", "work", made.hours["finish"] / coats, (wait,), "stain", "finish"
            )
            last = After(f"coat_{coat}")
    return last
