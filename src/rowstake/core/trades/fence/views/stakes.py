"""The string: one stake a step of the work, with its headline figure and its flag."""

from __future__ import annotations

from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.views.figures import figures
from rowstake.core.views.base import Stake, flagged


def _ground(plan: FencePlan) -> str:
    """`level`, or how far the ground falls and the way taken over it."""
    if plan.laid.levels.flat:
        return "level"
    levels = [v for profile in plan.laid.levels.profiles for v in profile.levels]
    fall = plan.brief.printer.length(max(levels) - min(levels))
    return f"{plan.brief.fence.slope.way}, {fall}"


def _frame(plan: FencePlan) -> str:
    """Rails and their rows; or what stands between the posts of lying boards."""
    if not plan.brief.along:
        return f"{plan.count('rail')} rails, {plan.brief.rows} rows"
    for kind in ("stiffener", "cap"):
        if count := plan.count(kind):
            return f"{count} {kind}s"
    return "no rails"


def stakes(plan: FencePlan) -> list[Stake]:
    p, lists = plan.brief.printer, plan.lists
    by_key = {f.key: f for f in figures(plan)}
    gust = p.speed(plan.brief.job.site.gust_mps).split(" (")[0]
    soil = plan.brief.soil.name.split(",")[0].split(" or ")[0]
    gates = len(plan.laid.gates)
    spacing = f" at {by_key['spacing'].text}" if "spacing" in by_key else ""
    board = f"{by_key['boards'].text} boards"
    rows = [
        ("site", "Site", f"{soil}, {gust}", "gust"),
        ("line", "Line", f"{by_key['posts'].text} posts{spacing}", "spacing"),
        ("ground", "Ground", _ground(plan), "" if plan.laid.levels.flat else "slope"),
        ("holes", "Holes", f"{by_key['hole'].text} deep" if plan.laid.digger.usual.dug else "no holes", by_key["hole"].working),
        ("frame", "Frame", _frame(plan), "rails"),
        ("skin", "Boards", board, "boards"),
        ("gates", "Gates", f"{gates} gate{'s' * (gates != 1)}" if gates else "none yet",
         f"leaf_{plan.laid.gates[0].gate.id}" if gates else ""),
        ("buy", "Buy & cut", f"{lists.bags} bags, {by_key['timber'].text}", "bags"),
    ]  # fmt: skip
    return flagged(rows, plan.findings, plan.trade.id)
