"""A precast block on compacted aggregate, as wide as the soil asks: for low decks that stand free."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.deck.footings.base import Dug, Kind, Under, tidy
from rowstake.core.setting import Layer


def dig(under: Under) -> Dug:
    facts = CATALOGUE.materials.deck
    side = max(tidy(under.asked.side_mm, under.step_mm), facts.block_mm)
    volume = side * side * facts.block_base_mm / 1e9
    base = Layer("compacted base", "gravel", -facts.block_base_mm, 0.0, volume)
    loose = volume * CATALOGUE.materials.fill.spoil_bulking
    items = ((f"precast block {facts.block_mm:g} mm with a saddle", 1),)
    return Dug(side, facts.block_base_mm, (base,), loose, items, words=lambda p: f"base {p.length(side)} square")


KIND = Kind("block", dig)
