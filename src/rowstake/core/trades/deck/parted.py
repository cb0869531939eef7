"""Nailers parted round posts that stand in their way: what is left of them hangs on the blocks on either side of the post."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from rowstake.core.trades.deck.demands import Demand, Stands, of
from rowstake.core.trades.deck.frame import Grid, Joist

FREE_MM = 1.0
"""What a post has to spare beside its blocks."""
LEAST_MM = 150.0
"""No shorter piece of a nailer is worth its hangers."""


def parted(grid: Grid, asked: Iterable[Demand]) -> Grid:
    """The frame with every nailer ended at the outer faces of the blocks beside a post in its way."""
    taken: list[tuple[float, float, float, float]] = []
    for post in of(Stands, asked):
        if post.within:
            ring = [grid.on_plan(q) for q in post.ring]
            (s0, *_, s1), (t0, *_, t1) = sorted(s for s, _ in ring), sorted(t for _, t in ring)
            taken.append((s0, s1, t0 - FREE_MM - grid.thick_mm, t1 + FREE_MM + grid.thick_mm))
    if not taken:
        return grid
    joists: list[Joist] = []
    for joist in grid.joists:
        half = grid.thick_mm / 2
        met = [(t0, t1) for s0, s1, t0, t1 in taken if s0 < joist.s + half and joist.s - half < s1]
        joists += _left(joist, met) if joist.kind == "nailer" else [joist]
    return replace(grid, joists=joists)


def _left(joist: Joist, met: list[tuple[float, float]]) -> list[Joist]:
    """The pieces of a nailer between what it meets."""
    out, start, slope = [], joist.t0, joist.slopes[0]
    near = joist.near
    for t0, t1 in sorted(met):
        if t0 < joist.t1 and t1 > start:
            if t0 - start >= LEAST_MM:
                out.append(replace(joist, t0=start, t1=t0, near=near, far="block", slopes=(slope, 0.0)))
            start, near, slope = max(start, t1), "block", 0.0
    if joist.t1 - start >= LEAST_MM:
        out.append(replace(joist, t0=start, near=near, slopes=(slope, joist.slopes[1])))
    return out
