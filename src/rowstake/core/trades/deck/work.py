"""How hard every piece and every connector that carries is worked: headers, trimmers, rims, hangers, and what lifts.

Joists and beams are sized from their spans in `supports`; here stands what their spans do not tell. Screening figures
under the even load of the deck; each says its load, its moment and what it is held against.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import NamedTuple

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.once import once
from rowstake.core.structure.beams import load_used
from rowstake.core.structure.continuous import Bent, Loads, LoadStretch, Point, bend
from rowstake.core.structure.timber import REPETITIVE, read_stick, sharing
from rowstake.core.trades.deck.beam_line import Supports
from rowstake.core.trades.deck.bearings import bearings_of
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.corners import ClippedCorner, corners
from rowstake.core.trades.deck.demands import StandsOn, of
from rowstake.core.trades.deck.frame import Grid, Joist
from rowstake.core.trades.deck.shape import Edge
from rowstake.core.trades.deck.stands import levered, on_beams

UP_ONLY = ("clipped rim", "header", "block")
"""What frames hold an end up with, but would lift with it."""


@dataclass(frozen=True, slots=True)
class Worked:
    """One member or connector: what it is, where (s, t), the share of what it holds that its load takes, what governs,
    and its load and moment (kN, kN·m; a connector has no moment)."""

    what: str
    at: tuple[float, float]
    used: float
    governed_by: str
    load_kn: float
    moment_knm: float
    span_mm: float
    plies: int = 1
    beam: str = ""
    """The label of the beam that it is, where it is one."""


@dataclass(frozen=True, slots=True)
class JoistLine:
    """A line of joists with its bearings, the width of deck it carries, and its reactions (kN) under all of the load."""

    joist: Joist
    bearings: tuple[tuple[float, str], ...]
    wide_mm: float
    reactions: tuple[float, ...]
    steps: tuple[Point, ...] = ()
    """What comes down on it from steps."""

    def at(self, t: float) -> float:
        """The reaction at the bearing nearest t."""
        nearest = min(range(len(self.bearings)), key=lambda i: abs(self.bearings[i][0] - t))
        return self.reactions[nearest]


class _Framed(NamedTuple):
    brief: DeckBrief
    grid: Grid
    supports: Supports


def _made(framed: _Framed) -> tuple[object, ...]:
    return framed.grid, framed.supports


def lines(brief: DeckBrief, grid: Grid, supports: Supports) -> list[JoistLine]:
    """Every line of joists that has two bearings."""
    return _lines(_Framed(brief, grid, supports))


@once(_made)
def _lines(framed: _Framed) -> list[JoistLine]:
    brief, grid, supports = framed
    out, steps = [], _steps_on(brief, grid)
    for joist in grid.joists:
        bears = bearings_of(joist, supports.under(joist.s))
        plies, more = _one_member(grid, joist) if joist in steps else [joist], tuple(steps.get(joist, ()))
        wide = sum(_wide(grid, ply) for ply in plies) / len(plies)
        if len(bears) > 1:
            line = LoadStretch(joist.t0, joist.t1, brief.total_kpa * wide / 1000)
            pressed, bent = _pressed(joist, bears, [line, *more])
            kn = {t: n / 1000 for t, n in zip(pressed, bent.reactions, strict=True)}
            out.append(JoistLine(joist, tuple(bears), wide, tuple(kn.get(t, 0.0) for t, _ in bears), more))
    return out


def _pressed(joist: Joist, bears: Sequence[tuple[float, str]], loads: Loads) -> tuple[list[float], Bent]:
    """What a joist presses on under all of its load, and how it bends: headers, blocks and the rims of clipped corners hold it up,
    not down."""
    own = list(bears)
    while True:
        bent = bend([t for t, _ in own], joist.t0, joist.t1, loads)
        lifted = [x for x, n in zip(own, bent.reactions, strict=True) if n < 0 and x[1] in UP_ONLY]
        if not lifted or len(own) < 3:
            return [t for t, _ in own], bent
        own.remove(lifted[0])


def _steps_on(brief: DeckBrief, grid: Grid) -> dict[Joist, list[Point]]:
    """What comes down on the edge, by the joists beside it: the rim hands it to the two on either side by the lever."""
    out: dict[Joist, list[Point]] = {}
    for load in of(StandsOn, brief.asked):
        s, t = grid.on_plan(load.at)
        near = sorted((j for j in grid.joists if j.t0 - 300 < t < j.t1 + 300), key=lambda j: j.s)
        if not near:
            continue
        shares = levered([j.s for j in near], min(max(s, near[0].s), near[-1].s), load.kn * 1000)
        for joist, n in zip(near, shares, strict=True):
            if n > 0:
                plies = _one_member(grid, joist)
                for ply in plies:
                    out.setdefault(ply, []).append(Point(min(max(t, ply.t0), ply.t1), n / len(plies)))
    return out


def _one_member(grid: Grid, joist: Joist) -> list[Joist]:
    """A joist with those of its own length that lie against it and are screwed to it: each takes an equal share."""
    near = grid.covering((joist.t0 + joist.t1) / 2)
    i = near.index(joist)

    def against(step: int) -> list[Joist]:
        out, last, k = [], joist, i + step
        while 0 <= k < len(near) and abs(near[k].s - last.s) < grid.thick_mm + 1 and near[k].kind != "nailer":
            if abs(near[k].t0 - joist.t0) > grid.thick_mm or abs(near[k].t1 - joist.t1) > grid.thick_mm:
                break
            out.append(near[k])
            last, k = near[k], k + step
        return out

    return [joist, *against(-1), *against(1)]


def _wide(grid: Grid, joist: Joist) -> float:
    """Half the way to the joists on both sides, none further than the spacing (over a hole there is no deck); to the edge
    where there is none."""
    middle = (joist.t0 + joist.t1) / 2
    beside = [j.s for j in grid.covering(middle) if abs(j.s - joist.s) > 1]
    low = max((s for s in beside if s < joist.s), default=joist.s - grid.thick_mm)
    high = min((s for s in beside if s > joist.s), default=joist.s + grid.thick_mm)
    return (min(high, joist.s + grid.spacing_mm) - max(low, joist.s - grid.spacing_mm)) / 2


def _joists(brief: DeckBrief, supports: Supports, own: list[JoistLine]) -> Iterator[Worked]:
    """The line of joists that works hardest as it lies: with what hangs past its beams, and cut at holes. Shear is taken
    at the joist's depth from a bearing, as in the span tables."""
    stick = read_stick(supports.joist.id)
    live, hardest = brief.live_kpa / brief.total_kpa, None
    for x in own:
        load = brief.total_kpa * x.wide_mm / 1000
        places, bent = _pressed(x.joist, x.bearings, [LoadStretch(x.joist.t0, x.joist.t1, load), *x.steps])
        span = max(b - a for a, b in pairwise(places))
        shear = max(0.0, bent.shear_n - load * stick.depth_mm)
        used, governs = load_used(brief.species, stick, 1, REPETITIVE, span, bent.moment_nmm, shear, live)
        if hardest is None or used > hardest.used:
            at = (x.joist.s, places[0])
            hardest = Worked("joist", at, used, governs, sum(bent.reactions) / 1000, bent.moment_nmm / 1e6, span)
    if hardest:
        yield hardest


def _used(brief: DeckBrief, supports: Supports, plies: int, span: float, bent: Bent) -> tuple[float, str]:
    stick = read_stick(supports.joist.id)
    live = brief.live_kpa / brief.total_kpa
    return load_used(brief.species, stick, plies, sharing(plies), span, bent.moment_nmm, bent.shear_n, live)


def worked(brief: DeckBrief, grid: Grid, supports: Supports) -> list[Worked]:
    """Everything beside joists and beams, the hardest worked first."""
    return _worked(_Framed(brief, grid, supports))


@once(_made)
def _worked(framed: _Framed) -> list[Worked]:
    brief, grid, supports = framed
    own = lines(brief, grid, supports)
    out = [
        *_joists(brief, supports, own),
        *_holes(brief, grid, supports, own),
        *_hangers(brief, supports, own),
        *_lifts(brief, own),
    ]
    out += [_rim(brief, grid, supports, corner) for corner in corners(brief, grid, supports)[0]]
    out += beams_under_steps(brief, grid, supports)
    return sorted(out, key=lambda w: -w.used)


def _across_holes(grid: Grid) -> Iterator[tuple[Edge, list[Edge]]]:
    """Every edge of a hole across the joists, with the two beside them."""
    upright = [e for e in grid.edges if e.hole and abs(e.a[0] - e.b[0]) < 0.01]
    for edge in grid.edges:
        if edge.hole and abs(edge.a[0] - edge.b[0]) > 0.01:
            yield edge, [e for e in upright if {e.a, e.b} & {edge.a, edge.b}]


def _holes(brief: DeckBrief, grid: Grid, supports: Supports, own: list[JoistLine]) -> Iterator[Worked]:
    """Headers between their trimmers under the joists cut at a hole, the trimmers under the headers, and both hangers."""
    at_trimmer: dict[float, list[Point]] = {}
    beside = grid.thick_mm / 2 - 1  # a joist may meet the end of an edge with a part of its thickness
    stub_rims: list[Worked] = []
    for edge, sides in _across_holes(grid):
        t, (s0, s1) = edge.a[1], sorted((edge.a[0], edge.b[0]))
        cut = [
            x
            for x in own
            if s0 - beside < x.joist.s < s1 + beside
            and any(
                by == "header" and abs(end - t) < (grid.plies + 1) * grid.thick_mm
                for end, by in ((x.joist.t0, x.joist.near), (x.joist.t1, x.joist.far))
            )
        ]
        loads: list[LoadStretch | Point] = [Point(min(max(x.joist.s, s0), s1), x.at(t) * 1000) for x in cut]
        if not loads:
            continue
        bent = bend([s0, s1], s0, s1, loads)
        plies = grid.headers[edge]
        used, governs = _used(brief, supports, plies, s1 - s0, bent)
        carried = sum(x.at(t) for x in cut)
        yield Worked("header", ((s0 + s1) / 2, t), used, governs, carried, bent.moment_nmm / 1e6, s1 - s0, plies)
        hung = max(bent.reactions) / 1000
        rated = hanger_kn(brief, supports, doubled=plies > 1)
        yield Worked("hanger of a header", ((s0 + s1) / 2, t), hung / rated, "its rating", hung, 0.0, 0.0)
        for side in sides:
            reaction = bent.reactions[0 if abs(side.a[0] - s0) < 1 else 1]
            at_trimmer.setdefault(side.a[0], []).append(Point(t, reaction))
        stub_rims += _stub_rims(brief, grid, supports, cut, s0, s1)
    yield from stub_rims
    for s, points in at_trimmer.items():
        yield from _trimmers(brief, grid, supports, own, s, points)


def beside_posts(brief: DeckBrief, grid: Grid, supports: Supports) -> list[Worked]:
    """The rim between the joists beside a piece of a nailer that needs the rim beside what else it bears on, where posts stand
    close."""
    out: list[Worked] = []
    for line in lines(brief, grid, supports):
        held = {by: t for t, by in line.bearings}
        if "rim" in held and "block" in (line.joist.near, line.joist.far):
            beside = [j.s for j in grid.joists if j.kind != "nailer" and j.t0 - 1 <= held["rim"] <= j.t1 + 1]
            low = max((s for s in beside if s < line.joist.s), default=None)
            high = min((s for s in beside if s > line.joist.s), default=None)
            if low is not None and high is not None:
                out += _stub_rims(brief, grid, supports, [line], low, high, "rim past posts")
    return out


def _stub_rims(
    brief: DeckBrief,
    grid: Grid,
    supports: Supports,
    cut: list[JoistLine],
    s0: float,
    s1: float,
    what: str = "rim past a hole",
) -> list[Worked]:
    """The rim between two trimmers, or joists, where stubs bear on it."""
    loads, t = [], 0.0
    for x in cut:
        for (at, by), reaction in zip(x.bearings, x.reactions, strict=True):
            if by == "rim":
                loads.append(Point(min(max(x.joist.s, s0), s1), reaction * 1000))
                t = at
    if not loads:
        return []
    bent = bend([s0, s1], s0, s1, loads)
    used, governs = _used(brief, supports, 1, s1 - s0, bent)
    return [
        Worked(
            what,
            ((s0 + s1) / 2, t),
            used,
            governs,
            sum(q.n for q in loads) / 1000,
            bent.moment_nmm / 1e6,
            s1 - s0,
        )
    ]


def _trimmers(
    brief: DeckBrief, grid: Grid, supports: Supports, own: list[JoistLine], s: float, points: list[Point]
) -> Iterator[Worked]:
    """The joists beside a hole as one member, with their own strip of deck and the headers that hang on them."""
    reach = grid.plies * grid.thick_mm + 1
    plies = [x for x in own if abs(x.joist.s - s) < reach and x.joist.t0 < points[0].at < x.joist.t1]
    if not plies:
        return
    line = max(plies, key=lambda x: x.joist.length_mm)
    wide = sum(x.wide_mm for x in plies)
    loads: Loads = [LoadStretch(line.joist.t0, line.joist.t1, brief.total_kpa * wide / 1000), *points]
    places, bent = _pressed(line.joist, line.bearings, loads)
    span = max(b - a for a, b in pairwise(places))
    used, governs = _used(brief, supports, len(plies), span, bent)
    carried = sum(bent.reactions) / 1000
    yield Worked(
        "trimmers", (line.joist.s, points[0].at), used, governs, carried, bent.moment_nmm / 1e6, span, len(plies)
    )
    holds = dict(line.bearings)
    for t, reaction in zip(places, bent.reactions, strict=True):
        if holds[t] in ("ledger", "header"):
            each = reaction / 1000 / len(plies)
            yield Worked(
                "hanger of a trimmer",
                (line.joist.s, t),
                each / hanger_kn(brief, supports),
                "its rating",
                each,
                0.0,
                0.0,
            )


def hanger_kn(brief: DeckBrief, supports: Supports, doubled: bool = False) -> float:
    """What the hanger for this joist is rated for, kN: as its maker says where that is told, else the catalogue's careful figure for its
    depth."""
    facts = CATALOGUE.deck
    if brief.deck.joists.hanger_kn is not None:
        return brief.deck.joists.hanger_kn * (facts.hanger_doubled if doubled else 1.0)
    rated = [h.kn for h in facts.hangers if supports.joist.width_mm >= h.depth_mm - 0.5] or [facts.hangers[0].kn]
    return max(rated) * (facts.hanger_doubled if doubled else 1.0)


def _hangers(brief: DeckBrief, supports: Supports, own: list[JoistLine]) -> Iterator[Worked]:
    """The hanger that carries most, of those at a ledger or a header; in flush beams, of both sides of a beam."""
    loads = [
        (reaction, (x.joist.s, t))
        for x in own
        for (t, by), reaction in zip(x.bearings, x.reactions, strict=True)
        if by in ("ledger", "header")
    ]
    if supports.flush:
        for x in own:
            places = [t for t, _ in x.bearings]
            for i, (a, b) in enumerate(pairwise(places)):
                load = sum(x.reactions) / (places[-1] - places[0] or 1.0) * (b - a) / 2
                loads.append((load, (x.joist.s, places[i])))
    if loads:
        most, at = max(loads)
        yield Worked("joist hanger", at, most / hanger_kn(brief, supports), "its rating", most, 0.0, 0.0)


def _lifts(brief: DeckBrief, own: list[JoistLine]) -> Iterator[Worked]:
    """Joists that lift at a bearing by more than is held down there, when only what hangs past the others is loaded; told as the lift over that."""
    dead, held = brief.deck.loads.dead_kpa, max(CATALOGUE.deck.lift_least_n, 1000 * (brief.deck.joists.hold_kn or 0.0))
    worst: Worked | None = None
    for x in own:
        places = [t for t, _ in x.bearings]
        ends = ((x.joist.t0, places[0]), (places[-1], x.joist.t1))
        for n, (a, b) in enumerate(ends):
            if b - a < 1:
                continue
            own_weight = LoadStretch(x.joist.t0, x.joist.t1, dead * x.wide_mm / 1000)
            past = [q for q in x.steps if a <= q.at <= b]
            loaded = LoadStretch(a, b, brief.live_kpa * x.wide_mm / 1000)
            bent = bend(places, x.joist.t0, x.joist.t1, [own_weight, loaded, *past])
            away = bent.reactions[-1 if n == 0 else 0] if len(places) == 2 else min(bent.reactions)
            if away < -held and (worst is None or -away / 1000 > worst.load_kn):
                t = places[bent.reactions.index(min(bent.reactions))]
                worst = Worked(
                    "lift",
                    (x.joist.s, t),
                    1.0 + (-away - held) / 1000,
                    "what hangs past the beam",
                    -away / 1000,
                    0.0,
                    b - a,
                )
    if worst:
        yield worst


def beams_under_steps(brief: DeckBrief, grid: Grid, supports: Supports) -> Iterator[Worked]:
    """Beams that steps come down on: with the deck they carry as an even load, and the steps where they stand."""
    live, points = brief.live_kpa / brief.total_kpa, on_beams(grid, supports, of(StandsOn, brief.asked))
    for beam in supports.beams:
        own = [Point(min(max(s, beam.s0), beam.s1), kn * 1000) for b, s, kn in points if b is beam and kn > 0]
        if not own or len(beam.posts) < 2:
            continue
        stick = read_stick(beam.section.id)
        even = LoadStretch(beam.s0, beam.s1, brief.total_kpa * beam.carried_mm / 1000)
        bent = bend(list(beam.posts), beam.s0, beam.s1, [even, *own])
        span = max(b - a for a, b in pairwise(beam.posts))
        used, governs = load_used(
            brief.species, stick, beam.plies, sharing(beam.plies), span, bent.moment_nmm, bent.shear_n, live
        )
        carried = sum(bent.reactions) / 1000
        at = (sum(q.at for q in own) / len(own), beam.t)
        yield Worked(
            f"beam {beam.label} under steps",
            at,
            used,
            governs,
            carried,
            bent.moment_nmm / 1e6,
            span,
            beam.plies,
            beam.label,
        )


def _rim(brief: DeckBrief, grid: Grid, supports: Supports, corner: ClippedCorner) -> Worked:
    """The rim of a clipped corner between its post and the beam (or wall) it crosses."""
    loads = [Point(x, n) for x, n in corner.loads]
    bent = bend([0.0, corner.span_mm], 0.0, corner.span_mm, loads)
    used, governs = _used(brief, supports, grid.plies, corner.span_mm, bent)
    return Worked(
        "rim of a clipped corner",
        corner.at,
        used,
        governs,
        sum(q.n for q in loads) / 1000,
        bent.moment_nmm / 1e6,
        corner.span_mm,
        grid.plies,
    )
