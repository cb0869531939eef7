"""Openings of a guard that let through what must not pass, beside or under its rails."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    brief, p, guard = planned.brief, planned.brief.printer, planned.brief.deck.guard
    most = brief.limits.open_mm
    gap = 0.0 if guard.infill == "glass" else guard.gap_mm or 0.0
    worst = max(gap, guard.under_mm)
    if lay_line(planned).runs and worst > most - 1:
        yield found(
            f"An opening of {p.length(worst)} in the guard: nothing that {p.length(most)} passes through",
            "A small child's body goes where its head does not.",
            [planned.place.label("Y1")],
            [put_deck("Gaps within the limit", guard__gap_mm=None, guard__under_mm=min(guard.under_mm, 75.0))],
        )
