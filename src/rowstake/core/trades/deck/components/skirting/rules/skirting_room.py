"""A fascia that leaves too little of the rim to hang skirting on."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.skirting.run import FACTS, skirts
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, tight = planned.brief.printer, [s for s in skirts(planned) if s.screwed_mm < FACTS.least_lap_mm]
    if tight:
        yield found(
            f"The fascia leaves {p.length(max(0.0, tight[0].screwed_mm))} of the rim: skirting wants {p.length(FACTS.least_lap_mm)} to be screwed to",
            "Boards hung from nothing but each other rattle and fall. No fascia there and the boards up to the deck, a narrower one, or none.",
            (),
            [put_deck("No fascia", boards__fascia=None), put_deck("No skirting", skirting__sides=[])],
        )
