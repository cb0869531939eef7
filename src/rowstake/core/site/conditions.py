"""What is told of the place a job stands at: how it goes into the job, and how it reads there."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.job import Job, write_job

DEG, HUMID = 5.0, 10.0
"""What counts alike where a climate is looked for: so many degrees, and so many per cent of humidity."""


@dataclass(frozen=True, slots=True)
class Conditions:
    """Of a place: frost in mm, a 3-second gust at 10 m, snow on the ground, and the means of the twelve months."""

    frost_mm: float
    gust_mps: float
    snow_kpa: float
    temperature_c: Sequence[float]
    humidity_pct: Sequence[float]


def climate_like(told: Conditions) -> str:
    """The climate of the catalogue whose months are nearest: least Σ (ΔT / 5)² + (ΔRH / 10)²."""

    def off(id: str) -> float:
        months = CATALOGUE.climates[id]
        warm = sum(((a - b) / DEG) ** 2 for a, b in zip(months.temperature_c, told.temperature_c, strict=True))
        return warm + sum(((a - b) / HUMID) ** 2 for a, b in zip(months.humidity_pct, told.humidity_pct, strict=True))

    return min(CATALOGUE.climates, key=off)


@dataclass(frozen=True, slots=True)
class PlaceTold:
    """`words` say what is told; `edits` put into the job what is otherwise there: none where it says the same."""

    words: str
    edits: tuple[dict[str, Any], ...]


def place_told(job: Job, place: str, told: Conditions) -> PlaceTold:
    p, climate = job.printer, climate_like(told)
    words = (
        f"freezes {p.length(told.frost_mm)} deep, gusts of {p.gust(told.gust_mps)}, snow {p.pressure(told.snow_kpa)}; "
        f"its year is most like “{CATALOGUE.climates[climate].name}”"
    )
    values = {
        "site.frost_depth_mm": told.frost_mm,
        "site.gust_mps": told.gust_mps,
        "site.climate": climate,
        "deck.loads.snow_kpa": told.snow_kpa,
        "terms.calendar.place": place,
    }
    return PlaceTold(words, tuple(_edits(write_job(job), values)))


def _edits(document: dict[str, Any], values: dict[str, Any]) -> Iterator[dict[str, Any]]:
    """Of what the document has, and has otherwise."""
    for path, value in values.items():
        at: Any = document
        *way, last = path.split(".")
        for key in way:
            at = at.get(key) if isinstance(at, dict) else None
        if isinstance(at, dict) and last in at and at[last] != value:
            yield {"do": "set", "path": path, "value": value}
