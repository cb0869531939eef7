"""End joists doubled, as guards and stairs may want them."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.components.base import DeckComponent
from rowstake.core.trades.deck.demands import DoubledEnds


def _demands(brief: DeckBrief) -> Iterator[DoubledEnds]:
    if brief.deck.joists.doubled_ends:
        yield DoubledEnds()


COMPONENT = DeckComponent(order=21, demands=_demands)
