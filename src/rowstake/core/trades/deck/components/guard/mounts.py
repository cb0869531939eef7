"""How the posts of a guard are held: inside the rim, outside it or on bases, how far off the boards' edge they then stand, and what
their bolts go through."""

from __future__ import annotations

from dataclasses import dataclass, replace

from shapely.geometry import LineString, Polygon, box

from rowstake.core.catalogue import CATALOGUE, Section, pick
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.components.guard.where import beside_level
from rowstake.core.trades.deck.fascia import stands_mm
from rowstake.core.trades.deck.frame import closed_mm
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import Edge, Point, leans

FACTS = CATALOGUE.steps
BASES = "surface"


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


def post_of(brief: DeckBrief) -> Section:
    chosen = brief.deck.guard.post or brief.region.post
    return pick({s.id: s for s in brief.job.sold_for("post")}, chosen, "deck.guard.post")


def face_half_mm(brief: DeckBrief) -> float:
    """From a post's middle to the face that rails end at: the post's own, or that of the sleeve over it."""
    return post_of(brief).width_mm / 2 + (FACTS.sleeve_mm if brief.deck.guard.sleeves else 0.0)


def mounts(level: DeckLevel, ring: list[Edge], on: list[bool]) -> list[str]:
    """By edge, as chosen; on bases on a clipped corner, and where posts outside the rim find no room: where another level lies before it, and
    beside a guarded edge that is clipped or too short for two of them."""
    guard, post = level.brief.deck.guard, post_of(level.brief).width_mm
    chosen, sleeve = str(guard.mount), face_half_mm(level.brief) - post / 2
    reach = max(post + sleeve, (post + level.brief.square.width_mm) / 2 if guard.cap else 0.0)

    def tight(edge: Edge) -> bool:
        return leans(edge) or edge.length_mm < 2 * (post + 3 * sleeve + frame_at(level, edge)[0])

    def taken(i: int, edge: Edge) -> bool:
        beside = (ring[k] for k in (i - 1, i, (i + 1) % len(ring)) if on[k])
        return any(map(tight, beside)) or beside_level(level, edge, reach)

    return [BASES if leans(edge) or (chosen == "outside" and taken(i, edge)) else chosen for i, edge in enumerate(ring)]


def set_off(level: DeckLevel, edge: Edge, mount: str, half: float) -> float:
    """From an edge of the boards to the middle of the posts along it; none from a wall."""
    if level.brief.at_house(edge):
        return 0.0
    over, closes = frame_at(level, edge)
    if mount == "outside":
        return over - stands_mm(level.brief) - half
    return over + closes + half if mount == "inside" else max(over + half, half + FACTS.base_edge_mm)


def end_off(level: DeckLevel, own: str, other: tuple[Edge, str], half: float, convex: bool) -> float:
    """From the edge beside it to the middle of the last post of one whose posts are held so. Where both are held alike that is the corner's own;
    but a post outside the rim ends with the frame there, since past an outside corner it would be bolted to nothing. Where they are not, each has
    its own, clear of the other's: outside the rim before the boards of an inside corner."""
    (edge, mount), sleeve = other, face_half_mm(level.brief) - half
    if level.brief.at_house(edge):
        return 0.0
    if own == "outside" and convex:
        return frame_at(level, edge)[0] + half + 2 * sleeve
    if "outside" not in (own, mount) or own == mount:
        return set_off(level, edge, mount, half)
    return -half - sleeve if own == "outside" else set_off(level, edge, own, half) + 2 * sleeve


def behind(level: DeckLevel, edge: Edge, mount: str) -> float:
    """What a bolt goes through besides the post."""
    return frame_at(level, edge)[1] + (stands_mm(level.brief) if mount == "outside" else 0.0)


def frame_at(level: DeckLevel, edge: Edge) -> tuple[float, float]:
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


def held(level: DeckLevel, place: PostPlace, half: float) -> PostPlace:
    """A post inside the frame that something of it is in the way of stands on a base instead; a nailer is parted round it."""
    if place.mount != "inside":
        return place
    grid, spot = level.grid, place.square(half)
    own = Polygon([grid.on_plan((float(x), float(y))) for x, y in spot.exterior.coords])
    if any(leans(e) for e in grid.edges) and grid.poly.difference(grid.clear_of_clips).intersection(own).area > 1:
        return replace(place, mount=BASES)  # the rim of a clipped corner
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
            return replace(place, mount=BASES)
    return place
