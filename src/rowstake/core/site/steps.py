"""The order of work with its hold points: what must be looked at before it is covered, what is done, what is open."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace

from rowstake.core.faults import refuse
from rowstake.core.planned import AnyPlan
from rowstake.core.record.record import Record
from rowstake.core.views.build import BuildStep


@dataclass(frozen=True, slots=True)
class HoldPoint:
    """Something to see, measure or photograph before its step covers it. `result` is that of the last look; `looks` are all of them, by id."""

    key: str
    step: str
    words: str
    result: str
    note: str
    by: str
    photos: tuple[str, ...]
    looks: tuple[str, ...]
    about: tuple[str, ...] = ()
    """What is drawn of what was looked at, by its labels; nothing before it was."""

    @property
    def open(self) -> bool:
        return self.result != "pass"


@dataclass(frozen=True, slots=True)
class StepTold:
    """`open` are the hold points at it or before it that are not passed: it cannot be ticked while there are any, unless a reason is given,
    which stays."""

    key: str
    stake: str
    do: str
    what: str
    wait: str
    holds: tuple[HoldPoint, ...]
    done: bool
    by: str
    reason: str
    open: tuple[str, ...]
    entry: str = ""
    again: tuple[str, ...] = ()
    """Why it has to be opened again."""


def key_of(words: str) -> str:
    """`dig-the-holes`: a step keeps its key whatever figures go with it."""
    return re.sub(r"[^a-z0-9]+", "-", words.lower()).strip("-")[:40].rstrip("-")


def steps_told(plan: AnyPlan, record: Record) -> list[StepTold]:
    """In the order of the work. What later choices need there is looked at with the last step of its stage."""
    order: Sequence[BuildStep] = plan.trade.order(plan)
    last = {step.stake: n for n, step in enumerate(order)}
    needed: dict[str, list[tuple[str, str]]] = {}
    for need in plan.trade.needs(plan):
        needed.setdefault(need.stake, []).append((key_of(need.because), f"{need.words} (for {need.because})"))
    out: list[StepTold] = []
    waiting: list[str] = []
    for n, step in enumerate(order):
        key = key_of(step.do)
        asked = ([("covered", step.hides)] if step.hides else []) + (
            needed.get(step.stake, []) if last[step.stake] == n else []
        )
        many: Counter[str] = Counter()
        holds = []
        for name, words in asked:
            many[name] += 1
            hold = _hold(record, key, f"{name}-{many[name]}" if many[name] > 1 else name, words)
            holds.append(replace(hold, about=_about(plan, order, n)) if hold.looks else hold)
        waiting += [hold.key for hold in holds if hold.open]
        done = record.last("step", key)
        out.append(
            StepTold(
                key, step.stake, step.do, step.what, step.wait, tuple(holds), done is not None, _by(done), done.values.reason if done else "",
                tuple(waiting), done.id if done else "",
            )
        )  # fmt: skip
    return out


def _about(plan: AnyPlan, order: Sequence[BuildStep], n: int) -> tuple[str, ...]:
    """What is drawn of what a step covers: the pieces that it and the steps before it in its stage set; of a step of its own flight or
    guard, that alone."""
    step = order[n]
    of = [step] if step.of else [s for s in order[: n + 1] if s.stake == step.stake]
    labels: dict[str, None] = {}
    for part in plan.parts:
        if part.solid and any(part.kind in s.sets and (not s.of or part.of in s.of) for s in of):
            labels |= {part.label: None, part.of: None}
    return tuple(labels)


def _hold(record: Record, step: str, name: str, words: str) -> HoldPoint:
    """Its key is made of its step and of what it is for, so that it stays the same while the figures in its words change."""
    key = f"{step}/{name}"[:80]
    looks = record.of("hold", key)
    last = looks[-1] if looks else None
    photos = tuple(photo for look in looks for photo in look.photos)
    result, note = (last.values.result, last.values.note) if last else ("", "")
    return HoldPoint(key, step, words, result, note, _by(last), photos, tuple(look.id for look in looks))


def _by(entry: object) -> str:
    if entry is None:
        return ""
    author, time = getattr(entry, "author", ""), getattr(entry, "time", None)
    return f"{author}, {time:%d %b %H:%M}" if time else str(author)


def check_step(plan: AnyPlan, record: Record, entry: object) -> None:
    """Raises `JobFault` for a step that is ticked while a hold point at it or before it is open and no reason is given."""
    if getattr(entry, "kind", "") != "step":
        return
    part, reason = getattr(entry, "part", ""), getattr(getattr(entry, "values", None), "reason", "")
    step = next((s for s in steps_told(plan, record) if s.key == part), None)
    if step is None or not step.open or reason.strip():
        return
    words = {hold.key: hold.words for s in steps_told(plan, record) for hold in s.holds}
    first = words[step.open[0]]
    more = f" and {len(step.open) - 1} more" if len(step.open) > 1 else ""
    raise refuse(
        "part", step.do, "after its hold points are passed, or with a reason", f"Not yet looked at: {first}{more}"
    )
