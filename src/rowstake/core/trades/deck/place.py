"""Where a level of a deck stands, and how its pieces are named after it."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.space import Pose
from rowstake.core.trades.deck.shape import Point


@dataclass(frozen=True, slots=True)
class Place:
    """`number` 0 is the main level, which has no name. `x_mm` and `y_mm` are where its own left end nearest the house lies on
    the plan of the whole, `ground_mm` how far the ground there lies over the deck's datum (below zero: under it)."""

    number: int = 0
    name: str = ""
    x_mm: float = 0.0
    y_mm: float = 0.0
    ground_mm: float = 0.0

    @property
    def path(self) -> str:
        """Where the level stands in the document."""
        return f"deck.levels.{self.number}"

    def label(self, own: str) -> str:
        """A label of this level's own as it is told of the whole deck."""
        return f"{self.name}-{own}" if self.name else own

    @property
    def pose(self) -> Pose:
        """Its a runs along the house, its b out from it, its c up. Seen from above the house is at the back, so b runs
        against y."""
        origin = (self.x_mm, -self.y_mm, self.ground_mm)
        return Pose(origin, (1.0, 0.0, 0.0), (0.0, -1.0, 0.0), (0.0, 0.0, 1.0), self.number)

    def on_site(self, point: Point) -> Point:
        """A point of its own plan on the plan of the whole."""
        return point[0] + self.x_mm, point[1] + self.y_mm
