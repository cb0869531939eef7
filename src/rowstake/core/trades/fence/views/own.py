"""What only a fence's page shows."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.trades.fence.document import Gate
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.views.choices import ground_text
from rowstake.core.trades.fence.views.hangings import Hanging, hangings
from rowstake.core.trades.fence.views.offered import without_effect


@dataclass(frozen=True, slots=True)
class LegCorner:
    """A corner before a leg, as a builder reads it."""

    leg: int
    angle_deg: float
    side: str


@dataclass(frozen=True, slots=True)
class FromPost:
    """A distance as it is measured from a post that stays where it is, on or back along the leg."""

    post: str
    length: str
    back: bool


def _from_posts(plan: FencePlan, gate: Gate) -> list[FromPost]:
    """From the ends and corners of its leg and the posts of other gates."""
    p, layout = plan.brief.printer, plan.laid.layout
    own = {post.label for o in layout.openings if o.gate.id == gate.id for post in (o.left, o.right)}
    out = []
    for post in layout.leg_posts(gate.leg):
        at = post.on(gate.leg)
        if post.kind in ("end", "corner") or (post.gate and post.label not in own):
            back = at > gate.at_mm
            far = at - gate.at_mm - gate.opening_mm if back else gate.at_mm - at
            out.append(FromPost(post.label, p.length(max(0.0, far)), back))
    return out


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
    falls: str
    """How far the ground falls from end to end."""
    from_posts: dict[str, list[FromPost]]
    """By gate: how far it stands from each post that does not move with it."""
    without: list[str]
    """Paths of choices that change nothing under this style, and are not shown."""
    rehearsals: dict[str, list[Hanging]]
    """By gate: every way it may be hung, swung over the ground."""


def fence_own(plan: FencePlan) -> FenceDesk:
    corners = [
        LegCorner(leg.index, round(180 - abs(leg.turn_deg), 4), "left" if leg.turn_deg >= 0 else "right")
        for leg in plan.laid.layout.legs[1:]
    ]
    profiles = plan.laid.levels.profiles
    return FenceDesk(
        corners=corners,
        joint=plan.brief.style.joint,
        along=plan.brief.along,
        framed=plan.brief.style.framed or plan.brief.style.on_centres,
        sheets=plan.brief.style.on_centres,
        walled=bool(plan.laid.levels.walled),
        ground_text=ground_text(plan.brief.job),
        falls=plan.brief.printer.length(profiles[0].levels[0] - profiles[-1].levels[-1]),
        from_posts={gate.id: _from_posts(plan, gate) for gate in plan.brief.fence.gates},
        without=without_effect(plan.brief),
        rehearsals={built.gate.id: hangings(plan, built) for built in plan.laid.gates},
    )
