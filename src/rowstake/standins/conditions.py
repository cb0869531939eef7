"""Site conditions of made-up places: frost, gust, snow and months as they are usual, and the next ten days, from the day and the place alone, so that they are told the same when asked again."""

from __future__ import annotations

import datetime
import hashlib
import sys

import uvicorn
from fastapi import FastAPI, HTTPException

from rowstake.core.catalogue import CATALOGUE
from rowstake.standins.failing import Failing

PLACES = {
    "saltpan": ("Saltpan shore", "mild_wet", 0.45), "kestrel": ("Kestrel bank", "mild_wet", 0.35), "windmill": ("Windmill paddock", "cold_winter", 0.25),
    "ringwattle": ("Ringwattle rise", "dry_summer", 0.12),
}  # fmt: skip
USUAL = {
    "saltpan": (450.0, 33.0, 0.6),
    "kestrel": (450.0, 30.0, 0.6),
    "windmill": (1066.8, 40.0, 1.9),
    "ringwattle": (0.0, 37.0, 0.0),
}
"""Frost in mm, the design gust in m/s, snow on the ground in kPa."""
DAYS = 10


def _dice(*key: object) -> float:
    """0 to 1, the same for the same key."""
    return int(hashlib.sha256("|".join(map(str, key)).encode()).hexdigest()[:8], 16) / 0xFFFFFFFF


def day_of(place: str, day: datetime.date) -> dict[str, object]:
    """A day's weather: about the month's mean, wetter and windier on some days."""
    _, climate, wet = PLACES[place]
    facts = CATALOGUE.climates[climate]
    mean = facts.temperature_c[day.month - 1] + 6 * (_dice(place, day, "t") - 0.5)
    rains = _dice(place, day, "r") < wet
    return {
        "day": day.isoformat(), "low_c": round(mean - 4, 1), "high_c": round(mean + 4, 1), "rain_mm": round(24 * _dice(place, day, "mm"), 1) if rains else 0.0,
        "gust_mps": round(6 + 14 * _dice(place, day, "g"), 1), "humidity_pct": round(min(98.0, facts.humidity_pct[day.month - 1] + (10 if rains else -6))),
    }  # fmt: skip


def create_app() -> FastAPI:
    app = FastAPI(title="Site conditions, a stand-in", openapi_url=None)
    app.add_middleware(Failing)

    @app.get("/places")
    def places() -> list[dict[str, str]]:
        return [{"id": key, "name": name} for key, (name, _, _) in PLACES.items()]

    @app.get("/place/{place}")
    def usual(place: str) -> dict[str, object]:
        if place not in PLACES:
            raise HTTPException(404, "no such place")
        (frost, gust, snow), months = USUAL[place], CATALOGUE.climates[PLACES[place][1]]
        return {
            "frost_mm": frost, "gust_mps": gust, "snow_kpa": snow,
            "temperature_c": months.temperature_c, "humidity_pct": months.humidity_pct,
        }  # fmt: skip

    @app.get("/forecast/{place}")
    def forecast(place: str, today: datetime.date | None = None) -> list[dict[str, object]]:
        if place not in PLACES:
            raise HTTPException(404, "no such place")
        first = today or datetime.date.today()
        return [day_of(place, first + datetime.timedelta(days=n)) for n in range(DAYS)]

    return app


if __name__ == "__main__":
    uvicorn.run(create_app(), host="127.0.0.1", port=int(sys.argv[1]), log_level="warning")
