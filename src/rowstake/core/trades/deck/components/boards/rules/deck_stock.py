"""Pieces of a deck longer than anything on sale; stringers are told with their flight."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.laid import DeckPlan


def look(planned: DeckPlan) -> Iterator[Finding]:
    p = planned.brief.printer
    for key in planned.lists.too_long:
        section, fixes = CATALOGUE.sections[key], []
        longest = max(section.lengths_mm)
        long = [q for q in planned.parts if q.material == key and q.length_mm > longest + 1e-6 and q.kind != "stringer"]
        if not long:
            continue
        if any(q.sort.family == "joist" for q in long):
            fixes.append(
                put_deck(
                    "One more beam, and joists that meet over it",
                    beams__rows=planned.laid.main.one_more_row,
                )
            )
        if section.use == "decking" and not planned.brief.deck.boards.breaker:
            fixes.append(put_deck("A breaker board", boards__breaker=True))
        yield found(
            f"No {section.name} is sold {p.length(max(q.length_mm for q in long))} long",
            f"The longest on sale is {p.length(longest)}.",
            [q.label for q in long],
            fixes,
        )
