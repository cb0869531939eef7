"""What stands between two posts of a guard: rails, and balusters or boards with one even gap."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.reckoners.balusters import Balusters, Spindled
from rowstake.core.reckoners.balusters import run as balusters
from rowstake.core.space import Pose
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.trades.deck.components.guard.mounts import PostPlace, face_half_mm
from rowstake.core.trades.deck.level import DeckLevel

FACTS = CATALOGUE.steps


@dataclass(frozen=True)
class GuardBay:
    """Between two posts, of a level: `left` and `right` as one looks along the edge with the deck on the left."""

    brief: DeckBrief
    left: PostPlace
    right: PostPlace

    @property
    def centres_mm(self) -> float:
        return math.dist(self.left.at, self.right.at)

    @property
    def clear_mm(self) -> float:
        """Between the posts' faces; beside one that is turned, off its corner."""
        return self.centres_mm - self._half(self.left) - self._half(self.right)

    def _half(self, post: PostPlace) -> float:
        half, (ax, ay) = face_half_mm(self.brief), self.along
        (px, py) = post.along
        return half * (abs(ax * px + ay * py) + abs(ax * py - ay * px))

    @property
    def off_mm(self) -> float:
        """How far rails end off the face of a post that is turned; their brackets reach over it."""
        return max(self._half(self.left), self._half(self.right)) - face_half_mm(self.brief)

    @property
    def along(self) -> tuple[float, float]:
        (x0, y0), (x1, y1), long = self.left.at, self.right.at, self.centres_mm
        return (x1 - x0) / long, (y1 - y0) / long

    @property
    def pose(self) -> Pose:
        """From the left post's face: a along the bay, b up from the boards, c in over the deck."""
        (ax, ay), half = self.along, self._half(self.left)
        x, y = self.left.at[0] + ax * half, self.left.at[1] + ay * half
        origin = self.brief.place.pose.point(x, y, self.brief.height_mm)
        return Pose(origin, (ax, -ay, 0.0), (0.0, 0.0, 1.0), (-ay, -ax, 0.0), self.brief.place.number)

    @property
    def rail(self) -> Section:
        return CATALOGUE.sections[self.brief.region.rail]

    @cached_property
    def filling(self) -> Section:
        """Balusters, or boards that lie along."""
        use = "baluster" if self.upright else "fascia"
        return CATALOGUE.sections_for(self.brief.region.id, use)[0]

    @property
    def most_gap_mm(self) -> float:
        """As chosen, else a little under what must not pass; cables lie so near that a push does not open them to it."""
        guard, under = self.brief.deck.guard, self.brief.limits.open_mm - FACTS.under_open_mm
        return guard.gap_mm or (min(FACTS.cable_gap_mm, under) if self.cabled else under)

    @property
    def rails(self) -> tuple[tuple[float, float], tuple[float, float]]:
        """From where to where over the boards the lower and the upper rail are."""
        guard, wide = self.brief.deck.guard, self.rail.width_mm
        top = self.brief.guard_high_mm - cap_mm(self.brief)
        return (guard.under_mm, guard.under_mm + wide), (top - wide, top)

    @property
    def between_mm(self) -> float:
        """From rail to rail."""
        (_, low), (high, _) = self.rails
        return high - low

    @property
    def glazed(self) -> bool:
        return self.brief.deck.guard.infill == "glass"

    @property
    def cabled(self) -> bool:
        return self.brief.deck.guard.infill == "cables"

    @property
    def upright(self) -> bool:
        """Whether what fills it stands."""
        return self.brief.deck.guard.infill in ("balusters", "faced")

    def label(self, own: str) -> str:
        return self.brief.place.label(own)

    @property
    def blocked(self) -> bool:
        """Whether the lower rail stands on a block in its middle: a long one over boards."""
        outside = "outside" in (self.left.mount, self.right.mount)
        return self.clear_mm > FACTS.rail_block_mm and not outside

    @cached_property
    def gaps(self) -> Spindled:
        """Balusters along the bay, or boards or cables up it; none with a pane, or between posts too near each other for a rail."""
        if self.clear_mm < FACTS.least_bay_mm or self.glazed:
            return Spindled(count=0, gap_mm=max(0.0, self.clear_mm), marks_mm=[])
        across = FACTS.cable_mm if self.cabled else self.filling.width_mm
        clear = self.clear_mm if self.upright else self.between_mm
        return balusters(Balusters(clear_mm=clear, baluster_mm=across, max_gap_mm=self.most_gap_mm))


def bays_of(level: DeckLevel) -> list[GuardBay]:
    line = lay_line(level)
    return [GuardBay(level.brief, line.posts[a], line.posts[b]) for run in line.runs for a, b in pairwise(run.posts)]


def cap_section(brief: DeckBrief) -> Section | None:
    return brief.square if brief.deck.guard.cap else None


def cap_mm(brief: DeckBrief) -> float:
    section = cap_section(brief)
    return section.thickness_mm if section else 0.0
