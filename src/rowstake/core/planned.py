"""What a plan holds before advice has looked at it; drawings, advice and views all read this."""

from __future__ import annotations

from dataclasses import dataclass

from rowstake.core.fence.holes import BayGust, Digger
from rowstake.core.fence.layout import Bay, Layout
from rowstake.core.fence.levels import Levels
from rowstake.core.fence.resolve import Brief
from rowstake.core.fence.skin import Course
from rowstake.core.gates import Built
from rowstake.core.parts import Part
from rowstake.core.takeoff.lists import TakeOff


@dataclass(frozen=True, slots=True)
class Planned:
    brief: Brief
    layout: Layout
    levels: Levels
    courses: tuple[Course, ...]
    digger: Digger
    gates: tuple[Built, ...]
    parts: tuple[Part, ...]
    lists: TakeOff
    gusts: tuple[BayGust, ...]

    def count(self, *kinds: str) -> int:
        """How many pieces of these kinds there are."""
        return sum(1 for p in self.parts if p.kind in kinds)

    @property
    def usual_bay(self) -> Bay | None:
        """The bay whose centres come up most often; the widest of equals."""
        bays = self.layout.bays
        if not bays:
            return None
        sizes = [round(b.centres_mm, 1) for b in bays]
        return max(bays, key=lambda b: (sizes.count(round(b.centres_mm, 1)) if len(bays) < 400 else 1, b.centres_mm))

    @property
    def narrowest_mm(self) -> float | None:
        """The narrowest end piece of any stretch of boards."""
        return min((c.last_mm for c in self.courses), default=None)

    @property
    def holds_to_mps(self) -> float | None:
        """The gust the weakest bay or gate stands."""
        return self.gusts[0].stands.holds_to_mps if self.gusts else None
