"""What only a fence's page shows."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.trades.fence.gates import Swing
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.views.choices import ground_text
from rowstake.core.trades.fence.views.offered import without_effect


@dataclass(frozen=True, slots=True)
class LegCorner:
    """A corner before a leg, as a builder reads it."""

    leg: int
    angle_deg: float
    side: str


@dataclass(frozen=True, slots=True)
class FenceDesk:
    """What only a fence's page shows."""

    corners: list[LegCorner]
    joint: str
    along: bool
    framed: bool
    sheets: bool
    walled: bool
    ground_text: str
    without: list[str]
    """Paths of choices that change nothing under this style, and are not shown."""
    rehearsals: dict[str, list[Swing]]


def fence_own(plan: FencePlan) -> FenceDesk:
    corners = [
        LegCorner(leg.index, round(180 - abs(leg.turn_deg), 4), "left" if leg.turn_deg >= 0 else "right")
        for leg in plan.laid.layout.legs[1:]
    ]
    return FenceDesk(
        corners=corners,
        joint=plan.brief.style.joint,
        along=plan.brief.along,
        framed=plan.brief.style.framed or plan.brief.style.on_centres,
        sheets=plan.brief.style.on_centres,
        walled=bool(plan.laid.levels.walled),
        ground_text=ground_text(plan.brief.job),
        without=without_effect(plan.brief),
        rehearsals={built.gate.id: list(built.swings) for built in plan.laid.gates},
    )
