"""Full concrete: a gravel bed, concrete to ground level, and a dome sloped away from the post."""

from __future__ import annotations

import math

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.reckoners.hole_concrete import HoleConcrete
from rowstake.core.reckoners.hole_concrete import run as hole_concrete
from rowstake.core.setting.base import FillLayer, HoleSize, Method, bed


def layers(hole: HoleSize) -> list[FillLayer]:
    """The dome is highest at the post and runs out at the hole's edge: half its height over the ring."""
    dome = CATALOGUE.materials.posts.dome_mm
    area_mm2 = hole.area_mm2
    body = hole_concrete(
        HoleConcrete(
            hole_diameter_mm=math.sqrt(4 * area_mm2 / math.pi),
            concrete_depth_mm=hole.embedment_mm,
            post_w_mm=hole.post_w_mm,
            post_d_mm=hole.post_d_mm,
        )
    ).volume_each_m3
    ring_m3 = (area_mm2 - hole.post_w_mm * hole.post_d_mm) * dome / 2 / 1e9
    pour = FillLayer("concrete", "concrete", -hole.embedment_mm, dome, body + ring_m3, domed=True)
    return [*bed(hole), pour]


METHOD = Method(
    "full",
    layers,
    lambda hole: hole.diameter_mm,
    "(π·hole²/4 − post) × embedment, and half the dome's height over the same ring",
)
