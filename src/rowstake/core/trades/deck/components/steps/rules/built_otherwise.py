"""Steps built otherwise than chosen, where there is no room for what was chosen."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.bordered import framed_mm
from rowstake.core.trades.deck.components.steps.drop import stringer_of
from rowstake.core.trades.deck.components.steps.flight import Flight
from rowstake.core.trades.deck.components.steps.on_edge import flights
from rowstake.core.trades.deck.components.steps.stringers import LEAST_SEAT_MM
from rowstake.core.trades.deck.level import DeckLevel

FACTS = CATALOGUE.steps
Told = tuple[str, str, dict[str, Any]]
"""What is otherwise, why, and the choice that says so."""


def look(planned: DeckLevel) -> Iterator[Finding]:
    for flight in (f for f in flights(planned.brief) if f.treads):
        told = [*_on_stringers(flight), *_plain(planned, flight), *_on_brackets(planned, flight)]
        if told:
            yield found(
                f"{flight.of} is built otherwise than chosen: {', '.join(what for what, _, _ in told)}",
                " ".join(why for _, why, _ in told),
                (flight.mark,),
                [put("As it is built", flight.path, **{field: to for _, _, own in told for field, to in own.items()})],
            )


def _on_stringers(flight: Flight) -> Iterator[Told]:
    if flight.steps.build != "boxes" or flight.boxed:
        return
    p, board = flight.brief.printer, flight.tread.thickness_mm
    yield (
        "on stringers",
        f"A box takes a tread of {p.length(board)}, rails of {p.length(FACTS.least_rip_mm)} at least and {p.length(FACTS.box_air_mm)} of air under the "
        f"lowest: {p.length(flight.box_riser_mm)} to a riser, which is {p.fine(flight.way.riser_mm)} here.",
        {"build": "stringers"},
    )


def _plain(planned: DeckLevel, flight: Flight) -> Iterator[Told]:
    p, past = flight.brief.printer, stringer_of(planned, flight).past_mm
    plain = [k for k in range(1, flight.treads + 1) if not framed_mm(flight, k, flight.rows(k, past))]
    if not flight.steps.framed or not plain:
        return
    every = len(plain) == flight.treads
    yield (
        "no mitred boards at the ends of its treads" if every else f"no mitred boards at the ends of tread {', '.join(map(str, plain))}",
        "Round a corner treads meet in mitres of their own."
        if any(flight.mitres)
        else f"A mitred board at both ends takes two boards or more to a tread, a whole one at the nose, {p.length(4 * flight.tread.width_mm)} from end to "
        f"end, and {p.length(FACTS.least_rip_mm)} under it for the blocks that carry the boards' ends.",
        {"framed": False},
    )  # fmt: skip


def _on_brackets(planned: DeckLevel, flight: Flight) -> Iterator[Told]:
    if flight.steps.foot_by != "kicker" or flight.boxed or stringer_of(planned, flight).kicker:
        return
    p, kicker = flight.brief.printer, CATALOGUE.sections[flight.brief.region.rail]
    if flight.lands_on:
        why = f"Its feet stand on the boards of level {flight.lands_on}."
    elif any(flight.mitres):
        why = "Round a corner its feet do not all stand in one line."
    else:
        why = (
            f"Over and behind a kicker of {p.length(kicker.thickness_mm)} × {p.length(kicker.width_mm)} a foot keeps {p.length(LEAST_SEAT_MM)}, "
            "and stands clear of what is poured there."
        )
    yield "its feet on brackets", why, {"foot_by": "brackets"}
