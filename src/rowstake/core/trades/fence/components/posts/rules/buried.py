"""Holes too near to buried lines."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.buried import too_near
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    layout, digger = planned.laid.layout, planned.laid.digger
    dug = [(q.label, (q.x_mm, q.y_mm), digger.of(q).diameter_mm / 2) for q in layout.posts if digger.of(q).dug]
    yield from too_near(planned.brief.job.site, dug, planned.brief.printer)
