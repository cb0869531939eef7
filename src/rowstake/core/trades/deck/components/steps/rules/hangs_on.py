"""A flight whose plumb cut finds too little to hang on."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.drop import bears, stringer_of
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, least = planned.brief.printer, CATALOGUE.steps.sound_mm
    for flight in (f for f in flights(planned.brief) if not f.boxed):
        hung = [(own, stringer_of(planned, own)) for own in flight.runs]
        half, rated = max(0.0 if own.head else own.load_kn / 2 for _, own in hung), CATALOGUE.steps.hanger_kn
        if flight.corners:
            half = max(half, flight.corner_kn / 2)
        if half > rated:
            yield found(
                f"A hanger of {flight.steps.id} carries {p.force(half)}, {half / rated * 100:.0f} % of what it is rated for",
                "Longer flights weigh more on each stringer. A hanger of a higher rating by its maker, or a narrower spacing of stringers; a "
                "landing half-way takes half of it.",
                (flight.mark,),
            )
        bearing = [bears(planned, own, stringer) for own, stringer in hung]
        lies = min(on.rim_mm + on.below_mm for on in bearing)
        if lies >= least - 0.5:
            continue
        fixes = [put("The first tread level with the deck", flight.path, top="level")] if not flight.level_top else []
        yield found(
            f"Only {p.length(lies)} of the stringers of {flight.steps.id} lies on the frame; {p.length(least)} should",
            "What hangs on a few screws near an edge tears off with somebody on it.",
            (flight.mark,),
            fixes,
        )
