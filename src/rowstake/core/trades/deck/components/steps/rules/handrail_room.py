"""A handrail on a side that the deck lies beside: no post of it finds room there."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.flight import named, sides_of
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    for flight in flights(planned.brief):
        name, chosen = flight.steps.id, planned.brief.deck.steps[flight.number].handrail
        for run in flight.runs:
            for side in sides_of(run.steps.handrail):
                taken = [] if side in run.walled else run.in_deck(side)
                if not taken:
                    continue
                whole = len(taken) == run.treads
                left = named([s for s in sides_of(chosen) if s != side])
                yield found(
                    f"The deck lies beside the {side} side of {name}: no post of its handrail stands there"
                    if whole
                    else f"The deck lies beside the upper {'tread' if len(taken) == 1 else f'{len(taken)} treads'} of {name}: its handrail begins past it",
                    "A post beside an inside corner, or beside another level, would stand in its frame or its guard. Where all of the side lies along the deck it has no handrail; else the "
                    "rail begins at the first post that stands clear. Put it on the other side, or a post's thickness off the deck.",
                    (flight.mark,),
                    [put("A handrail on the other side alone", flight.path, handrail=left if left != "none" else "far" if side == "near" else "near")]
                    if run is flight.runs[0] else [],
                )  # fmt: skip
