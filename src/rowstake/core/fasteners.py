"""Bolts by the length they come in: through the timber, and over it for washers and nut."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.measure import Printer


def bolt_for(units: str, through_mm: float, over_mm: float | None = None) -> str:
    """The bolt on sale that goes through so much timber, in words of the region's own sizes."""
    facts = CATALOGUE.materials.bolts
    wanted = through_mm + (facts.over_mm if over_mm is None else over_mm)
    sold = facts.lengths_in if units == "ft-in" else facts.lengths_mm
    length = next((s for s in sorted(sold) if s >= wanted - 1e-6), max(sold))
    name = facts.name_in if units == "ft-in" else facts.name_mm
    return (
        f"{name} × {Printer('ft-in', 16).bare(length) if units == 'ft-in' else f'{length:g} mm'} with nut and washers"
    )
