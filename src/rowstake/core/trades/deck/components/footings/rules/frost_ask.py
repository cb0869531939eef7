"""No frost depth entered where ground freezes."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import ASK, found
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.laid import DeckPlan


def look(planned: DeckPlan) -> Iterator[Finding]:
    brief = planned.brief
    if not brief.job.site.frost_depth_mm and brief.region.freezes and brief.footing.id in ("pad", "hole", "pile"):
        yield found("No frost depth was given: footings are dug as where nothing freezes", ASK, (), ())
