"""The outline of a deck, its edges by side, and outlines set in from it. x runs along the house, y out from it, mm."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise, permutations

from shapely.geometry import Polygon, box
from shapely.geometry.base import BaseGeometry
from shapely.geometry.polygon import orient

from rowstake.core.faults import refuse
from rowstake.core.trades.deck.document import Cut, DeckShape, DeckSide

Point = tuple[float, float]
LEAST_M2 = 0.5
SAME_MM = 0.01
"""Places nearer than this are one."""
SQUARE = 1e-4
"""A side that leans by less than 1 mm in 10 m is square to the house."""


@dataclass(frozen=True)
class Edge:
    """One edge with the deck on its left; `side` is the way it looks, `wall` where it lies on the house."""

    a: Point
    b: Point
    side: DeckSide
    wall: bool
    hole: bool

    def __hash__(self) -> int:
        return self._hash

    @cached_property
    def _hash(self) -> int:
        return hash((self.a, self.b, self.hole))

    @cached_property
    def length_mm(self) -> float:
        return math.dist(self.a, self.b)

    @cached_property
    def along(self) -> Point:
        """Unit vector from a to b."""
        length = self.length_mm or 1.0
        return (self.b[0] - self.a[0]) / length, (self.b[1] - self.a[1]) / length

    @cached_property
    def inward(self) -> Point:
        x, y = self.along
        return -y, x


def leans(edge: Edge) -> bool:
    """Whether an edge is that of a clipped corner."""
    x, y = edge.along
    return not edge.hole and min(abs(x), abs(y)) > SQUARE


def cut_away(cut: Cut, width: float, out: float) -> Polygon:
    """What a cut takes from a rectangle of that width and way out."""
    if cut.kind == "hole":
        return box(cut.x_mm, cut.y_mm, cut.x_mm + cut.along_mm, cut.y_mm + cut.out_mm)
    right, far = cut.corner.endswith("right"), cut.corner.startswith("far")
    x, y = (width if right else 0.0), (out if far else 0.0)
    dx, dy = (-cut.along_mm if right else cut.along_mm), (-cut.out_mm if far else cut.out_mm)
    if cut.kind == "clip":
        return Polygon([(x, y), (x + dx, y), (x, y + dy)])
    return box(min(x, x + dx), min(y, y + dy), max(x, x + dx), max(y, y + dy))


def outline(shape: DeckShape, at: str = "deck.levels.0.shape") -> Polygon:
    """The edge of the boards of a shape that stands there in the document. Raises `JobFault` for cuts that overlap an edge, leave two decks or too little."""
    width, out = shape.width_mm, shape.out_mm
    poly: BaseGeometry = box(0.0, 0.0, width, out)
    for i, cut in enumerate(shape.cuts):
        where = f"{at}.cuts.{i}"
        if cut.kind == "hole":
            if cut.x_mm < 1 or cut.y_mm < 1 or cut.x_mm + cut.along_mm > width - 1 or cut.y_mm + cut.out_mm > out - 1:
                raise refuse(f"{where}.x_mm", f"{cut.x_mm:g}, {cut.y_mm:g}", f"a hole inside {width:g} × {out:g} mm",
                             f"{cut.id} does not lie inside the deck; for an edge take a notch")  # fmt: skip
        elif cut.along_mm > width - 300 or cut.out_mm > out - (300 if cut.kind == "notch" else 0):
            raise refuse(f"{where}.along_mm", f"{cut.along_mm:g} × {cut.out_mm:g} mm", f"less than {width:g} × {out:g} mm",
                         f"{cut.id} leaves no deck")  # fmt: skip
        poly = poly.difference(cut_away(cut, width, out))
    if not isinstance(poly, Polygon) or poly.is_empty or poly.area < LEAST_M2 * 1e6:
        raise refuse(f"{at}.cuts", f"{len(shape.cuts)} cuts", f"one deck of at least {LEAST_M2:g} m²",
                     "The cuts leave more than one deck, or too little of it")  # fmt: skip
    whole = poly.simplify(0.01)
    assert isinstance(whole, Polygon)
    return orient(whole, 1.0)


def _side(a: Point, b: Point) -> DeckSide:
    """The way an edge looks: its outward normal by its larger part; a clipped corner looks out or to the house."""
    nx, ny = b[1] - a[1], -(b[0] - a[0])
    if abs(ny) >= abs(nx) - 1e-6:
        return "far" if ny > 0 else "house"
    return "right" if nx > 0 else "left"


def edges(poly: Polygon) -> list[Edge]:
    """Every edge, the outer ones in order from the one that starts nearest the house's left end."""
    out = []
    for hole, ring in [(False, poly.exterior), *((True, r) for r in poly.interiors)]:
        points = [(float(x), float(y)) for x, y in ring.coords][:-1]
        first = min(range(len(points)), key=lambda i: (points[i][1], points[i][0]))
        points = points[first:] + points[:first]
        for a, b in pairwise([*points, points[0]]):
            wall = not hole and abs(a[1]) < 0.01 and abs(b[1]) < 0.01
            out.append(Edge(a, b, _side(a, b), wall, hole))
    return out


def _meet(p: Point, d: Point, q: Point, e: Point) -> Point:
    """Where the line through p along d meets that through q along e; q where they run alike."""
    cross = d[0] * e[1] - d[1] * e[0]
    if abs(cross) < 1e-9:
        return q
    k = ((q[0] - p[0]) * e[1] - (q[1] - p[1]) * e[0]) / cross
    return p[0] + d[0] * k, p[1] + d[1] * k


def set_in(ring: list[Edge], by: Callable[[Edge], float]) -> list[Point]:
    """Corners of a ring whose edges are moved into the deck, each by its own distance; mitred at every corner."""
    moved = []
    for edge in ring:
        nx, ny = edge.inward
        d = by(edge)
        moved.append(((edge.a[0] + nx * d, edge.a[1] + ny * d), edge.along))
    return [_meet(*moved[i - 1], *moved[i]) for i in range(len(moved))]


def rings(all_edges: list[Edge]) -> list[list[Edge]]:
    """Edges grouped by ring: the outer one first."""
    out: list[list[Edge]] = []
    for edge in all_edges:
        if out and math.dist(out[-1][-1].b, edge.a) < 0.01 and math.dist(out[-1][0].a, edge.a) > 0.01:
            out[-1].append(edge)
        else:
            out.append([edge])
    return out


def inset(poly: Polygon, by: Callable[[Edge], float]) -> Polygon:
    """The polygon with every edge moved in by its own distance. Raises `JobFault` where nothing is left."""
    loops = [set_in(ring, by) for ring in rings(edges(poly))]
    made = Polygon(loops[0], loops[1:])
    if not made.is_valid or made.area <= 0 or made.area > poly.area + 1:
        raise refuse("deck.levels", f"{poly.area / 1e6:.2f} m²", "a shape wider than its borders and overhangs",
                     "Part of the deck is too narrow for its frame")  # fmt: skip
    return orient(made, 1.0)


MANY_STEPS = 40


def straightened(
    poly: Polygon, least_mm: float, stays: Callable[[Edge], bool], shared: Callable[[Edge], bool] = lambda _: False
) -> tuple[Polygon, list[tuple[Point, float]]]:
    """The outer edge without steps smaller than `least_mm`: where one side runs on beside another so near, the outer of the
    two is taken back to the inner, unless it stays; of sides that a `shared` joist closes, wherever they lie. Also where each such step
    lay, and how far its edge was taken back."""
    taken: list[tuple[Point, float]] = []
    for _ in range(MANY_STEPS):
        ring = rings(edges(poly))[0]
        strips = [
            (edge.a, edge.length_mm, outer) for before, edge, after in zip(ring[-1:] + ring, ring, ring[1:] + ring[:1], strict=False)
            if edge.length_mm < least_mm and (outer := _outer_of(before, edge, after)) and not stays(outer)
        ]  # fmt: skip
        strips += [
            (outer.a, d, outer) for outer, inner in permutations([e for e in ring if shared(e)], 2)
            if math.dist(outer.along, inner.along) < SQUARE and SAME_MM < (d := _inside(outer, inner)) < least_mm and not stays(outer)
        ]  # fmt: skip
        if not strips:
            break
        at, d, outer = min(strips, key=lambda strip: strip[1])
        points = set_in(ring, lambda e, outer=outer, d=d: d if e is outer else 0.0)  # type: ignore[misc]
        left = Polygon(points, [list(r.coords) for r in poly.interiors]).simplify(SAME_MM)
        if not isinstance(left, Polygon) or not left.is_valid or left.is_empty:
            break
        poly = orient(left, 1.0)
        taken.append((at, d))
    return poly, taken


def _inside(outer: Edge, inner: Edge) -> float:
    """How far one side lies inside of another that runs alike."""
    (nx, ny), (ax, ay), (bx, by) = outer.inward, outer.a, inner.a
    return (bx - ax) * nx + (by - ay) * ny


def _outer_of(before: Edge, edge: Edge, after: Edge) -> Edge | None:
    """Of the two sides that a step lies between, the one further out; None where they do not run alike, square to it."""
    if min(edge.along[0] ** 2, edge.along[1] ** 2) > SQUARE or math.dist(before.along, after.along) > SQUARE:
        return None
    turn = before.along[0] * edge.along[1] - before.along[1] * edge.along[0]
    if abs(turn) < 1 - SQUARE:
        return None
    return before if turn > 0 else after


def swap(point: Sequence[float]) -> Point:
    return point[1], point[0]
