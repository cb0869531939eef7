"""Posts crowded under a beam too small for its load."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.level import DeckLevel

CLOSE_MM = CATALOGUE.deck.posts_close_mm


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief = planned.brief.printer, planned.brief
    close = [b for b in planned.supports.beams if len(b.posts) > 2 and b.reach.allowed_mm < CLOSE_MM]
    if not close:
        return
    worst = min(close, key=lambda b: b.reach.allowed_mm)
    fixes = []
    if brief.deck.beams.size or brief.deck.beams.plies:
        fixes.append(put_deck("The beam the load asks", beams__size=None, beams__plies=None))
    fixes.append(put_deck("One more row of beams", beams__rows=planned.one_more_row))
    yield found(
        f"{worst.label} asks for a post every {p.length(worst.reach.span_mm)}",
        f"{worst.plies} × {worst.section.name} under {worst.carries_words(p)} may span {p.length(worst.reach.allowed_mm)}; "
        f"{worst.reach.governed_by} governs. So many holes cost more than a larger beam.",
        [b.label for b in close],
        fixes,
    )
