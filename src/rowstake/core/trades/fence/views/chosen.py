"""What the rules chose where a fence's document leaves it to them."""

from __future__ import annotations

from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.skin import board_screw


def fence_chosen(plan: FencePlan) -> dict[str, str]:
    """By the path of the choice, in words; nothing for what is set by hand."""
    brief, p, usual = plan.brief, plan.brief.printer, plan.laid.digger.usual
    posts, skin = brief.fence.posts, brief.fence.skin
    out: dict[str, str] = {}
    if usual.dug and posts.hole_mm is None:
        out["fence.posts.hole_mm"] = p.length(usual.diameter_mm)
    if usual.dug and posts.depth_mm is None:
        out["fence.posts.depth_mm"] = p.length(usual.hole.embedment_mm)
    if brief.fence.rails.count is None and not brief.along:
        out["fence.rails.count"] = str(brief.rows)
    laid = plan.laid.courses[0].laid if plan.laid.courses else None
    if laid and skin.fit in ("whole", "even") and not brief.style.channels:
        out["fence.skin.fit"] = f"{p.fine(laid.lap_mm)} lap" if laid.lap_mm else f"{p.fine(laid.gap_mm)} gap"
    if brief.style.per_crossing:
        out["fence.skin.fixing"] = board_screw(brief)[0].words
    return out
