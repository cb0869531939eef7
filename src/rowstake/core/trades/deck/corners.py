"""Clipped corners whose joists end short of the beam: the rim bears on the beam it crosses and on a post of its own."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.deck.beam_line import BeamLine, Supports
from rowstake.core.trades.deck.bearings import bearings_of, hangs_past
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.dug import across_under
from rowstake.core.trades.deck.frame import Grid, Joist
from rowstake.core.trades.deck.shape import Edge, Point, leans
from rowstake.core.trades.deck.stands import on_beam_at

BEARS_MM = CATALOGUE.deck.rim_bears_mm


@dataclass(frozen=True, slots=True)
class ClippedCorner:
    """The post under a clipped rim, in (s, t); the rim's span from what it crosses to the post, the loads on it (mm from
    what it crosses, N), and what the post carries, N. `on` is the beam that lies there already: the rim bears on that."""

    at: Point
    span_mm: float
    loads: tuple[tuple[float, float], ...]
    edge: Edge
    on: BeamLine | None = None

    @property
    def post_n(self) -> float:
        return sum(n * x / self.span_mm for x, n in self.loads)


def loose(grid: Grid, supports: Supports, joist: Joist, t: float) -> bool:
    """True where a joist's end at t is not carried but by its rim: no second bearing, or too far past the last."""
    others = [at for at, by in bearings_of(joist, supports.under(joist.s)) if by not in ("clipped rim", "rim")]
    if len(others) < 2:
        return True
    past, span = hangs_past(others, joist, t)
    return past > span * CATALOGUE.deck.overhang_share + BEARS_MM


def borne(grid: Grid, made: Iterable[ClippedCorner], joist: Joist, t: float) -> bool:
    """Whether the rim that a joist ends at is one with a post of its own."""
    return any(_at_rim(grid, corner.edge, (joist.s, t)) for corner in made)


def corners(brief: DeckBrief, grid: Grid, supports: Supports) -> tuple[list[ClippedCorner], list[Edge]]:
    """A post for every clipped corner that needs one, and the corners whose rim has nothing else to bear on."""
    out, bare = [], []
    for edge in (e for e in grid.edges if leans(e)):
        ends = _meeting(grid, edge)
        held = [(j, t) for j, t in ends if loose(grid, supports, j, t)]
        if not held:
            continue
        foot, other = _ends(grid, edge)
        cross = _crossed(brief, supports, edge, foot, other)
        if cross is None or any(_adrift(grid, supports, j) for j, _ in held):
            bare.append(edge)
            continue
        span = math.dist(foot, cross)
        loads = []
        for joist, _ in held:
            x = span * abs(joist.s - cross[0]) / max(abs(foot[0] - cross[0]), 1.0)
            wide = grid.spacing_mm if joist.kind == "joist" else grid.spacing_mm / 2 + grid.thick_mm
            loads.append((min(x, span), brief.total_kpa * wide * joist.length_mm / 2 / 1000))
        s_in = 1 if foot[0] < other[0] else -1
        t_in = 1 if foot[1] < (grid.poly.bounds[1] + grid.poly.bounds[3]) / 2 else -1
        at = (foot[0] + s_in * grid.thick_mm, foot[1] + t_in * grid.thick_mm)
        corner = ClippedCorner(at, span, tuple(loads), edge, on_beam_at(supports, at, brief.post.width_mm / 2))
        if corner.on is None and _in_hole(brief, corner):
            bare.append(edge)
        else:
            out.append(corner)
    return out, bare


def _in_hole(brief: DeckBrief, corner: ClippedCorner) -> bool:
    """Whether what is dug for a corner's post would come into a hole, or nearer to what stands in it than it may."""
    reach = across_under(brief, corner.post_n / 1000) / 2
    return any(
        math.hypot(
            max(z.s0 - corner.at[0], corner.at[0] - z.s1, 0.0), max(z.t0 - corner.at[1], corner.at[1] - z.t1, 0.0)
        )
        < reach + z.dig_mm
        for z in brief.keep_clear
    )


def _adrift(grid: Grid, supports: Supports, joist: Joist) -> bool:
    """Whether a joist runs from a plain rim to the clipped one with no beam under it; or the flush beam that would close its
    end of the frame found no room, so that the rim hands its load to a neighbour's end."""
    own = [by for _, by in bearings_of(joist, supports.under(joist.s)) if by not in ("rim", "clipped rim")]
    if not own and "rim" in (joist.near, joist.far):
        return True
    group = next((g for g in grid.groups if g.s0 <= joist.s <= g.s1), None)
    if not supports.flush or group is None:
        return False
    beams = [b for b in supports.beams if group in b.groups]
    near = group.ledger or any(abs(b.t - b.wide_mm / 2 - group.t0) < 1 for b in beams)
    far = any(abs(b.t + b.wide_mm / 2 - group.t1) < 1 for b in beams)
    return (joist.near == "clipped rim" and not near) or (joist.far == "clipped rim" and not far)


def _meeting(grid: Grid, edge: Edge) -> list[tuple[Joist, float]]:
    """(joist, where it ends) of those that a clipped corner's rim closes. Its inner face begins before the edge does where it runs on to the ledger or
    a rim, so that a joist beside the edge's end may meet it too."""
    return [
        (j, t)
        for j in grid.joists
        for t, by in ((j.t0, j.near), (j.t1, j.far))
        if by == "clipped rim" and _at_rim(grid, edge, (j.s, t))
    ]


def _at_rim(grid: Grid, edge: Edge, at: Point) -> bool:
    """Whether a point lies no further inside an edge than its rim and a joist's thickness are wide."""
    (a, b), (x, y) = edge.inward, (at[0] - edge.a[0], at[1] - edge.a[1])
    along = x * edge.along[0] + y * edge.along[1]
    thick = grid.thick_mm
    return -1 <= x * a + y * b <= (grid.plies + 1) * thick and -20 * thick <= along <= edge.length_mm + 20 * thick


def _ends(grid: Grid, edge: Edge) -> tuple[Point, Point]:
    """The end of a leaning edge at a side of the deck, where the end joist stops, and the other."""
    upright = {p for e in grid.edges if abs(e.a[0] - e.b[0]) < 0.01 for p in (e.a, e.b)}
    return (edge.a, edge.b) if edge.a in upright else (edge.b, edge.a)


def _crossed(brief: DeckBrief, supports: Supports, edge: Edge, foot: Point, other: Point) -> Point | None:
    """Where the rim lies on a beam, nearest its foot; else on the house's ledger."""
    found = []
    for beam in supports.beams:
        k = (beam.t - foot[1]) / (other[1] - foot[1])
        s = foot[0] + (other[0] - foot[0]) * k
        if 0.05 < k <= 1 and beam.s0 - BEARS_MM <= s <= beam.s1 + BEARS_MM:
            found.append((k, (s, beam.t)))
    if found:
        return min(found)[1]
    return other if brief.attached and abs(other[1]) < 1 else None
