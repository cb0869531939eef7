"""What every setting method is: the layers in a hole, bottom up, with the volume of each."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

from rowstake.core.fasteners import Sold
from rowstake.core.goods import Good


@dataclass(frozen=True, slots=True)
class HoleSize:
    """A hole and the post in it, mm; `widened_mm` across the line for a second post, whose depth `post_d_mm` then holds."""

    diameter_mm: float
    embedment_mm: float
    gravel_mm: float
    post_w_mm: float
    post_d_mm: float
    widened_mm: float = 0.0

    @property
    def area_mm2(self) -> float:
        """Seen from above: a round hole, or one drawn out by the widening."""
        return math.pi * self.diameter_mm**2 / 4 + self.diameter_mm * self.widened_mm


@dataclass(frozen=True, slots=True)
class FillLayer:
    """One layer from `bottom_mm` to `top_mm` above (below zero: below) ground, and its volume."""

    what: str
    material: str
    bottom_mm: float
    top_mm: float
    volume_m3: float
    domed: bool = False
    across_mm: float | None = None
    """Where it is not as wide as its hole."""


def bed(hole: HoleSize) -> list[FillLayer]:
    """The gravel bed under the post; none when it has no thickness."""
    if not hole.gravel_mm:
        return []
    volume = hole.area_mm2 * hole.gravel_mm / 1e9
    return [FillLayer("gravel bed", "gravel", -hole.embedment_mm - hole.gravel_mm, -hole.embedment_mm, volume)]


def round_post(hole: HoleSize, what: str, material: str, bottom_mm: float, top_mm: float) -> list[FillLayer]:
    """A layer that fills the hole round the post between two depths; none when they leave nothing."""
    bottom_mm = max(bottom_mm, -hole.embedment_mm)
    if top_mm - bottom_mm < 1:
        return []
    ring = hole.area_mm2 - hole.post_w_mm * hole.post_d_mm
    return [FillLayer(what, material, bottom_mm, top_mm, ring * (top_mm - bottom_mm) / 1e9)]


@dataclass(frozen=True, slots=True)
class Footless:
    """How a post stands without a hole: `below_mm` is how far its foot reaches under what it stands on (below zero:
    above it), `hardware` what holds it, by good and count."""

    below_mm: float
    hardware: tuple[tuple[Good, int], ...]


@dataclass(frozen=True, slots=True)
class OnMasonry:
    """What a post is fixed to where it has no hole, and the post, mm."""

    post_name: str
    sold: Sold
    post_mm: float
    over_soil_mm: float
    thick_mm: float


@dataclass(frozen=True, slots=True)
class Method:
    """`bearing_width_mm` is what the earth presses on: the hole where it is filled with concrete, else the post.

    `stands` is set for methods without a hole; their layers are empty.
    """

    id: str
    layers: Callable[[HoleSize], list[FillLayer]]
    bearing_width_mm: Callable[[HoleSize], float]
    formula: str
    stands: Callable[[OnMasonry], Footless] | None = None


def no_layers(_: HoleSize) -> list[FillLayer]:
    return []
