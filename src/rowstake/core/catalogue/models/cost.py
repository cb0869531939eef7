"""What a job costs beside its goods."""

from __future__ import annotations

from rowstake.core.catalogue.models.base import Fact


class Currency(Fact):
    """Its sign, and how many places its smallest coin stands behind the point."""

    symbol: str
    places: int


class CostFacts(Fact):
    auger_from_holes: int
    mixer_from_m3: float
    price_under: float
    price_over: float
    currencies: dict[str, Currency]
