"""Butt joints that another way of laying would spare."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief, laying = planned.brief.printer, planned.brief, planned.laying
    if not laying.butts:
        return
    longest = max(brief.field.lengths_mm)
    fixes = []
    if brief.deck.boards.run != "diagonal" and not brief.deck.boards.breaker:
        fixes.append(put_deck("A breaker board instead", boards__breaker=True))
    longer = [d for d in brief.job.products() if max(CATALOGUE.sections[d.section].lengths_mm) > longest]
    fixes += [put_deck(f"{d.name} comes longer", boards__product=d.id) for d in longer[:1]]
    yield found(
        f"{len(laying.butts)} butt joints: rows are longer than {p.length(longest)}, the longest sold",
        f"Each joint needs a {'joist doubled all along' if brief.deck.drainage.on else 'sister block'} under it and four fixings; ends open and close with the "
        "weather.",
        (),
        fixes,
    )
