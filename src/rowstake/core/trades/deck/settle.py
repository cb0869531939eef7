"""The frame of a level settled once, for all that its components ask of it: joists, what closes them, what carries them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import JobFault, refuse
from rowstake.core.trades.deck.beam_line import BeamLine, Supports
from rowstake.core.trades.deck.brief import DeckBrief
from rowstake.core.trades.deck.demands import StandsOn, of
from rowstake.core.trades.deck.ends import BeamsAt
from rowstake.core.trades.deck.frame import Grid, Plies, lay_grid
from rowstake.core.trades.deck.shape import SQUARE, leans
from rowstake.core.trades.deck.spread import MOST_PLIES, rim_room
from rowstake.core.trades.deck.supports import AsMuch, propose
from rowstake.core.trades.deck.work import beams_under_steps, worked

BEAM_TRIES, BEAM_MORE = 8, 1.02
"""How often a beam under steps is proposed anew, and by how much more than it lacked."""
CLOSE_TRIES, CLOSE_MORE = 12, 1.1
"""How often a frame is laid anew for the beams that close it, and as how much more a beam is proposed that got thinner."""
CLOSE_MM = CATALOGUE.deck.posts_close_mm


def settled_frame(brief: DeckBrief) -> tuple[Grid, Supports]:
    """The frame whose every member holds: with as many plies at holes as it takes, and deeper joists than their spans ask
    where headers, rims or hangers want them. Where nothing on sale holds, the joist that its spans ask; advice says so."""
    grids: Grids = {}
    first = _framed(brief, grids)
    if _holds(brief, *first):
        return first
    for joist in brief.joists:
        if joist.width_mm > first[1].joist.width_mm:
            try:
                deeper = _framed(replace(brief, joists=(joist,)), grids)
            except JobFault:
                continue
            if deeper[1].joist_reach.used <= 1.0005 and _holds(brief, *deeper):
                return deeper
    return first


Grids = dict[tuple[object, ...], Grid]
"""Frames that were laid for the same asked: joists of one thickness lie alike, however deep they are."""


def _framed(brief: DeckBrief, grids: Grids) -> tuple[Grid, Supports]:
    def laid(plies: Plies, beams_mm: BeamsAt | None = None) -> Grid:
        thick, rim = brief.joists[0].thickness_mm, rim_room(brief)
        key = thick, rim, plies, tuple((edge, *own) for edge, own in (beams_mm or {}).items())
        if key not in grids:
            grids[key] = lay_grid(brief, thick, rim, plies, beams_mm)
        return grids[key]

    plies = Plies()
    grid = laid(plies)
    supports = _supported(brief, grid)
    clipped = supports.flush and any(leans(e) for e in grid.edges)
    while plies.holes < MOST_PLIES and not _holds(brief, grid, supports, plied=True):
        plies = plies._replace(holes=plies.holes + 1)
        grid = laid(plies)
        if clipped:
            supports = _supported(brief, grid)
    while plies.stepped < MOST_PLIES and _joists_lack(brief, grid, supports):
        more = laid(plies._replace(stepped=plies.stepped + 1))
        if more.joists == grid.joists:  # no steps on an edge along them
            break
        plies, grid = plies._replace(stepped=plies.stepped + 1), more
        supports = _supported(brief, grid)
    return _closed(brief, grid, supports, partial(laid, plies)) if clipped else (grid, supports)


def _closed(brief: DeckBrief, grid: Grid, supports: Supports, laid: Callable[[BeamsAt], Grid]) -> tuple[Grid, Supports]:
    """Joists that end at the flush beams which close the frame, and the beams that hold those joists: laid again till both are of one width. A beam never gets
    thinner than what joists were ended for. Raises `JobFault` where that comes to no end."""
    floor: dict[str, float] = {}
    for _ in range(CLOSE_TRIES):
        closed = _closed_by_beams(grid, supports)
        was = {beam.label: beam for beam in supports.beams}
        grid = laid(closed)
        supports = _supported(brief, grid, floor)
        if _closed_by_beams(grid, supports) == closed:
            return grid, supports
        for beam in supports.beams:
            if beam.label in was and beam.wide_mm < was[beam.label].wide_mm:
                floor[beam.label] = max(was[beam.label].as_much, beam.as_much) * CLOSE_MORE
    raise refuse(
        "deck.beams.way",
        "flush",
        "dropped beams",
        "No flush beam closes this frame: its joists and its beams do not settle on one width",
    )


def _joists_lack(brief: DeckBrief, grid: Grid, supports: Supports) -> bool:
    """Whether joists are worked past what they hold by what comes down on them."""
    return bool(of(StandsOn, brief.asked)) and any(
        w.what in ("joist", "joist hanger") and w.used > 1.0005 for w in worked(brief, grid, supports)
    )


def _closed_by_beams(grid: Grid, supports: Supports) -> BeamsAt:
    out: BeamsAt = {}
    for edge in grid.edges:
        (s0, t), (s1, _) = edge.a, edge.b
        for beam in supports.beams if abs(edge.along[1]) < SQUARE and not edge.hole else ():
            along = min(max(s0, s1), beam.s1) - max(min(s0, s1), beam.s0)
            if along > grid.thick_mm and abs(abs(beam.t - t) - beam.wide_mm / 2) < 1:
                out.setdefault(edge, []).append((beam.s0, beam.s1, beam.wide_mm))
    return out


def _supported(brief: DeckBrief, grid: Grid, floor: AsMuch | None = None) -> Supports:
    """Beams that hold what comes down on them from steps too: each is proposed as under so much more of the deck as it lacked,
    till all hold or posts would crowd; then those that lack least, and advice says so. Each is proposed as
    under no less than its `floor`."""
    as_much = dict(floor or {})
    tried: list[tuple[float, Supports]] = []
    for _ in range(BEAM_TRIES):
        try:
            supports = _proposed(brief, grid, as_much)
        except JobFault:
            if not tried:
                raise
            break
        lacking = {w.beam: w.used for w in beams_under_steps(brief, grid, supports) if w.used > 1.0005}
        tried.append((max(lacking.values(), default=0.0), supports))
        if not lacking or any(b.label in lacking and b.reach.allowed_mm < CLOSE_MM for b in supports.beams):
            break
        as_much |= {beam: as_much.get(beam, 1.0) * used * BEAM_MORE for beam, used in lacking.items()}
    return min(tried, key=lambda way: way[0])[1]


def _proposed(brief: DeckBrief, grid: Grid, as_much: AsMuch) -> Supports:
    """Flush beams end at the rim of a clipped corner, dropped ones run under it."""
    if brief.deck.beams.way != "flush":
        return propose(brief, grid.groups, grid.poly, grid.poly, as_much)
    found = propose(brief, grid.groups, grid.poly, grid.clear_of_clips, as_much)
    return replace(found, beams=tuple(_off_joists(grid, beam) for beam in found.beams))


def _off_joists(grid: Grid, beam: BeamLine) -> BeamLine:
    """A flush beam that would end inside a joist which runs past it ends at that joist's face."""
    half = grid.thick_mm / 2
    for joist in grid.covering(beam.t):
        if beam.s0 - half < joist.s < beam.s0 - 0.1:
            beam = replace(beam, s0=min(joist.s + half, beam.posts[0]))
        if beam.s1 + 0.1 < joist.s < beam.s1 + half:
            beam = replace(beam, s1=max(joist.s - half, beam.posts[-1]))
    return beam


def _holds(brief: DeckBrief, grid: Grid, supports: Supports, plied: bool = False) -> bool:
    """Whether every member and connector holds; with `plied`, those that more plies would help."""
    work = worked(brief, grid, supports)
    return all(w.used <= 1.0005 for w in work if w.what != "lift" and (w.plies > 1 or not plied))
