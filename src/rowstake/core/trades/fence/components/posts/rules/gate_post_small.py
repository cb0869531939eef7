"""Gate posts no larger than the line posts: to be decided before the holes are dug."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    brief = planned.brief
    area = {s.id: s.width_mm * s.thickness_mm for s in (brief.post, brief.gate_post)}
    if (
        not planned.laid.gates
        or area[brief.gate_post.id] > area[brief.post.id] + 1
        or brief.fence.posts.doubled != "none"
    ):
        return
    larger = [
        s
        for s in CATALOGUE.sections_for(brief.region.id, "post")
        if s.width_mm * s.thickness_mm > area[brief.post.id] + 1
    ]
    if not larger:
        return
    yield found(
        f"Gate posts of {brief.gate_post.name} are no larger than the line posts",
        "A hinge post carries its leaf as well as its share of the wind: one size up, and decided before the holes are dug.",
        [p.label for p in planned.laid.layout.posts if p.gate],
        [put(f"Use {larger[0].name} gate posts", posts__gate_size=larger[0].id)],
    )
