"""A pole held by the earth alone, free to rotate at the ground. Source: published formula for embedded poles."""

from __future__ import annotations

import math

from rowstake.core.catalogue import CATALOGUE

DEEPEST_M = CATALOGUE.structure.earth.deepest_m


def _pressure_kpa(lateral_kpa_per_m: float, depth_m: float) -> float:
    """`S1`, kPa: what the earth bears sideways at a third of the depth, doubled for a pole that may move half an inch."""
    return 2 * lateral_kpa_per_m * depth_m / 3


def required_embedment_mm(force_n: float, lever_mm: float, width_mm: float, lateral_kpa_per_m: float) -> float:
    """Depth (mm) at which the earth holds `force_n` at `lever_mm` over the ground: `allowed_force_n` turned round by bisection.

    `width_mm` is the hole where it is filled with concrete, else the post. Infinite past 30 m. Source: as there.
    """
    if force_n <= 0:
        return 0.0

    def lacks(depth_m: float) -> bool:
        return allowed_force_n(depth_m * 1000, lever_mm, width_mm, lateral_kpa_per_m) < force_n

    low, high = 0.0, DEEPEST_M
    if lacks(high):
        return math.inf
    for _ in range(60):
        middle = (low + high) / 2
        low, high = (middle, high) if lacks(middle) else (low, middle)
    return high * 1000


def allowed_force_n(depth_mm: float, lever_mm: float, width_mm: float, lateral_kpa_per_m: float) -> float:
    """The force a pole holds, N: `P = 4d² / (4d + 4.36h) · S1 · b / 2.34` with `S1 = 2 · s · d / 3`.

    d the depth, h the lever over the ground, b the width (given in mm, reckoned in m), s the lateral bearing of the soil, kPa
    per metre of depth. From d = A/2 · (1 + √(1 + 4.36h/A)), A = 2.34P/(S1·b). Nothing for no depth. Source: published formula
    for embedded poles without constraint at the ground.
    """
    d, h, b = depth_mm / 1000, lever_mm / 1000, width_mm / 1000
    if d <= 0:
        return 0.0
    return 4 * d * d / (4 * d + 4.36 * h) * _pressure_kpa(lateral_kpa_per_m, d) * 1000 * b / 2.34
