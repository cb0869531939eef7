"""The string of a deck."""

from __future__ import annotations

from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.stack import NO_ROOM
from rowstake.core.trades.deck.views.figures import deck_figures
from rowstake.core.views.base import Stake, flagged

Row = tuple[str, str, str, str]
"""Key, name, figure and its working."""


def _steps(plan: DeckPlan) -> str:
    """`S1: 4 risers of 165 mm`, and how many more there are."""
    own = [f for level in plan.laid.levels for f in flights(level.brief)]
    guard = sum(q.kind == "guard post" and q.of.endswith("guard") for q in plan.parts)
    if not own:
        return f"guard on {guard} posts" if guard else "none yet"
    first = own[0]
    told = f"{first.steps.id}: {first.way.risers} risers of {plan.brief.printer.length(first.way.riser_mm)}"
    return told + (f" and {len(own) - 1} more" if len(own) > 1 else "")


def deck_stakes(plan: DeckPlan) -> list[Stake]:
    rows = _alone(plan) if plan.brief.deck.there else _whole(plan)
    return flagged(rows, plan.findings, plan.trade.id)


def _alone(plan: DeckPlan) -> list[Row]:
    """Of steps alone: where they lead down from, how high, and they themselves."""
    p, by_key, shape = plan.brief.printer, {f.key: f.text for f in deck_figures(plan)}, plan.brief.shape
    risers = next((k for k in plan.workings if k.startswith("risers_")), "timber")
    return [
        ("site", "Site", plan.brief.region.name, "timber"),
        ("line", "Led down from", f"{p.bare(shape.width_mm)} × {p.bare(shape.out_mm)}", risers),
        ("ground", "Height", by_key["height"], risers),
        ("steps", "Steps", _steps(plan), risers),
        ("buy", "Buy & cut", f"{by_key['timber']}, {by_key['waste']} waste", "timber"),
    ]


def _whole(plan: DeckPlan) -> list[Row]:
    p, brief = plan.brief.printer, plan.brief
    by_key = {f.key: f.text for f in deck_figures(plan)}
    soil = plan.brief.soil.name.split(",")[0].split(" or ")[0] if brief.deck.footings.soil_known else "soil not known"
    shape, posts = brief.shape, by_key["post"]
    posts = f"{NO_ROOM} for posts" if posts == NO_ROOM else f"posts from {posts}"
    return [
        ("site", "Site", f"{soil}, {p.pressure(brief.live_kpa)}", "footings"),
        ("line", "Shape", f"{by_key['area']}, {p.bare(shape.width_mm)} × {p.bare(shape.out_mm)}", "area"),
        ("ground", "Height", f"{by_key['height']}, {posts}", "stack"),
        ("holes", "Footings", f"{by_key['footings']}, {by_key['bags']} bags", "footings"),
        ("frame", "Frame", by_key["joists"], "joist_span"),
        ("skin", "Boards", f"{by_key['boards']}, last row {by_key['last']}", "last"),
        ("steps", "Steps & guard", _steps(plan), next((k for k in plan.workings if k.startswith("risers_")), "stack")),
        ("buy", "Buy & cut", f"{by_key['timber']}, {by_key['waste']} waste", "timber"),
    ]  # fmt: skip
