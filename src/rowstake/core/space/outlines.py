"""Outlines that come up again and again: a rectangle about a point, and round and drawn-out holes."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache

from rowstake.core.space.solid import Flat

SIDES = 24
_ANGLES = [2 * math.pi * k / SIDES for k in range(SIDES)]
TURNS = [(math.cos(t), math.sin(t), math.copysign(1.0, math.sin(t + 1e-9))) for t in _ANGLES]
"""Cosine, sine and the half of the circle, of the points on it."""


def rectangle(at: Flat, wide: float, deep: float) -> tuple[Flat, ...]:
    (x, y), w, d = at, wide / 2, deep / 2
    return (x - w, y - d), (x + w, y - d), (x + w, y + d), (x - w, y + d)


@lru_cache(maxsize=512)
def disc(at: Flat, across_mm: float, drawn_out_mm: float = 0.0) -> tuple[Flat, ...]:
    """A circle by points on it, a hundredth smaller in area; `drawn_out_mm` pulls its halves apart along y, half of it to
    each side."""
    (x, y), r, half = at, across_mm / 2, drawn_out_mm / 2
    return tuple([(x + r * cos, y + r * sin + half * side) for cos, sin, side in TURNS])


def band(ring: Sequence[Flat], low: float, high: float) -> list[Flat]:
    """What of a convex outline lies between two levels of its second measure: each edge is cut where it crosses one, at
    p + (q - p)·(level - p_y)/(q_y - p_y). Nothing where less than three corners are left."""
    kept = list(ring)
    for level, way in ((low, 1.0), (high, -1.0)):
        out: list[Flat] = []
        for p, q in zip(kept, [*kept[1:], *kept[:1]], strict=True):
            a, b = (p[1] - level) * way, (q[1] - level) * way
            if a >= 0:
                out.append(p)
            if (a < 0) != (b < 0):
                out.append((p[0] + (q[0] - p[0]) * a / (a - b), level))
        kept = out
    return kept if len(kept) > 2 else []
