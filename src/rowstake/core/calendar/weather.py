"""What the weather does to work: days on which it is lost, and how much slower concrete sets."""

from __future__ import annotations

import datetime
from collections.abc import Mapping
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE, Climate
from rowstake.core.measure import MPS_PER_MPH

STRONG_MPS = 12.0


@dataclass(frozen=True, slots=True)
class DayWeather:
    """A forecast day: lowest and highest °C, rain in mm, the strongest gust in m/s, and the mean humidity in %."""

    low_c: float
    high_c: float
    rain_mm: float = 0.0
    gust_mps: float = 0.0
    humidity_pct: float = 60.0


@dataclass(frozen=True, slots=True)
class Weather:
    """Forecast days where there are any; the climate's months for all others, which lose no day but tell how cold it is."""

    climate: Climate
    forecast: Mapping[datetime.date, DayWeather]
    feet: bool = False
    """Told in the units of a job in feet: °F, inches, miles an hour."""

    def warmth(self, c: float) -> str:
        return f"{c * 9 / 5 + 32:.0f} °F" if self.feet else f"{c:g} °C"

    def rain(self, mm: float) -> str:
        return f"{mm / 25.4:.2f} in" if self.feet else f"{mm:g} mm"

    def gust(self, mps: float) -> str:
        return f"{mps / MPS_PER_MPH:.0f} mph" if self.feet else f"{mps:g} m/s"

    def sky(self, w: DayWeather) -> str:
        """A day in words: from the lowest to the highest, rain, wind where it is strong."""
        low = self.warmth(w.low_c).rsplit(" ", 1)[0]
        rain = f", {self.rain(w.rain_mm)} rain" if w.rain_mm else ""
        wind = f", gusts {self.gust(w.gust_mps)}" if w.gust_mps >= STRONG_MPS else ""
        return f"{low} to {self.warmth(w.high_c)}{rain}{wind}"

    def mean_c(self, day: datetime.date) -> float:
        known = self.forecast.get(day)
        return (known.low_c + known.high_c) / 2 if known else float(self.climate.temperature_c[day.month - 1])

    def stops(self, day: datetime.date, work: str) -> str:
        """Why a kind of work is not done on a day, in words; nothing where it is, or nothing is known of the day."""
        known, limits = self.forecast.get(day), CATALOGUE.calendar.weather.get(work)
        if known is None or limits is None:
            return ""
        if limits.frost_below_c is not None and known.low_c < limits.frost_below_c:
            return f"frost, {self.warmth(known.low_c)}"
        if limits.rain_over_mm is not None and known.rain_mm > limits.rain_over_mm:
            return f"rain, {self.rain(known.rain_mm)}"
        if limits.gust_over_mps is not None and known.gust_mps > limits.gust_over_mps:
            return f"wind, gusts of {self.gust(known.gust_mps)}"
        if limits.humidity_over_pct is not None and known.humidity_pct > limits.humidity_over_pct:
            return f"damp, {known.humidity_pct:g} % humidity"
        return ""

    def sets_after_h(self, hours: float, poured: datetime.datetime) -> float:
        """Hours until concrete is set that was poured then: slower in the cold, day by day."""
        facts, left, at = CATALOGUE.calendar, hours, poured
        for _ in range(200):
            times = facts.cold_times if self.mean_c(at.date()) < facts.cold_below_c else 1.0
            if left * times <= 24:
                at += datetime.timedelta(hours=left * times)
                break
            left -= 24 / times
            at += datetime.timedelta(hours=24)
        return (at - poured).total_seconds() / 3600
