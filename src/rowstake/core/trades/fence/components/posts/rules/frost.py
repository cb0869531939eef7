"""Posts whose foot stands above the frost depth or the least depth, because a lesser one was insisted on; no frost given."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import ASK, found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    frost = brief.job.site.frost_depth_mm
    if not frost and brief.region.freezes and any(k.dug for k in planned.laid.digger.kinds.values()):
        yield found("No frost depth was given: holes are dug as where nothing freezes", ASK, (), ())
    least = CATALOGUE.materials.posts.least_embedment_mm
    shallow = [k for k in planned.laid.digger.kinds.values() if k.dug and k.hole.embedment_mm < max(frost, least) - 0.5]
    if not shallow:
        return
    depth = min(kind.hole.embedment_mm for kind in shallow)
    told = f"frost reaches {p.length(frost)}" if depth < frost - 0.5 else f"the least for any post is {p.length(least)}"
    why = (
        "Ground that freezes under a footing lifts it a little every winter."
        if depth < frost - 0.5
        else "So near the surface the earth is loose: the post leans."
    )
    yield found(
        f"Posts stand {p.length(depth)} deep, {told}",
        why,
        [post.label for post in planned.laid.layout.posts if planned.laid.digger.of(post) in shallow],
        [put("Let the deepest rule govern", posts__depth_mm=None)],
    )
