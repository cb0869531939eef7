"""What every setting method is: the layers in a hole, bottom up, with the volume of each."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class HoleSize:
    """A hole and the post in it, mm."""

    diameter_mm: float
    embedment_mm: float
    gravel_mm: float
    post_w_mm: float
    post_d_mm: float


@dataclass(frozen=True, slots=True)
class Layer:
    """One layer from `bottom_mm` to `top_mm` above (below zero: below) ground, and its volume."""

    what: str
    material: str
    bottom_mm: float
    top_mm: float
    volume_m3: float
    domed: bool = False


@dataclass(frozen=True, slots=True)
class Method:
    """`bearing_width_mm` is what the earth presses on: the hole where it is filled with concrete, else the post."""

    id: str
    layers: Callable[[HoleSize], list[Layer]]
    bearing_width_mm: Callable[[HoleSize], float]
    formula: str
