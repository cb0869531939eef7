"""A flight whose plumb cut finds too little to hang on."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.drop import bears, stringer_of
from rowstake.core.trades.deck.components.steps.flight import flights
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, least = planned.brief.printer, CATALOGUE.steps.sound_mm
    for flight in flights(planned.brief):
        on = bears(planned, flight, stringer_of(planned, flight))
        if on.rim_mm + on.below_mm >= least - 0.5:
            continue
        fixes = [put("The first tread level with the deck", flight.path, top="level")] if not flight.level_top else []
        yield found(
            f"Only {p.length(on.rim_mm + on.below_mm)} of the stringers of {flight.steps.id} lies on the frame; {p.length(least)} should",
            "What hangs on a few screws near an edge tears off with somebody on it.",
            (f"{flight.steps.id}-S1",),
            fixes,
        )
