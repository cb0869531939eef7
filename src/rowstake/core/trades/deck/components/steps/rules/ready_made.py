"""Stringers bought ready cut whose rise or length is not what the flight needs."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p = planned.brief.printer
    for flight in flights(planned.brief):
        if not flight.ready or not flight.treads:
            continue
        limits, way, name = flight.limits, flight.way, flight.steps.id
        cut = put("Cut them from boards", flight.path, made="cut")
        off = abs(way.riser_mm - limits.ready_riser_mm)
        if flight.treads > max(limits.ready_treads):
            yield found(
                f"{name} has {flight.treads} treads: stringers are sold ready cut for {max(limits.ready_treads)} at most",
                "A longer flight is cut from boards, or broken by a landing.",
                (flight.mark,),
                [cut],
            )
        elif abs(way.going_mm - limits.ready_going_mm) > limits.differ_mm or off * way.risers > limits.differ_mm:
            total = way.risers * limits.ready_riser_mm
            side = "short of" if total < flight.rise_mm else "over"
            yield found(
                f"Bought stringers rise {p.length(limits.ready_riser_mm)} a step: {way.risers} make {p.length(total)}, "
                f"{p.length(abs(total - flight.rise_mm))} {side} what {name} needs",
                f"All of it would come into one step, and risers may differ by {p.length(limits.differ_mm)} here. The paving or the pad takes it "
                f"up, or they are cut: {way.risers} of {p.length(way.riser_mm)}, going {p.length(way.going_mm)}.",
                (flight.mark,),
                [cut],
            )
