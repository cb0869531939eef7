"""The frame in its own directions: s along the ledger or the beams, t along the joists. Joists, rims, headers, blocks.

A deck whose boards run out from the house is framed turned: its joists run along the house, so s and t change places.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field, replace
from itertools import pairwise
from typing import NamedTuple

from shapely.geometry import LineString, Polygon, box
from shapely.geometry.polygon import orient

from rowstake.core.catalogue import CATALOGUE, Section
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.demands import DoubledEnds, Nailer, StandsOn, of
from rowstake.core.trades.deck.ends import BeamsAt, end_at
from rowstake.core.trades.deck.headers import HoleStrip, header_rooms, too_narrow
from rowstake.core.trades.deck.shape import (
    SAME_MM,
    Edge,
    Point,
    cut_away,
    edges,
    inset,
    leans,
    outline,
    straightened,
    swap,
)

BEARING_MM = CATALOGUE.deck.bearing_mm
"""The least of a joist that the end of a board may stand on, and of a beam that a joist may."""
NEAR = 1.2
"""Marks nearer than this many joists to a joist that must be there are left out."""
LEFT_LONG_MM = CATALOGUE.deck.left_long_mm
"""What joists are left longer by, to be trimmed after the boards are set out."""


@dataclass(frozen=True, slots=True)
class Stick:
    """One piece of the frame by its middle line in (s, t), its width on the plan, and what it is."""

    kind: str
    section: Section
    a: Point
    b: Point
    ends: str = "square"
    extra_mm: float = 0.0
    wide_mm: float = 0.0
    """Its width on the plan where it is ripped."""
    skew: tuple[float, float] = (0.0, 0.0)
    """How far along it the cut at each end runs for every mm to its left, looking from a to b; nought is square."""

    @property
    def length_mm(self) -> float:
        """To its long points."""
        slanted = self.across_mm / 2 * (abs(self.skew[0]) + abs(self.skew[1]))
        return math.dist(self.a, self.b) + slanted + self.extra_mm

    @property
    def across_mm(self) -> float:
        return self.wide_mm or self.section.thickness_mm

    def outline(self) -> tuple[Point, ...]:
        """Its four corners in (s, t)."""
        length = math.dist(self.a, self.b) or 1.0
        dx, dy = (self.b[0] - self.a[0]) / length, (self.b[1] - self.a[1]) / length
        h = self.across_mm / 2
        (ax, ay), (bx, by), (ka, kb) = self.a, self.b, self.skew
        nx, ny, ka, kb = -dy * h, dx * h, ka * h, kb * h
        return (
            (ax - nx - dx * ka, ay - ny - dy * ka),
            (bx - nx - dx * kb, by - ny - dy * kb),
            (bx + nx + dx * kb, by + ny + dy * kb),
            (ax + nx + dx * ka, ay + ny + dy * ka),
        )


@dataclass(frozen=True, slots=True)
class Joist:
    """A line of joists at one s, from t0 to t1 between the faces that hold it. `kind` says why it is there; `near` and
    `far` what closes the frame at its ends: ledger, rim, header or clipped rim; `slopes` how those lean, t per s."""

    s: float
    t0: float
    t1: float
    kind: str
    near: str = "rim"
    far: str = "rim"
    slopes: tuple[float, float] = (0.0, 0.0)

    @property
    def length_mm(self) -> float:
        return self.t1 - self.t0


@dataclass(frozen=True, slots=True)
class Group:
    """A stretch of the frame, s0 to s1, whose joists run from t0 to t1; `ledger` where the house carries t0."""

    s0: float
    s1: float
    t0: float
    t1: float
    ledger: bool


class Plies(NamedTuple):
    """Of how many plies members are: at holes and clipped corners, and at edges along the joists that steps hang on."""

    holes: int = 2
    stepped: int = 1


@dataclass(slots=True)
class Grid:
    """The frame's outline and where its joists lie; `turned` maps (s, t) to the plan by changing places. `plies` is of how
    many the headers and trimmers of holes are made, and the rims of clipped corners."""

    poly: Polygon
    turned: bool
    thick_mm: float
    spacing_mm: float
    groups: list[Group]
    plies: int = 2
    stepped_plies: int = 1
    """Of how many plies the joists are at edges along them that steps hang on."""
    joists: list[Joist] = field(default_factory=list)
    edges: list[Edge] = field(default_factory=list)
    headers: dict[Edge, int] = field(default_factory=dict)
    """Of how many plies the header at each edge of a hole is; none where the rim stands too near."""
    carry: frozenset[Edge] = frozenset()
    """The edges whose headers joists hang on."""
    passed: list[Polygon] = field(default_factory=list)
    """Holes that pass between two joists and need no frame of their own."""
    narrow: list[HoleStrip] = field(default_factory=list)
    """Deck beside holes with no room for its frame."""
    broken: list[str] = field(default_factory=list)
    """Holes that break through the edge of the frame."""
    beams_mm: BeamsAt = field(default_factory=dict)
    """The edges that flush beams close."""

    def on_plan(self, point: Point) -> Point:
        return swap(point) if self.turned else point

    @property
    def clear_of_clips(self) -> Polygon:
        """The frame inside the rims of its clipped corners."""
        return inset(self.poly, lambda e: self.plies * self.thick_mm if leans(e) else 0.0)

    def covering(self, t: float) -> list[Joist]:
        """Joists that reach a level of t, in order."""
        return sorted((j for j in self.joists if j.t0 - 1 <= t <= j.t1 + 1), key=lambda j: j.s)


def _turned(poly: Polygon) -> Polygon:
    return orient(
        Polygon([swap(p) for p in poly.exterior.coords], [[swap(p) for p in r.coords] for r in poly.interiors]), 1.0
    )


def frame_outline(brief: DeckBrief) -> Polygon:
    """The outline of the frame on the plan: the boards' edge less their overhang, flush with the house, straight past steps
    too small for a joist."""
    return straight_frame(brief)[0]


def straight_frame(brief: DeckBrief) -> tuple[Polygon, list[tuple[Point, float]]]:
    """The outline of the frame, and where it runs straight past a step and by how much it is taken back for that."""
    overhang = brief.deck.boards.overhang_mm
    whole = inset(brief.outline, lambda e: 0.0 if brief.at_wall(e) else overhang)
    ways = ("far", "house") if brief.turned else ("left", "right")

    def along_joists(edge: Edge) -> bool:
        return edge.side in ways and not leans(edge)

    return straightened(whole, brief.joists[0].thickness_mm, brief.at_wall, along_joists)


def span_at(poly: Polygon, s: float) -> list[tuple[float, float]]:
    """(from, to) along t of the polygon at one s."""
    _, low, _, high = poly.bounds
    cut = poly.intersection(LineString([(s, low - 1), (s, high + 1)]))
    parts = getattr(cut, "geoms", [cut])
    spans = [(p.bounds[1], p.bounds[3]) for p in parts if not p.is_empty and p.length > 1]
    return sorted(spans)


SCANT_MM = CATALOGUE.deck.scant_mm
"""So little of a joist's thickness may lie past an edge that it is not cut for it."""


def _broken(brief: DeckBrief) -> list[str]:
    """Holes whose frame would lie past the frame's own edge, as beside a clipped corner."""
    shape, over = brief.shape, brief.deck.boards.overhang_mm
    holes = [c for c in shape.cuts if c.kind == "hole"]
    solid = shape.model_copy(update={"cuts": [c for c in shape.cuts if c.kind != "hole"]})
    edge = inset(outline(solid), lambda e: 0.0 if brief.at_wall(e) else over)
    return [
        c.id
        for c in holes
        if not edge.contains(cut_away(c, shape.width_mm, shape.out_mm).buffer(over, join_style="mitre"))
    ]


def _spans_of(poly: Polygon, s: float, thick_mm: float) -> list[tuple[float, float]]:
    """(from, to) along t where a joist at s lies in the polygon: by its middle, less where a step or a hole takes the deck
    from beside that. What a leaning edge takes at its end is cut off there."""
    half, out = thick_mm / 2 - SCANT_MM, []
    for t0, t1 in span_at(poly, s):
        middle = LineString([(s, t0), (s, t1)])
        beside = box(s - half, t0, s + half, t1).difference(poly)
        taken = [x.bounds for x in getattr(beside, "geoms", [beside]) if not x.is_empty and x.distance(middle) > 0.5]
        marks = [t0]
        for _, low, _, high in sorted(taken, key=lambda b: b[1]):
            if high - low > 2 * thick_mm:
                marks += [max(low, marks[-1]), max(high, marks[-1])]
        marks.append(max(t1, marks[-1]))
        out += [(a, b) for a, b in zip(marks[::2], marks[1::2], strict=True) if b - a > 1]
    return out


def _groups(brief: DeckBrief, poly: Polygon, least_mm: float) -> list[Group]:
    """Stretches between the outer corners, joined where both edges run on from one to the next; a clipped corner counts with its neighbour,
    and so does a jog too narrow for joists of its own."""
    outer = Polygon(poly.exterior)
    marks = sorted({round(x, 3) for x, _ in outer.exterior.coords})
    out: list[Group] = []
    ends: list[tuple[float, float]] = []
    for a, b in pairwise(marks):
        if b - a < 1:
            continue
        for near, far in zip(span_at(outer, a + 0.01), span_at(outer, b - 0.01), strict=False):
            t0, t1 = min(near[0], far[0]), max(near[1], far[1])
            last = out[-1] if out else None
            if last and abs(last.s1 - a) < 1 and abs(ends[-1][0] - near[0]) < 2 and abs(ends[-1][1] - near[1]) < 2:
                t0, t1 = min(last.t0, t0), max(last.t1, t1)
                out[-1], ends[-1] = Group(last.s0, b, t0, t1, brief.attached and abs(t0) < 1), far
            else:
                out.append(Group(a, b, t0, t1, brief.attached and abs(t0) < 1))
                ends.append(far)
    wide = [g for g in out if g.s1 - g.s0 >= least_mm]
    for jog in (g for g in out if g.s1 - g.s0 < least_mm):
        for i, g in enumerate(wide):
            if abs(g.s1 - jog.s0) < 1 or abs(g.s0 - jog.s1) < 1:
                wide[i] = replace(g, s0=min(g.s0, jog.s0), s1=max(g.s1, jog.s1))
                break
    return wide or out


STEPS_OFF_MM = 100.0
"""The face that steps hang on stands no further off the frame: a rim's thickness and a fascia's."""


def _stepped(grid: Grid, edge: Edge, loads: list[Point]) -> bool:
    """Whether steps come down on an edge along the joists."""
    (s, a), (_, b) = edge.a, edge.b
    return any(abs(q - s) < STEPS_OFF_MM and min(a, b) <= t <= max(a, b) for q, t in loads)


def _uprights(grid: Grid, loads: list[Point]) -> list[tuple[float, str]]:
    """(s, kind) of joists that edges call for: ends, both sides of an inner corner, trimmers beside a hole; those at an edge
    before those that double them, more of them where steps come down (`loads`)."""
    half, out, doubles = grid.thick_mm / 2, [], []
    for edge in grid.edges:
        if abs(edge.a[0] - edge.b[0]) > 0.01:
            continue
        s, into = edge.a[0], edge.inward[0]
        middle = (edge.a[1] + edge.b[1]) / 2
        spans = [sp for sp in span_at(grid.poly, s + into * half) if sp[0] - 1 <= middle <= sp[1] + 1]
        if not spans:
            continue
        whole = spans[0][1] - spans[0][0] - edge.length_mm < 4 * grid.thick_mm
        if edge.hole:
            out += [(s + into * (2 * k + 1) * half, "trimmer") for k in range(grid.plies)]
        elif whole:
            out.append((s + into * half, "end joist"))
        else:
            out.append((s + into * half, "inner-corner joist"))
            doubles.append((s + into * 3 * half, "inner-corner joist"))
        if not edge.hole and grid.stepped_plies > 1 and _stepped(grid, edge, loads):
            doubles += [(s + into * (2 * k + 1) * half, "doubled end") for k in range(1, grid.stepped_plies)]
    return out + doubles


def lay_grid(brief: DeckBrief, thick_mm: float, rim_mm: float, plies: Plies, beams_mm: BeamsAt | None = None) -> Grid:
    """Joists on centres from the low end of s, with those that edges and components ask for; `rim_mm` is how much of the
    frame its closing takes at an edge, `beams_mm` what flush beams take where they are known."""
    plan = frame_outline(brief)
    whole = _turned(plan) if brief.turned else plan
    passed = [Polygon(r) for r in whole.interiors if _slips_through(Polygon(r), brief.spacing_mm, thick_mm)]
    for _ in whole.interiors:  # a hole that a joist meets is framed, and the trimmers of its frame may meet another
        marks = _marked(brief, _without(whole, passed), thick_mm, plies)[1]
        passed = [hole for hole in passed if not any(_on(hole, s, thick_mm) for s, _ in marks)]
    poly = _without(whole, passed)
    grid, asked = _marked(brief, poly, thick_mm, plies)
    grid.broken, grid.beams_mm = _broken(brief), beams_mm or {}
    grid.passed, grid.narrow = passed, too_narrow(edges(whole), grid.edges, thick_mm, rim_mm)
    rooms = header_rooms(grid.edges, thick_mm, rim_mm, plies.holes)
    grid.headers = {edge: max(1, n) for edge, n in rooms.items()}
    met: set[Edge | None] = set()
    for s, kind in sorted(asked):
        for t0, t1 in _spans_of(poly, s, thick_mm):
            ends = _edge_at(grid, s, t0), _edge_at(grid, s, t1)
            near, far = _end(brief, grid, ends[0], s, t0, False), _end(brief, grid, ends[1], s, t1, True)
            if far[0] - near[0] > 2 * thick_mm:
                grid.joists.append(Joist(s, near[0], far[0], kind, near[2], far[2], (near[1], far[1])))
                met.update(ends)
    grid.carry = frozenset(edge for edge in rooms if edge in met)
    grid.headers = {edge: max(1, n) if edge in met else n for edge, n in rooms.items()}
    return grid


SLACK_MM = CATALOGUE.deck.passes_mm


def _slips_through(hole: Polygon, spacing: float, thick: float) -> bool:
    """Whether a hole is narrow enough to pass between two joists."""
    low, _, high, _ = hole.bounds
    return bool(high - low <= spacing - thick - 2 * SLACK_MM)


def _on(hole: Polygon, s: float, thick: float) -> bool:
    """Whether a joist at s would stand in a hole or hard beside it."""
    low, _, high, _ = hole.bounds
    return bool(low - thick / 2 - SLACK_MM < s < high + thick / 2 + SLACK_MM)


def _without(poly: Polygon, holes: list[Polygon]) -> Polygon:
    gone = [h.representative_point() for h in holes]
    kept = [r for r in poly.interiors if not any(Polygon(r).contains(p) for p in gone)]
    return Polygon(poly.exterior, kept)


def _marked(brief: DeckBrief, poly: Polygon, thick_mm: float, plies: Plies) -> tuple[Grid, list[tuple[float, str]]]:
    """A frame without its joists, and where along s each of them stands and why."""
    grid = Grid(poly, brief.turned, thick_mm, brief.spacing_mm, _groups(brief, poly, thick_mm), *plies)
    grid.edges = edges(poly)
    low, _, high, _ = poly.bounds
    beside = (low + 1.5 * thick_mm, high - 1.5 * thick_mm)
    ends = [(s, "doubled end") for s in beside if of(DoubledEnds, brief.asked)]
    asked: list[tuple[float, str]] = []
    loads = [grid.on_plan(load.at) for load in of(StandsOn, brief.asked)]
    for s, kind in [*_uprights(grid, loads), *ends]:
        if all(abs(s - other) > thick_mm - 0.1 for other, _ in asked):
            asked.append((s, kind))
    taken = [s for s, _ in asked]
    for s in (nailer.s for nailer in of(Nailer, brief.asked)):
        close = min(taken, key=lambda other: abs(s - other), default=None)
        if close is not None and abs(s - close) < thick_mm:
            if abs(s - close) <= thick_mm / 2 - BEARING_MM:
                continue
            s = close + math.copysign(thick_mm, s - close)
        if low < s < high and all(abs(s - other) > thick_mm - 0.1 for other in taken):
            asked.append((s, "nailer"))
            taken.append(s)
    k = 1
    while low + k * grid.spacing_mm < high - thick_mm:
        s = low + k * grid.spacing_mm
        if all(abs(s - other) > thick_mm * NEAR for other in taken):
            asked.append((s, "joist"))
        k += 1
    asked += [(s, "joist") for s in _lacking(sorted(s for s, _ in asked), grid.spacing_mm, thick_mm)]
    return grid, asked


def _lacking(marks: list[float], spacing: float, thick: float) -> list[float]:
    """Joists that no mark gave, where a mark left out beside another joist would make the next space too wide: close
    against that joist, or in the middle where neither side is near enough."""
    out = []
    for left, right in pairwise(marks):
        if right - left <= spacing + 0.5:
            continue
        if right - (left + thick) <= spacing:
            out.append(left + thick)
        elif right - thick - left <= spacing:
            out.append(right - thick)
        else:
            out.append((left + right) / 2)
    return out


def _edge_at(grid: Grid, s: float, t: float) -> Edge | None:
    """The edge across the joists that a joist at s meets at t: with its middle, or else with one of its faces."""
    for reach in (SAME_MM, grid.thick_mm / 2):
        for edge in grid.edges:
            (x0, y0), (x1, y1) = edge.a, edge.b
            if abs(x1 - x0) < SAME_MM or not min(x0, x1) - reach <= s <= max(x0, x1) + reach:
                continue
            if abs(y0 + (y1 - y0) * (s - x0) / (x1 - x0) - t) < 0.5:
                return edge
    return None


def closed_mm(grid: Grid, edge: Edge, s: float) -> float:
    """How much of the frame what closes it along an edge takes, square in from it: the flush beam there, or, beside those, a rim."""

    def beside(beam: tuple[float, float, float]) -> float:
        return max(beam[0] - s, s - beam[1])

    nearest = min(grid.beams_mm.get(edge, ()), key=beside, default=None)
    if nearest is None or beside(nearest) > grid.thick_mm:
        return grid.thick_mm * across_plies(grid, edge)
    return nearest[2]


def _end(brief: DeckBrief, grid: Grid, edge: Edge | None, s: float, t: float, far: bool) -> tuple[float, float, str]:
    """Where a joist that meets the frame's edge at t ends, how its cut leans, and what holds it: a ledger, a rim, or several
    plies at holes and clips."""
    if edge is None:
        return (t - grid.thick_mm if far else t + grid.thick_mm), 0.0, "rim"
    ledgers = {e for e in grid.edges if brief.attached and e.wall}
    end = end_at(grid.edges, edge, s, grid.thick_mm / 2, lambda e: closed_mm(grid, e, s), far, grid.beams_mm, ledgers)
    by = across_kind(end.edge, brief.attached)
    return end.t, end.slope, "clipped rim" if leans(edge) and _off_beam(grid, end.edge, s) else by


def _off_beam(grid: Grid, edge: Edge, s: float) -> bool:
    """Whether a joist at s meets flush beams that close an edge by so little of its thickness that it hangs on the rim beside
    them."""
    beams = grid.beams_mm.get(edge)
    return bool(beams) and all(max(low - s, s - high) > grid.thick_mm / 2 - BEARING_MM for low, high, _ in beams or ())


def across_plies(grid: Grid, edge: Edge) -> int:
    """One ledger or rim; more at a clipped corner and, as there is room, at a hole, which carry cut joists."""
    if edge.hole:
        return grid.headers[edge]
    return grid.plies if leans(edge) else 1


def across_kind(edge: Edge, attached: bool) -> str:
    if edge.hole:
        return "header"
    if leans(edge):
        return "clipped rim"
    return "ledger" if attached and abs(edge.a[1]) < 0.01 and abs(edge.b[1]) < 0.01 else "rim"


def blocks_at(
    grid: Grid, joist: Section, t: float, kind: str, low: float = -math.inf, high: float = math.inf
) -> list[Stick]:
    """Blocks between neighbouring joists at one t, where there is frame between them and nothing passes; packing where they
    stand too close for a block."""
    out, facts = [], CATALOGUE.deck
    for left, right in pairwise(grid.covering(t)):
        clear = right.s - left.s - grid.thick_mm
        middle = (left.s + right.s) / 2
        if clear < PACKED_MM or not low <= middle <= high:
            continue
        if not any(t0 < t < t1 for t0, t1 in span_at(grid.poly, middle)):
            continue
        half = grid.thick_mm / 2
        way = LineString([(left.s + half, t), (right.s - half, t)])
        if any(hole.distance(way) < grid.thick_mm for hole in grid.passed):
            continue
        if clear >= facts.pack_under_mm:
            out.append(Stick(kind, joist, (left.s + half, t), (right.s - half, t)))
            continue
        plies = math.ceil(clear / grid.thick_mm - 1e-9)
        for ply in range(plies):
            s = left.s + half + clear * (ply + 0.5) / plies
            ends = (s, t - PACKING_MM / 2), (s, t + PACKING_MM / 2)
            out.append(Stick("packing", joist, *ends, "packing, ripped to the gap", wide_mm=clear / plies))
    return out


PACKING_MM, PACKED_MM = CATALOGUE.deck.packing_mm, CATALOGUE.deck.packed_mm
"""How long a packing is along its joists; and the gap that nobody packs."""


def spans_over_blocking(bearings: list[float]) -> list[float]:
    """The middles of spans long enough to need a row of blocks."""
    over = CATALOGUE.deck.blocking_over_mm
    return [(a + b) / 2 for a, b in pairwise(bearings) if b - a > over]
