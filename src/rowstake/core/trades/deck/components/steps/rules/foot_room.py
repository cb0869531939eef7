"""A flight that leaves too little to step off onto before a wall, a path or the boundary, another level, or the edge of the one it ends on."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.landing import free
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.components.steps.rise import shortest, way_told, ways
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p = planned.brief.printer
    for flight in flights(planned.brief):
        name, found_, least = flight.steps.id, free(flight), flight.limits.landing_mm
        if found_ is None:
            continue
        left, before = found_
        better = [
            w for w in [*ways(flight)[1:], shortest(flight)]
            if w is not None and free(w) is None and w.lands_on == flight.lands_on and w.way.riser_mm <= planned.brief.riser_most_mm + 0.5 and w.way.going_mm >= w.limits.going_mm - 0.5
        ]  # fmt: skip
        has = (
            f"{p.length(left)} is left at its foot"
            if left >= 0
            else f"it runs {p.length(-left)} past what is free at its foot"
        )
        yield found(
            f"{name} runs out {p.length(flight.nose(flight.treads))}: {has}{f' before {before}' if before else ''}, {p.length(least)} is needed",
            "Whoever comes down needs a place to stand before the next thing. Fewer risers, or boxes round a corner, or steps on another edge.",
            (flight.mark,),
            [
                put(f"{w.way.risers} risers of {p.length(w.way.riser_mm)}, going {p.length(w.way.going_mm)}", flight.path, **way_told(flight, w))
                for w in better[:2]
            ],
        )  # fmt: skip
