"""What beams, posts and footings keep clear of: the holes of a deck and what stands in them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import product

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.brief import DeckBrief

MANY_WAYS = 256


@dataclass(frozen=True, slots=True)
class Zone:
    """A hole in the boards by its own edges, in the frame's directions, and how far a footing stays off it."""

    id: str
    s0: float
    s1: float
    t0: float
    t1: float
    dig_mm: float


def zones(brief: DeckBrief) -> tuple[Zone, ...]:
    """Every hole; a tree's roots keep footings further off than a pipe does."""
    facts, out = CATALOGUE.materials.deck, []
    for cut in brief.deck.shape.cuts:
        if cut.kind != "hole":
            continue
        x, y = (cut.x_mm, cut.x_mm + cut.along_mm), (cut.y_mm, cut.y_mm + cut.out_mm)
        (s0, s1), (t0, t1) = (y, x) if brief.turned else (x, y)
        grows = any(word in cut.what.lower() for word in facts.growing)
        out.append(Zone(cut.id, s0, s1, t0, t1, facts.roots_mm if grows else facts.beside_hole_mm))
    return tuple(out)


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
