"""A gap under a stepped or raked bay that lets animals through."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p, levels = planned.brief, planned.brief.printer, planned.laid.levels
    if levels.flat or brief.filled:
        return
    limit = CATALOGUE.materials.slopes.most_gap_mm
    gravel = brief.fence.trims.gravel_board
    limit_over = limit + (CATALOGUE.sections[gravel].width_mm if gravel else 0.0)
    bays = [b for b in planned.laid.layout.bays if levels.feet[b.label].gap_most_mm > limit_over + 0.5]
    if not bays:
        return
    worst = max(bays, key=lambda b: levels.feet[b.label].gap_most_mm)
    gap = levels.feet[worst.label].gap_most_mm - (limit_over - limit)
    way = brief.fence.slope.way
    fixes = [put("Rake the fence with the ground", slope__way="raked")] if way != "raked" else []
    foot = levels.feet[worst.label]
    if not brief.along and not gravel and way in ("stepped", "level"):
        fixes.insert(0, put("Cut the boards down to the ground", slope__fill=True))
    grade = (foot.gap_most_mm - foot.gap_least_mm) / worst.centres_mm
    shorter = (
        (limit_over - foot.gap_least_mm) / grade // brief.region.snap_mm * brief.region.snap_mm if grade > 0 else 0.0
    )
    if brief.fence.bays.way == "equal" and shorter >= 900:
        fixes.append(put(f"Shorter bays, at most {p.length(shorter)}", bays__max_mm=shorter))
    yield found(
        f"{p.length(gap)} open under {worst.label} on leg {worst.leg + 1}",
        f"The ground falls away under the boards. Over {p.length(limit)} a dog gets through: fill it with a gravel board cut to "
        f"the ground, or take another way down. {len(bays)} bays are as open.",
        [b.label for b in bays],
        fixes,
    )
