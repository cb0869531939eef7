"""Fascia along every open edge, ripped to the depth of the frame."""

from __future__ import annotations

from rowstake.core.deck.brief import DeckBrief
from rowstake.core.deck.shape import Edge, edges, outline
from rowstake.core.parts import Lies, Part, letters
from rowstake.core.reckoners.base import up


def fascia_edges(brief: DeckBrief) -> list[Edge]:
    return [e for e in edges(outline(brief.deck.shape)) if not e.hole and not brief.at_wall(e)]


def fascia_parts(brief: DeckBrief, depth: float, top: float) -> list[Part]:
    """Along every open edge, ripped to the frame's depth, in lengths as sold."""
    if brief.fascia is None:
        return []
    longest, out = max(brief.fascia.lengths_mm), []
    high = min(depth, brief.fascia.width_mm)
    for n, edge in enumerate(fascia_edges(brief), 1):
        pieces = up(edge.length_mm / longest)
        for k in range(pieces):
            length = edge.length_mm / pieces
            (x, y), (dx, dy), (nx, ny) = edge.a, edge.along, edge.inward
            a = (x + dx * length * k, y + dy * length * k)
            b = (a[0] + dx * length, a[1] + dy * length)
            thick = brief.fascia.thickness_mm
            inner = ((b[0] + nx * thick, b[1] + ny * thick), (a[0] + nx * thick, a[1] + ny * thick))
            ends = "mitred at corners" + (
                f", ripped to {brief.printer.length(high)}" if high < brief.fascia.width_mm - 0.5 else ""
            )
            out.append(
                Part(f"A{n}{letters(k + 1) if pieces > 1 else ''}", "fascia", "skin", brief.fascia.id, edge.side, length, high, ends,
                     lies=Lies((a, b, *inner), top - high, top))
            )  # fmt: skip
    return out
