"""What seals the ends of timber that is cut on site."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.fasteners import Sold
from rowstake.core.parts import Part
from rowstake.core.reckoners.base import up


def end_sealer(sold: Sold, parts: list[Part], label: str = "cut ends") -> list[Part]:
    """Preservative for every end that is cut, two coats, in whole litres or quarts."""
    facts = CATALOGUE.materials.sealer
    sections = CATALOGUE.sections
    ends = [
        sections[p.good.id].thickness_mm * p.width_mm * (1 if p.kind == "post" else 2)
        for p in parts
        if p.unit == "piece" and sections[p.good.id].use not in ("sheet", "decking", "fascia")
    ]
    if not ends:
        return []
    litres = sum(ends) / 1e6 * facts.coats / facts.m2_per_litre
    tin = facts.tin_in_litre if sold.units == "ft-in" else facts.tin_litre
    good = sold.good("end_preservative", tin)
    return [Part(label, "hardware", "frame", good, "cut ends", amount=up(litres / tin), unit="each")]
