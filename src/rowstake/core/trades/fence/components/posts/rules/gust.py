"""Posts too weak or too shallow for the site's gust."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding, Fix
from rowstake.core.reckoners.base import up
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    gust = brief.job.site.gust_mps
    weak = [
        g for g in planned.laid.gusts if g.holds.holds_to_mps < gust and p.speed(g.holds.holds_to_mps) != p.speed(gust)
    ]
    if not weak:
        return
    worst = weak[0]
    part = PARTS[worst.holds.gives]
    yield found(
        f"{worst.where[0].capitalize()} stands {p.speed(worst.holds.holds_to_mps)}; the site's gust is {p.speed(gust)}",
        f"At that gust {part}. A screening estimate: for certainty ask an engineer. "
        f"{sum(len(g.where) for g in weak)} bays and gates fall short.",
        [w for g in weak for w in g.where],
        _ways_out(planned),
    )


PARTS = {
    "post": "the posts bend too far",
    "earth": "the earth round the posts gives",
    "base": "what the posts are bolted to gives",
}


def _ways_out(planned: FencePlan) -> list[Fix]:
    """Closer, larger, deeper, more open: those that help with what gives first, the likeliest first."""
    brief, p, posts = planned.brief, planned.brief.printer, planned.brief.fence.posts
    worst = planned.laid.gusts[0]
    by_post = worst.holds.gives != "earth"
    share = (worst.holds.holds_to_mps / brief.job.site.gust_mps) ** 2
    snap, bays = brief.region.snap_mm, brief.fence.bays
    closer = bays.max_mm * share // snap * snap
    out = []
    larger = [
        s
        for s in CATALOGUE.sections_for(brief.region.id, "post")
        if s.width_mm > brief.post.width_mm + 1 and s.thickness_mm == s.width_mm
    ]
    if larger:
        size = larger[0]
        gate = next((s for s in larger if s.width_mm > size.width_mm + 1), size)
        gate = max((brief.gate_post, gate), key=lambda s: s.width_mm)
        out.append(put(f"Use {size.name} posts", posts__size=size.id, posts__gate_size=gate.id))
    if not by_post and not posts.wind_checked:
        out.append(put("Dig to the wind-checked depth", posts__wind_checked=True, posts__depth_mm=None))
    elif not by_post and worst.stands.required_embedment_mm:
        depth = up(worst.stands.required_embedment_mm / snap) * snap
        out.append(
            put(
                f"Set posts {p.length(depth)} deep",
                posts__school="fixed",
                posts__fixed_depth_mm=depth,
                posts__depth_mm=None,
            )
        )
    if posts.doubled == "none" and by_post and worst.holds.gives != "base":
        out.append(
            put(
                "Double the gate posts" if worst.gate else "Double every post",
                posts__doubled="gates" if worst.gate else "all",
            )
        )
    if not worst.gate and 1200 <= closer < bays.max_mm:
        out.append(put(f"Bring the posts to {p.length(closer)} at most", bays__way="equal", bays__max_mm=closer))
    for entry in CATALOGUE.styles.values():
        if not entry.on_centres and entry.gap_mm > brief.style.gap_mm and entry.gap_mm > brief.fence.skin.gap_mm:
            out.append(Fix(f"Let the wind through: {entry.name.lower()}", ({"do": "style", "style": entry.id},)))
    return out
