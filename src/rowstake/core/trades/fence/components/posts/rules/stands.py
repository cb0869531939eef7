"""Posts that stand already: bays they leave too wide, and holes that were not dug as deep as asked."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.layout import pitch_mm


def look(planned: FencePlan) -> Iterator[Finding]:
    yield from _wide(planned)
    yield from _shallow(planned)


def _wide(planned: FencePlan) -> Iterator[Finding]:
    """Over the centres asked for by more than what a post may be off."""
    p, layout = planned.brief.printer, planned.laid.layout
    standing, limit = dict(layout.fixed), pitch_mm(planned.brief)
    limit += planned.brief.job.tolerances.post_mm
    wide = [b for b in layout.bays if b.centres_mm > limit and {b.left.label, b.right.label} & standing.keys()]
    if not wide:
        return
    worst = max(wide, key=lambda b: b.centres_mm)
    yield found(
        f"{worst.label.capitalize()} is {p.length(worst.centres_mm)} as its posts stand; {p.length(pitch_mm(planned.brief))} was asked for",
        "Rails sag and posts bear more wind than was reckoned. Another post in it, a heavier rail, or the post moved back.",
        [b.label for b in wide],
    )


def _shallow(planned: FencePlan) -> Iterator[Finding]:
    """What the bays beside a post stand with it set as deep as it was dug."""
    brief, layout, digger = planned.brief, planned.laid.layout, planned.laid.digger
    p, gust, by_label = brief.printer, brief.job.site.gust_mps, {q.label: q for q in layout.posts}
    for label, fixed in layout.fixed:
        post, kind = by_label[label], digger.of(by_label[label])
        if fixed.depth_mm is None or not kind.dug:
            continue
        short = kind.hole.hole_depth_mm - fixed.depth_mm
        if short <= brief.job.tolerances.depth_mm:
            continue
        beside = [b for b in layout.bays if label in (b.left.label, b.right.label)]
        wide = max((b.centres_mm for b in beside), default=0.0)
        told = ""
        if wide:
            high = max(digger.exposed_mm(b.left, b.right) for b in beside)
            holds = digger.gust(kind.setting, wide, high, max(kind.hole.embedment_mm - short, 1.0)).holds_to_mps
            told = f" The bay beside it then stands a gust of about {p.speed(holds)}; the site's is {p.speed(gust)}."
        frost = brief.job.site.frost_depth_mm
        cold = f" It ends above the frost, {p.length(frost)}." if fixed.depth_mm < frost else ""
        yield found(
            f"{label}: the hole is {p.length(fixed.depth_mm)} deep, {p.length(short)} less than asked",
            f"Dig on, or make it wider and fill it with concrete, where an engineer agrees.{told}{cold}",
            [post.label],
        )
