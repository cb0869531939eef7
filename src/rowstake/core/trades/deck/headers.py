"""How many plies of a header find room at each edge of a hole, and where the deck beside a hole is too narrow for a frame."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from rowstake.core.trades.deck.shape import SAME_MM, Edge, leans


@dataclass(frozen=True, slots=True)
class HoleStrip:
    """The deck between an edge of a hole and what lies opposite, and the least of its width."""

    hole: Edge
    opposite: Edge
    wide_mm: float


def strips(all_edges: Sequence[Edge], axis: int) -> list[HoleStrip]:
    """For every edge of a hole that runs along `axis` (0: s, 1: t), each edge that lies opposite over the deck, nearest first."""
    out = []
    for edge in all_edges:
        if not edge.hole or abs(edge.a[axis] - edge.b[axis]) < SAME_MM:
            continue
        looks = edge.inward[1 - axis]
        found = [
            HoleStrip(edge, other, wide)
            for other in all_edges
            if other.inward[1 - axis] * looks < -SAME_MM and (wide := _wide(edge, other, axis, looks)) is not None
        ]
        out += sorted(found, key=lambda strip: strip.wide_mm)
    return out


def _wide(edge: Edge, other: Edge, axis: int, looks: float) -> float | None:
    """How far `other` lies from an edge at the nearest, over the stretch that both have; None where they have none."""
    low = max(min(edge.a[axis], edge.b[axis]), min(other.a[axis], other.b[axis]))
    high = min(max(edge.a[axis], edge.b[axis]), max(other.a[axis], other.b[axis]))
    if high - low < 1 or abs(other.a[axis] - other.b[axis]) < SAME_MM:
        return None
    a, b = other.a, other.b
    slope = (b[1 - axis] - a[1 - axis]) / (b[axis] - a[axis])
    gaps = [math.copysign(1, looks) * (a[1 - axis] + slope * (at - a[axis]) - edge.a[1 - axis]) for at in (low, high)]
    return min(gaps) if min(gaps) > -1 else None


def header_rooms(all_edges: Sequence[Edge], thick_mm: float, rim_mm: float, plies: int) -> dict[Edge, int]:
    """For every edge of a hole across the joists, how many plies of its header find room before the rim, the ledger or the
    other hole's header that lies opposite; as many as are asked, none at the least."""
    room = {e: plies for e in all_edges if e.hole and abs(e.a[0] - e.b[0]) > SAME_MM}
    for strip in strips(all_edges, 0):
        fit = math.floor(strip.wide_mm / thick_mm + 1e-6)
        if strip.opposite.hole:  # the nearer to the house takes the odd ply
            fit = fit - fit // 2 if strip.hole.a[1] < strip.opposite.a[1] else fit // 2
        else:
            along = abs(strip.opposite.along[0])
            straight = thick_mm if strip.opposite.wall else rim_mm
            takes = thick_mm * plies / max(along, 0.2) if leans(strip.opposite) else straight
            fit = math.floor((strip.wide_mm - takes) / thick_mm + 1e-6)
        room[strip.hole] = min(room[strip.hole], max(fit, 0))
    return room


def too_narrow(every: Sequence[Edge], framed: Sequence[Edge], thick_mm: float, rim_mm: float) -> list[HoleStrip]:
    """Strips of deck beside holes with no room for the frame, each once: for what closes it across the joists, and, beside
    holes that are framed, for the joist of each side."""
    found = [strip for strip in strips(every, 0) if strip.wide_mm < (thick_mm if strip.opposite.hole else rim_mm) - 0.1]
    found += [strip for strip in strips(framed, 1) if strip.wide_mm < 2 * thick_mm - 0.1]
    return list({frozenset((strip.hole, strip.opposite)): strip for strip in reversed(found)}.values())[::-1]
