"""Sheets and channels over bays that rake: they only stand level."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.fence.levels import BEND
from rowstake.core.parts import Finding
from rowstake.core.planned import Planned


def look(planned: Planned) -> Iterator[Finding]:
    style = planned.brief.style
    if not (style.channels or style.on_centres):
        return
    raked = [b.label for b in planned.layout.bays if abs(planned.levels.feet[b.label].slope) > BEND]
    if raked:
        yield found(
            f"{style.name}: {len(raked)} bays rake, and these cannot",
            "Sheets and stacked boards are square: on sloping rails they bind, and their joints open at one end.",
            raked,
            [put("Step the fence", slope__way="stepped"), put("Keep the tops level", slope__way="level")],
        )
