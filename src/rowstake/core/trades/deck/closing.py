"""What closes the frame across its joists: ledger, rims, the rims of clipped corners, headers at holes.

Where two of them would lie in one place, a flush beam goes before all; the ledger goes before a clipped rim, that before a
header that joists hang on, that before a rim, and a header that only closes comes last: what comes later is cut short or
left out.
"""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import replace
from itertools import pairwise

from shapely import intersection
from shapely.geometry import Polygon

from rowstake.core.catalogue import Section
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.ends import STEEP, steep
from rowstake.core.trades.deck.frame import Grid, Stick, across_kind, across_plies
from rowstake.core.trades.deck.shape import SAME_MM, SQUARE, Edge, Point, leans

TAIL = 2
"""The last piece of a long ledger or rim reaches over at least so many spaces of joists."""
SHORT_MM = 1.0
"""A beam that ends no further off a corner ends there."""
SHARED_MM2, GRID_MM = 50.0, 0.001


def across(brief: DeckBrief, grid: Grid, joist: Section, flush: Iterable[Stick]) -> list[Stick]:
    """Every piece, edge by edge. Flush beams, as wide as they are, take a rim's place."""
    longest = max(joist.lengths_mm)
    kept: dict[int, list[Stick]] = {}
    beams = list(flush)
    taken = [Polygon(beam.outline()) for beam in beams]
    order = sorted(range(len(grid.edges)), key=lambda i: _rank(brief, grid, grid.edges[i]))
    for i in order:
        edge, kept[i] = grid.edges[i], []
        if abs(edge.a[0] - edge.b[0]) < 0.01:
            continue
        kind = across_kind(edge, brief.attached)
        plies = across_plies(grid, edge)
        for ply in range(plies):
            whole = _ply(brief, grid, edge, kind, joist, grid.thick_mm * (ply + 0.5), beams)
            for stick in _clear_of(whole, taken, grid.thick_mm) if whole else ():
                kept[i] += _in_lengths(grid, stick, grid.thick_mm * (plies - ply - 0.5), longest)
        taken += [Polygon(stick.outline()) for stick in kept[i]]
    return [stick for i in sorted(kept) for stick in kept[i]]


def _rank(brief: DeckBrief, grid: Grid, edge: Edge) -> int:
    kind = across_kind(edge, brief.attached)
    if kind == "header" and edge not in grid.carry:
        return 4
    return ("ledger", "clipped rim", "header", "rim").index(kind)


def _ply(
    brief: DeckBrief, grid: Grid, edge: Edge, kind: str, section: Section, off_mm: float, beams: list[Stick]
) -> Stick | None:
    """One ply by its middle line, `off_mm` in from its edge, cut at its ends to what it meets there; None where its cuts
    meet before its other face."""
    (ux, uy), (nx, ny) = edge.along, edge.inward
    start, skew_a = _cut(brief, grid, edge, kind, True, off_mm, beams)
    end, skew_b = _cut(brief, grid, edge, kind, False, off_mm, beams)
    a = (edge.a[0] + nx * off_mm + ux * start, edge.a[1] + ny * off_mm + uy * start)
    b = (edge.b[0] + nx * off_mm + ux * end, edge.b[1] + ny * off_mm + uy * end)
    if edge.length_mm + end - start <= grid.thick_mm / 2 * abs(skew_a - skew_b) + 1:
        return None
    return Stick(kind, section, a, b, saw_words((skew_a, skew_b)), skew=(skew_a, skew_b))


def saw_words(skew: tuple[float, float], square: str = "square") -> str:
    """How the ends of a piece are cut, by the saw's angle from square."""
    angles = [f"{math.degrees(math.atan(abs(k))):.1f}°" for k in skew]
    if not any(skew):
        return square
    if skew[0] and skew[1]:
        both = f"both ends cut to {angles[0]}" if angles[0] == angles[1] else f"ends cut to {angles[0]} and {angles[1]}"
        return f"{both}, length to the long points"
    return f"one end cut to {angles[0] if skew[0] else angles[1]}, length to the long point"


def _cut(
    brief: DeckBrief, grid: Grid, edge: Edge, kind: str, at_a: bool, off_mm: float, beams: list[Stick]
) -> tuple[float, float]:
    """(how far along from its corner a ply's middle line ends, the slope of its cut): square, but where a rim leans. That
    runs out flush with the deck's side, butts on the end of a flush beam (a steep one, as on a ledger, on its face), and is
    mitred with another rim."""
    corner = edge.a if at_a else edge.b
    other = next((e for e in grid.edges if e is not edge and math.dist(e.b if at_a else e.a, corner) < 0.01), None)
    if other is None or kind in ("ledger", "header") or not (leans(edge) or leans(other)):
        return 0.0, 0.0
    mitre = (edge.inward[0] + other.inward[0], edge.inward[1] + other.inward[1])
    beam = _beam_at(other, corner, beams) if leans(edge) else None
    if beam and not steep(edge):
        (ux, _), (nx, _) = edge.along, edge.inward
        return (_end_by(beam, corner) - corner[0] - nx * off_mm) / ux, -nx / ux
    if beam or (leans(edge) and across_kind(other, brief.attached) == "ledger"):
        face = beam.across_mm if beam else grid.thick_mm
        return _beside_joist(grid, edge, corner, at_a, off_mm, _meets(edge, off_mm, other.along, face))
    if leans(edge) and not leans(other) and abs(other.along[0]) < SQUARE:
        flush = _meets(edge, off_mm, other.along, 0.0)
        if abs(flush[1]) <= STEEP:
            return flush
    cut = _meets(edge, off_mm, mitre, 0.0)
    return _short_of(grid, edge, other, corner, off_mm, cut, beams) if leans(edge) else cut


def _short_of(
    grid: Grid, edge: Edge, other: Edge, corner: Point, off_mm: float, cut: tuple[float, float], beams: list[Stick]
) -> tuple[float, float]:
    """The mitre of a leaning ply turned, so that neither of its corners comes past the end of a flush beam that begins further along."""
    (ux, _), (nx, _), half = edge.along, edge.inward, grid.thick_mm / 2
    beam, way = _beam_at(other, corner, beams, math.inf), _onwards(other, corner)
    if beam is None or abs(ux) < SQUARE:
        return cut
    ends = []
    for side in (half, -half):
        along = cut[0] + side * cut[1]
        base = corner[0] + nx * (off_mm + side)
        past = (base + ux * along - _end_by(beam, corner)) * way
        ends.append((_end_by(beam, corner) - base) / ux if past > 0 else along)
    inner, outer = ends
    return (inner + outer) / 2, (inner - outer) / grid.thick_mm


def _onwards(edge: Edge, corner: Point) -> int:
    """Which way along s an edge goes from its corner."""
    return 1 if max(edge.a[0], edge.b[0]) > corner[0] + SAME_MM else -1


def _beside_joist(
    grid: Grid, edge: Edge, corner: Point, at_a: bool, off_mm: float, cut: tuple[float, float]
) -> tuple[float, float]:
    """The cut of a leaning ply that butts on a face, turned about its outer corner where a joist, for the larger part beside it,
    stands in the way of its inner one."""
    (ux, _), (nx, _), half = edge.along, edge.inward, grid.thick_mm / 2
    inner, outer = cut[0] + half * cut[1], cut[0] - half * cut[1]
    base = corner[0] + nx * (off_mm + half)
    for joist in grid.joists:
        past = base + ux * inner - joist.s
        if abs(past) < half - SAME_MM and past * (ux if at_a else -ux) > 0:
            inner = (max if at_a else min)((joist.s + side - base) / ux for side in (-half, half))
    return (inner + outer) / 2, (inner - outer) / grid.thick_mm


def _end_by(beam: Stick, corner: Point) -> float:
    """Where along s a beam ends beside a corner."""
    return min((beam.a[0], beam.b[0]), key=lambda s: abs(s - corner[0]))


def _beam_at(edge: Edge, corner: Point, beams: list[Stick], short_mm: float = SHORT_MM) -> Stick | None:
    """The flush beam that closes the frame along an edge up to a corner, or up to `short_mm` short of it: where a beam begins further along,
    a leaning ply that went on to it would leave the frame."""
    along_s = abs(edge.a[1] - edge.b[1]) < 0.01
    near = [b for b in beams if along_s and abs(abs(b.a[1] - edge.a[1]) - b.across_mm / 2) < 1]
    way = _onwards(edge, corner)
    off = {id(b): (_end_by(b, corner) - corner[0]) * way for b in near}
    return min((b for b in near if -b.across_mm < off[id(b)] < short_mm), key=lambda b: abs(off[id(b)]), default=None)


def _meets(edge: Edge, off_mm: float, line: Point, in_mm: float) -> tuple[float, float]:
    """Where a ply's middle line meets a line through its corner (or `in_mm` to the left of that), along it from the corner,
    and the slope of that cut."""
    (ux, uy), (nx, ny), (vx, vy) = edge.along, edge.inward, line
    across_line = ux * vy - uy * vx
    if abs(across_line) < 1e-6:
        return 0.0, 0.0
    slope = -(nx * vy - ny * vx) / across_line
    size = math.hypot(vx, vy)
    shift = in_mm * (-vy / size * vy - vx / size * vx) / across_line
    return shift + off_mm * slope, slope


def _clear_of(stick: Stick, taken: list[Polygon], least_mm: float) -> list[Stick]:
    """What is left of a piece beside those that go before it. A leaning one gives way to none but the ledger it butts on."""
    shape = Polygon(stick.outline())
    in_way = [x for other in taken if (x := intersection(shape, other, grid_size=GRID_MM)).area > SHARED_MM2]
    if not in_way or abs(stick.a[1] - stick.b[1]) > 0.01:
        return [stick]
    low, high = sorted((stick.a[0], stick.b[0]))
    marks = [low]
    for x0, x1 in sorted((x.bounds[0], x.bounds[2]) for x in in_way):
        marks += [max(x0, marks[-1]), max(x1, marks[-1])]
    marks.append(max(high, marks[-1]))
    return [_part(stick, p, q) for p, q in zip(marks[::2], marks[1::2], strict=True) if q - p > least_mm]


def _part(stick: Stick, low: float, high: float) -> Stick:
    """What lies between two places along s; square where it is cut, and as before at its own ends."""
    t, ends = stick.a[1], sorted(((stick.a[0], stick.skew[0]), (stick.b[0], stick.skew[1])))
    skew = (ends[0][1] if low <= ends[0][0] else 0.0, ends[1][1] if high >= ends[1][0] else 0.0)
    return replace(stick, a=(low, t), b=(high, t), skew=skew, ends=saw_words(skew))


def _in_lengths(grid: Grid, stick: Stick, face_mm: float, longest: float) -> list[Stick]:
    """A long ledger or rim in pieces that meet on the middle of a joist that ends at its face, `face_mm` off its own middle, no scrap
    at its end; one piece where it is short or leans."""
    if stick.length_mm <= longest or abs(stick.a[1] - stick.b[1]) > 0.01:
        return [stick]
    low, high = sorted((stick.a[0], stick.b[0]))
    met = [j for j in grid.joists if any(abs(abs(t - stick.a[1]) - face_mm) < SHORT_MM for t in (j.t0, j.t1))]
    places = [j.s for j in met if low < j.s < high]
    cuts = [low]
    while high - cuts[-1] > longest:
        reach = [s for s in places if cuts[-1] < s <= cuts[-1] + longest]
        whole = [s for s in reach if high - s >= TAIL * grid.spacing_mm]
        cuts.append(max(whole or reach, default=cuts[-1] + longest))
    return [_part(stick, a, b) for a, b in pairwise([*cuts, high])]
