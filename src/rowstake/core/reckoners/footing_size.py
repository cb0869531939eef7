"""A footing from its load and the soil's bearing."""

from __future__ import annotations

import math
from typing import Annotated

from pydantic import Field, model_validator

from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Load, LoadOrZero, Outputs, Reckoner

LEAST_SIDE_MM, LEAST_ACROSS_MM, LEAST_THICKNESS_MM = 304.8, 355.6, 152.4
"""The published least: 12 in square, 14 in round, 6 in thick."""


class FootingSize(Inputs):
    tributary_m2: Annotated[float, Field(ge=0.001, le=10_000)] | None = None
    load_kn: Annotated[float, Field(ge=0.001, le=100_000)] | None = None
    live_kpa: Load = 1.9152104
    dead_kpa: LoadOrZero = 0.4788026
    bearing_kpa: Annotated[float, Field(ge=5, le=10_000)] = 71.82039
    post_mm: Length = 139.7

    @model_validator(mode="after")
    def _one_load(self) -> FootingSize:
        if (self.tributary_m2 is None) == (self.load_kn is None):
            raise ValueError("give the tributary area or the load, one of the two")
        return self


class Footing(Outputs):
    load_kn: float
    area_m2: float
    side_mm: float
    diameter_mm: float
    thickness_mm: float


def run(given: FootingSize) -> Footing:
    """Area `A = P / q`, side `√A`, diameter `√(4A/π)`, never under the published least; thickness at least 6 in and half of what
    stands past the post.

    P kN, or tributary m² times the loads in kPa; q the soil's bearing, kPa; lengths in mm. Source: published prescriptive
    footings.
    """
    load = given.load_kn or (given.tributary_m2 or 0) * (given.live_kpa + given.dead_kpa)
    area = load / given.bearing_kpa
    side = max(math.sqrt(area) * 1000, LEAST_SIDE_MM)
    return Footing(
        load_kn=load,
        area_m2=area,
        side_mm=side,
        diameter_mm=max(math.sqrt(4 * area / math.pi) * 1000, LEAST_ACROSS_MM),
        thickness_mm=max(LEAST_THICKNESS_MM, (side - given.post_mm) / 2),
    )


def say(given: FootingSize, out: Footing, p: Printer) -> str:
    return (
        f"{out.load_kn:.1f} kN needs {p.length(out.side_mm)} square or {p.length(out.diameter_mm)} round, "
        f"at least {p.length(out.thickness_mm)} thick."
    )


RECKONER = Reckoner(
    "footing-size", "holes", "Footing size", "Load over bearing, and thick enough for what stands past the post.",
    FootingSize, Footing, run, say,
    {"tributary_m2": 3.7161216, "live_kpa": 1.9152104, "dead_kpa": 0.4788026, "bearing_kpa": 71.82039,
     "post_mm": 139.7},
)  # fmt: skip
