"""What a deck's plan lays out, beside its parts: its levels, the deck itself first."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.planned import Plan
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.carried import FootingAt
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.year import Year


@dataclass(frozen=True, slots=True)
class DeckLaid:
    levels: tuple[DeckLevel, ...]
    year: Year

    @property
    def main(self) -> DeckLevel:
        return self.levels[0]

    @property
    def lower(self) -> tuple[DeckLevel, ...]:
        return self.levels[1:]

    @property
    def footings(self) -> list[FootingAt]:
        """Of every level."""
        return [f for level in self.levels for f in level.footings]


DeckPlan = Plan[DeckBrief, DeckLaid]
