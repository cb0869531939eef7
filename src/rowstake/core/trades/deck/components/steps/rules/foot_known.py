"""Stringers told to stand on paving that nothing is said of: the rise depends on how high it lies."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    if planned.brief.ground.paving_mm:
        return
    for flight in flights(planned.brief):
        if flight.steps.foot == "slab" and not flight.lands_on:
            yield found(
                f"{flight.steps.id} stands on paving, and the ground there is taken as finished",
                "Paving laid later takes its thickness off the lowest riser, and it is the one that trips people. Tell the height of the "
                "paving to come at Height, or pour a pad; the rise is measured from the finished ground.",
                (flight.mark,),
                [put("Pour a pad", flight.path, foot="pad")],
            )
