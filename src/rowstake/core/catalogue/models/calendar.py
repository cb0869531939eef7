"""What the days of a job depend on beside its hours."""

from __future__ import annotations

from rowstake.core.catalogue.models.base import Fact


class WeatherLimits(Fact):
    """What stops a kind of work on a day; None for what does not."""

    name: str
    frost_below_c: float | None = None
    rain_over_mm: float | None = None
    gust_over_mps: float | None = None
    humidity_over_pct: float | None = None


class Visit(Fact):
    name: str
    words: str
    after_days: int
    trades: list[str]


class CalendarFacts(Fact):
    hour: int
    """When a working day begins."""
    cold_below_c: float
    cold_times: float
    recoat_h: float
    tools: dict[str, list[str]]
    """By stage of the work."""
    weather: dict[str, WeatherLimits]
    visits: dict[str, Visit]
