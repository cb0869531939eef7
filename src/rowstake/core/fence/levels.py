"""How the fence goes over the ground: the line its boards stand on, bay by bay, and the top of every post.

stepped: each bay level, clear of the highest ground in it, with a step at the post.
raked: from post to post parallel to the ground, boards upright.
contour: level where the ground is nearly flat, raked where it is not; the string is set again at each change.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.fence.layout import Bay, Layout, Opening, Post, Run
from rowstake.core.fence.resolve import Brief
from rowstake.core.ground import Profile, lay_ground


@dataclass(frozen=True, slots=True)
class Foot:
    """The line the boards of one bay or opening stand on: levels at its two posts' middles, mm above the datum."""

    leg: int
    start_mm: float
    end_mm: float
    left_mm: float
    right_mm: float
    gap_least_mm: float
    gap_most_mm: float

    @property
    def slope(self) -> float:
        return (self.right_mm - self.left_mm) / (self.end_mm - self.start_mm)

    @property
    def fall_mm(self) -> float:
        """From left to right; below zero where it rises."""
        return self.left_mm - self.right_mm

    @property
    def angle_deg(self) -> float:
        return math.degrees(math.atan(abs(self.slope)))

    def at(self, station_mm: float) -> float:
        """The level at a station; past its posts the line goes on level."""
        station = min(max(station_mm, self.start_mm), self.end_mm)
        return self.left_mm + self.slope * (station - self.start_mm)


@dataclass(frozen=True, slots=True)
class Levels:
    """`feet` by the label of a bay or gate, `ground` and `tops` by the label of a post (mm above the datum)."""

    profiles: list[Profile]
    feet: dict[str, Foot]
    ground: dict[str, float]
    tops: dict[str, float]

    @property
    def flat(self) -> bool:
        """True where the whole line lies on one level."""
        levels = {round(v, 1) for p in self.profiles for v in p.levels}
        return len(levels) == 1

    def above_mm(self, post: Post) -> float:
        """A post from its ground to its top."""
        return self.tops[post.label] - self.ground[post.label]


def step_mm(left: Foot, right: Foot) -> float:
    """The step at the post between two neighbours; above zero: down."""
    return left.right_mm - right.left_mm


STEP_MM = 0.5
BEND = 1e-4


def stretches(levels: Levels, bays: tuple[Bay, ...], at_bends: bool) -> list[list[Bay]]:
    """Neighbouring bays without a step between them; with `at_bends`, also without a change of grade."""
    out: list[list[Bay]] = []
    for bay in bays:
        foot = levels.feet[bay.label]
        if out:
            before = levels.feet[out[-1][-1].label]
            broken = abs(step_mm(before, foot)) > STEP_MM or (at_bends and abs(before.slope - foot.slope) > BEND)
            if not broken:
                out[-1].append(bay)
                continue
        out.append([bay])
    return out


def lay_levels(brief: Brief, layout: Layout) -> Levels:
    """Raises `JobFault` for levels off the line."""
    profiles = lay_ground(brief.fence.ground, [leg.length_mm for leg in layout.legs])
    gap = brief.fence.skin.ground_gap_mm
    feet: dict[str, Foot] = {}
    for run in layout.runs:
        for bay, (left, right) in zip(run.bays, _run(brief, profiles[run.leg], run), strict=True):
            a, b = bay.left.on(bay.leg), bay.right.on(bay.leg)
            feet[bay.label] = _foot(profiles[run.leg], run.leg, a, b, left, right)
    for opening in layout.openings:
        feet[f"gate {opening.gate.id}"] = _opening(profiles[opening.leg], opening, gap)
    ground = {p.label: _post_ground(profiles, p) for p in layout.posts}
    return Levels(profiles, feet, ground, _tops(brief, layout, feet, ground))


def _foot(profile: Profile, leg: int, a: float, b: float, left: float, right: float) -> Foot:
    return Foot(
        leg, a, b, left, right,
        -profile.over_line(a, left, b, right), profile.under_line(a, left, b, right),
    )  # fmt: skip


def _opening(profile: Profile, opening: Opening, gap: float) -> Foot:
    """A gate hangs level, clear of the highest ground between its posts."""
    a, b = opening.left.on(opening.leg), opening.right.on(opening.leg)
    level = profile.highest(a, b) + gap
    return _foot(profile, opening.leg, a, b, level, level)


def _run(brief: Brief, profile: Profile, run: Run) -> list[tuple[float, float]]:
    """(left, right) levels of the boards' feet for every bay of a run."""
    marks = run.stations
    gap = brief.fence.skin.ground_gap_mm
    way = brief.fence.slope.way
    if way == "stepped":
        return _stepped(profile, marks, gap, brief.fence.slope.equal_steps)
    raked = _raked(profile, marks, gap)
    if way == "raked":
        return raked
    nearly = CATALOGUE.materials.slopes.nearly_flat
    out = []
    for (a, b), (left, right) in zip(pairwise(marks), raked, strict=True):
        if abs(left - right) <= nearly * (b - a):
            level = profile.highest(a, b) + gap
            left = right = level
        out.append((left, right))
    return out


def _stepped(profile: Profile, marks: list[float], gap: float, equal: bool) -> list[tuple[float, float]]:
    levels = [profile.highest(a, b) + gap for a, b in pairwise(marks)]
    if equal and len(levels) > 1:
        step = (levels[-1] - levels[0]) / (len(levels) - 1)
        even = [levels[0] + step * i for i in range(len(levels))]
        lift = max(need - level for need, level in zip(levels, even, strict=True))
        levels = [level + lift for level in even]
    return [(level, level) for level in levels]


def _raked(profile: Profile, marks: list[float], gap: float) -> list[tuple[float, float]]:
    """Straight from post to post, lifted where the ground humps between them; neighbours meet at their post."""
    at_posts = [max(profile.at(m), profile.at(m, from_left=False)) + gap for m in marks]
    lift = [0.0] * len(marks)
    for i, (a, b) in enumerate(pairwise(marks)):
        hump = profile.over_line(a, at_posts[i] - gap, b, at_posts[i + 1] - gap)
        if hump > 1e-6:
            lift[i], lift[i + 1] = max(lift[i], hump), max(lift[i + 1], hump)
    lifted = [level + up for level, up in zip(at_posts, lift, strict=True)]
    return list(pairwise(lifted))


def _post_ground(profiles: list[Profile], post: Post) -> float:
    """The ground a post is measured from: the lower side where it steps."""
    return min(
        min(profiles[leg].at(station), profiles[leg].at(station, from_left=False)) for leg, station in post.stations
    )


def _tops(brief: Brief, layout: Layout, feet: dict[str, Foot], ground: dict[str, float]) -> dict[str, float]:
    """The top of each post: over the highest boards that reach it."""
    height, proud = brief.fence.skin.height_mm, brief.fence.posts.proud_mm
    reach: dict[str, float] = {}
    touching = [(b.left, feet[b.label].left_mm) for b in layout.bays]
    touching += [(b.right, feet[b.label].right_mm) for b in layout.bays]
    for o in layout.openings:
        foot = feet[f"gate {o.gate.id}"]
        touching += [(o.left, foot.left_mm), (o.right, foot.right_mm)]
    for post, level in touching:
        reach[post.label] = max(reach.get(post.label, -math.inf), level + height + proud)
    return {p.label: reach.get(p.label, ground[p.label] + brief.above_ground_mm) for p in layout.posts}
