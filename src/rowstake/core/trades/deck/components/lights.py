"""Lights along the open edges, their transformers and cable."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.fasteners import sold_mm
from rowstake.core.parts import Part
from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.components.base import Component
from rowstake.core.trades.deck.fascia import fascia_edges
from rowstake.core.trades.deck.level import DeckLevel

CABLE_MM = CATALOGUE.deck.cable_mm
LOADED, SPARE = CATALOGUE.deck.transformer_share, CATALOGUE.deck.cable_share
"""A transformer is loaded to so much of what it is rated for; cable is bought so many times as long as the edges."""


def _lay(level: DeckLevel) -> list[Part]:
    lights, sold = level.brief.deck.lights, level.brief.sold
    if not lights.count:
        return []
    transformers = up(lights.count * lights.watts / (LOADED * lights.transformer_w))
    run = sum(e.length_mm for e in fascia_edges(level.brief))
    bought = (
        (sold.good("deck_light"), lights.count),
        (sold.good("transformer", lights.transformer_w), transformers),
        (sold.good("light_cable", CABLE_MM), up(run * SPARE / sold_mm(sold, CABLE_MM))),
    )
    return [
        Part(level.place.label(f"lights {what.words}"), "hardware", "frame", what, "lights", amount=n, unit="each")
        for what, n in bought
    ]


COMPONENT = Component(order=80, lay=_lay)
