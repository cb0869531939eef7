"""A bolt-down post base on a slab or the top of a wall: no hole, the post just clear of what it stands on."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.setting.base import Footless, Masonry, Method, no_layers


def stands(on: Masonry) -> Footless:
    facts = CATALOGUE.materials.masonry
    anchor = facts.anchor if on.sold.units == "mm" else facts.anchor_in
    items = ((f"post base to bolt down, for {on.post_name}", 1), (anchor, facts.anchors_per_base))
    return Footless(-facts.standoff_mm, items)


METHOD = Method("plate", no_layers, lambda hole: hole.post_w_mm, "no concrete: a base bolted down", stands)
