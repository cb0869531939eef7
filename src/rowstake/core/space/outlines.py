"""Outlines that come up again and again: a rectangle about a point, and round and drawn-out holes."""

from __future__ import annotations

import math

from rowstake.core.space.solid import Flat

SIDES = 24
_ANGLES = [2 * math.pi * k / SIDES for k in range(SIDES)]
TURNS = [(math.cos(t), math.sin(t), math.copysign(1.0, math.sin(t + 1e-9))) for t in _ANGLES]
"""Cosine, sine and the half of the circle, of the points on it."""


def rectangle(at: Flat, wide: float, deep: float) -> tuple[Flat, ...]:
    (x, y), w, d = at, wide / 2, deep / 2
    return (x - w, y - d), (x + w, y - d), (x + w, y + d), (x - w, y + d)


def disc(at: Flat, across_mm: float, drawn_out_mm: float = 0.0) -> tuple[Flat, ...]:
    """A circle by points on it, a hundredth smaller in area; `drawn_out_mm` pulls its halves apart along y, half of it to
    each side."""
    (x, y), r, half = at, across_mm / 2, drawn_out_mm / 2
    return tuple([(x + r * cos, y + r * sin + half * side) for cos, sin, side in TURNS])
