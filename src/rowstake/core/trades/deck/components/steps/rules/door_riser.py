"""The step at the door against the risers of the flights: the same person takes them one after the other."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.level import DeckLevel

THRESHOLD_MM = 75.0
"""So low a sill is a threshold that is stepped over, not a riser."""


def look(planned: DeckLevel) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    door, most = brief.deck.house.sill_mm - brief.height_mm, brief.riser_most_mm
    own = [f for f in flights(brief) if not f.lands_on]
    if not own or door <= THRESHOLD_MM:
        return
    flight = own[0]
    differ = abs(door - flight.way.riser_mm)
    if door <= most + 0.5 and differ <= flight.limits.differ_mm + 0.5:
        return
    whole = brief.deck.house.sill_mm - flight.foot_mm
    risers = max(2, up(whole / most))
    height = brief.deck.house.sill_mm - whole / risers
    told = f"at most {p.length(most)}" if door > most else f"the others are {p.length(flight.way.riser_mm)}"
    yield found(
        f"The step down from the door is {p.length(door)}: {told}",
        "All steps from the door to the ground should be alike: the odd one is the one that is fallen over.",
        (flight.mark,),
        [
            put(
                f"Boards {p.length(height)} high: {risers} steps of {p.length(whole / risers)}",
                "deck.levels.0",
                height_mm=height,
            )
        ],
    )
