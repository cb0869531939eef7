"""Where a guard runs: the edges that one falls from, and what breaks it there: steps, and other levels that one steps over to."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

from shapely.geometry import LineString, Polygon, box
from shapely.geometry import Point as Spot

from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.components.steps.on_edge import arriving, runs
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import Edge, edges, rings
from rowstake.core.trades.deck.stack import ground_at

Stretch = tuple[float, float]
"""From where to where along an edge."""
BEFORE_MM = 150.0
"""What lies so near before an edge is what one steps or falls on."""
SLACK_MM = 0.5


def guarded(brief: DeckBrief, edge: Edge) -> bool:
    """Whether an edge gets a guard, as chosen."""
    guard = brief.deck.guard
    if edge.hole or brief.at_house(edge) or guard.edges == "none":
        return False
    if guard.edges == "chosen":
        return edge.side in guard.sides
    return drop_mm(brief, edge) > brief.guard_over_mm + SLACK_MM


def drop_mm(brief: DeckBrief, edge: Edge) -> float:
    """How far it is down from the boards along an edge at most: to the finished ground there, or to another level before it."""
    ends = {end for _, span in _before(brief, edge) for end in span}
    out = 0.0
    for a, b in pairwise(sorted({0.0, edge.length_mm} | ends)):
        out = max(out, *(_drop_at(brief, edge, a + (b - a) * share) for share in (0.05, 0.5, 0.95)))
    return out


def _drop_at(brief: DeckBrief, edge: Edge, along: float) -> float:
    (ax, ay), (nx, ny) = edge.along, edge.inward
    x, y = edge.a[0] + ax * along - nx * BEFORE_MM, edge.a[1] + ay * along - ny * BEFORE_MM
    tops = [_top(brief, n) for n, (a, b) in _before(brief, edge) if a <= along <= b]
    return brief.height_mm - max([ground_at(brief, (x, y)) + brief.ground.paving_mm, *tops])


def _top(brief: DeckBrief, n: int) -> float:
    return brief.others[n][0].height_mm - brief.place.ground_mm


def _before(brief: DeckBrief, edge: Edge) -> list[tuple[int, Stretch]]:
    """The other levels that lie before an edge, by their number among those, and along which of it; not those so high that one falls under
    their rim: with the shallowest joists that may be theirs it leaves room there for what must not pass."""
    (ax, ay), (x, y), out = edge.along, edge.a, []
    closes = brief.field.thickness_mm + brief.joists[0].width_mm + brief.limits.open_mm
    for n, (_, place) in enumerate(brief.others):
        if _top(brief, n) - brief.height_mm > closes:
            continue
        met = place.intersection(_strip(edge, BEFORE_MM))
        for piece in getattr(met, "geoms", [met]):
            if isinstance(piece, Polygon) and not piece.is_empty:
                marks = [(u - x) * ax + (v - y) * ay for u, v in piece.exterior.coords]
                out.append((n, (min(marks), max(marks))))
    return out


def beside_level(level: DeckLevel, edge: Edge, reach_mm: float) -> bool:
    """Whether another level, its guard or what hangs as far out along an edge of its own is in the way of what hangs so far out along an
    edge."""
    brief, under = level.brief, level.frame_top_mm - level.joist_mm
    places = [brief.outline, *(place for _, place in brief.others)]
    own = next(hangs for e, hangs in _hanging(places[0], places[1:], reach_mm) if e == edge)
    for other, place in brief.others:
        around = [p for p in places if p is not place]
        theirs = [place, *(hangs for _, hangs in _hanging(place, around, reach_mm))]
        high = other.height_mm - brief.place.ground_mm + brief.guard_high_mm
        if high > under and any(own.intersection(near).area > 1 for near in theirs):
            return True
    return False


def _hanging(place: Polygon, around: list[Polygon], reach: float) -> Iterator[tuple[Edge, Polygon]]:
    """What hangs so far out along each edge of a level: round its outside corners too, but where another lies before the next edge there."""
    ring = rings(edges(place))[0]
    for before, edge, after in zip([ring[-1], *ring], ring, [*ring[1:], ring[0]], strict=False):
        past = [reach * _free(one, other, around) for one, other in ((before, edge), (edge, after))]
        (ax, ay), (x, y), (u, v) = edge.along, edge.a, edge.b
        ends = (x - ax * past[0], y - ay * past[0]), (u + ax * past[1], v + ay * past[1])
        yield edge, _strip(Edge(*ends, edge.side, edge.wall, edge.hole), reach)


def _free(one: Edge, other: Edge, around: list[Polygon]) -> bool:
    """Whether a guard may go round the corner of two edges."""
    corner = Spot(other.a)
    return convex(one, other) and not any(place.distance(corner) < 1 for place in around)


def convex(one: Edge, other: Edge) -> bool:
    """Whether the deck turns an outside corner from an edge to the next."""
    (ax, ay), (bx, by) = one.along, other.along
    return ax * by - ay * bx > 0


def _strip(edge: Edge, out: float) -> Polygon:
    """What lies so far before an edge, on the plan."""
    nx, ny = edge.inward
    return Polygon([edge.a, edge.b, *((x - nx * out, y - ny * out) for x, y in (edge.b, edge.a))])


def openings(brief: DeckBrief, edge: Edge, half: float) -> list[Stretch]:
    """Along an edge, what a guard leaves free there, with the posts beside it kept clear: flights that lead off it, or arrive over it; and
    other levels that lie as high or higher, or from which one falls no further than needs a guard; where its sides are chosen, than a
    riser."""
    least = brief.guard_over_mm if brief.deck.guard.edges == "needed" else brief.riser_most_mm
    over = [span for n, span in _before(brief, edge) if brief.height_mm - _top(brief, n) <= least + SLACK_MM]
    return [(a - half, b + half) for a, b in sorted([*_flights(brief, edge), *over])]


def _flights(brief: DeckBrief, edge: Edge) -> Iterator[Stretch]:
    (ax, ay), (x, y), axis = edge.along, edge.a, 1 if edge.side in ("far", "house") else 0
    for flight in runs(brief):
        if flight.side == edge.side and all(abs(flight.edge_mm - q[axis]) < 1 for q in (edge.a, edge.b)):
            ends = [flight.on_plan(0.0, u) for u in (flight.steps.at_mm, flight.steps.at_mm + flight.steps.width_mm)]
            marks = [(u - x) * ax + (v - y) * ay for u, v in ends]
            yield min(marks), max(marks)
    strip = LineString([edge.a, edge.b]).buffer(BEFORE_MM, cap_style="flat")
    for whole in arriving(brief):
        met = whole.intersection(strip)
        if met.area > 1:
            x0, y0, x1, y1 = met.bounds
            marks = [(u - x) * ax + (v - y) * ay for u, v in box(x0, y0, x1, y1).exterior.coords]
            yield min(marks), max(marks)
