"""How timber moves with damp, and boards with heat."""

from __future__ import annotations

from rowstake.core.catalogue.models.base import Fact


class Movement(Fact):
    fibre_saturation_pct: float
    flat_quarter: dict[str, tuple[float, float]]
    heat_per_million: dict[str, float]
    sources: dict[str, str]
