"""Lights along the open edges of the main level and in risers, their transformers and cable: along the edges, down each flight and to the
middle of its risers."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.fasteners import sold_mm
from rowstake.core.parts import Part
from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.components.base import DeckComponent
from rowstake.core.trades.deck.components.steps.on_edge import runs
from rowstake.core.trades.deck.fascia import fascia_edges
from rowstake.core.trades.deck.level import DeckLevel

CABLE_MM = CATALOGUE.deck.cable_mm
LOADED, SPARE = CATALOGUE.deck.transformer_share, CATALOGUE.deck.cable_share
"""A transformer is loaded to so much of what it is rated for; cable is bought so many times as long as the edges."""


def _lay(level: DeckLevel) -> list[Part]:
    lights, sold = level.brief.deck.lights, level.brief.sold
    along = 0 if level.brief.deck.there or level.place.number else lights.count
    own = [f for f in runs(level.brief) if f.lights]
    count = along + sum(f.lights for f in own)
    if not count:
        return []
    transformers = up(count * lights.watts / (LOADED * lights.transformer_w))
    run = sum(e.length_mm for e in fascia_edges(level.brief)) if along else 0.0
    run += sum(f.way.run_mm + f.rise_mm + f.treads * f.steps.width_mm / 2 for f in own)
    bought = (
        (sold.good("deck_light"), count),
        (sold.good("transformer", lights.transformer_w), transformers),
        (sold.good("light_cable", CABLE_MM), up(run * SPARE / sold_mm(sold, CABLE_MM))),
    )
    return [
        Part(level.place.label(f"lights {what.words}"), "hardware", "frame", what, "lights", amount=n, unit="each")
        for what, n in bought
    ]


COMPONENT = DeckComponent(order=87, lay=_lay, alone=True)
