"""Footings too near to buried lines."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.buried import too_near
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.laid import DeckPlan


def look(planned: DeckPlan) -> Iterator[Finding]:
    """The plan is drawn with the house above: out from the wall is down."""
    dug = [
        (f.label, (f.post.on_site[0], -f.post.on_site[1]), f.dug.across_mm / 2)
        for f in planned.laid.footings
        if f.dug.depth_mm
    ]
    yield from too_near(planned.brief.job.site, dug, planned.brief.printer)
