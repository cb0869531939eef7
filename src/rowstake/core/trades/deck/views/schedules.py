"""Schedules of a deck: its strings, its footings, and the order of work."""

from __future__ import annotations

from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.views.build import deck_build
from rowstake.core.trades.deck.views.order import deck_needs
from rowstake.core.trades.deck.views.strings import deck_strings
from rowstake.core.views.base import Schedule
from rowstake.core.views.build import order_schedule
from rowstake.core.views.setting_out import setting_out

FOOTINGS = "Footing schedule"


def deck_schedules(plan: DeckPlan) -> list[Schedule]:
    p, rows = plan.brief.printer, []
    for f in plan.laid.footings:
        x, y = plan.laid.main.told_at(f.post.on_site)
        rows.append((
            f.label, p.length(x), p.length(y), p.length(f.dug.across_mm), p.length(f.dug.depth_mm), f.dug.words(p),
            p.force(f.load_kn), f.post.long(p),
        ))  # fmt: skip
    heads = (
        "Footing", "Along, from the left end of the frame", "Out from the wall", "Across", "Deep", "What", "Load", "Post",
    )  # fmt: skip
    order = order_schedule(deck_build(plan), deck_needs(plan))
    if plan.brief.deck.there:
        return [order]
    footings = Schedule(FOOTINGS, heads, tuple(rows), frozenset({1, 2, 3, 4, 6, 7}))
    return [setting_out(deck_strings(plan)), footings, order]
