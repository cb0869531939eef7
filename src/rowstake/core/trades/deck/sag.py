"""How a drainage membrane hangs between joists: deeper towards the gutter, so that what crosses its troughs is set down."""

from __future__ import annotations

from itertools import pairwise

from shapely.geometry import Point

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.frame import Grid

FACTS = CATALOGUE.deck
CROSSING = ("blocking", "ladder block")
"""What lies across the joists."""


def sag_mm(brief: DeckBrief, grid: Grid, t: float) -> float:
    """`sag = least + fall · (t − t₀)`: under the tops of the joists, t₀ where they begin."""
    start = min((j.t0 for j in grid.joists), default=0.0)
    return FACTS.drain_sag_mm + brief.deck.drainage.fall_pct / 100 * max(0.0, t - start)


def deepest_mm(brief: DeckBrief, grid: Grid) -> float:
    """Where it runs into the gutter."""
    return sag_mm(brief, grid, max((j.t1 for j in grid.joists), default=0.0))


def hangs(brief: DeckBrief, grid: Grid, t: float) -> list[list[tuple[float, float]]]:
    """The membrane of every trough cut across the joists at t, as (s, under their tops): flat over both joists and a shallow curve between
    their faces, `sag · (1 − (2x / w)²)` down."""
    deep, half, out = sag_mm(brief, grid, t), grid.thick_mm / 2, []
    for left, right in pairwise(grid.covering(t)):
        wide, middle = right.s - left.s - grid.thick_mm, (left.s + right.s) / 2
        if wide > FACTS.packed_mm and grid.poly.covers(Point(middle, t)):
            curve = [(middle + wide * x / 16, -deep * (1 - (x / 8) ** 2)) for x in range(-8, 9)]
            out.append([(left.s - half, 0.0), *curve, (right.s + half, 0.0)])
    return out


def set_down_mm(brief: DeckBrief, grid: Grid, kind: str, t: float, joist_mm: float) -> float:
    """How far under the tops of the joists the top of a piece lies: clear of the membrane, and never more than half the joist."""
    if not brief.deck.drainage.on or kind not in CROSSING:
        return 0.0
    return min(sag_mm(brief, grid, t) + FACTS.drain_clear_mm, joist_mm * FACTS.drain_deep_share)
