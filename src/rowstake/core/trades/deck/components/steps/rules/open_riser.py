"""Open risers that let through what must not pass."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p = planned.brief.printer
    for flight in flights(planned.brief):
        opening, most = flight.way.riser_mm - flight.tread.thickness_mm, flight.limits.open_mm
        if not flight.steps.closed and opening >= most - 0.5:
            yield found(
                f"{p.length(opening)} stands open between the treads of {flight.steps.id}: nothing that {p.length(most)} passes through",
                "A small child slips through, head last.",
                (flight.mark,),
                [put("Close the risers", flight.path, closed=True)],
            )
