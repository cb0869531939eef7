"""Two steps of the edge so close that the strip of frame between them has no room for posts of its own."""

from __future__ import annotations

import itertools
from collections.abc import Iterator

from rowstake.core.advice.base import found
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.deck.advice.base import put_level
from rowstake.core.trades.deck.document import Cut
from rowstake.core.trades.deck.frame import Group
from rowstake.core.trades.deck.level import DeckLevel

POSTS_WIDE = 3.0
"""A beam so many posts long has its two posts clear of the beams beside it."""


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, least = planned.brief.printer, POSTS_WIDE * planned.brief.post.width_mm
    for group in planned.grid.groups:
        wide = group.s1 - group.s0
        if wide >= least or len(planned.grid.groups) < 2:
            continue
        beams = [b for b in planned.supports.beams if b.s0 >= group.s0 - 1 and b.s1 <= group.s1 + 1]
        posts = [q.label for q in planned.posts if q.beam in beams]
        yield found(
            f"The strip between two steps of the edge is {p.length(wide)} wide",
            f"Under {p.length(least)} there is no room for posts under its beams: they stand in those beside them. Let the edge step once "
            "there, or set the steps further apart.",
            [*(label for b in beams for label in (b.label, *(f"{b.label}-{n + 1}" for n in range(b.plies)))), *posts],
            _fixes(planned, group),
        )


def _edges(cut: Cut, width: float, out: float) -> dict[str, float]:
    """Where a notch steps, along the house and out from it."""
    return {
        "along_mm": cut.along_mm if cut.corner.endswith("left") else width - cut.along_mm,
        "out_mm": cut.out_mm if cut.corner.startswith("house") else out - cut.out_mm,
    }


def _fixes(planned: DeckLevel, group: Group) -> list[Fix]:
    """One of two notches as far as the other."""
    shape, wide = planned.brief.shape, group.s1 - group.s0
    notches = [c for c in shape.cuts if c.kind == "notch"]
    for one, other in itertools.permutations(notches, 2):
        here, there = (_edges(c, shape.width_mm, shape.out_mm) for c in (one, other))
        for side in ("along_mm", "out_mm"):
            if 0.5 < abs(here[side] - there[side]) <= wide + 60.0:
                moved = here[side] - there[side]
                near = other.corner.endswith("left") if side == "along_mm" else other.corner.startswith("house")
                mended = other.model_copy(update={side: getattr(other, side) + (moved if near else -moved)})
                cuts = [(mended if c.id == other.id else c).model_dump() for c in shape.cuts]
                return [put_level(planned, f"Notch {other.id} as far as {one.id}", shape__cuts=cuts)]
    return []
