"""The gust a fence bay stands, from its post and from the earth round it. A screening estimate."""

from __future__ import annotations

import math
from typing import Annotated, Literal

from pydantic import Field

from rowstake.core.catalogue import CATALOGUE, pick
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Outputs, Reckoner
from rowstake.core.structure import earth, wind
from rowstake.core.structure.timber import bending_mpa, read_stick


class FenceWind(Inputs):
    height_mm: Length
    bay_mm: Length
    solidity: Annotated[float, Field(ge=0.01, le=1)] = 1
    exposure: Literal["B", "C", "D"] = "B"
    wind_mps: Annotated[float, Field(ge=0.001, le=120)]
    species: str = "southern_pine"
    post_size: str = "4x4"
    hole_diameter_mm: Length
    embedment_mm: Length
    lateral_bearing_kpa_per_m: Annotated[float, Field(ge=1, le=500)] = 15.7


class WindLoad(Outputs):
    pressure_pa: float
    force_n: float
    moment_nm: float
    post_capacity_nm: float
    required_embedment_mm: float | None
    holds_to_mps: float
    earth_holds_mps: float
    governed_by: Literal["post", "embedment"]


def run(given: FenceWind) -> WindLoad:
    """The gust that a bay stands, m/s: `V · √(capacity / demand)` of the post's bending and of the earth round it, the lesser.

    Demand from `pressure_pa`, `bay_force_n` and `ground_moment_nm`; capacity `Fb · S` for a gust's short time, and
    `allowed_force_n`. Lengths in mm, gust 3 s at 10 m. Raises `JobFault` for a size or species that is not on sale. Source: as of
    those; a screening estimate.
    """
    species = pick(CATALOGUE.species, given.species, "species")
    stick = read_stick(given.post_size, "post_size")
    pressure = wind.pressure_pa(given.wind_mps, given.exposure, given.solidity)
    force = wind.bay_force_n(pressure, given.height_mm, given.bay_mm)
    moment = wind.ground_moment_nm(force, given.height_mm)
    lever = wind.LEVER * given.height_mm
    soil = given.lateral_bearing_kpa_per_m
    post_nm = bending_mpa(species, stick, short_term=True) * stick.section_modulus_mm3 / 1000
    earth_n = earth.allowed_force_n(given.embedment_mm, lever, given.hole_diameter_mm, soil)
    by_post = given.wind_mps * math.sqrt(post_nm / moment)
    by_earth = given.wind_mps * math.sqrt(earth_n / force)
    depth = earth.required_embedment_mm(force, lever, given.hole_diameter_mm, soil)
    return WindLoad(
        pressure_pa=pressure,
        force_n=force,
        moment_nm=moment,
        post_capacity_nm=post_nm,
        required_embedment_mm=depth if math.isfinite(depth) else None,
        holds_to_mps=min(by_post, by_earth),
        earth_holds_mps=by_earth,
        governed_by="post" if by_post < by_earth else "embedment",
    )


def say(given: FenceWind, out: WindLoad, p: Printer) -> str:
    what = "the post" if out.governed_by == "post" else "the earth round the post"
    verdict = "more than" if out.holds_to_mps >= given.wind_mps else "less than"
    return (
        f"This bay stands a gust of about {p.speed(out.holds_to_mps)}, {verdict} the site's "
        f"{p.speed(given.wind_mps)}; {what} gives first. A screening estimate, not a design."
    )


RECKONER = Reckoner(
    "fence-wind", "holes", "Wind on a fence", "The gust at which the post or the earth reaches its limit.",
    FenceWind, WindLoad, run, say,
    {"height_mm": 1828.8, "bay_mm": 2438.4, "solidity": 1, "exposure": "C", "wind_mps": 46.94,
     "species": "southern_pine", "post_size": "4x4", "hole_diameter_mm": 254, "embedment_mm": 762,
     "lateral_bearing_kpa_per_m": 15.7},
)  # fmt: skip
