"""Boards so long that one person cannot lay them alone."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.deck.laid import DeckPlan


def look(planned: DeckPlan) -> Iterator[Finding]:
    p, limit = planned.brief.printer, CATALOGUE.deck.heavy_board_mm
    long = [q for q in planned.parts if q.kind in ("board", "border") and q.length_mm > limit + 0.5]
    if not long or planned.brief.job.site.crew > 1:
        return
    yield found(
        f"{len(long)} boards are over {p.length(limit)}: hard to lay alone",
        "A long board whips and kinks its clips; two people, or shorter rows.",
        [q.label for q in long],
        [Fix("A crew of two", ({"do": "set", "path": "site.crew", "value": 2},))],
    )
