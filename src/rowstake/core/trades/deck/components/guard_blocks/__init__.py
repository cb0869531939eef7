"""Blocks in pairs for guard posts along the ends, set before the boards close them in."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.components.base import DeckComponent
from rowstake.core.trades.deck.demands import GuardPosts


def _demands(brief: DeckBrief) -> Iterator[GuardPosts]:
    if brief.deck.joists.guard_blocks:
        post = CATALOGUE.sections[brief.region.post].width_mm
        yield GuardPosts(post, CATALOGUE.deck.guard_posts_mm, CATALOGUE.deck.guard_inside_mm)


COMPONENT = DeckComponent(order=90, demands=_demands)
