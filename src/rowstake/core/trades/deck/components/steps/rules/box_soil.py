"""Boxes whose lowest frame stands in the ground: soil against timber keeps it wet."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.stack import ground_at


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief = planned.brief.printer, planned.brief
    for flight in flights(brief):
        if not flight.boxed or flight.lands_on or flight.steps.foot == "pad":  # for which it is dug level
            continue
        ends = [own.on_plan(0.0, w) for own in flight.runs for w in own.reach(0.0)]
        high = max(ground_at(brief, q) for q in ends) + brief.ground.paving_mm - flight.foot_mm
        if high > CATALOGUE.steps.box_air_mm + 0.5:
            yield found(
                f"The ground under {flight.of} lies up to {p.length(high)} over its foot: the lowest box stands in it",
                "A box in the soil holds water and rots from below. Dig it level with a fall away from the house and gravel under the packers, "
                "or build on stringers, which touch the ground at their feet only.",
                (flight.mark,),
                [put("A level pad", flight.path, foot="pad"), put("On stringers", flight.path, build="stringers")],
            )
