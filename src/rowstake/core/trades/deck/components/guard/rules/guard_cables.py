"""Cables that a push opens, and end posts that they bend."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.guard.bays import bays_of
from rowstake.core.trades.deck.components.guard.cables import pulled
from rowstake.core.trades.deck.components.guard.mounts import post_of
from rowstake.core.trades.deck.level import DeckLevel

FACTS = CATALOGUE.steps


def look(planned: DeckLevel) -> Iterator[Finding]:
    bays, p = [b for b in bays_of(planned) if b.cabled and b.gaps.count], planned.brief.printer
    if not bays:
        return
    gap, far = max(b.gaps.gap_mm for b in bays), max(b.centres_mm for b in bays)
    if gap > FACTS.cable_gap_mm + 0.5 or far > FACTS.cable_posts_mm + 0.5:
        yield found(
            f"Cables {p.fine(gap)} apart between posts {p.length(far)} apart are pushed open",
            f"Nothing but their pull keeps them in line: {p.length(FACTS.cable_gap_mm)} apart and posts every {p.length(FACTS.cable_posts_mm)} "
            "are usual, so that they do not let through what must not pass.",
            [planned.place.label("Y1")],
            [put_deck("Nearer cables and posts", guard__gap_mm=None, guard__most_mm=None)],
        )
    worst = max(bays, key=lambda b: pulled(b).mpa)
    made = pulled(worst)
    if made.mpa > made.most_mpa:
        heavier = [
            s for s in CATALOGUE.sections_for(planned.brief.region.id, "post")
            if s.width_mm == s.thickness_mm > post_of(planned.brief).width_mm and pulled(worst, s).mpa <= pulled(worst, s).most_mpa
        ]  # fmt: skip
        yield found(
            f"{worst.gaps.count} cables pull an end post with {p.force(made.pull_kn)}: it bends more than {post_of(planned.brief).name} bears",
            f"They bend it with {made.mpa:.1f} MPa between its rails; its timber bears {made.most_mpa:.1f}.",
            [planned.place.label("Y1")],
            [
                *(
                    put_deck(f"Posts of {s.name}", guard__post=s.id)
                    for s in sorted(heavier, key=lambda s: s.width_mm)[:1]
                ),
                put_deck("Balusters", guard__infill="balusters"),
            ],
        )
