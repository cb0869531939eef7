"""Treads framed by a board at either end, mitred to the one at the nose; and the blocks that carry the boards' ends there."""

from __future__ import annotations

import math
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.goods import timber
from rowstake.core.parts import Hold, Part
from rowstake.core.space import Flat, Solid
from rowstake.core.trades.deck.components.steps.flight import Flight

FACTS = CATALOGUE.steps
Rows = list[tuple[float, float]]
BEARS_MM = 20.0
"""What boards that meet over a stringer have of it each, so that no block is needed."""
LEAST_BEARS_MM = 10.0
HAIR_MM = 1.0


@dataclass(frozen=True, slots=True)
class Carrier:
    """How thick what carries a tread is, from how far out to how far nothing else lies between two: a box's rails do; and how deep nothing lies
    under the tread: the rail that heads stand on does."""

    thick_mm: float
    from_mm: float = -math.inf
    to_mm: float = math.inf
    deep_mm: float = math.inf


def framed_mm(flight: Flight, k: int, rows: Rows) -> float:
    """How wide the boards at the ends of a tread are; nothing where it has none: round a corner, on a tread of a single board, on one too
    narrow, where the board at the nose is ripped, or where there is no room under it for blocks."""
    wide = flight.tread.width_mm
    whole = rows[0][1] - rows[0][0] > wide - 0.05 if rows else False
    fits = len(rows) > 1 and whole and flight.steps.width_mm >= 4 * wide and flight.room_under(k) >= FACTS.least_rip_mm
    return wide if flight.steps.framed and fits and not any(flight.mitres) else 0.0


def mitred_front(
    flight: Flight, row: tuple[float, float], piece: tuple[float, float], level: tuple[float, float]
) -> Solid:
    """The board at the nose, or a piece of it, cut back at the ends of its tread."""
    (a, b), (low, high) = row, piece
    start, end = flight.span(a, b)
    ring = ((a, low + (b - a) * (low <= start)), (b, low), (b, high), (a, high - (b - a) * (high >= end)))
    return Solid(flight.pose.laid, ring, *level)


def ends(flight: Flight, k: int, rows: Rows, names: tuple[str, str]) -> list[Part]:
    """The boards at both ends, from the nose back, cut to the long point of their mitres."""
    wide, (a, b), back = framed_mm(flight, k, rows), rows[0], rows[-1][0]
    start, end = flight.span(a, b)
    shapes: tuple[tuple[Flat, ...], ...] = (
        ((back, start), (b, start), (a, start + wide), (back, start + wide)),
        ((back, end - wide), (a, end - wide), (b, end), (back, end)),
    )
    level = (flight.seat(k), flight.tread_top(k))
    return [
        Part(flight.part(name), "tread", "steps", timber(flight.tread.id), flight.of, b - back, wide,
             "one end mitred 45°, to the long point", solid=Solid(flight.pose.laid, shape, *level))
        for name, shape in zip(names, shapes, strict=True)
    ]  # fmt: skip


def framed_screws(carried: list[Part], each: int) -> int:
    """What the boards at the ends of a tread, and the ends of the others, are screwed down with: `each` where a board at an end crosses the
    stringer under it or a block; one in every edge of the others on a block, which two of them share but on the last."""
    return each * (2 + len(carried)) + max(0, 2 * len(carried) - 2)


def blocks(flight: Flight, k: int, rows: Rows, carriers: list[float], by: Carrier, deep: float) -> list[Part]:
    """Under every seam between boards and under the last one's back edge, from the one of two carriers to the other between which the
    boards' ends lie, at both ends of the tread. `carriers` are their middles, `by` what they are like,
    `deep` what there is room for under the tread."""
    inset, section = framed_mm(flight, k, rows) + flight.gap_mm / 2, CATALOGUE.sections[flight.brief.region.rail]
    start, end = flight.span(*rows[0])
    wide, high = section.thickness_mm, min(section.width_mm, deep, by.deep_mm)
    marks = [a - flight.gap_mm / 2 - wide / 2 for a, _ in rows[:-1]] + [rows[-1][0]]
    if marks[-2] - marks[-1] < wide:  # the last board is so narrow that one block carries both of its edges
        narrow = rows[-1][1] - rows[-1][0] + flight.gap_mm <= wide - LEAST_BEARS_MM
        marks.pop(-2 if narrow else -1)
    marks = [u for u in marks if by.from_mm <= u and u + wide <= by.to_mm]
    told = f"ripped to {flight.brief.printer.length(high)}" if high < section.width_mm - 0.5 else "square"
    out, top = [], flight.seat(k)
    for side, seam in enumerate((start + inset, end - inset)):
        if any(abs(c - seam) <= by.thick_mm / 2 - BEARS_MM for c in carriers):
            continue
        below, above = [c for c in carriers if c < seam], [c for c in carriers if c > seam]
        if not below or not above:
            continue
        low, high_at = max(below) + by.thick_mm / 2, min(above) - by.thick_mm / 2
        for n, u in enumerate(marks, 1):
            ring = ((u, top - high), (u + wide, top - high), (u + wide, top), (u, top))
            out.append(
                Part(flight.part(f"P{k}{'ab'[side]}{n}"), "tread block", "steps", timber(section.id), flight.of, high_at - low, high, told,
                     solid=Solid(flight.pose, ring, low, high_at), hold=Hold(flight.part("block screws"), HAIR_MM))
            )  # fmt: skip
    return out
