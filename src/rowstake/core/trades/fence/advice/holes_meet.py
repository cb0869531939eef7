"""Holes of neighbouring posts that run into each other."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.fence.laid import FencePlan

MAY_TOUCH_MM = 1.0


def look(planned: FencePlan) -> Iterator[Finding]:
    layout, digger, met = planned.laid.layout, planned.laid.digger, []
    for leg in layout.legs:
        for one, other in pairwise(layout.leg_posts(leg.index)):
            wide = (digger.of(one).diameter_mm + digger.of(other).diameter_mm) / 2
            short = wide - (other.on(leg.index) - one.on(leg.index))
            if short > MAY_TOUCH_MM and digger.of(one).dug and digger.of(other).dug:
                met.append((short, one, other))
    if not met:
        return
    p, (short, one, other) = planned.brief.printer, max(met, key=lambda m: m[0])
    more = f" So do {len(met) - 1} pairs more." if len(met) > 1 else ""
    yield found(
        f"The holes of {one.label} and {other.label} run {p.length(short)} into each other",
        f"There is no firm ground left between them.{more} Dig them as one and set both posts in it, or move a gate or a corner "
        "so that one post serves.",
        sorted({post.label for _, *pair in met for post in pair}),
        _ways_out(planned),
    )


def _ways_out(planned: FencePlan) -> list[Fix]:
    bays, posts = planned.brief.fence.bays, planned.brief.fence.posts
    out = []
    if bays.way == "module":
        out.append(put("Divide equally", bays__way="equal", bays__max_mm=bays.module_mm))
    if posts.hole_mm:
        out.append(put("Holes as wide as the posts ask", posts__hole_mm=None))
    return out
