"""Sheets and channels over bays that rake: they only stand level."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.levels import BEND


def look(planned: FencePlan) -> Iterator[Finding]:
    style = planned.brief.style
    if not (style.channels or style.on_centres):
        return
    raked = [b.label for b in planned.laid.layout.bays if abs(planned.laid.levels.feet[b.label].slope) > BEND]
    if raked:
        yield found(
            f"{style.name}: {len(raked)} bays rake, and these cannot",
            "Sheets and stacked boards are square: on sloping rails they bind, and their joints open at one end.",
            raked,
            [put("Step the fence", slope__way="stepped"), put("Keep the tops level", slope__way="level")],
        )
