"""Posts taller than their section may be, and posts that need bracing."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.carried import post_used
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief = planned.brief.printer, planned.brief
    small, large = sorted((brief.post.thickness_mm, brief.post.width_mm))
    facts = CATALOGUE.deck
    fits = [h for h in facts.post_heights if small >= h.lesser_mm and large >= h.greater_mm]
    limit = max((h.highest_mm for h in fits), default=0.0)
    tall = [q for q in planned.posts if q.height_mm > limit + 0.5]
    slender = [f for f in planned.footings if post_used(brief, f) > 1.0005]
    if slender and not tall:
        hardest = max(slender, key=lambda f: post_used(brief, f))
        yield found(
            f"{hardest.post.label} carries {p.force(hardest.load_kn)}, {post_used(brief, hardest) * 100:.0f} % of what it holds as a column",
            "A slender post buckles under its load.",
            [f.post.label for f in slender],
            [put_deck(f"Use {s.name} posts", posts__size=s.id) for s in CATALOGUE.sections_for(brief.region.id, "post")
             if min(s.thickness_mm, s.width_mm) > small + 1][:1],
        )  # fmt: skip
    if not tall:
        return
    worst = max(tall, key=lambda q: q.height_mm)
    larger = [
        s for s in CATALOGUE.sections_for(brief.region.id, "post")
        if max((h.highest_mm for h in facts.post_heights if min(s.thickness_mm, s.width_mm) >= h.lesser_mm
                and max(s.thickness_mm, s.width_mm) >= h.greater_mm), default=0.0) >= worst.height_mm
    ]  # fmt: skip
    yield found(
        f"{worst.label} is {p.length(worst.height_mm)} tall; {brief.post.name} may stand {p.length(limit)}",
        "A slender post buckles. Over about 4 m ask an engineer.",
        [q.label for q in tall],
        [put_deck(f"Use {larger[0].name} posts", posts__size=larger[0].id)] if larger else [],
    )
