"""Site conditions: places, what is usual there, and the forecast of each for some days. What was told last is kept, so that a service that fails loses nothing."""

from __future__ import annotations

import datetime
import time
from dataclasses import dataclass
from threading import Lock
from typing import Annotated
from urllib.parse import quote

from pydantic import BaseModel, Field, TypeAdapter

from rowstake.core.calendar.weather import DayWeather
from rowstake.core.site.conditions import Conditions
from rowstake.outside.asked import SECONDS, Trouble, asked

WHO = "The weather service"
FRESH_S, AGAIN_S = 900.0, 30.0
"""What was told is good for so long; after trouble it is asked again after so long."""


@dataclass(frozen=True, slots=True)
class WeatherPlace:
    """A place that conditions are told of."""

    id: str
    name: str


class _Day(BaseModel):
    day: datetime.date
    low_c: float = Field(ge=-80, le=60)
    high_c: float = Field(ge=-80, le=60)
    rain_mm: float = Field(ge=0, le=2000)
    gust_mps: float = Field(ge=0, le=150)
    humidity_pct: float = Field(ge=0, le=100)


class _Place(BaseModel):
    frost_mm: float = Field(ge=0, le=3000)
    gust_mps: float = Field(ge=1, le=120)
    snow_kpa: float = Field(ge=0, le=15)
    temperature_c: list[Annotated[float, Field(ge=-80, le=60)]] = Field(min_length=12, max_length=12)
    humidity_pct: list[Annotated[float, Field(ge=0, le=100)]] = Field(min_length=12, max_length=12)


PLACES, DAYS, PLACE = TypeAdapter(list[WeatherPlace]), TypeAdapter(list[_Day]), TypeAdapter(_Place)
Forecast = dict[datetime.date, DayWeather]


class Skies:
    """What a service of site conditions tells; nothing where there is none."""

    def __init__(self, url: str = "", seconds: float = SECONDS, fresh_s: float = FRESH_S) -> None:
        self.url, self.seconds, self.fresh_s = url.rstrip("/"), seconds, fresh_s
        self._told: dict[str, tuple[float, Forecast, str]] = {}
        self._lock = Lock()

    def places(self) -> list[WeatherPlace]:
        try:
            return asked(self.url, "/places", PLACES, WHO, self.seconds)
        except Trouble:
            return []

    def conditions(self, place: str) -> Conditions:
        """Frost, gust, snow and the months of a place. Raises `Trouble`."""
        told = asked(self.url, f"/place/{quote(place, safe='')}", PLACE, WHO, self.seconds)
        return Conditions(told.frost_mm, told.gust_mps, told.snow_kpa, told.temperature_c, told.humidity_pct)

    def forecast(self, place: str) -> Forecast:
        """The days that are known of a place; those told last where nobody answers now."""
        return self._known(place)[0] if place else {}

    def trouble(self, place: str) -> str:
        """What went wrong when it was asked last; nothing where it answered."""
        return self._known(place)[1] if place else ""

    def _known(self, place: str) -> tuple[Forecast, str]:
        now = time.monotonic()
        with self._lock:
            until, days, why = self._told.get(place, (0.0, {}, ""))
        if now < until:
            return days, why
        try:
            found = asked(self.url, f"/forecast/{place}", DAYS, WHO, self.seconds)
            days, why, until = (
                {d.day: DayWeather(d.low_c, d.high_c, d.rain_mm, d.gust_mps, d.humidity_pct) for d in found},
                "",
                now + self.fresh_s,
            )
        except Trouble as trouble:
            kept = "; what it told last is used" if days else ""
            why, until = f"{trouble}{kept}.", now + min(self.fresh_s, AGAIN_S)
        with self._lock:
            self._told[place] = (until, days, why)
        return days, why
