"""Ground that falls across the foot of a flight by more than risers may differ."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.stack import ground_at


def look(planned: DeckLevel) -> Iterator[Finding]:
    p = planned.brief.printer
    for flight in flights(planned.brief):
        if flight.lands_on or flight.steps.foot == "pad":  # which is poured level
            continue
        ends = [ground_at(planned.brief, foot) for own in flight.runs for foot in own.foot]
        fall = max(ends) - min(ends)
        if fall <= flight.limits.differ_mm + 0.5:
            continue
        yield found(
            f"The ground falls {p.length(fall)} across the foot of {flight.steps.id}; risers may differ by {p.length(flight.limits.differ_mm)}",
            "The rise is taken from its high end. Level the ground in front of the whole foot to that, or the step down is "
            f"{p.length(flight.way.riser_mm + fall)} at the low end.",
            (flight.mark,),
            [put("Pour a level pad", flight.path, foot="pad")],
        )
