"""Plastic boards within reach of low-e glass."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    brief = planned.brief
    if brief.deck.house.window != "low_e" or brief.product.moves == "timber":
        return
    timber = next((d for d in brief.job.products() if d.moves == "timber"), None)
    yield found(
        "Low-e glass can soften these boards",
        "It throws sun back in a hot stripe. Shade the glass, or take timber within its reach; ask the board's maker.",
        (),
        [put_deck(f"Use {timber.name}", boards__product=timber.id)] if timber else [],
    )
