"""A screw pile turned in to a load its installer states: no concrete, no spoil. Its saddle takes the place of a post base."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.footings.base import Dug, FootingKind, Under

SHAFT_MM = CATALOGUE.deck.pile_shaft_mm


def dig(under: Under) -> Dug:
    items = ((under.sold.good("screw_pile"), 1),)
    return Dug(SHAFT_MM, under.depth_mm, (), 0.0, items, carries_kn=under.pile_kn, words=lambda p: "screw pile")


KIND = FootingKind("pile", dig)
