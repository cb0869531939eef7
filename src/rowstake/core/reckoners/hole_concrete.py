"""Concrete round posts in round holes, in cubic metres and bags."""

from __future__ import annotations

import math
from typing import Annotated

from pydantic import Field

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, LengthOrZero, Outputs, Reckoner, up


class HoleConcrete(Inputs):
    hole_diameter_mm: Length
    concrete_depth_mm: Length
    post_w_mm: LengthOrZero = 0
    post_d_mm: LengthOrZero = 0
    count: Annotated[int, Field(ge=1, le=100_000)] = 1
    bag_kg: Annotated[float, Field(ge=1, le=2000)] = 25
    waste_pct: Annotated[float, Field(ge=0, le=100)] = 5


class HoleConcreteOut(Outputs):
    volume_each_m3: float
    volume_total_m3: float
    bags_each: int
    bags_total: int


def bags_for(volume_m3: float, bag_kg: float, waste_pct: float) -> int:
    """Whole bags of dry mix for a volume, waste added."""
    return up(volume_m3 * (1 + waste_pct / 100) * CATALOGUE.materials.concrete.dry_kg_per_m3 / bag_kg)


def run(given: HoleConcrete) -> HoleConcreteOut:
    """Volume `(π·D²/4 − w·d) · depth` of every hole, and bags `⌈V · 2136 kg/m³ · (1 + waste) / bag⌉` pooled over all of them.

    Lengths in mm, volumes in m³. Raises `JobFault` where the post does not fit into the hole. Source: trade practice; yield of
    premixed bags.
    """
    area = math.pi * given.hole_diameter_mm**2 / 4
    if math.hypot(given.post_w_mm, given.post_d_mm) >= given.hole_diameter_mm:
        raise refuse(
            "hole_diameter_mm", f"{given.hole_diameter_mm:g}", "wider than the post, corner to corner",
            "The post does not fit into the hole",
        )  # fmt: skip
    each = (area - given.post_w_mm * given.post_d_mm) * given.concrete_depth_mm / 1e9
    return HoleConcreteOut(
        volume_each_m3=each,
        volume_total_m3=each * given.count,
        bags_each=bags_for(each, given.bag_kg, given.waste_pct),
        bags_total=bags_for(each * given.count, given.bag_kg, given.waste_pct),
    )


def say(given: HoleConcrete, out: HoleConcreteOut, p: Printer) -> str:
    facts = CATALOGUE.materials.concrete
    mix = f" At {p.volume(out.volume_total_m3)}, ask the price of ready-mix." * (
        out.volume_total_m3 > facts.ready_mix_over_m3
    )
    return (
        f"{out.bags_total} bags of {p.weight(given.bag_kg)} for {given.count} holes "
        f"({p.volume(out.volume_each_m3)} each).{mix}"
    )


RECKONER = Reckoner(
    "hole-concrete", "holes", "Concrete for holes", "Hole less post, waste added, bags pooled over all holes.",
    HoleConcrete, HoleConcreteOut, run, say,
    {"hole_diameter_mm": 254, "concrete_depth_mm": 762, "post_w_mm": 88.9, "post_d_mm": 88.9, "count": 14,
     "bag_kg": 36.287, "waste_pct": 5},
)  # fmt: skip
