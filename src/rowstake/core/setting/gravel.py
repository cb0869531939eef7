"""Compacted aggregate from the bottom of the hole to the surface."""

from __future__ import annotations

from rowstake.core.setting.base import FillLayer, HoleSize, Method, bed, round_post


def layers(hole: HoleSize) -> list[FillLayer]:
    return [*bed(hole), *round_post(hole, "compacted gravel", "gravel", -hole.embedment_mm, 0.0)]


METHOD = Method(
    "gravel", layers, lambda hole: max(hole.post_w_mm, hole.post_d_mm), "no concrete: gravel all the way up"
)
