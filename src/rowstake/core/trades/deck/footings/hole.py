"""A hole as wide as the soil asks: a base of concrete, the post on it, concrete round it to the surface."""

from __future__ import annotations

import math

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.setting import FillLayer
from rowstake.core.trades.deck.footings.base import Dug, FootingKind, Under, round_m3


def dig(under: Under) -> Dug:
    facts = CATALOGUE.deck
    wanted = max(under.asked.diameter_mm, under.post_deep_mm * CATALOGUE.materials.posts.hole_widths)
    across = next((a for a in sorted(under.augers_mm) if a >= wanted - 1e-6), wanted)
    depth = under.depth_mm + facts.hole_base_mm
    round_post = depth - facts.hole_base_mm
    base = FillLayer("concrete base", "concrete", -depth, -round_post, round_m3(across, facts.hole_base_mm))
    volume = round_m3(across, round_post) - under.post_mm * under.post_deep_mm * round_post / 1e9
    pour = FillLayer("concrete", "concrete", -round_post, 0.0, volume)
    loose = round_m3(across, depth) * CATALOGUE.materials.fill.spoil_bulking
    return Dug(
        across,
        depth,
        (base, pour),
        loose,
        (),
        post_below_mm=round_post + under.top_mm,
        bears_m2=math.pi * across**2 / 4 / 1e6,
        words=lambda p: f"hole {p.length(across)} across",
    )


KIND = FootingKind("hole", dig)
