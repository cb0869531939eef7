"""Soils."""

from __future__ import annotations

from rowstake.core.catalogue.models.base import Fact


class Soil(Fact):
    id: str
    name: str
    lateral_kpa_per_m: float
    bearing_kpa: float
    dig_times: float
