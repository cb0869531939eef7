"""Joists further apart than the boards allow."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief = planned.brief.printer, planned.brief
    allowed = brief.product.diagonal_mm if brief.deck.boards.run == "diagonal" else brief.product.joists_mm
    if brief.spacing_mm <= allowed + 0.5:
        return
    how = " at 45°" if brief.deck.boards.run == "diagonal" else ""
    yield found(
        f"Joists at {p.length(brief.spacing_mm)}; {brief.product.name} boards{how} want {p.length(allowed)}",
        "Boards that span further sag and spring underfoot.",
        (),
        [put_deck(f"Joists at {p.length(allowed)}", joists__spacing_mm=None)],
    )
