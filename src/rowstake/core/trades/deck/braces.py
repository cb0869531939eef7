"""Braces of a deck that stands free on tall posts: at 45° both ways, from every post to its beam and to the joists."""

from __future__ import annotations

import math
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.frame import Grid
from rowstake.core.trades.deck.shape import Point
from rowstake.core.trades.deck.stack import PostAt, joist_depth
from rowstake.core.trades.deck.supports import Supports

REACH_MM, LEAST_MM = 600.0, 300.0
"""How far a brace reaches out from its post, and the least that braces anything."""
UNDER_TOP_MM = 100.0


@dataclass(frozen=True, slots=True)
class Brace:
    """From a post at `a` to `b` in (s, t), rising as far as it reaches out to `top_mm`; what its upper end is fixed to."""

    post: str
    a: Point
    b: Point
    top_mm: float
    to: str
    across: bool

    @property
    def reach_mm(self) -> float:
        return math.dist(self.a, self.b)

    @property
    def length_mm(self) -> float:
        return self.reach_mm * math.sqrt(2)


def braces(brief: DeckBrief, grid: Grid, supports: Supports, posts: list[PostAt]) -> list[Brace]:
    """None where the house holds the deck. Both ways along the beam, and along the joists as far as the frame goes."""
    if brief.attached:
        return []
    frame = brief.deck.levels.height_mm - brief.field.thickness_mm - brief.strip_mm
    under_joists = frame - joist_depth(brief, supports)
    out: list[Brace] = []
    for post in posts:
        if post.beam is None or post.height_mm <= CATALOGUE.materials.deck.free_braced_over_mm:
            continue
        s, t = grid.on_plan(post.at)
        head = post.foot_mm + post.height_mm
        most = min(REACH_MM, post.height_mm - UNDER_TOP_MM)
        under_beam = frame - post.beam.section.width_mm if supports.flush else under_joists - post.beam.section.width_mm
        for way in (-1, 1):
            room = post.beam.s1 - s if way > 0 else s - post.beam.s0
            reach = min(most, room)
            if reach >= LEAST_MM:
                out.append(Brace(post.label, (s, t), (s + way * reach, t), under_beam, post.beam.label, False))
        lines = [j for j in grid.covering(t)]
        beside = min(lines, key=lambda j: abs(j.s - s), default=None)
        if beside is None:
            continue
        near, far = beside.t0, beside.t1
        for way in (-1, 1):
            room = far - t if way > 0 else t - near
            reach = min(REACH_MM, room)
            if reach < LEAST_MM or under_joists - reach > head - UNDER_TOP_MM:
                continue
            on = abs(beside.s - s) <= grid.thick_mm
            out.append(
                Brace(
                    post.label,
                    (s, t),
                    (s, t + way * reach),
                    under_joists,
                    "the joist" if on else "a block between joists",
                    True,
                )
            )
    return out


def blocks_for(made: list[Brace]) -> list[Point]:
    """Where a brace needs a block between two joists to be fixed to."""
    return [b.b for b in made if b.to.startswith("a block")]
