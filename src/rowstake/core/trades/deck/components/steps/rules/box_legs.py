"""Boxes stepped back whose legs are so long that they rock."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.boxes import stepped
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, most = planned.brief.printer, CATALOGUE.steps.box_leg_most_mm
    for flight in flights(planned.brief):
        if not (flight.boxed and stepped(flight)):
            continue
        legs = [q for q in planned.parts if q.kind == "box leg" and q.of == flight.of and q.length_mm > most]
        if legs:
            yield found(
                f"Legs of the boxes of {flight.of} are {p.length(max(q.length_mm for q in legs))} long",
                f"Nothing braces a box that stands on legs of more than {p.length(most)}: it rocks when it is climbed. Stack the boxes, each on "
                "the whole of the one below it, or build on stringers.",
                [q.label for q in legs],
                [put("Stacked boxes", flight.path, boxes_way="stacked"), put("On stringers", flight.path, build="stringers")],
            )  # fmt: skip
