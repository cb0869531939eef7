"""Boards or cables that lie along in a guard are a ladder."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    line, infill = lay_line(planned), planned.brief.deck.guard.infill
    if line.runs and infill in ("boards", "cables"):
        yield found(
            f"{infill.capitalize()} along the guard can be climbed",
            "A child goes up them like a ladder; many places refuse them where people live.",
            [planned.place.label("Y1")],
            [put_deck("Balusters", guard__infill="balusters")],
        )
