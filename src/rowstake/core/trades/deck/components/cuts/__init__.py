"""Holes in the boards, and what stands in them: beams, posts and footings keep clear."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.components.base import DeckComponent
from rowstake.core.trades.deck.components.cuts.edits import EDITS
from rowstake.core.trades.deck.demands import KeepClear


def _demands(brief: DeckBrief) -> Iterator[KeepClear]:
    """Every hole by its own edges; a tree's roots keep footings further off than a pipe does."""
    facts = CATALOGUE.deck
    for cut in brief.shape.cuts:
        if cut.kind != "hole":
            continue
        x, y = (cut.x_mm, cut.x_mm + cut.along_mm), (cut.y_mm, cut.y_mm + cut.out_mm)
        (s0, s1), (t0, t1) = (y, x) if brief.turned else (x, y)
        grows = any(word in cut.what.lower() for word in facts.growing)
        yield KeepClear(cut.id, s0, s1, t0, t1, facts.roots_mm if grows else facts.beside_hole_mm)


COMPONENT = DeckComponent(order=0, demands=_demands, edits=EDITS)
