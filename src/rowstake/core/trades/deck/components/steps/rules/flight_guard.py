"""A flight so high that its open sides need a guard."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.flight import named, sides_of
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.level import DeckLevel

SLACK_MM = 0.5
LEVEL = " The first tread lies level with the deck: the deck's own guard and its lower rail end a tread before it."


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, over = planned.brief.printer, planned.brief.guard_over_mm
    for flight in flights(planned.brief):
        name, steps = flight.of, planned.brief.deck.steps[flight.number]
        high = flight.tread_top(1) - flight.foot_mm if flight.treads else 0.0
        above = {k for k in range(1, flight.treads + 1) if flight.tread_top(k) - flight.foot_mm > over + SLACK_MM}
        closed = {side: set(flight.in_deck(side, under_mm=over + SLACK_MM)) for side in ("near", "far")}
        open_ = [side for side in ("near", "far") if side not in sides_of(steps.wall) and above - closed[side]]
        railed = sides_of(steps.handrail)
        if open_ and high > over + SLACK_MM and not (steps.filled and set(open_) <= set(railed)):
            both = len(open_) == 2
            yield found(
                f"The first tread of {name} is {p.length(high)} up: over {p.length(over)} its {'open sides need' if both else 'open side needs'} a guard",
                f"Whoever slips on a stair falls to the side. Posts of a handrail on {'both sides' if both else 'that side'} with rails and "
                f"balusters between them; a side that a wall closes needs none.{LEVEL if flight.level_top else ''}",
                (flight.mark,),
                [
                    put(
                        f"A guard on {'both sides' if both else 'the open side'}",
                        flight.path,
                        handrail=named([s for s in ("near", "far") if s in open_ or s in railed]),
                        filled=True,
                    ),
                ],
            )
