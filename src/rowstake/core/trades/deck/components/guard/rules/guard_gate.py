"""A gate without posts to hang on, or with a leaf too wide for its hinges."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.guard.gate import gates
from rowstake.core.trades.deck.components.steps.on_edge import runs
from rowstake.core.trades.deck.level import DeckLevel

FACTS = CATALOGUE.steps


def look(planned: DeckLevel) -> Iterator[Finding]:
    made, p = gates(planned), planned.brief.printer
    for flight in runs(planned.brief):
        if flight.steps.gate == "none" or flight.is_wing:
            continue
        gate = next((g for g in made if g.flight.steps.id == flight.steps.id), None)
        if gate is None:
            yield found(
                f"The gate at {flight.steps.id} has no posts to hang on",
                "It hangs between two posts of the guard, one on either side of the steps, on an edge where the guard goes on past both.",
                (flight.mark,),
                [put("No gate", flight.path, gate="none")],
            )
        elif gate.wide_mm > FACTS.leaf_most_mm + 0.5:
            yield found(
                f"The gate at {flight.steps.id} is a leaf of {p.length(gate.wide_mm)}: hinges carry {p.length(FACTS.leaf_most_mm)}",
                "A wider leaf drags on the boards before a year is out.",
                (flight.mark,),
                [put("No gate", flight.path, gate="none")],
            )
        elif gate.weight_kg > FACTS.leaf_hinges[1] * gate.hinge_kg + 0.05:
            most = FACTS.leaf_hinges[1]
            yield found(
                f"The gate at {flight.steps.id} weighs {p.weight(gate.weight_kg)} soaked: {most} hinges swing {p.weight(most * gate.hinge_kg)}",
                "Hinges that close a leaf by themselves are weak: heavier, it stays open and drops. Narrower steps, lighter balusters, or hinges whose "
                "maker states more.",
                (flight.mark,),
                [put("No gate", flight.path, gate="none")],
            )
