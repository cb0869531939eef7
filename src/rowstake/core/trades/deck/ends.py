"""Where a joist ends at what closes the frame: at the inner face of a ledger, a rim, a header or the rim of a clipped corner,
whichever it comes to first over its whole thickness, cut along that."""

from __future__ import annotations

import math
from collections.abc import Callable, Container, Iterable
from dataclasses import dataclass
from itertools import combinations

from rowstake.core.trades.deck.shape import SAME_MM, SQUARE, Edge, Point, leans

STEEP = 2.0
"""A cut that runs further along a piece than so many times its width is halved between the two that meet."""


@dataclass(frozen=True, slots=True)
class EdgeLine:
    """t at s = 0, and t per s."""

    t: float
    slope: float

    def at(self, s: float) -> float:
        return self.t + self.slope * s


@dataclass(frozen=True, slots=True)
class JoistEnd:
    """Where a joist's middle ends, how its cut leans (t per s), and at which edge of the frame."""

    t: float
    slope: float
    edge: Edge


def line_in(edge: Edge, in_mm: float) -> EdgeLine:
    """The face that lies so far inside an edge that is not upright."""
    slope = edge.along[1] / edge.along[0] if abs(edge.along[1]) > SQUARE else 0.0
    (x, y), (nx, ny) = edge.a, edge.inward
    return EdgeLine(y + ny * in_mm - slope * (x + nx * in_mm), slope)


def mitre_of(edge: Edge, other: Edge, corner: Point) -> EdgeLine | None:
    """The line that halves a corner; None where it is upright."""
    x, y = edge.inward[0] + other.inward[0], edge.inward[1] + other.inward[1]
    return EdgeLine(corner[1] - y / x * corner[0], y / x) if abs(x) > SQUARE else None


def _meeting(edges: Iterable[Edge], edge: Edge) -> list[tuple[Edge, Point]]:
    """The edges that share a corner with one, and that corner."""
    return [
        (e, p)
        for e in edges
        for p, q in ((edge.a, e.b), (edge.b, e.a))
        if abs(p[0] - q[0]) < SAME_MM and e is not edge and math.dist(p, q) < SAME_MM
    ]


@dataclass(frozen=True, slots=True)
class Closing:
    """What closes the frame along an edge: its inner face, from `low` to `high` along s; `past` are the mitres beyond which a
    steep clip leaves room for a joist, and `upto` those that a clip does not reach past, halving its corner with a rim, each with
    how far along s that rim lies."""

    edge: Edge
    face: EdgeLine
    past: tuple[EdgeLine, ...] = ()
    upto: tuple[tuple[EdgeLine, float, float], ...] = ()
    low: float = -math.inf
    high: float = math.inf

    def bound(self, x: float, way: float) -> float:
        """How far a joist may go at x, the greater the further."""
        if not self.low - 1e-6 <= x <= self.high + 1e-6:
            return math.inf
        face = way * self.face.at(x)
        if any(low - 1e-6 <= x <= high + 1e-6 and way * m.at(x) < face - 0.01 for m, low, high in self.upto):
            return math.inf
        return max([face, *(way * m.at(x) for m in self.past)])

    @property
    def lines(self) -> tuple[EdgeLine, ...]:
        return (self.face, *self.past, *(m for m, _, _ in self.upto))


def steep(edge: Edge) -> bool:
    """Whether a clip runs so much more out than along that its rim is not cut to an upright face."""
    return leans(edge) and abs(edge.along[1]) > STEEP * abs(edge.along[0])


BeamsAt = dict[Edge, list[tuple[float, float, float]]]
"""By the edge that they close: from where to where along s flush beams lie, and how wide they are."""


def _reach(edges: list[Edge], edge: Edge, beams: BeamsAt) -> tuple[float, float]:
    """From where to where along s what closes an edge lies: as far as the edge, where it does not lean; the rim of a clip begins
    where the flush beam beside it ends; that of a steep one runs on to the beam's face."""
    low, high, middle = -math.inf, math.inf, (edge.a[0] + edge.b[0]) / 2
    if not leans(edge):
        low, high = sorted((edge.a[0], edge.b[0]))
    for other, corner in _meeting(edges, edge):
        clip = leans(edge) != leans(other) and not steep(edge) and not steep(other)
        own = beams.get(other if leans(edge) else edge, []) if clip else []
        if own:
            end = min((s for s0, s1, _ in own for s in (s0, s1)), key=lambda s: abs(s - corner[0]))
            low, high = (max(low, end), high) if middle > corner[0] else (low, min(high, end))
    return low, high


def _closes(edges: list[Edge], edge: Edge, in_mm: float, butted: Container[Edge], beams: BeamsAt) -> Closing:
    face, (low, high) = line_in(edge, in_mm), _reach(edges, edge, beams)
    if not leans(edge):
        return Closing(edge, face, low=low, high=high)
    met = [(e, mitre_of(edge, e, p)) for e, p in _meeting(edges, edge)]
    past = [m for e, m in met if m and abs(e.along[0]) < SQUARE and steep(edge)]
    upto = [
        (m, min(e.a[0], e.b[0]), max(e.a[0], e.b[0]))
        for e, m in met if m and abs(e.along[0]) > SQUARE and e not in butted and not leans(e)
    ]  # fmt: skip
    return Closing(edge, face, tuple(past), tuple(upto), low, high)


def end_at(
    edges: list[Edge],
    edge: Edge,
    s: float,
    half_mm: float,
    takes_mm: Callable[[Edge], float],
    far: bool,
    beams: BeamsAt,
    ledgers: Container[Edge],
) -> JoistEnd:
    """The end of a joist at s, `half_mm` to each side, that meets the frame at `edge`; `takes_mm` is how much of the frame
    closes it, square in from each edge; rims of clips butt on the ends of flush `beams` and on the face of `ledgers`. Of all
    straight cuts that keep clear, the one that leaves most."""
    way = 1.0 if far else -1.0
    met = [edge]
    if not edge.hole:
        met += [e for e, _ in _meeting(edges, edge) if abs(e.along[0]) > SQUARE and (leans(e) or leans(edge))]
    butted = {*beams, *(e for e in edges if e in ledgers)}
    closing = [_closes(edges, e, takes_mm(e), butted, beams) for e in met]
    ends_at = {
        c.edge: _crossing(c.face, b.face)
        for c in closing
        for b in closing
        if leans(c.edge) and (b.edge in ledgers or (steep(c.edge) and b.edge in beams))
    }
    closing = [c for c in closing if not _gives_way(c.edge, ends_at.get(c.edge, math.inf), s, half_mm)]
    lines = [line for c in closing for line in c.lines]

    crossings = [_crossing(a, b) for a, b in combinations(lines, 2)]
    turns = [*crossings, *(x for c in closing for x in (c.low, c.high))]
    marks = [s - half_mm, s + half_mm, *(x for x in turns if abs(x - s) < half_mm)]
    slopes = {line.slope for c in closing for line in (c.face, *c.past)}
    stops = {
        k: min(((c.bound(x, way) - way * k * (x - s), c.edge) for c in closing for x in marks), key=_how_far)
        for k in slopes
    }
    stops = {k: stop for k, stop in stops.items() if math.isfinite(stop[0])}
    if not stops:  # beside all that closes it: up to the line of its own edge
        face = line_in(edge, takes_mm(edge))
        return JoistEnd(face.at(s), face.slope, edge)
    slope = max(stops, key=lambda k: stops[k][0])
    along = next(
        (c.edge for c in closing if leans(c.edge) and slope in {c.face.slope, *(m.slope for m in c.past)}), None
    )
    return JoistEnd(way * stops[slope][0], slope, along or stops[slope][1])


def _gives_way(edge: Edge, x: float, s: float, half_mm: float) -> bool:
    """Whether the rim along a leaning edge, which ends at x on what it butts on, gives way to a joist at s: where that stands in
    its way, and for the larger part beside it."""
    beyond = (edge.a[0] + edge.b[0]) / 2 - x
    return abs(x - s) < half_mm and (s - x) * beyond < 0


def _crossing(a: EdgeLine, b: EdgeLine) -> float:
    """At which s two lines cross; infinity for ones that run alike."""
    return (a.t - b.t) / (b.slope - a.slope) if abs(a.slope - b.slope) > 1e-9 else math.inf


def _how_far(stop: tuple[float, Edge]) -> float:
    return stop[0]
