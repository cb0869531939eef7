"""Schedules of a fence for paper: strings, holes and gates."""

from __future__ import annotations

from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.views.build import fence_build
from rowstake.core.trades.fence.views.order import needs
from rowstake.core.trades.fence.views.strings import fence_strings
from rowstake.core.trades.fence.views.things import things
from rowstake.core.views.base import Schedule
from rowstake.core.views.build import order_schedule
from rowstake.core.views.setting_out import setting_out

HOLES = "Hole schedule"


def _holes(plan: FencePlan) -> Schedule:
    p, digger, rows = plan.brief.printer, plan.laid.digger, []
    for post in plan.laid.layout.posts:
        kind, cut = digger.of(post), digger.cut(post)
        marks = "; ".join(f"leg {leg + 1}: {p.length(at)}" for leg, at in post.stations)
        rows.append((
            post.label, "gate" if post.gate else post.kind, marks, p.length(kind.diameter_mm) if kind.dug else kind.method.name,
            p.length(kind.hole.hole_depth_mm) if kind.dug else "no hole", p.length(kind.hole.embedment_mm) if kind.dug else "",
            f"{kind.each} × {p.length(cut.length_mm)}" if kind.each > 1 else p.length(cut.length_mm),
            p.length(cut.stock_mm) if cut.stock_mm else "not sold",
        ))  # fmt: skip
    heads = ("Post", "Kind", "Mark", "Hole across", "Hole deep", "Depth-stick mark", "Post", "Cut from")
    return Schedule(HOLES, heads, tuple(rows), frozenset({3, 4, 5, 6}))


def fence_schedules(plan: FencePlan) -> list[Schedule]:
    told, out = things(plan), [setting_out(fence_strings(plan)), _holes(plan)]
    for built in plan.laid.gates:
        lines = tuple((line.name, line.value) for line in told[f"gate {built.gate.id}"].lines)
        out.append(Schedule(f"Gate {built.gate.id}", ("", ""), lines, frozenset({1})))
    return [*out, order_schedule(fence_build(plan), needs(plan))]
