"""Try a change before it is taken: the plan before and after, and what differs, in words."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any, Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.edits import apply_raw
from rowstake.core.faults import JobFault
from rowstake.core.job import Job
from rowstake.core.parts import Finding
from rowstake.core.plan import AnyPlan, plan
from rowstake.core.views.base import Figure


@dataclass(frozen=True, slots=True)
class Difference:
    """A headline figure before and after; `weighs` better, worse or neither; `stakes` are the steps it belongs to."""

    key: str
    name: str
    before: str
    after: str
    weighs: Literal["", "better", "worse"] = ""
    stakes: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Consequence:
    """What a change does: figures that differ, findings it settles and findings it brings."""

    differences: tuple[Difference, ...]
    settles: tuple[str, ...]
    brings: tuple[str, ...]
    sentence: str


More = Callable[[AnyPlan], list[Figure]]
"""Figures beside those of the trade: the price, where there are books."""


def no_more(_: AnyPlan) -> list[Figure]:
    return []


def compare(before: AnyPlan, after: AnyPlan, more: More = no_more) -> Consequence:
    """The headline figures that differ, and the findings that come and go."""
    was = {f.key: f for f in (*more(before), *before.trade.figures(before))}
    now = {f.key: f for f in (*more(after), *after.trade.figures(after))}
    differences = tuple(
        Difference(key, now[key].name, was[key].text, now[key].text, *weighed(key, was[key].number, now[key].number))
        for key in now
        if key in was and now[key].number != was[key].number and now[key].text != was[key].text
    )
    settles, brings = _come_and_go(before.findings, after.findings)
    told = [f"{d.name} {d.before} → {d.after}" for d in differences] or [
        "settles it" if settles else "no headline figure changes"
    ]
    told += [f"but: {title}" for title in brings]
    return Consequence(differences, settles, brings, "; ".join(told))


def weighed(key: str, before: float, after: float) -> tuple[Literal["", "better", "worse"], tuple[str, ...]]:
    entry = CATALOGUE.figures.get(key.partition(":")[0])
    if entry is None or not entry.better or before == after:
        return "", entry.stakes if entry else ()
    return "better" if (after < before) == (entry.better == "less") else "worse", entry.stakes


def _come_and_go(old: Sequence[Finding], new: Sequence[Finding]) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """Titles of the findings that are settled and of those that are new, each by its rule and its place. The same trouble
    told with other figures, or of fewer places, is neither."""
    gone, come = list(old), []
    for finding in new:
        same = next((f for f in gone if f.rule == finding.rule and _meet(f, finding)), None)
        if same is None:
            come.append(finding)
        else:
            gone.remove(same)
    return tuple(f.title for f in gone), tuple(f.title for f in come)


def _meet(one: Finding, other: Finding) -> bool:
    return bool(set(one.where) & set(other.where)) or not one.where or not other.where


def consequence(job: Job, before: AnyPlan, edits: list[dict[str, Any]], more: More = no_more) -> Consequence:
    """What `edits` would do to `job`; a change that cannot be made says so in its sentence."""
    try:
        return compare(before, plan(apply_raw(job, edits)), more)
    except JobFault as fault:
        return Consequence((), (), (), fault.faults[0].message)
