"""Notches that leave too little of a stringer."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.hip import hips
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.components.steps.rise import with_risers
from rowstake.core.trades.deck.components.steps.stringers import ACROSS, Stringer, notch_mm
from rowstake.core.trades.deck.level import DeckLevel

MORE = 5
"""So many risers more are tried."""


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, least = planned.brief.printer, CATALOGUE.steps.throat_mm
    for flight in (f for f in flights(planned.brief) if not f.boxed and not f.ready):
        stringer, name, turn = Stringer(flight), flight.steps.id, 1.0
        under = hips(flight, stringer)
        if under:
            stringer, turn = under[0].stringer, ACROSS
        if stringer.throat_mm >= least - 0.5:
            continue
        fixes = [put("The size the notches ask", flight.path, stringer=None)] if flight.steps.stringer else []
        deep = stringer.section.width_mm
        more = (with_risers(flight, flight.way.risers + n) for n in range(1, MORE + 1))
        for other in (
            f
            for f in more
            if f and deep - notch_mm(f.way, turn) >= least and f.way.riser_mm >= CATALOGUE.steps.riser_least_mm
        ):
            words = f"{other.way.risers} risers of {p.length(other.way.riser_mm)}"
            fixes.append(put(words, flight.path, max_riser_mm=other.steps.max_riser_mm))
            break
        yield found(
            f"The notches leave {p.length(stringer.throat_mm)} of the stringer{' under the mitre' if under else 's'} of {name}; {p.length(least)} "
            "should be left",
            f"A notch of {p.length(flight.way.riser_mm)} by {p.length(flight.way.going_mm * turn)} takes {p.length(stringer.notch_mm)} of "
            f"{stringer.section.name}. A stringer cut too thin splits along the grain from notch to notch.",
            (flight.mark,),
            fixes,
        )
