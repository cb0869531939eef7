"""Lights meant for risers that nothing closes."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    for flight in flights(planned.brief):
        if flight.steps.lights and not flight.lights:
            yield found(
                f"{flight.of} has no riser boards to set its lights in",
                "Lights in risers are let into the board and wired before it closes.",
                (flight.mark,),
                [put("Close the risers", flight.path, closed=True), put("No lights there", flight.path, lights=0)],
            )
