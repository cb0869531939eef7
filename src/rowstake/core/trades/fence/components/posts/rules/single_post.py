"""Posts that stand single where the others are doubled."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    digger = planned.laid.digger
    single = [post.label for post in planned.laid.layout.posts if digger.of(post).setting.single]
    if single:
        yield found(
            f"No second post at {', '.join(single)}: the corner is too sharp for one behind it",
            "Kept clear of the next leg, it would lie against less than half of the first. A post alone is reckoned there; "
            "set a heavier one, or brace it.",
            single,
            [put("No doubled posts", posts__doubled="none")],
        )
