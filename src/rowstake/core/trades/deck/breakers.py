"""Breaker boards across the rows, so that no row is longer than its stock; and the nailers they ask for."""

from __future__ import annotations

from shapely.geometry import Polygon, box

from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.border import field_outline
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.demands import Nailer
from rowstake.core.trades.deck.laying import DeckBoard, polygons, turned


def breakers(brief: DeckBrief, field: Polygon) -> list[float]:
    """Middles of breaker boards along the rows, evenly, so that no row is longer than its stock; none where rows reach."""
    low, _, high, _ = field.bounds
    longest, wide = max(brief.field.lengths_mm) - 2 * brief.deck.boards.trim_ends_mm, brief.square.width_mm
    if not brief.deck.boards.breaker or brief.deck.boards.run == "diagonal" or high - low <= longest:
        return []
    count = up((high - low - longest) / (longest + wide))
    return [low + (high - low) * (i + 1) / (count + 1) for i in range(count)]


def nailers(brief: DeckBrief) -> list[Nailer]:
    """Joists under both edges of every breaker board, on the frame's own s."""
    marks = breakers(brief, turned(brief, field_outline(brief)))
    reach = (brief.square.width_mm + brief.deck.boards.gap_mm) / 2
    return [Nailer(m + d) for m in marks for d in (-reach, reach)]


def breaker_boards(brief: DeckBrief, field: Polygon, mark: float) -> list[DeckBoard]:
    """One breaker with its middle at a mark, in as few equal lengths as its stock allows."""
    half = brief.square.width_mm / 2
    low, bottom, high, top = field.bounds
    out: list[DeckBoard] = []
    for piece in polygons(field.intersection(box(mark - half, bottom - 1, mark + half, top + 1))):
        foot, head = piece.bounds[1], piece.bounds[3]
        count = up((head - foot) / max(brief.square.lengths_mm))
        for k in range(count):
            a, b = foot + (head - foot) * k / count, foot + (head - foot) * (k + 1) / count
            out += [
                DeckBoard("breaker", brief.square, turned(brief, q, back=True), b - a, 2 * half, "square", -1)
                for q in polygons(piece.intersection(box(low - 1, a, high + 1, b)))
            ]
    return out


def beside_breakers(brief: DeckBrief, field: Polygon, marks: list[float]) -> list[Polygon]:
    """What is left for the rows between breakers and their gaps."""
    off = brief.square.width_mm / 2 + brief.deck.boards.gap_mm
    _, bottom, _, top = field.bounds
    parts = [field]
    for mark in marks:
        clear = box(mark - off, bottom - 1, mark + off, top + 1)
        parts = [p for part in parts for p in polygons(part.difference(clear))]
    return parts
