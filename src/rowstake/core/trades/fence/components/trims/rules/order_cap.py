"""A cap rail over posts that stand proud: their tops must be cut level with the boards first."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    p, fence = planned.brief.printer, planned.brief.fence
    if not planned.brief.capped:
        return
    if fence.posts.proud_mm > 0:
        yield found(
            f"The cap rail needs posts cut off level; these stand {p.length(fence.posts.proud_mm)} proud",
            "It runs over the posts. Decide it before the tops are cut, and cut them to one line.",
            (),
            [
                put("Cut the posts level with the boards", posts__proud_mm=0),
                put("Leave the cap rail off", trims__cap_rail=None),
            ],
        )
    if fence.trims.post_caps:
        yield found(
            "Post caps have no place under a cap rail",
            "The cap rail covers the post tops already.",
            (),
            [put("Leave the post caps off", trims__post_caps=False)],
        )
