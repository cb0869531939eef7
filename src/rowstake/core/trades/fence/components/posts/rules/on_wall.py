"""Posts that stand on a wall, a slab or bolted behind one: what that masonry has to hold."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    yield from _unrated(planned)
    yield from _low(planned)


def _unrated(planned: FencePlan) -> Iterator[Finding]:
    """The moment each base or row of bolts has to hold, where no rating was entered."""
    digger, fence = planned.laid.digger, planned.brief.fence
    posts = [post.label for post in planned.laid.layout.posts if not digger.of(post).dug]
    if not posts or fence.posts.plate_moment_nm is not None:
        return
    asked = max((g.stands.moment_nm for g in planned.laid.gusts if not digger.kinds[g.setting].dug), default=0.0)
    fixes: list[Fix] = []
    if digger.setting_of(planned.laid.layout.posts[0]).walled or any(k.setting.walled for k in digger.kinds.values()):
        fixes = [put("Stand them in the soil behind the wall", posts__at_wall="behind")]
    yield found(
        f"{len(posts)} posts are bolted to masonry that must hold {asked:.0f} N·m each",
        "Their gust goes by the post alone until the rating of the base or bolts is entered. Have the wall or slab looked "
        "at by somebody who may say so; never fix to a neighbour's wall.",
        posts,
        fixes,
    )


def _low(planned: FencePlan) -> Iterator[Finding]:
    """A wall too low to bolt a post to its back."""
    p, facts = planned.brief.printer, CATALOGUE.materials.masonry
    low = [
        k
        for k in planned.laid.digger.kinds.values()
        if k.setting.method == "wall_back" and k.hole.embedment_mm < facts.least_lap_mm
    ]
    if low:
        lap = p.length(max(0.0, low[0].hole.embedment_mm))
        yield found(
            f"The wall gives the bolts {lap} of post to hold",
            f"A row of bolts wants at least {p.length(facts.least_lap_mm)} of post behind the wall.",
            [post.label for post in planned.laid.layout.posts if planned.laid.digger.of(post) in low],
            [put("Stand the posts in the soil behind the wall", posts__at_wall="behind"),
             put("Bolt bases to the top of the wall", posts__at_wall="on")],
        )  # fmt: skip
