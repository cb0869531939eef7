"""A riser higher, a going shorter, or the two together steeper or flatter than the region's limits."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.components.steps.rise import way_told, ways
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p = planned.brief.printer
    for flight in flights(planned.brief):
        way, limits, name = flight.way, flight.limits, flight.steps.id
        highest, (low, high) = planned.brief.riser_most_mm, limits.step_mm
        if way.riser_mm > highest + 0.5:
            yield found(
                f"Risers of {p.length(way.riser_mm)} in {name}: at most {p.length(highest)} here",
                "A step taller than people expect is stumbled over, and refused by most inspectors.",
                (flight.mark,),
                [put("Risers within the usual limit", flight.path, max_riser_mm=None)],
            )
        most = CATALOGUE.steps.nosing_most_mm
        if flight.steps.nosing_mm > most + 0.5:
            yield found(
                f"Noses of {name} stand {p.length(flight.steps.nosing_mm)} over; at most {p.length(most)}",
                "A long nose catches the toe going up, and a tread that tips over its last bearing splits.",
                (flight.mark,),
                [put("The usual overhang", flight.path, nosing_mm=planned.brief.region.overhang_mm)],
            )
        if way.going_mm < limits.going_mm - 0.5:
            yield found(
                f"A going of {p.length(way.going_mm)} in {name}: at least {p.length(limits.going_mm)} here",
                "The foot finds less tread than it needs going down.",
                (flight.mark,),
                [put("What whole boards make", flight.path, going_mm=None)],
            )
        elif not low - 0.5 <= way.step_mm <= high + 0.5:
            others = ways(flight)[1:]
            better = [w for w in others if low <= w.way.step_mm <= high and w.way.riser_mm <= highest + 0.5]
            yield found(
                f"Twice the riser and the going make {p.length(way.step_mm)} in {name}; {p.length(low)} to {p.length(high)} walks well",
                f"{p.length(way.riser_mm)} up and {p.length(way.going_mm)} out is {'a long' if way.step_mm > high else 'a short'} stride.",
                (flight.mark,),
                [
                    put(f"{w.way.risers} risers of {p.length(w.way.riser_mm)}, going {p.length(w.way.going_mm)}", flight.path, **way_told(flight, w))
                    for w in better[:2]
                ],
            )  # fmt: skip
