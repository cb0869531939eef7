"""A pad under steps that ends above the frost."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    facts, p, frost = CATALOGUE.steps, planned.brief.printer, planned.brief.job.site.frost_depth_mm
    deep = facts.pad_mm + facts.pad_gravel_mm
    for flight in flights(planned.brief):
        if flight.lands_on or flight.steps.foot != "pad" or frost <= deep:
            continue
        yield found(
            f"The pad of {flight.steps.id} ends {p.length(deep)} down; the ground freezes {p.length(frost)} deep",
            "Frost lifts it, and the lowest riser with it, while the deck stays. Dig it down to the frost with gravel that drains, or stand "
            "the stringers on paving that may be levelled again.",
            (flight.mark,),
            [put("On paving", flight.path, foot="slab")],
        )
