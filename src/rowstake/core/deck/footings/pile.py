"""A screw pile turned in to a load its installer states: no concrete, no spoil."""

from __future__ import annotations

from rowstake.core.deck.footings.base import Dug, Kind, Under

SHAFT_MM = 76.0


def dig(under: Under) -> Dug:
    items = ((f"screw pile with a saddle for {under.load_kn:.0f} kN or more", 1),)
    return Dug(SHAFT_MM, under.depth_mm, (), 0.0, items, carries_kn=under.pile_kn, words="screw pile")


KIND = Kind("pile", dig)
