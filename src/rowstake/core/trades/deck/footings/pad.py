"""A round pad under the frost and a pier up to the post base; soil goes back round the pier.

A top set low lies on the pad or over it, never in it: the hole goes as much deeper.
"""

from __future__ import annotations

import math

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.measure import Printer
from rowstake.core.setting import FillLayer
from rowstake.core.trades.deck.footings.base import Dug, FootingKind, Under, base_of, round_m3, tidy


def dig(under: Under) -> Dug:
    facts, asked = CATALOGUE.deck, under.asked
    thick = tidy(asked.thickness_mm, under.step_mm / 2)
    depth = max(under.depth_mm, thick - min(0.0, under.top_mm))
    pier = tidy(under.post_deep_mm + facts.pier_over_post_mm, under.step_mm)
    across = max(tidy(asked.diameter_mm, under.step_mm), pier)
    pad = FillLayer("concrete pad", "concrete", -depth, -depth + thick, round_m3(across, thick))
    tall = depth - thick + under.top_mm
    layers = [pad]
    back = 0.0
    if tall > 1:
        layers.append(
            FillLayer("concrete pier", "concrete", -depth + thick, under.top_mm, round_m3(pier, tall), across_mm=pier)
        )
    below, beside = max(0.0, depth - thick), max(0.0, min(tall, depth - thick))
    back = round_m3(across, below) - round_m3(pier, beside)
    if back > 1e-6:
        layers.append(FillLayer("soil put back", "soil", -depth + thick, 0.0, back))
    loose = (round_m3(across, depth) - back) * CATALOGUE.materials.fill.spoil_bulking

    def words(p: Printer) -> str:
        return f"pad {p.length(across)} across, {p.length(thick)} thick, pier {p.length(pier)}"

    return Dug(across, depth, tuple(layers), loose, base_of(under), bears_m2=math.pi * across**2 / 4 / 1e6, words=words)


KIND = FootingKind("pad", dig)
