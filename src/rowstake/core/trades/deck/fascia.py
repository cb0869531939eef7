"""Where a fascia goes, and how far it stands off the rim: packed off for air, under the boards' overhang."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.frame import frame_outline
from rowstake.core.trades.deck.shape import Edge, edges

PACKER_MM, SHOWS_MM = CATALOGUE.deck.packer_mm, CATALOGUE.deck.fascia_shown_mm
"""How far boards reach past a fascia, so that water drips clear of it."""


def stands_mm(brief: DeckBrief) -> float:
    """How far a fascia's face stands off the rim: its packers and itself; nothing without one."""
    return PACKER_MM + brief.fascia.thickness_mm if brief.fascia else 0.0


def open_edge(brief: DeckBrief, edge: Edge) -> bool:
    """Whether a fascia goes along an edge of the frame."""
    return not edge.hole and not brief.at_wall(edge)


def fascia_edges(brief: DeckBrief) -> list[Edge]:
    """Edges of the frame that stand open."""
    return [e for e in edges(frame_outline(brief)) if open_edge(brief, e)]
