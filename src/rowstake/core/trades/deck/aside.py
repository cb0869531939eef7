"""A footing that stands off its beam's line: the post stands under the beam all the same, and so nearer to one edge of what it stands on."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.carried import FootingAt, footing_used

ROUND, SQUARE = 8.0, 6.0
"""In q = N/A · (1 + k·e/D): of a round pad and of a square one. Past D/k one edge is not pressed at all."""


@dataclass(frozen=True, slots=True)
class Aside:
    """What is left from the post to the edge of what it stands on, mm; how much of what the ground bears is used at the edge that is pressed
    most; `lifts` where the other edge is not pressed."""

    edge_mm: float
    used: float | None
    lifts: bool

    @property
    def holds(self) -> bool:
        return (
            self.edge_mm >= CATALOGUE.deck.post_edge_mm
            and not self.lifts
            and (self.used is None or self.used <= 1 + 1e-6)
        )


def stands_aside(brief: DeckBrief, footing: FootingAt, off_mm: float) -> Aside | None:
    """Of a footing whose middle is so far off its beam's line, mm: the load at its eccentricity e presses the ground by q = N/A · (1 + k·e/D) at
    most, within the middle where e ≤ D/k. None for what is no pad that a post stands on. Source: elastic pressure under a rigid pad."""
    dug, off = footing.dug, abs(off_mm)
    poured = next((layer for layer in reversed(dug.layers) if layer.material == "concrete"), None)
    if poured is None or dug.post_below_mm or not dug.bears_m2:
        return None
    k, used = SQUARE if dug.square else ROUND, footing_used(brief, footing)
    edge = (poured.across_mm or dug.across_mm) / 2 - off - max(brief.post.width_mm, brief.post.thickness_mm) / 2
    share = k * off / dug.across_mm
    return Aside(edge, None if used is None else used * (1 + share), share > 1)
