"""A deck so high that a guard is needed, and usually a permit."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.planned_deck import DeckPlanned


def look(planned: DeckPlanned) -> Iterator[Finding]:
    p, facts, high = planned.brief.printer, CATALOGUE.materials.deck, planned.fall_mm()
    if high <= facts.guard_over_mm + 0.5:
        return
    lower = planned.brief.deck.levels.height_mm - (high - facts.guard_over_mm)
    fixes = [put_deck(f"Lower the deck to {p.length(lower)}", levels__height_mm=lower)] if lower >= 150 else []
    if not planned.brief.deck.joists.doubled_ends:
        fixes.insert(0, put_deck("Double the end joists for guard posts", joists__doubled_ends=True))
    else:
        return
    yield found(
        f"The boards stand {p.length(high)} over the lowest ground: a guard is needed over {p.length(facts.guard_over_mm)}",
        "Guard posts want doubled end joists, blocks and bolts, in the frame before the boards close it. Ask for the permit.",
        (),
        fixes,
    )
