"""Posts bolted to the back of a wall: the foot reaches down behind it, a row of bolts goes through."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.setting.base import Footless, Method, OnMasonry, no_layers


def stands(on: OnMasonry) -> Footless:
    """Bolts as long as post, wall, washers and nut, to the next length on sale."""
    facts = CATALOGUE.materials.masonry
    lap = min(facts.lap_mm, on.over_soil_mm - CATALOGUE.materials.limits.soil_clear_mm)
    return Footless(lap, ((on.sold.bolt(on.post_mm + on.thick_mm, "bolt_plates"), facts.bolts_per_post),))


METHOD = Method("wall_back", no_layers, lambda hole: hole.post_w_mm, "no concrete: bolted through the wall", stands)
