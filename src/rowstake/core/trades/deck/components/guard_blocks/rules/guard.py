"""A deck so high that a guard is needed, and usually a permit."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.advice.base import put_level
from rowstake.core.trades.deck.level import DeckLevel

ENGINEER_MM = CATALOGUE.deck.engineer_over_mm


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief, high = planned.brief.printer, planned.brief, planned.fall_mm()
    guard = brief.guard_over_mm
    if high <= guard + 0.5 or brief.deck.guard.edges != "none":
        return
    lower = planned.brief.height_mm - (high - guard)
    fixes = [put_level(planned, f"Lower the deck to {p.length(lower)}", height_mm=lower)] if lower >= 150 else []
    fixes.insert(0, put_deck("A guard where the height asks for one", guard__edges="needed"))
    ready = brief.deck.joists.doubled_ends and brief.deck.joists.guard_blocks
    if not ready:
        fixes.insert(
            1,
            put_deck(
                "Double the end joists and block them for guard posts",
                joists__doubled_ends=True,
                joists__guard_blocks=True,
            ),
        )
    permit = (
        f"A permit is usual over {p.length(brief.permit_over_mm)}."
        if high > brief.permit_over_mm
        else "Ask whether a permit is needed."
    )
    yield found(
        f"The boards stand {p.length(high)} over the lowest ground: a guard is needed over {p.length(guard)}",
        f"{p.length(brief.region.guard_high_mm)} high here unless your local rule says otherwise, with no opening that lets {p.length(brief.limits.open_mm)} through. "
        + (
            "The frame has its doubled ends and blocks; the posts are bolted to them. "
            if ready
            else "Its posts want doubled end joists, blocks and bolts, in the frame before the boards close it. "
        )
        + (f"Over about {p.length(ENGINEER_MM)} ask an engineer. " if high > ENGINEER_MM else "")
        + permit,
        (),
        fixes,
    )
