"""Blocks in pairs for guard posts along the ends, set before the boards close them in."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.components.base import Component
from rowstake.core.trades.deck.demands import GuardPosts

INSIDE_MM = 150.0


def _demands(brief: DeckBrief) -> Iterator[GuardPosts]:
    if brief.deck.joists.guard_blocks:
        post = CATALOGUE.sections[brief.region.post].width_mm
        yield GuardPosts(post, CATALOGUE.materials.deck.guard_posts_mm, INSIDE_MM)


COMPONENT = Component(order=90, demands=_demands)
