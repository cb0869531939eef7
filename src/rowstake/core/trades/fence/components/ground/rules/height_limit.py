"""A fence that stands higher than the local limit, measured from the lower of its two sides."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.ground import Profile
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.levels import Foot


def _highest(profile: Profile, foot: Foot) -> tuple[float, float]:
    """(station, height above ground) where the boards of a bay stand highest."""
    marks = [s for s, _ in profile.corners(foot.start_mm, foot.end_mm)]
    stands = [(foot.at(s) + foot.height_mm - min(profile.at(s), profile.at(s, from_left=False)), s) for s in marks]
    high, station = max(stands)
    return station, high


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p, levels = planned.brief, planned.brief.printer, planned.laid.levels
    limit, drop = brief.job.site.height_limit_mm, brief.job.site.far_drop_mm
    if limit is None:
        return
    height = brief.fence.skin.height_mm
    over = []
    for label, foot in levels.feet.items():
        station, high = _highest(levels.profiles[foot.leg], foot)
        if high + drop > limit + 0.5:
            over.append((high + drop, station, foot.leg, label))
    if not over:
        return
    worst, station, leg, _ = max(over)
    lower = height - (worst - limit)
    side = f" from the far side, {p.length(drop)} lower" if drop else ""
    fixes = [put(f"Lower the boards to {p.length(lower)}", skin__height_mm=lower)] if lower >= 300 else []
    ways = [w for w in ("raked", "contour") if w != brief.fence.slope.way] if not levels.flat else []
    fixes += [put(f"Take the fence {w} over the ground", slope__way=w) for w in ways[:1]]
    yield found(
        f"{p.length(worst)} high at {p.length(station)} on leg {leg + 1}; the limit is {p.length(limit)}",
        f"Measured from the ground to the top of the boards{side}. {len(over)} bays and gates are over.",
        [label for _, _, _, label in over],
        fixes,
    )
