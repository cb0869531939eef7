"""Inspection of work that stands: the rules as questions, in the order of the load path, and what was found."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from rowstake.core.catalogue import CATALOGUE, InspectionRule
from rowstake.core.measure import Printer
from rowstake.core.record.record import Record
from rowstake.core.site.mending import Mend

CostOf = Callable[[InspectionRule], tuple[Mend, ...]]


def _not_asked(_: InspectionRule) -> tuple[Mend, ...]:
    return ()


ORDER = {"danger": 0, "will fail": 1, "will show": 2}


@dataclass(frozen=True, slots=True)
class RuleAsked:
    """One rule as a question, with its answer where there is one."""

    key: str
    where: str
    ask: str
    why: str
    right: str
    bad: str
    answer: str
    place: str
    note: str
    by: str
    cost: float | None
    photos: tuple[str, ...]
    entry: str
    usual: tuple[Mend, ...]
    """About what it takes to put it right, by the number of places."""


@dataclass(frozen=True, slots=True)
class Inspection:
    """`open` are questions not answered yet; `verdict` sums up what was found, the worst first."""

    questions: tuple[RuleAsked, ...]
    open: int
    verdict: str


def inspection(trade: str, record: Record, p: Printer, cost_of: CostOf = _not_asked) -> Inspection:
    """Every rule of a trade, in the order they are walked; `cost_of` says what it takes to put one right."""
    rows = tuple(
        _asked(record, key, p, cost_of(rule)) for key, rule in CATALOGUE.inspection.items() if rule.trade == trade
    )
    open_, wrong = sum(not r.answer for r in rows), [r for r in rows if r.answer == "wrong"]
    counts = [(n, bad) for bad in ORDER if (n := sum(r.bad == bad for r in wrong))]
    told = ", ".join(f"{n} {bad}" for n, bad in counts)
    if not any(r.answer for r in rows):
        verdict = "nothing looked at yet"
    else:
        verdict = told or "nothing found wrong"
        verdict += f"; {open_} not looked at" if open_ else ""
        unseen = sum(r.answer == "unseen" for r in rows)
        verdict += f"; {unseen} could not be seen" if unseen else ""
    return Inspection(rows, open_, verdict)


def _asked(record: Record, key: str, p: Printer, usual: tuple[Mend, ...]) -> RuleAsked:
    rule, found = CATALOGUE.inspection[key], record.last("inspection", key)
    values: Any = found.values if found else None
    return RuleAsked(
        key, rule.where, p.worded(rule.wrong), rule.why, p.worded(rule.right), rule.bad, values.answer if values else "", values.place if values else "",
        values.note if values else "", f"{found.author}, {found.time:%d %b %H:%M}" if found else "", values.cost if values else None,
        found.photos if found else (), found.id if found else "", usual,
    )  # fmt: skip


def faults_found(made: Inspection) -> list[RuleAsked]:
    """What is wrong, the worst first."""
    return sorted((q for q in made.questions if q.answer == "wrong"), key=lambda q: ORDER[q.bad])
