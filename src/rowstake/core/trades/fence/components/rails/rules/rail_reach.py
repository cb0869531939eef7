"""Centres wider than the posts and rails of a solid fence allow."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.layout import pitch_mm


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    own = brief.style.most_bay_mm
    if not own and (
        planned.laid.digger.solidity < CATALOGUE.materials.limits.solid
        or brief.fence.skin.height_mm < CATALOGUE.materials.limits.tall_mm
    ):
        return
    steps = [s for s in CATALOGUE.materials.limits.solid_bay if brief.post.width_mm >= s.post_over_mm]
    limit = min(
        [steps[-1].reach_mm, own]
        if own and planned.laid.digger.solidity >= CATALOGUE.materials.limits.solid
        else [own or steps[-1].reach_mm]
    )
    wide = [b for b in planned.laid.layout.bays if b.centres_mm > limit + 0.5]
    if not wide:
        return
    told = limit - (
        pitch_mm(brief) - (brief.fence.bays.max_mm if brief.fence.bays.way == "equal" else brief.fence.bays.module_mm)
    )
    tidy = told // brief.region.snap_mm * brief.region.snap_mm
    larger = next(
        (
            s
            for s in CATALOGUE.sections_for(brief.region.id, "post")
            if s.width_mm >= CATALOGUE.materials.limits.solid_bay[-1].post_over_mm and s.thickness_mm == s.width_mm
        ),
        None,
    )
    fixes = [put(f"Divide equally, at most {p.length(tidy)}", bays__way="equal", bays__max_mm=tidy)]
    if larger and larger.id != brief.post.id and max(b.centres_mm for b in wide) <= 2440.5:
        fixes.append(put(f"Use {larger.name} posts", posts__size=larger.id))
    widest = max(wide, key=lambda b: b.centres_mm)
    yield found(
        f"Bays of {p.length(widest.centres_mm)} are too wide for {brief.post.name} posts",
        f"{brief.style.name}, this high, ask for bays of at most {p.length(limit // brief.region.snap_mm * brief.region.snap_mm)} "
        f"on {brief.post.name} posts. "
        f"{len(wide)} of {len(planned.laid.layout.bays)} bays are wider.",
        [b.label for b in wide],
        fixes,
    )
