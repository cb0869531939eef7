"""Where a guard runs: along the edges that need one, stopped at the house and at steps; its posts and the bays between them."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import pairwise

from shapely.geometry import LineString, Polygon, box

from rowstake.core.catalogue import CATALOGUE, Section, pick
from rowstake.core.once import once
from rowstake.core.reckoners.base import up
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.components.steps.on_edge import runs
from rowstake.core.trades.deck.fascia import stands_mm
from rowstake.core.trades.deck.frame import closed_mm
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import Edge, Point, edges, leans, rings, set_in
from rowstake.core.trades.deck.stack import ground_at

FACTS = CATALOGUE.steps
MORE_BAYS = 6
"""So many more bays are tried until no joist is in the way of a post."""


@dataclass(frozen=True, slots=True)
class PostPlace:
    """A guard post: where its middle stands on the plan of its level, the way its edge runs, and how it is held there. `corner`
    where two edges share it."""

    at: Point
    along: Point
    mount: str
    corner: bool = False
    closes_mm: float = 0.0
    """How thick what it is bolted to is: a rim, doubled joists, a flush beam, and outside the fascia too."""

    def half_along(self, way: Point, half_mm: float) -> float:
        """How far it reaches from its middle along an edge that it may stand turned to: h · (|cos| + |sin|) of the angle between."""
        (ax, ay), (bx, by) = self.along, way
        return half_mm * (abs(ax * bx + ay * by) + abs(ax * by - ay * bx))

    def square(self, half_mm: float) -> Polygon:
        (x, y), (ax, ay) = self.at, self.along
        u, v = (ax * half_mm, ay * half_mm), (-ay * half_mm, ax * half_mm)
        return Polygon(
            [(x + i * u[0] + j * v[0], y + i * u[1] + j * v[1]) for i, j in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
        )


@dataclass(frozen=True, slots=True)
class GuardRun:
    """A stretch of guard without a break along one edge: the posts by number in the level's list, from one end to the other.
    `corners` tells at which of its ends the next edge's guard goes on."""

    edge: Edge
    posts: tuple[int, ...]
    corners: tuple[bool, bool]


@dataclass(frozen=True, slots=True)
class GuardLine:
    """All guard of a level. `set_off_mm` by the number of an edge: from the boards' edge to the middle of the posts."""

    posts: tuple[PostPlace, ...]
    runs: tuple[GuardRun, ...]
    ring: tuple[Edge, ...] = ()
    set_off_mm: tuple[float, ...] = ()


def post_of(brief: DeckBrief) -> Section:
    chosen = brief.deck.guard.post or brief.region.post
    return pick({s.id: s for s in brief.job.sold_for("post")}, chosen, "deck.guard.post")


def face_half_mm(brief: DeckBrief) -> float:
    """From a post's middle to the face that rails end at: the post's own, or that of the sleeve over it."""
    return post_of(brief).width_mm / 2 + (FACTS.sleeve_mm if brief.deck.guard.sleeves else 0.0)


def usual_most_mm(brief: DeckBrief) -> float:
    """How far apart the middles of posts stand at most where nothing else is chosen."""
    return FACTS.cable_posts_mm if brief.deck.guard.infill == "cables" else CATALOGUE.deck.guard_posts_mm


def drop_mm(brief: DeckBrief, edge: Edge) -> float:
    """How far it is down from the boards along an edge at most: to the finished ground there, or to another level before it."""
    (nx, ny), out = edge.inward, 0.0
    for share in (0.05, 0.5, 0.95):
        x = edge.a[0] + (edge.b[0] - edge.a[0]) * share - nx * 150
        y = edge.a[1] + (edge.b[1] - edge.a[1]) * share - ny * 150
        low = ground_at(brief, (x, y)) + brief.ground.paving_mm
        spot = box(x - 1, y - 1, x + 1, y + 1)
        for level, place in brief.others:
            if place.intersects(spot):
                low = max(low, level.height_mm - brief.place.ground_mm)
        out = max(out, brief.height_mm - low)
    return out


def guarded(brief: DeckBrief, edge: Edge) -> bool:
    """Whether an edge gets a guard, as chosen."""
    guard = brief.deck.guard
    if edge.hole or edge.wall or brief.at_wall(edge) or guard.edges == "none":
        return False
    if guard.edges == "chosen":
        return edge.side in guard.sides
    return drop_mm(brief, edge) > brief.guard_over_mm + 0.5


def _asked_of(level: DeckLevel) -> tuple[object, ...]:
    return level.brief, level.grid, level.supports


@once(_asked_of)
def lay_line(level: DeckLevel) -> GuardLine:
    """Raises `JobFault` for a post that is not on sale."""
    brief = level.brief
    if brief.deck.guard.edges == "none":
        return GuardLine((), ())
    ring, half = rings(edges(brief.outline))[0], post_of(brief).width_mm / 2
    off = [_set_off(level, edge, half) for edge in ring]
    points = set_in(ring, lambda e: off[ring.index(e)])
    on = [guarded(brief, e) for e in ring]
    posts: list[PostPlace] = []
    corner_at: dict[int, int] = {}
    for i, edge in enumerate(ring):
        if on[i] and on[i - 1] and not _gone_round(level, edge.a):
            near = next(
                (n for n, q in enumerate(posts) if math.dist(q.at, points[i]) < 2 * half + FACTS.least_bay_mm), None
            )
            corner_at[i] = len(posts) if near is None else near  # an edge too short for two posts has one
            if near is None:
                mount, behind = _mount(brief, edge, ring[i - 1]), max(_behind(level, e) for e in (edge, ring[i - 1]))
                posts.append(_held(level, PostPlace(points[i], edge.along, mount, True, behind), half))
    runs = []
    for i, edge in enumerate(ring):
        if on[i]:
            ends = points[i], points[(i + 1) % len(ring)]
            runs += _runs(level, edge, ends, (corner_at.get(i), corner_at.get((i + 1) % len(ring))), posts, half)
    return GuardLine(tuple(posts), tuple(runs), tuple(ring), tuple(off))


def _gone_round(level: DeckLevel, corner: Point) -> bool:
    """Whether steps go round a corner."""
    return any(
        math.dist(flight.on_plan(flight.nose_mm, end), corner) < 1
        for flight in runs(level.brief) for mitre, end in zip(flight.mitres, flight.reach(flight.nose_mm), strict=True) if mitre
    )  # fmt: skip


def _mount(brief: DeckBrief, *sides: Edge) -> str:
    """As chosen; on a clipped corner, and where one meets another edge, on bases."""
    return "surface" if any(leans(e) for e in sides) else brief.deck.guard.mount


def _set_off(level: DeckLevel, edge: Edge, half: float) -> float:
    brief = level.brief
    if edge.wall or brief.at_wall(edge):
        return 0.0
    over, closes = _frame_at(level, edge)
    mount = _mount(brief, edge)
    if mount == "outside":
        return over - stands_mm(brief) - half
    return over + closes + half if mount == "inside" else max(over + half, half + FACTS.base_edge_mm)


def _behind(level: DeckLevel, edge: Edge) -> float:
    """What a bolt goes through besides the post."""
    brief = level.brief
    return _frame_at(level, edge)[1] + (stands_mm(brief) if brief.deck.guard.mount == "outside" else 0.0)


def _frame_at(level: DeckLevel, edge: Edge) -> tuple[float, float]:
    """How far inside an edge of the boards the frame begins, and how thick what closes it there is: the joists that lie against each
    other, or a rim or flush beam."""
    grid, thick = level.grid, level.grid.thick_mm
    if leans(edge):
        return level.brief.deck.boards.overhang_mm, thick * grid.plies
    along_joists = (edge.side in ("left", "right")) != grid.turned
    own = [e for e in grid.edges if not e.hole and e.side == _turned(edge, grid.turned)]
    (mx, my) = grid.on_plan(((edge.a[0] + edge.b[0]) / 2, (edge.a[1] + edge.b[1]) / 2))
    near = min(own, key=lambda e: LineString([e.a, e.b]).distance(_point(mx, my)), default=None)
    if near is None:
        return level.brief.deck.boards.overhang_mm, thick
    (fx, fy), (nx, ny) = grid.on_plan(near.a), edge.inward
    over = (fx - edge.a[0]) * nx + (fy - edge.a[1]) * ny
    if not along_joists:
        return over, closed_mm(grid, near, mx)
    at, way = near.a[0], 1.0 if near.inward[0] > 0 else -1.0
    marks = sorted(way * (j.s - at) for j in grid.joists if way * (j.s - at) > 0 and j.t0 - 1 <= my <= j.t1 + 1)
    deep = 0.0
    for mark in marks:
        if mark - thick / 2 > deep + 1:
            break
        deep = mark + thick / 2
    return over, deep or thick


def _turned(edge: Edge, turned: bool) -> str:
    swapped = {"left": "house", "house": "left", "right": "far", "far": "right"}
    return swapped[edge.side] if turned else edge.side


def _point(x: float, y: float) -> Polygon:
    return box(x - 0.5, y - 0.5, x + 0.5, y + 0.5)


def _openings(level: DeckLevel, edge: Edge, start: Point, half: float) -> Iterator[tuple[float, float]]:
    """Where flights lead off an edge, from where its guard begins, with the posts beside them kept clear."""
    (ax, ay), axis = edge.along, 1 if edge.side in ("far", "house") else 0
    for flight in runs(level.brief):
        if flight.side == edge.side and all(abs(flight.edge_mm - q[axis]) < 1 for q in (edge.a, edge.b)):
            marks = []
            for along in (flight.steps.at_mm, flight.steps.at_mm + flight.steps.width_mm):
                x, y = flight.on_plan(0.0, along)
                marks.append((x - start[0]) * ax + (y - start[1]) * ay)
            yield min(marks) - half, max(marks) + half


def _runs(
    level: DeckLevel,
    edge: Edge,
    ends: tuple[Point, Point],
    shared: tuple[int | None, int | None],
    posts: list[PostPlace],
    half: float,
) -> list[GuardRun]:
    (ax, ay), start, face = edge.along, ends[0], face_half_mm(level.brief)
    long = math.dist(*ends)
    if shared[0] is not None and shared[0] == shared[1]:
        return []
    over = 0.0 if level.brief.attached else level.brief.deck.boards.overhang_mm
    wall = max(FACTS.off_wall_mm, over + level.grid.thick_mm + FACTS.notch_free_mm) + half
    low = 0.0 if shared[0] is not None or not _walled(level, edge, ends[0]) else wall
    high = long if shared[1] is not None or not _walled(level, edge, ends[1]) else long - wall
    stretches, at = [], low
    for a, b in sorted(_openings(level, edge, start, half)):
        if a > at + 2 * half:
            stretches.append((at, a))
        at = max(at, b)
    if high > at + 2 * half:
        stretches.append((at, high))
    out = []
    for a, b in stretches:
        first, last = shared[0] if a == 0.0 else None, shared[1] if abs(b - long) < 0.01 else None
        room = sum(face if own is None else posts[own].half_along(edge.along, face) for own in (first, last))
        if b - a < room:
            continue  # the post at the corner closes it alone
        mount = _mount(level.brief, edge)
        marks = _marks(level, edge, start, a, b, mount, half)
        numbers = []
        for n, x in enumerate(marks):
            own = first if n == 0 else last if n == len(marks) - 1 else None
            if own is None:
                own = len(posts)
                spot = (start[0] + ax * x, start[1] + ay * x)
                posts.append(_held(level, PostPlace(spot, edge.along, mount, False, _behind(level, edge)), half))
            numbers.append(own)
        out.append(GuardRun(edge, tuple(numbers), (first is not None, last is not None)))
    return out


def _walled(level: DeckLevel, edge: Edge, at: Point) -> bool:
    """Whether a wall stands at an end of an edge's guard."""
    ring = rings(edges(level.brief.outline))[0]
    return any(
        (e.wall or level.brief.at_wall(e)) and LineString([e.a, e.b]).distance(_point(*at)) < 1
        for e in ring
        if e is not edge
    )


def _marks(level: DeckLevel, edge: Edge, start: Point, a: float, b: float, mount: str, half: float) -> list[float]:
    """Equal bays, none over the limit; inner posts that a joist is in the way of stand hard beside it, and where that makes a bay
    too long there is one more."""
    most = level.brief.deck.guard.most_mm or usual_most_mm(level.brief)
    (ax, ay) = edge.along
    fewest = max(1, up((b - a) / most))
    for bays in range(fewest, fewest + MORE_BAYS):
        marks = [a + (b - a) * i / bays for i in range(bays + 1)]
        if mount == "inside":
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


def _held(level: DeckLevel, place: PostPlace, half: float) -> PostPlace:
    """A post inside the frame that something of it is in the way of stands on a base instead; a nailer is parted round it."""
    if place.mount != "inside":
        return place
    grid, spot = level.grid, place.square(half)
    own = Polygon([grid.on_plan((float(x), float(y))) for x, y in spot.exterior.coords])
    if any(leans(e) for e in grid.edges) and grid.poly.difference(grid.clear_of_clips).intersection(own).area > 1:
        return replace(place, mount="surface")  # the rim of a clipped corner
    taken: list[tuple[Point, Point]] = []
    for j in grid.joists:
        if j.kind != "nailer":
            taken.append(((j.s - grid.thick_mm / 2, j.t0), (j.s + grid.thick_mm / 2, j.t1)))
    if level.supports.flush:
        taken += [((b.s0, b.t - b.wide_mm / 2), (b.s1, b.t + b.wide_mm / 2)) for b in level.supports.beams]
    for a, z in taken:
        (x0, y0), (x1, y1) = grid.on_plan(a), grid.on_plan(z)
        if max(x0, x1) < place.at[0] - 2 * half or min(x0, x1) > place.at[0] + 2 * half:
            continue
        if max(y0, y1) < place.at[1] - 2 * half or min(y0, y1) > place.at[1] + 2 * half:
            continue
        if box(min(x0, x1), min(y0, y1), max(x0, x1), max(y0, y1)).intersection(spot).area > 1:
            return replace(place, mount="surface")
    return place
