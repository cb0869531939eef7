"""The string: one stake a step of the work, with its headline figure and its flag."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.plan import Plan
from rowstake.core.views.figures import figures


@dataclass(frozen=True, slots=True)
class Stake:
    """`flag`: clear, needs you, or waits for the stakes in `waits_for`."""

    key: str
    name: str
    figure: str
    working: str
    flag: Literal["clear", "needs", "waits"]
    says: str
    cautions: tuple[str, ...]


def _ground(plan: Plan) -> str:
    """`level`, or how far the ground falls and the way taken over it."""
    if plan.levels.flat:
        return "level"
    levels = [v for profile in plan.levels.profiles for v in profile.levels]
    fall = plan.brief.printer.length(max(levels) - min(levels))
    return f"{plan.brief.fence.slope.way}, {fall}"


def _frame(plan: Plan) -> str:
    """Rails and their rows; or what stands between the posts of lying boards."""
    if not plan.brief.along:
        return f"{plan.count('rail')} rails, {plan.brief.rows} rows"
    for kind in ("stiffener", "cap"):
        if count := plan.count(kind):
            return f"{count} {kind}s"
    return "no rails"


def stakes(plan: Plan) -> list[Stake]:
    p, lists = plan.brief.printer, plan.lists
    by_key = {f.key: f for f in figures(plan)}
    gust = p.speed(plan.brief.job.site.gust_mps).split(" (")[0]
    soil = plan.brief.soil.name.split(",")[0].split(" or ")[0]
    gates = len(plan.gates)
    spacing = f" at {by_key['spacing'].text}" if "spacing" in by_key else ""
    board = f"{by_key['boards'].text} boards"
    rows = [
        ("site", "Site", f"{soil}, {gust}", "gust"),
        ("line", "Line", f"{by_key['posts'].text} posts{spacing}", "spacing"),
        ("ground", "Ground", _ground(plan), "" if plan.levels.flat else "slope"),
        ("holes", "Holes", f"{by_key['hole'].text} deep" if plan.digger.usual.dug else "no holes", by_key["hole"].working),
        ("frame", "Frame", _frame(plan), "rails"),
        ("skin", "Skin", board, "boards"),
        ("gates", "Gates", f"{gates} gate{'s' * (gates != 1)}" if gates else "none yet",
         f"leaf_{plan.gates[0].gate.id}" if gates else ""),
        ("buy", "Buy & cut", f"{lists.bags} bags, {by_key['timber'].text}", "bags"),
    ]  # fmt: skip
    return flagged(rows, plan.findings, "")


def flagged(rows: list[tuple[str, str, str, str]], findings: tuple[Finding, ...], cautions: str) -> list[Stake]:
    """Stakes of (key, name, figure, working), each with its flag; `cautions` is what its cautions' keys begin with."""
    open_at = {f.stake for f in findings if f.weight == "needs"}
    out = []
    for key, name, figure, working in rows:
        count = sum(1 for f in findings if f.stake == key)
        earlier = [n for k, n, _, _ in rows if k in open_at and k != key]
        flag: Literal["clear", "needs", "waits"] = "needs" if count else "clear"
        says = f"{count} to look at" if count else "nothing in the way"
        if key == "buy" and not count and earlier:
            flag, says = "waits", f"waits for {earlier[0]}" if len(earlier) == 1 else f"waits for {len(earlier)} stakes"
        told = CATALOGUE.cautions.get(f"{cautions}{key}", ())
        out.append(Stake(key, name, figure, working, flag, says, tuple(told)))
    return out
