"""What a deck's plan holds before advice has looked at it; its drawings, advice and views all read this."""

from __future__ import annotations

from dataclasses import dataclass

from shapely.geometry import Polygon

from rowstake.core.deck.boards import Laying
from rowstake.core.deck.brief import DeckBrief
from rowstake.core.deck.built import Built
from rowstake.core.deck.frame import Grid, Group
from rowstake.core.deck.shape import outline
from rowstake.core.deck.supports import Supports
from rowstake.core.parts import Part
from rowstake.core.schedule.days import Days
from rowstake.core.takeoff.lists import TakeOff
from rowstake.core.year import Year


@dataclass(frozen=True, slots=True)
class DeckPlanned:
    brief: DeckBrief
    grid: Grid
    supports: Supports
    laying: Laying
    built: Built
    parts: tuple[Part, ...]
    lists: TakeOff
    days: Days
    year: Year

    @property
    def shape(self) -> Polygon:
        return outline(self.brief.deck.shape)

    @property
    def area_m2(self) -> float:
        return float(self.shape.area / 1e6)

    @property
    def last_mm(self) -> float:
        """The narrower of the first and last row of the field."""
        return min(self.laying.first_mm, self.laying.last_mm)

    @property
    def tallest_mm(self) -> float:
        return max((p.height_mm for p in self.built.posts), default=0.0)

    @property
    def lowest_mm(self) -> float:
        """The least room for a post anywhere; below zero something does not fit."""
        return min((p.height_mm for p in self.built.posts), default=0.0)

    def count(self, *kinds: str) -> int:
        return sum(1 for p in self.parts if p.kind in kinds)

    @property
    def deepest(self) -> Group:
        """The group whose joists are longest."""
        return max(self.grid.groups, key=lambda g: g.t1 - g.t0)

    @property
    def one_more_row(self) -> int:
        """Rows of beams, one more than the deepest group has."""
        return sum(b.group == self.deepest for b in self.supports.beams) + 1

    def fall_mm(self) -> float:
        """How high the boards stand over the lowest ground at their edge, the paving to come counted."""
        levels = self.brief.deck.levels
        lowest = max(0.0, levels.fall_out_mm) + max(0.0, levels.fall_along_mm)
        return levels.height_mm + lowest
