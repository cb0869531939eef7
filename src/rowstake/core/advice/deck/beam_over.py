"""Beams whose posts stand further apart than they may."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.planned_deck import DeckPlanned


def look(planned: DeckPlanned) -> Iterator[Finding]:
    p, brief = planned.brief.printer, planned.brief
    over = [b for b in planned.supports.beams if b.reach.used > 1.0005]
    if not over:
        return
    worst = max(over, key=lambda b: b.reach.used)
    fixes = []
    if brief.deck.beams.size or brief.deck.beams.plies:
        fixes.append(put_deck("The beam the load asks", beams__size=None, beams__plies=None))
    fixes.append(
        put_deck(
            "One more row of beams",
            beams__rows=len(planned.supports.bearings(worst.group)) + (0 if worst.group.ledger else 1),
        )
    )
    yield found(
        f"{worst.label}: posts at {p.length(worst.reach.span_mm)}, {p.length(worst.reach.allowed_mm)} allowed",
        f"{worst.plies} × {worst.section.name} under {p.length(worst.carried_mm)} of deck; {worst.reach.governed_by} governs.",
        [b.label for b in over],
        fixes,
    )
