"""Which controls a style leaves without an effect: they are not offered. A test holds that all others change the plan."""

from __future__ import annotations

from rowstake.core.trades.fence.resolve import Brief


def without_effect(brief: Brief) -> list[str]:
    """Paths of the document that change nothing under this job's style."""
    style, out = brief.style, []
    if brief.along:
        out += ["fence.skin.start", "fence.rails.count", "fence.rails.longest_mm"]
    if style.on_centres or (style.deep == 1 and brief.fence.skin.fit != "exact"):
        out += ["fence.skin.start"]  # a row that ends alike at both ends, and does not lean
    if brief.between:
        out += ["fence.trims.end_covers"]
    if brief.along or style.framed or style.on_centres or style.faces > 1:
        out += ["fence.rails.fixing"]
    if style.joint == "gap":
        out += ["fence.skin.lap_mm"]
    else:
        out += ["fence.skin.gap_mm"]
    if style.channels or style.id == "post_and_board":
        out += ["fence.skin.gap_mm"]
    if style.channels:
        out += ["fence.trims.cap_rail"]  # a stack has its own
    if len(style.fits) < 2:
        out += ["fence.skin.fit"]
    if not style.on_centres:
        out += ["fence.skin.both_faces"]
    return out
