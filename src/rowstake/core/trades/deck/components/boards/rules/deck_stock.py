"""Pieces of a deck longer than anything on sale."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.laid import DeckPlan


def look(planned: DeckPlan) -> Iterator[Finding]:
    p = planned.brief.printer
    for key, lengths in planned.lists.too_long.items():
        section = CATALOGUE.sections[key]
        fixes = []
        if section.use == "joist" or "joist" in section.also:
            fixes.append(
                put_deck(
                    "One more beam, and joists that meet over it",
                    beams__rows=planned.laid.main.one_more_row,
                )
            )
        if section.use == "decking" and not planned.brief.deck.boards.breaker:
            fixes.append(put_deck("A breaker board", boards__breaker=True))
        yield found(
            f"No {section.name} is sold {p.length(max(lengths))} long",
            f"The longest on sale is {p.length(max(section.lengths_mm))}.",
            [q.label for q in planned.parts if q.material == key and q.length_mm > max(section.lengths_mm) + 1e-6],
            fixes,
        )
