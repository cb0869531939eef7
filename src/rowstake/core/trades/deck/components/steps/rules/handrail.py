"""So many risers that a handrail is asked for."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p = planned.brief.printer
    for flight in flights(planned.brief):
        limits = flight.limits
        if flight.way.risers >= limits.handrail_risers and not flight.railed:
            low, high = limits.handrail_mm
            yield found(
                f"{flight.way.risers} risers in {flight.steps.id}: a handrail is asked for from {limits.handrail_risers} on",
                f"{p.length(low)} to {p.length(high)} over the noses, all the way down, of a section that a hand closes round, its ends "
                "turned to the post or down.",
                (flight.mark,),
                [
                    put("A handrail on one side", flight.path, handrail="near"),
                    put("On both sides", flight.path, handrail="both"),
                ],
            )
