"""Pieces longer than anything on sale."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    for key, lengths in planned.lists.too_long.items():
        section = CATALOGUE.sections[key]
        if section.id == brief.rail.id:
            continue
        longest = max(section.lengths_mm)
        over = max(lengths) - longest
        fixes: list[Fix] = []
        if section.use == "board":
            others = [s for s in CATALOGUE.sections_for(brief.region.id, "board") if max(s.lengths_mm) >= max(lengths)]
            fixes += [put(f"Use {s.name}", skin__board=s.id) for s in others[:2]]
        lower = brief.fence.skin.height_mm - over
        if section.use == "board" and lower >= 300:
            fixes.append(put(f"Lower the fence to {p.length(lower)}", skin__height_mm=lower))
        if section.use == "post" and brief.fence.posts.school == "third":
            fixes.append(put("Set the posts to the fixed depth", posts__school="fixed"))
        yield found(
            f"No {section.name} is sold {p.length(max(lengths))} long",
            f"The longest on sale is {p.length(longest)}.",
            [part.label for part in planned.parts if part.material == key and part.length_mm > longest + 1e-6],
            fixes,
        )
