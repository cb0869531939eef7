"""A bolt-down post base on a slab or the top of a wall: no hole, the post just clear of what it stands on."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.setting.base import Footless, Method, OnMasonry, no_layers


def stands(on: OnMasonry) -> Footless:
    facts = CATALOGUE.materials.masonry
    base, anchor = on.sold.good("post_base_bolted", on.post_name), on.sold.good("masonry_anchor")
    items = ((base, 1), (anchor, facts.anchors_per_base))
    return Footless(-facts.standoff_mm, items)


METHOD = Method("plate", no_layers, lambda hole: hole.post_w_mm, "no concrete: a base bolted down", stands)
