"""Hours."""

from __future__ import annotations

from rowstake.core.catalogue.models.base import Fact


class WorkingDay(Fact):
    hours: float
    dig_h_per_m3: float
    dig_share: float
    finish_h_per_m2: float
    alone_over_mm: float
    alone_times: float
    heavy_from_mm: float
    """No shorter piece is looked at for its weight."""
    heavy_over_kg: float
    heavy_times: float
    high_over_mm: float
    high_times: float


class Rates(Fact):
    day: WorkingDay
