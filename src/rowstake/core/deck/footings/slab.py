"""A bracket anchored to a slab that is there already: nothing is dug."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.deck.footings.base import Dug, Kind, Under


def dig(under: Under) -> Dug:
    facts = CATALOGUE.materials.masonry
    items = ((f"post base to bolt down, for {under.post_name}", 1), (facts.anchor, facts.anchors_per_base))
    return Dug(under.post_mm, 0.0, (), 0.0, items, words=lambda p: "on the slab")


KIND = Kind("slab", dig)
