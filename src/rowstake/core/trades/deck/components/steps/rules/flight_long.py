"""A flight whose stringers are longer than any board they could be cut from."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.components.steps.hip import hips
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.components.steps.rise import shortest, way_told, ways
from rowstake.core.trades.deck.components.steps.stringers import Stringer
from rowstake.core.trades.deck.level import DeckLevel


def _longest(flight: Flight) -> tuple[float, float]:
    """(the longest stringer, the longest board of its section on sale)."""
    plain = Stringer(flight)
    cut = max([plain, *(hip.stringer for hip in hips(flight, plain))], key=lambda made: made.length_mm)
    return cut.length_mm, max(cut.section.lengths_mm)


def look(planned: DeckLevel) -> Iterator[Finding]:
    p = planned.brief.printer
    for flight in flights(planned.brief):
        if flight.boxed or flight.ready or not flight.treads:
            continue
        (long, sold), name = _longest(flight), flight.steps.id
        if long <= sold + 1e-6:
            continue
        fits = [
            w for w in [*ways(flight)[1:], shortest(flight)]
            if w is not None and w.way.riser_mm <= planned.brief.riser_most_mm + 0.5 and w.way.going_mm >= w.limits.going_mm - 0.5
            and w.treads and _longest(w)[0] <= _longest(w)[1]
        ]  # fmt: skip
        yield found(
            f"The stringers of {name} are cut from {p.length(long)}; the longest board on sale is {p.length(sold)}",
            "A stringer is never joined. Steeper or shorter steps, or a landing half way down: a level of its own with a flight on either "
            "side of it.",
            [q.label for q in planned.parts if q.kind == "stringer" and q.of == flight.of and q.length_mm > sold],
            [
                put(f"{w.way.risers} risers of {p.length(w.way.riser_mm)}, going {p.length(w.way.going_mm)}", flight.path, **way_told(flight, w))
                for w in fits[:2]
            ],
        )  # fmt: skip
