"""What a deck's plan holds before advice has looked at it; its drawings, advice and views all read this."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.deck.carried import FootingAt
from rowstake.core.deck.level import DeckLevel, Lower
from rowstake.core.parts import Part
from rowstake.core.schedule.days import Days
from rowstake.core.takeoff.lists import TakeOff
from rowstake.core.year import Year


@dataclass(frozen=True, slots=True)
class DeckPlanned(DeckLevel):
    """The deck itself, the levels before it, and what all of them take together."""

    lower: tuple[Lower, ...]
    parts: tuple[Part, ...]
    lists: TakeOff
    days: Days
    year: Year

    @property
    def all_levels(self) -> tuple[DeckLevel, ...]:
        return (self, *self.lower)

    @property
    def footings(self) -> list[FootingAt]:
        """Of every level."""
        return [f for level in self.all_levels for f in level.built.footings]

    def total(self, *kinds: str) -> int:
        """How many pieces of these kinds there are on all levels."""
        return sum(1 for p in self.parts if p.kind in kinds)
