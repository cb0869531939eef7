"""A buried collar: gravel bed, tamped soil, a band of concrete below the surface, soil above it."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.setting.base import FillLayer, HoleSize, Method, bed, round_post


def layers(hole: HoleSize) -> list[FillLayer]:
    facts = CATALOGUE.materials.collar
    top = -min(facts.top_down_mm, hole.embedment_mm / 3)
    low = top - facts.thick_mm
    return [
        *bed(hole),
        *round_post(hole, "tamped soil", "soil", -hole.embedment_mm, low),
        *round_post(hole, "concrete band", "concrete", low, top),
        *round_post(hole, "soil and gravel", "soil", top, 0.0),
    ]


METHOD = Method(
    "collar", layers, lambda hole: max(hole.post_w_mm, hole.post_d_mm),
    "(π·hole²/4 − post) × the thickness of the band",
)  # fmt: skip
