"""What a deck's plan lays out, beside its parts: its levels, the deck itself first."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.planned import Plan
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.carried import FootingAt
from rowstake.core.trades.deck.level import DeckLevel, Lower
from rowstake.core.year import Year


@dataclass(frozen=True, slots=True)
class DeckLaid:
    main: DeckLevel
    lower: tuple[Lower, ...]
    year: Year

    @property
    def levels(self) -> tuple[DeckLevel, ...]:
        return (self.main, *self.lower)

    @property
    def footings(self) -> list[FootingAt]:
        """Of every level."""
        return [f for level in self.levels for f in level.built.footings]


DeckPlan = Plan[DeckBrief, DeckLaid]
