"""Adhesive on boards that are fixed wet: it does not hold."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.seasons import fixed_moisture_pct


def look(planned: FencePlan) -> Iterator[Finding]:
    brief = planned.brief
    moisture, most = fixed_moisture_pct(brief), CATALOGUE.materials.seasons.yard_pct
    if brief.fence.skin.fixing == "adhesive" and moisture > most:
        yield found(
            f"Adhesive does not hold on boards at {moisture:.0f} %",
            f"Outdoor adhesive wants timber at {most:.0f} % or drier, and dry weather while it sets.",
            (),
            [put("Screw them", skin__fixing="screws"), put("Fix them dried in the yard", skin__stock="yard")],
        )
