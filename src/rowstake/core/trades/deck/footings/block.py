"""A precast block on compacted aggregate, as wide as the soil asks: for low decks that stand free."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.setting import FillLayer
from rowstake.core.trades.deck.footings.base import Dug, FootingKind, Under, tidy


def dig(under: Under) -> Dug:
    """The block stands from the footing's top down; the base under it is as thick as the load spreads at 45°."""
    facts = CATALOGUE.deck
    side = max(tidy(under.asked.side_mm, under.step_mm), facts.block_mm)
    thick = max(facts.block_base_mm, tidy((side - facts.block_mm) / 2, under.step_mm / 2))
    foot = under.top_mm - facts.block_high_mm
    volume = side * side * thick / 1e9
    base = FillLayer("compacted base", "gravel", foot - thick, foot, volume)
    loose = side * side * max(0.0, thick - foot) / 1e9 * CATALOGUE.materials.fill.spoil_bulking
    items = ((under.sold.good("precast_block", facts.block_mm), 1),)
    return Dug(
        side, max(0.0, thick - foot), (base,), loose, items, bears_m2=side * side / 1e6, square=True,
        words=lambda p: f"base {p.length(side)} square, {p.length(thick)} thick",
    )  # fmt: skip


KIND = FootingKind("block", dig)
