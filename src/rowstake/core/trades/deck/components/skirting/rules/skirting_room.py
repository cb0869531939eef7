"""Skirting with nothing to hang on: a fascia leaves too little of the rim, or the rim ends just over the ground."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.skirting.run import FACTS, skirts
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, every = planned.brief.printer, skirts(planned)
    tight = [s for s in every if s.screwed_mm < FACTS.least_lap_mm]
    if tight:
        yield found(
            f"The fascia leaves {p.length(max(0.0, tight[0].screwed_mm))} of the rim: skirting wants {p.length(FACTS.least_lap_mm)} to be screwed to",
            "Boards hung from nothing but each other rattle and fall. No fascia there and the boards up to the deck, a narrower one, or none.",
            (),
            [put_deck("No fascia", boards__fascia=None), put_deck("No skirting", skirting__sides=[])],
        )
    elif every and not any(skirt.hung for skirt in every):
        yield found(
            "No skirting hangs below the rim: it ends too near the ground, or something stands before all of it",
            f"Boards shorter than {p.length(FACTS.least_mm)} are not worth their screws. A fascia closes an edge as low as this.",
            (),
            [put_deck("No skirting", skirting__sides=[])],
        )
