"""Two-part foam from the gravel bed to the surface, bought in kits by volume."""

from __future__ import annotations

from rowstake.core.setting.base import FillLayer, HoleSize, Method, bed, round_post


def layers(hole: HoleSize) -> list[FillLayer]:
    return [*bed(hole), *round_post(hole, "foam", "foam", -hole.embedment_mm, 0.0)]


METHOD = Method("foam", layers, lambda hole: max(hole.post_w_mm, hole.post_d_mm), "no concrete: foam by the kit")
