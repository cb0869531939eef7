"""A step between two levels that is more than one riser with no steps that lead down to it, or no step at all."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.steps.on_edge import arriving
from rowstake.core.trades.deck.laid import DeckPlan


def look(planned: DeckPlan) -> Iterator[Finding]:
    p, brief = planned.brief.printer, planned.brief
    riser, above = brief.riser_most_mm, brief.height_mm
    for low in sorted(planned.laid.lower, key=lambda q: -q.top_mm):
        step = above - low.top_mm
        if 0 < step <= riser + 0.5 or arriving(low.brief):
            above = low.top_mm
            continue
        wanted = above - riser
        fixes = [put(f"Set it {p.length(riser)} down", low.place.path, height_mm=wanted)] if wanted >= 60 else []
        told = f"{p.length(step)} down" if step > 0 else "not down at all"
        yield found(
            f"Level {low.place.name} lies {told} from the one above; a riser is at most {p.length(riser)}",
            "A step taller or lower than a stair's trips people. More levels, or steps between them.",
            (),
            fixes,
        )
        above = low.top_mm
