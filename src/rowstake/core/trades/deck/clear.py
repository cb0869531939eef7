"""Stretches that something may not stand in, and every way to move marks out of them."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import product

MANY_WAYS = 256


Span = tuple[float, float]


def merged(spans: Sequence[Span]) -> list[Span]:
    """Overlapping stretches as one, in order."""
    out: list[Span] = []
    for low, high in sorted(spans):
        if out and low <= out[-1][1]:
            out[-1] = (out[-1][0], max(out[-1][1], high))
        else:
            out.append((low, high))
    return out


def ways_clear(marks: Sequence[float], spans: Sequence[Span], fixed: Sequence[bool]) -> list[list[float]]:
    """Every way to move marks out of stretches they may not stand in, each to either side; those `fixed` stay."""
    free = merged(spans)
    choices = []
    for mark, stays in zip(marks, fixed, strict=True):
        hit = None if stays else next((z for z in free if z[0] + 1e-6 < mark < z[1] - 1e-6), None)
        choices.append([mark] if hit is None else [hit[0], hit[1]])
    count = 1
    for choice in choices:
        count *= len(choice)
    if count > MANY_WAYS:
        return []
    return [list(way) for way in product(*choices)]
