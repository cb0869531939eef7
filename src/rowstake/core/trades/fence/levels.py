"""How the fence goes over the ground: the line its boards stand on, bay by bay, and the top of every post.

stepped: each bay level, clear of the highest ground in it, with a step at the post.
raked: from post to post parallel to the ground, boards upright.
contour: level where the ground is nearly flat, raked where it is not; the string is set again at each change.
level: all tops in one level line, hung from a datum; each bay's foot is level and clear of its highest ground.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import refuse
from rowstake.core.ground import Profile, even_fall, lay_ground
from rowstake.core.trades.fence.layout import Bay, Layout, Post, Run, corner_reach_mm
from rowstake.core.trades.fence.resolve import Brief
from rowstake.core.value import value


@value
class Foot:
    """The line the boards of one bay or opening stand on: levels at its two posts' middles, mm above the datum.

    `height_mm` is how high its boards stand over that line.
    """

    leg: int
    start_mm: float
    end_mm: float
    left_mm: float
    right_mm: float
    gap_least_mm: float
    gap_most_mm: float
    height_mm: float

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


@value
class Head:
    """The top of a post: its level at the middle, and its slopes from there, up along the leg above zero."""

    middle_mm: float
    before: float = 0.0
    after: float = 0.0

    def ends_mm(self, face_mm: float) -> tuple[float, float]:
        """Its levels at the near and at the far edge of a face."""
        return self.middle_mm - self.before * face_mm / 2, self.middle_mm + self.after * face_mm / 2

    def highest_mm(self, face_mm: float) -> float:
        return max(self.middle_mm, *self.ends_mm(face_mm))

    @property
    def cut(self) -> str:
        """How it is cut, in words; nothing where it is square."""
        if self.before == self.after == 0:
            return ""
        slopes = sorted({round(math.degrees(math.atan(abs(s))), 1) for s in (self.before, self.after)} - {0.0})
        return "top cut to the cap, " + " and ".join(f"{a:.1f}°" for a in slopes) + " off square" if slopes else ""


@dataclass(frozen=True)
class Levels:
    """`feet` by the label of a bay or gate, `ground` and `heads` by the label of a post (mm above the datum)."""

    brief: Brief
    layout: Layout
    profiles: list[Profile]
    feet: dict[str, Foot]
    walled: frozenset[str]
    """Labels of the posts that stand where the line runs on a wall."""
    flat: bool
    """True where the whole line lies on one level."""

    @cached_property
    def ground(self) -> dict[str, float]:
        down = self.brief.fence.posts.wall_over_soil_mm if self.brief.beside_wall else 0.0
        return {p.label: _post_ground(self.profiles, p) - down * (p.label in self.walled) for p in self.layout.posts}

    @cached_property
    def heads(self) -> dict[str, Head]:
        return _heads(self.brief, self.layout, self.feet, self.ground)

    @cached_property
    def _tops(self) -> dict[str, float]:
        return {post.label: self.heads[post.label].highest_mm(post.face_mm) for post in self.layout.posts}

    def top_mm(self, post: Post) -> float:
        """The highest point of a post."""
        return self._tops[post.label]

    def above_mm(self, post: Post) -> float:
        """A post from its ground to its highest point."""
        return self._tops[post.label] - self.ground[post.label]


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
    fence, lengths = brief.fence, [leg.length_mm for leg in layout.legs]
    profiles = lay_ground(fence.ground, lengths) if fence.ground else even_fall(lengths, fence.falls_mm)
    gap = brief.fence.skin.ground_gap_mm
    line = _level_line(brief, profiles) if brief.fence.slope.way == "level" else None
    feet: dict[str, Foot] = {}
    for run in layout.runs:
        ends = _reach(brief, layout, run)
        for bay, (left, right) in zip(
            run.bays, _run(brief, profiles[run.leg], run, ends, layout.legs[run.leg].length_mm), strict=True
        ):
            a, b = bay.left.on(bay.leg), bay.right.on(bay.leg)
            feet[bay.label] = _foot(
                profiles[run.leg], run.leg, a, b, left, right, _height(brief, bay.label, line, left)
            )
    for opening in layout.openings:
        label = f"gate {opening.gate.id}"
        a, b = opening.left.on(opening.leg), opening.right.on(opening.leg)
        level = profiles[opening.leg].highest(a, b) + gap
        height = _height(brief, label, line, level)
        feet[label] = _foot(profiles[opening.leg], opening.leg, a, b, level, level, height)
    on_walls = any("wall" in profile.on for profile in profiles)
    walled = frozenset(p.label for p in layout.posts if on_walls and _on_wall(profiles, p))
    flat = len({round(v, 1) for p in profiles for v in p.levels}) == 1
    return Levels(brief, layout, profiles, feet, walled, flat)


def _foot(profile: Profile, leg: int, a: float, b: float, left: float, right: float, height: float) -> Foot:
    rises, falls = profile.about_line(a, left, b, right)
    return Foot(leg, a, b, left, right, -rises, falls, height)


def _height(brief: Brief, label: str, line: float | None, foot: float) -> float:
    """The height of the boards over their foot: as chosen, or up to the level line of the tops."""
    if line is None:
        return brief.fence.skin.height_mm
    if line - foot < CATALOGUE.materials.limits.least_height_mm:
        p = brief.printer
        raise refuse(
            "fence.slope.way", "level", f"tops at least {p.length(CATALOGUE.materials.limits.least_height_mm)} over the foot of every bay",
            f"Tops in one level line leave {p.length(max(0.0, line - foot))} of boards in {label}: hang them from a higher datum "
            "or step the fence",
        )  # fmt: skip
    return line - foot


def _level_line(brief: Brief, profiles: list[Profile]) -> float:
    """The level of the tops of all boards, from the datum the builder chose. Raises `JobFault` for one that is not there."""
    slope, skin, site = brief.fence.slope, brief.fence.skin, brief.job.site
    if slope.datum == "limit":
        if site.height_limit_mm is None:
            raise refuse(
                "site.height_limit_mm", "none", "a height limit", "Tops cannot hang from a limit that is not set"
            )
        return min(min(p.levels) for p in profiles) - site.far_drop_mm + site.height_limit_mm
    if slope.datum == "wall":
        walls = [level for p in profiles for level, on in zip(p.levels, p.on, strict=True) if on == "wall"]
        if not walls:
            raise refuse("fence.slope.datum", "wall", "a corner, or a wall in the levels", "The line stands on no wall")
        return max(walls) + skin.ground_gap_mm + skin.height_mm
    if slope.corner > len(profiles):
        raise refuse("fence.slope.corner", slope.corner, f"0 to {len(profiles)}", "There is no such corner")
    leg = max(slope.corner - 1, 0)
    at = profiles[leg].levels[-1] if slope.corner else profiles[0].levels[0]
    return at + skin.ground_gap_mm + skin.height_mm


def _reach(brief: Brief, layout: Layout, run: Run) -> tuple[float, float]:
    """How far boards may reach along the leg at both ends of a run: to the outer face of its posts, and at a corner as
    far as the outermost plane of rails and boards runs past it. Past the ends of its leg the ground goes on as it is there."""
    first, last = run.posts[0], run.posts[-1]
    off = brief.post.width_mm / 2 + brief.rail.thickness_mm + brief.style.faces * brief.board.thickness_mm
    out = []
    for post, leg in ((first, run.leg), (last, run.leg + 1)):
        past = post.face_mm / 2
        if post.kind == "corner":
            past = max(past, abs(corner_reach_mm(layout.legs[leg].turn_deg, "left", off)))
        out.append(past)
    return first.on(run.leg) - out[0], last.on(run.leg) + out[1]


def _run(
    brief: Brief, profile: Profile, run: Run, outer: tuple[float, float], length_mm: float
) -> list[tuple[float, float]]:
    """(left, right) levels of the boards' feet for every bay of a run, clear of the ground as far as its boards reach: by the
    whole gap on the leg, past its ends just clear."""
    marks, ends = run.stations, (max(0.0, outer[0]), min(length_mm, outer[1]))
    gap = brief.fence.skin.ground_gap_mm
    way = brief.fence.slope.way
    if way in ("stepped", "level"):
        return _stepped(profile, marks, ends, gap, way == "stepped" and brief.fence.slope.equal_steps)
    raked = _raked(profile, marks, ends, outer, gap)
    if way == "raked":
        return raked
    nearly = CATALOGUE.materials.slopes.nearly_flat
    out = []
    for (a, b), (left, right) in zip(pairwise(_out_to(marks, ends)), raked, strict=True):
        if abs(left - right) <= nearly * (b - a):
            level = profile.highest(a, b) + gap
            left = right = level
        out.append((left, right))
    return out


def _out_to(marks: list[float], ends: tuple[float, float]) -> list[float]:
    """The stations of a run's posts with the outer two where its boards end."""
    return [ends[0], *marks[1:-1], ends[1]]


def _stepped(
    profile: Profile, marks: list[float], ends: tuple[float, float], gap: float, equal: bool
) -> list[tuple[float, float]]:
    levels = [profile.highest(a, b) + gap for a, b in pairwise(_out_to(marks, ends))]
    if equal and len(levels) > 1:
        step = (levels[-1] - levels[0]) / (len(levels) - 1)
        even = [levels[0] + step * i for i in range(len(levels))]
        lift = max(need - level for need, level in zip(levels, even, strict=True))
        levels = [level + lift for level in even]
    return [(level, level) for level in levels]


Ends = tuple[float, float]


def _raked(profile: Profile, marks: list[float], ends: Ends, outer: Ends, gap: float) -> list[tuple[float, float]]:
    """Straight from post to post, lifted where the ground humps between them, or past the outer ones as far as the boards
    run on in the same line; neighbours meet at their post."""
    at_posts = [max(profile.at(m), profile.at(m, from_left=False)) + gap for m in marks]
    lift = [0.0] * len(marks)
    for i, ((a, b), (low, high)) in enumerate(zip(pairwise(marks), pairwise(_out_to(marks, ends)), strict=True)):
        slope = (at_posts[i + 1] - at_posts[i]) / (b - a)
        left, right = at_posts[i] + slope * (low - a) - gap, at_posts[i + 1] + slope * (high - b) - gap
        hump = profile.over_line(low, left, high, right)
        if hump > 1e-6:
            lift[i], lift[i + 1] = max(lift[i], hump), max(lift[i + 1], hump)
    lifted = [level + up for level, up in zip(at_posts, lift, strict=True)]
    return list(pairwise(_clear_past(profile, marks, ends, outer, gap, lifted)))


MANY_TIMES = 60


def _clear_past(
    profile: Profile, marks: list[float], ends: Ends, outer: Ends, gap: float, levels: list[float]
) -> list[float]:
    """The outer posts' levels lifted so that boards clear the ground past them too, in line with a neighbour that was lifted:
    y0 ≥ (g + y1·r) / (1 + r), with r the way past the post over the bay, and no gap past the ends of the leg. In one bay each
    end lifts the other by less and less."""
    out = list(levels)
    for _ in range(MANY_TIMES):
        was = list(out)
        for post, beside, end, last in ((0, 1, ends[0], outer[0]), (-1, -2, ends[1], outer[1])):
            bay = abs(marks[beside] - marks[post])
            clear = [(s, ground + gap) for s, ground in profile.corners(*sorted((end, marks[post])))]
            for s, level in (*clear, (last, profile.at(end))):
                r = abs(s - marks[post]) / bay
                out[post] = max(out[post], (level + out[beside] * r) / (1 + r))
        if max(abs(a - b) for a, b in zip(out, was, strict=True)) < 1e-6:
            break
    return out


def _on_wall(profiles: list[Profile], post: Post) -> bool:
    """True where the whole of a post's place is wall; the last station of a leg counts with what comes before it."""
    return all(profiles[leg].on_wall(min(at, profiles[leg].stations[-1] - 1)) for leg, at in post.stations)


def _post_ground(profiles: list[Profile], post: Post) -> float:
    """The ground a post is measured from: the lower side where it steps."""
    return min(
        min(profiles[leg].at(station), profiles[leg].at(station, from_left=False)) for leg, station in post.stations
    )


MEETS_MM = 3.0
"""Tops that differ by more are a step: what lies over them does not run on."""


def _heads(brief: Brief, layout: Layout, feet: dict[str, Foot], ground: dict[str, float]) -> dict[str, Head]:
    """The top of each post: over the highest boards that reach it; under a cap rail cut to what lies over it, which from one
    side alone runs on over the whole of the post."""
    tops: dict[str, list[float]] = {}
    capped: dict[str, list[tuple[float, float, int]]] = {}
    for bay in layout.bays:
        foot = feet[bay.label]
        for n, (post, level) in enumerate(((bay.left, foot.left_mm), (bay.right, foot.right_mm))):
            tops.setdefault(post.label, []).append(level + foot.height_mm)
            if brief.capped:
                capped.setdefault(post.label, []).append((level + foot.height_mm, foot.slope, n))
    for opening in layout.openings:
        foot = feet[f"gate {opening.gate.id}"]
        tops.setdefault(opening.left.label, []).append(foot.left_mm + foot.height_mm)
        tops.setdefault(opening.right.label, []).append(foot.right_mm + foot.height_mm)
    out, proud = {}, brief.fence.posts.proud_mm
    for post in layout.posts:
        label = post.label
        top = max(tops.get(label) or [ground[label] + brief.top_mm])
        if not capped:
            out[label] = Head(top + proud)
            continue
        over = {n: slope for level, slope, n in capped.get(label, ()) if level >= top - MEETS_MM}
        if over:
            top = min(level for level, _, _ in capped[label] if level >= top - MEETS_MM)
        before, after = (over.get(n, over.get(1 - n, 0.0)) for n in (1, 0))
        head = Head(top + proud, before, after)
        square = brief.let_in or brief.style.mitred  # notched or bevelled: cut square, below all of the cap
        out[label] = Head(min(head.middle_mm, *head.ends_mm(post.face_mm))) if square else head
    return out
