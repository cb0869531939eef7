"""The rectangle a frame is squared by: the largest whose four corners are there to measure from."""

from __future__ import annotations

import math
from dataclasses import dataclass

from shapely.geometry import Point

from rowstake.core.trades.deck.frame import Grid


@dataclass(frozen=True, slots=True)
class Rectangle:
    """From s0 to s1 and from t0 to t1 of the frame; `whole` where it is all of it."""

    s0: float
    s1: float
    t0: float
    t1: float
    whole: bool

    @property
    def long_mm(self) -> float:
        return self.s1 - self.s0

    @property
    def wide_mm(self) -> float:
        return self.t1 - self.t0

    @property
    def diagonal_mm(self) -> float:
        return math.hypot(self.long_mm, self.wide_mm)


def rectangle(grid: Grid) -> Rectangle | None:
    """None where every corner is cut away: then corners are squared by three, four and five."""
    edge, found = grid.poly.exterior, []
    for i in range(len(grid.groups)):
        for j in range(i, len(grid.groups)):
            some = grid.groups[i : j + 1]
            near, far = max(g.t0 for g in some), min(g.t1 for g in some)
            made = Rectangle(some[0].s0, some[-1].s1, near, far, len(some) == len(grid.groups))
            corners = [(s, t) for s in (made.s0, made.s1) for t in (near, far)]
            if far > near and all(edge.distance(Point(c)) < 1 for c in corners):
                found.append(made)
    return max(found, key=lambda r: r.long_mm * r.wide_mm, default=None)
