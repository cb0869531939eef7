"""The tapes of a deck at full size."""

from __future__ import annotations

from rowstake.core.trades.deck.components import components
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.views.tapes import deck_tapes
from rowstake.core.views.base import LONGEST_MM, Strip


def deck_strips(plan: DeckPlan) -> list[Strip]:
    """Every tape that is worth the paper."""
    out = []
    for tape in deck_tapes(plan):
        if tape.length_mm <= LONGEST_MM and tape.marks:
            marks = tuple((m.mm, f"{m.of} {m.text}") for m in tape.marks)
            out.append(Strip(f"{tape.what.capitalize()}, from the left or the house", tape.length_mm, marks))
    for level in plan.laid.levels:
        for component in components():
            out += component.strips(level)
    return out
