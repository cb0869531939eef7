"""A deck that comes too near the door sill."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.advice.base import put_level
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, deck = planned.brief.printer, planned.brief.deck
    step = deck.house.sill_mm - planned.brief.height_mm
    if step >= deck.house.step_mm - 0.5:
        return
    lower = deck.house.sill_mm - deck.house.step_mm
    fixes = [put_level(planned, f"Lower the deck to {p.length(lower)}", height_mm=lower)] if lower >= 60 else []
    yield found(
        f"The boards come within {p.length(max(step, 0.0))} of the door sill"
        if step >= 0
        else "The boards stand over the door sill",
        f"At least {p.length(deck.house.step_mm)} keeps rain and snow out; level access needs its own drainage.",
        (),
        fixes,
    )
