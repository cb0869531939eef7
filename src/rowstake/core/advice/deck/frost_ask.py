"""No frost depth entered where ground freezes."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found
from rowstake.core.advice.rules.frost import ASK
from rowstake.core.parts import Finding
from rowstake.core.planned_deck import DeckPlanned


def look(planned: DeckPlanned) -> Iterator[Finding]:
    brief = planned.brief
    if not brief.job.site.frost_depth_mm and brief.region.freezes and brief.footing.id in ("pad", "hole", "pile"):
        yield found("No frost depth was given: footings are dug as where nothing freezes", ASK, (), ())
