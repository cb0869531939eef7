"""The line of a guard: its posts, and the runs of bays between them, from the house to steps and round the corners."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise

from shapely.geometry import LineString
from shapely.geometry import Point as Spot

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.once import once
from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.components.guard.mounts import (
    BASES,
    PostPlace,
    behind,
    end_off,
    face_half_mm,
    held,
    mounts,
    post_of,
    set_off,
)
from rowstake.core.trades.deck.components.guard.where import Stretch, convex, guarded, openings
from rowstake.core.trades.deck.components.steps.on_edge import runs
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import Edge, Point, edges, rings, set_in

FACTS = CATALOGUE.steps
MORE_BAYS = 6
"""So many more bays are tried until no joist is in the way of a post."""
REACHES_MM = 0.01


@dataclass(frozen=True, slots=True)
class GuardRun:
    """A stretch of guard without a break along one edge: the posts by number in the level's list, from one end to the other.
    `corners` tells at which of its ends the next edge's guard goes on, `broken` where steps or another level break it off."""

    edge: Edge
    posts: tuple[int, ...]
    corners: tuple[bool, bool]
    broken: tuple[bool, bool]


@dataclass(frozen=True, slots=True)
class GuardLine:
    """All guard of a level. `set_off_mm` by the number of an edge: from the boards' edge to the middle of the posts."""

    posts: tuple[PostPlace, ...]
    runs: tuple[GuardRun, ...]
    ring: tuple[Edge, ...] = ()
    set_off_mm: tuple[float, ...] = ()


def usual_most_mm(brief: DeckBrief) -> float:
    """How far apart the middles of posts stand at most where nothing else is chosen."""
    return FACTS.cable_posts_mm if brief.deck.guard.infill == "cables" else CATALOGUE.deck.guard_posts_mm


def _asked_of(level: DeckLevel) -> tuple[object, ...]:
    return level.brief, level.grid, level.supports


@once(_asked_of)
def lay_line(level: DeckLevel) -> GuardLine:
    """Raises `JobFault` for a post that is not on sale."""
    brief = level.brief
    if brief.deck.guard.edges == "none":
        return GuardLine((), ())
    ring, half = rings(edges(brief.outline))[0], post_of(brief).width_mm / 2
    on = [guarded(brief, e) for e in ring]
    mount = mounts(level, ring, on)
    off = [set_off(level, edge, mount[i], half) for i, edge in enumerate(ring)]
    points, sides = set_in(ring, lambda e: off[ring.index(e)]), _sides(level, ring, on, mount, off)
    posts: list[PostPlace] = []
    shared: dict[int, int] = {}
    joined = {i for i in sides if _goes_on(level, sides.get((i - 1) % len(ring)), sides[i])}
    for i in sorted(joined):
        one, other = sides[(i - 1) % len(ring)], sides[i]
        if "outside" in (one.mount, other.mount) and (one.mount != other.mount or convex(one.edge, other.edge)):
            continue  # a post on either side of the corner
        near = next(
            (n for n, q in enumerate(posts) if math.dist(q.at, points[i]) < 2 * half + FACTS.least_bay_mm), None
        )
        shared[i] = len(posts) if near is None else near  # an edge too short for two posts has one
        if near is None:
            by = BASES if BASES in (one.mount, other.mount) else other.mount
            through = max(behind(level, side.edge, by) for side in (one, other))
            posts.append(held(level, PostPlace(points[i], other.edge.along, by, True, through), half))
    made = [
        run
        for i, side in sides.items()
        for run in _runs(level, side, [(k in joined, shared.get(k)) for k in (i, (i + 1) % len(ring))], posts, half)
    ]
    return GuardLine(tuple(posts), tuple(made), tuple(ring), tuple(off))


@dataclass(frozen=True, slots=True)
class GuardSide:
    """An edge with a guard: how its posts are held, where the line of their middles starts, from where to where they stand along it, and
    the stretches of that which nothing breaks."""

    edge: Edge
    mount: str
    start: Point
    whole: Stretch
    stretches: tuple[Stretch, ...]

    def reached(self, stretch: Stretch) -> tuple[bool, bool]:
        """Whether a stretch goes to either end."""
        return stretch[0] < self.whole[0] + REACHES_MM, stretch[1] > self.whole[1] - REACHES_MM


def _sides(
    level: DeckLevel, ring: list[Edge], on: list[bool], mount: list[str], off: list[float]
) -> dict[int, GuardSide]:
    """By the number of the edge."""
    half, out = post_of(level.brief).width_mm / 2, {}
    for i, edge in enumerate(ring):
        if not on[i]:
            continue
        by = {edge: off[i]}
        for k in (i - 1, (i + 1) % len(ring)):
            turns = convex(ring[k], edge) if k == i - 1 else convex(edge, ring[k])
            by[ring[k]] = end_off(level, mount[i], (ring[k], mount[k]), half, turns)
        points = set_in(ring, lambda e, by=by: by.get(e, 0.0))  # type: ignore[misc]
        start, whole = points[i], _whole(level, edge, math.dist(points[i], points[(i + 1) % len(ring)]), half)
        out[i] = GuardSide(edge, mount[i], start, whole, tuple(_stretches(level, edge, start, whole, half)))
    return out


def _whole(level: DeckLevel, edge: Edge, long: float, half: float) -> Stretch:
    """Clear of walls at its ends."""
    over = 0.0 if level.brief.attached else level.brief.deck.boards.overhang_mm
    wall = max(FACTS.off_wall_mm, over + level.grid.thick_mm + FACTS.notch_free_mm) + half
    return wall * _walled(level, edge, edge.a), long - wall * _walled(level, edge, edge.b)


def _stretches(level: DeckLevel, edge: Edge, start: Point, whole: Stretch, half: float) -> list[Stretch]:
    """Clear of what breaks it; one that nothing breaks however short it is."""
    (ax, ay), (at, high), out, face = edge.along, whole, [], face_half_mm(level.brief)
    before = (start[0] - edge.a[0]) * ax + (start[1] - edge.a[1]) * ay
    for a, b in openings(level.brief, edge, face):
        if b - before < whole[0] + 2 * face or a - before > whole[1] - 2 * face:
            continue  # the post at the end stands there
        if a - before > at + 2 * half:
            out.append((at, a - before))
        at = max(at, b - before)
    return [*out, (at, high)] if high > at + 2 * half or (at, out) == (whole[0], []) else out


def _goes_on(level: DeckLevel, one: GuardSide | None, other: GuardSide) -> bool:
    """Whether the guard of an edge goes on along the next one."""
    if one is None or not one.stretches or not other.stretches or _gone_round(level, other.edge.a):
        return False
    return one.reached(one.stretches[-1])[1] and other.reached(other.stretches[0])[0]


def _gone_round(level: DeckLevel, corner: Point) -> bool:
    """Whether steps go round a corner."""
    return any(
        math.dist(flight.on_plan(flight.nose_mm, end), corner) < 1
        for flight in runs(level.brief) for mitre, end in zip(flight.mitres, flight.reach(flight.nose_mm), strict=True) if mitre
    )  # fmt: skip


def _runs(
    level: DeckLevel, side: GuardSide, corners: list[tuple[bool, int | None]], posts: list[PostPlace], half: float
) -> list[GuardRun]:
    """`corners` tells of both ends whether the next edge's guard goes on there, and the number of the post that both share."""
    (ax, ay), face, (joined, shared) = side.edge.along, face_half_mm(level.brief), zip(*corners, strict=True)
    if shared[0] is not None and shared[0] == shared[1]:
        return []
    out = []
    for stretch in side.stretches:
        reached = side.reached(stretch)
        first, last = (own if there else None for own, there in zip(shared, reached, strict=True))
        room = sum(face if own is None else posts[own].half_along(side.edge.along, face) for own in (first, last))
        if stretch[1] - stretch[0] < room:
            continue  # the post at the corner closes it alone
        marks, numbers = _marks(level, side, stretch, half), []
        for n, x in enumerate(marks):
            own = first if n == 0 else last if n == len(marks) - 1 else None
            if own is None:
                own = len(posts)
                spot = (side.start[0] + ax * x, side.start[1] + ay * x)
                through = behind(level, side.edge, side.mount)
                posts.append(held(level, PostPlace(spot, side.edge.along, side.mount, False, through), half))
            numbers.append(own)
        goes_on = joined[0] and reached[0], joined[1] and reached[1]
        out.append(GuardRun(side.edge, tuple(numbers), goes_on, (not reached[0], not reached[1])))
    return out


def _walled(level: DeckLevel, edge: Edge, at: Point) -> bool:
    """Whether a wall stands at an end of an edge."""
    ring = rings(edges(level.brief.outline))[0]
    return any(level.brief.at_house(e) and LineString([e.a, e.b]).distance(Spot(at)) < 1 for e in ring if e is not edge)


def _marks(level: DeckLevel, side: GuardSide, stretch: Stretch, half: float) -> list[float]:
    """Equal bays, none over the limit; inner posts that a joist is in the way of stand hard beside it, and where that makes a bay
    too long there is one more."""
    most = level.brief.deck.guard.most_mm or usual_most_mm(level.brief)
    (ax, ay), start, (a, b) = side.edge.along, side.start, stretch
    fewest = max(1, up((b - a) / most))
    for bays in range(fewest, fewest + MORE_BAYS):
        marks = [a + (b - a) * i / bays for i in range(bays + 1)]
        if side.mount == "inside":
            marks[1:-1] = [
                _beside_joist(level, (start[0] + ax * x, start[1] + ay * x), (ax, ay), half) + x for x in marks[1:-1]
            ]
        if max(y - x for x, y in pairwise(marks)) <= most + 0.5:
            return marks
    return marks


def _beside_joist(level: DeckLevel, at: Point, along: Point, half: float) -> float:
    """How far along its edge a post moves so as to stand beside a joist that runs into it."""
    grid = level.grid
    s, t = grid.on_plan(at)
    ds = grid.on_plan(along)[0]
    if abs(ds) < 0.5:
        return 0.0
    free = half + grid.thick_mm / 2 + FACTS.post_free_mm
    met = [j.s for j in grid.joists if j.t0 - 1 <= t <= j.t1 + 1 and abs(j.s - s) < free]
    if not met:
        return 0.0
    ways = [w for j in met for w in (j - free, j + free) if all(abs(w - other) >= free - 0.01 for other in met)]
    return (min(ways, key=lambda w: abs(w - s)) - s) / ds if ways else 0.0
