"""Joists that span further than they may."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.deck.level import DeckLevel
from rowstake.core.parts import Finding


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief, reach = planned.brief.printer, planned.brief, planned.supports.joist_reach
    if reach.used <= 1.0005:
        return
    fixes = [put_deck("One more beam", beams__rows=planned.one_more_row)]
    if brief.deck.joists.size:
        fixes.insert(0, put_deck("The size the span asks", joists__size=None))
    yield found(
        f"Joists of {planned.supports.joist.name} span {p.length(reach.span_mm)}; {p.length(reach.allowed_mm)} is allowed",
        f"{reach.governed_by.capitalize()} governs at {p.length(brief.spacing_mm)} apart under {p.pressure(brief.total_kpa)}: over by "
        f"{(reach.used - 1) * 100:.0f} %.",
        [label for label, s in planned.built.sticks if s.kind == "joist"],
        fixes,
    )
