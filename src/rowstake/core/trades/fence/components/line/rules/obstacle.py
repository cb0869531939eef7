"""Posts that cannot be moved out of an obstacle, and bays too wide because they bridge one."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.layout import pitch_mm


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    names = {o.id: o for o in brief.fence.obstacles}
    for post, key in planned.laid.layout.blocked:
        obstacle = names[key]
        yield found(
            f"{post} stands in the {obstacle.what}",
            f"This post is an end, a corner or a gate post and cannot move by itself. Move it, or the {obstacle.what} on the drawing "
            "if it was marked in the wrong place.",
            [post],
            [Fix(f"Take the {obstacle.what} off the drawing", ({"do": "remove_obstacle", "id": key},))],
        )
    limit = pitch_mm(brief)
    wide = [b for b in planned.laid.layout.bays if b.centres_mm > limit + 0.5]
    if wide and brief.fence.obstacles:
        worst = max(wide, key=lambda b: b.centres_mm)
        yield found(
            f"{worst.label.capitalize()} bridges an obstacle at {p.length(worst.centres_mm)} centres",
            f"That is wider than the {p.length(limit)} asked for. Use a heavier rail there, or fence round the obstacle with a corner.",
            [b.label for b in wide],
            [],
        )
