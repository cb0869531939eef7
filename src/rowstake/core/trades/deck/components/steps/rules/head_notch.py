"""Heads of stringers that are notched over a rail, where the notch leaves too little."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.drop import stringer_of
from rowstake.core.trades.deck.components.steps.head import notch_kn
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    for flight in (f for f in flights(brief) if f.railed_head):
        stringer = stringer_of(planned, flight)
        hang = put("Hang them by hangers", flight.path, head_by="hangers")
        if stringer.head is None:
            yield found(
                f"The heads of {flight.steps.id} find no room for a rail under them; they hang by hangers",
                f"A rail takes {p.length(CATALOGUE.sections[brief.region.rail].thickness_mm)} of the plumb cut, and what is poured or stands out there is in its way.",
                (flight.mark,),
                [hang],
            )
            continue
        bears, holds = stringer.load_kn / 2, notch_kn(stringer, brief.species)
        if bears > holds:
            yield found(
                f"The notch over the rail leaves {p.length(stringer.left_mm)} of the heads of {flight.steps.id}: it holds {p.force(holds)}, {p.force(bears)} stands on each",
                "A board notched from below at its end splits from the corner of the notch: it holds by the square of what is left of it. A deeper "
                "stringer, more of them, or hangers.",
                (flight.mark,),
                [hang],
            )
