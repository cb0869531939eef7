"""Months of temperature and humidity."""

from __future__ import annotations

from rowstake.core.catalogue.models.base import Fact


class Climate(Fact):
    """Means of the twelve months, January first."""

    id: str
    name: str
    temperature_c: list[float]
    humidity_pct: list[float]
