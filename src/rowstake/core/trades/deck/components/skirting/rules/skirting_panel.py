"""Skirting all round without a way in."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.skirting.run import skirts
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    every = [skirt for skirt in skirts(planned) if skirt.hung]
    if every and not any(skirt.panel for skirt in every):
        widest = max(every, key=lambda skirt: len(skirt.hung))
        yield found(
            "Nobody gets under the deck once the skirting is on",
            "What is below is looked at, cleaned and mended one day: drains, taps, cables, the transformer, the footings.",
            (planned.place.label(f"Z{widest.number}.{widest.hung[0][0]}"),),
            [put_deck(f"A panel on the {widest.edge.side} side", skirting__panel=widest.edge.side)],
        )
