"""Sections through a deck, cut from its solids: along its joists with the height stack, and across them."""

from __future__ import annotations

import itertools
from collections.abc import Callable

from rowstake.core.drawing.scene import Scene, Shape, Sketch
from rowstake.core.drawing.solids import beyond_shapes, cut_shapes, within
from rowstake.core.space.views import View, page
from rowstake.core.trades.deck.frame import Group, Joist
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.sag import deepest_mm, hangs, sag_mm
from rowstake.core.trades.deck.stack import PostAt, ground_at

OUTWARDS = page((0.0, -1.0, 0.0), (0.0, 0.0, 1.0))
"""A cut square to the house, which stands at the left: seen from the deck's left end, so the eye lies at lesser x."""
ALONG = page((1.0, 0.0, 0.0), (0.0, 0.0, 1.0))
"""A cut along the house, seen towards it, so the eye lies further out."""


def _view(level: DeckLevel, along_joists: bool) -> View:
    return ALONG if along_joists == level.grid.turned else OUTWARDS


def _depth(level: DeckLevel, view: View, at: float) -> float:
    """How far towards the eye a plane lies that stands at a place of the level's own plan, along or out."""
    return -(level.place.x_mm + at) if view is OUTWARDS else level.place.y_mm + at


def deck_section_scene(planned: DeckPlan) -> Scene:
    """Cut through the longest joist; what bears on what, from the house outwards (or from left to right)."""
    board, brief, p = Sketch(), planned.brief, planned.brief.printer
    level = planned.laid.main
    grid = level.grid
    group = max(grid.groups, key=lambda g: g.t1 - g.t0)
    joist = _longest(level, group)
    s = joist.s if joist else (group.s0 + group.s1) / 2

    def ground(t: float) -> float:
        return ground_at(brief, grid.on_plan((s, t)))

    ends = (group.t0 - 500.0, group.t1 + 900.0)
    board.line((ends[0], ground(ends[0])), (ends[1], ground(ends[1])), "ground")
    if brief.ground.paving_mm:
        foot, lift = ground(group.t1), brief.ground.paving_mm
        paved = (
            (group.t1, foot),
            (ends[1], ground(ends[1])),
            (ends[1], ground(ends[1]) + lift),
            (group.t1, foot + lift),
        )
        board.add(Shape("poly", paved, "gravel", "paving"))
    if not grid.turned:
        _house(board, planned)
    _cut(board, level, s, [_nearest(level, b.label, s) for b in level.supports.beams if group in b.groups])
    if joist and brief.deck.drainage.on:
        wall, gutter = ((t, level.frame_top_mm - sag_mm(brief, grid, t)) for t in (joist.t0, joist.t1))
        board.line(wall, gutter, "water", hidden=True)
        board.text(
            gutter,
            f"membrane, {p.length(deepest_mm(brief, grid))} down at the gutter",
            "quiet",
            towards=(gutter[0] + 1, gutter[1] - 1),
        )
    if not grid.turned:
        _lower_levels(board, planned, s)
    _stack(board, planned, group)
    _heights(board, planned, group.t1 + brief.deck.boards.overhang_mm, ground, brief.height_mm)
    where = "along the house" if grid.turned else "from the house outwards"
    return board.scene("elevation", f"Section {where}; finished {p.length(brief.height_mm)}", 160.0)


def _longest(level: DeckLevel, group: Group) -> Joist | None:
    """The longest joist of a group, the one nearest its middle."""
    middle = (group.s0 + group.s1) / 2
    own = [j for j in level.grid.joists if group.s0 < j.s < group.s1]
    return max(own, key=lambda j: (round(j.length_mm), -abs(j.s - middle)), default=None)


def _nearest(level: DeckLevel, beam: str, s: float) -> PostAt:
    """The post of a beam that stands nearest to a cut."""
    own = [q for q in level.posts if q.beam and q.beam.label == beam]
    return min(own, key=lambda q: abs(level.grid.on_plan(q.at)[0] - s))


def _cut(board: Sketch, level: DeckLevel, s: float, posts: list[PostAt]) -> None:
    """A level cut along its joists, with the posts beyond that its beams stand on and what is under them."""
    view = _view(level, along_joists=True)
    _beyond(board, level, view, posts)
    for shape in cut_shapes(level.parts, view, _depth(level, view, s)):
        board.add(shape)


def _beyond(board: Sketch, level: DeckLevel, view: View, posts: list[PostAt]) -> None:
    """Posts and their footings; soil put back is left out."""
    under = {f.label for f in level.footings if f.post in posts}
    parts = [part for part in level.parts if part.of in under and part.kind != "soil"]
    for shape in beyond_shapes(parts, view):
        board.add(shape)


def _lower_levels(board: Sketch, planned: DeckPlan, s: float) -> None:
    """The levels before it, each cut at its own joist nearest to this cut, with the step down."""
    p, above = planned.brief.printer, planned.brief.height_mm
    for low in planned.laid.lower:
        at = min((j.s for j in low.grid.joists), key=lambda own: abs(own + low.place.x_mm - s), default=s)
        _cut(board, low, at, [_nearest(low, b.label, at) for b in low.supports.beams])
        near = low.place.y_mm + 120
        board.dim((near, low.top_mm), (near, above), p.length(above - low.top_mm), 1.0)
        above = low.top_mm


def _stack(board: Sketch, planned: DeckPlan, group: Group) -> None:
    """What stands over what at the outer beam, one under the other."""
    p, level = planned.brief.printer, planned.laid.main
    outer = max((b for b in level.supports.beams if group in b.groups), key=lambda b: b.t, default=None)
    if outer is None:
        return
    post = next(q for q in level.posts if q.beam == outer)
    frame, depth = level.frame_top_mm, level.joist_mm
    x, beam, foot = outer.t - outer.wide_mm / 2 - 40, post.beam_mm, post.foot_mm
    board.dim((x, frame - depth), (x, frame), p.bare(depth), 1.0)
    if beam:
        board.dim((x, frame - depth - beam), (x, frame - depth), p.bare(beam), 1.0)
    if post.height_mm > 0:
        board.dim((x, foot), (x, foot + post.height_mm), p.bare(post.height_mm), 1.0)
    else:
        board.text((outer.t, foot - 120), f"{p.length(-post.height_mm)} short: it does not fit", "label", post.label)


def _house(board: Sketch, planned: DeckPlan) -> None:
    """The wall and its sill, with the step down to the boards."""
    p, brief = planned.brief.printer, planned.brief
    sill, top = brief.deck.house.sill_mm, brief.height_mm
    high = max(sill, top) + 500.0
    board.add(Shape("poly", ((-240.0, -200.0), (0.0, -200.0), (0.0, high), (-240.0, high)), "zone"))
    if sill > top:
        board.line((-240.0, sill), (60.0, sill), "string", "sill")
        board.text((60.0, sill), f"sill {p.length(sill - top)} above", "quiet", "sill", towards=(61.0, sill + 1))


def _heights(board: Sketch, planned: DeckPlan, x: float, ground: Callable[[float], float], top: float) -> None:
    """The whole height at the far edge, and the thresholds over the ground there."""
    p = planned.brief.printer
    foot = ground(x) + planned.brief.ground.paving_mm
    board.dim((x, foot), (x, top), p.length(top - foot), -2.2)
    thresholds = {"guard": planned.brief.guard_over_mm, "permit": planned.brief.permit_over_mm}
    told = {over: ", ".join(n for n, v in thresholds.items() if v == over) for over in thresholds.values()}
    for over, name in told.items():
        end, high = x + 620, foot + over
        board.line((0.0, high), (end, high), "frost", name, hidden=True)
        board.text((end, high), f"{name} over {p.length(over)}", "quiet", name, towards=(end - 1, high + 1.5))


def across_scene(planned: DeckPlan) -> Scene:
    """A section across the joists, in the middle of the way out: joists end on, the outer beams and their posts beyond."""
    board, brief, p, level = Sketch(), planned.brief, planned.brief.printer, planned.laid.main
    grid, view = level.grid, _view(level, along_joists=False)
    low, near, high, far = grid.poly.bounds
    middle = (near + far) / 2
    board.line(
        (low - 400, ground_at(brief, grid.on_plan((low - 400, middle)))),
        (high + 400, ground_at(brief, grid.on_plan((high + 400, middle)))),
        "ground",
    )
    outer = {b.label for b in level.supports.beams if b.outer}
    for shape in beyond_shapes(
        [part for part in level.parts if part.kind == "beam" and part.of in outer], view, hidden=True
    ):
        board.add(shape)
    _beyond(board, level, view, [q for q in level.posts if q.beam and q.beam.outer])
    for shape in cut_shapes(level.parts, view, _depth(level, view, middle)):
        board.add(shape)
    for curve in hangs(brief, grid, middle) if brief.deck.drainage.on else ():
        board.add(Shape("line", tuple((at, level.frame_top_mm + down) for at, down in curve), "water"))
    top, bottom = brief.height_mm, min(z for s in board.shapes for _, z in s.points)
    for a, b in list(itertools.pairwise(grid.covering(middle)))[:4]:
        board.dim((a.s, top), (b.s, top), p.bare(b.s - a.s), 1.0)
    board.dim((low, bottom), (high, bottom), p.length(high - low), -1.0)
    return board.scene("across", "Section across the joists", 160.0)


SHOWN_MM = 430.0
"""So much of the boards is shown from an edge inwards."""


EDGES = {"edge": "At the far edge", "last": "At the house"}


def edge_scene(planned: DeckPlan, name: str) -> Scene:
    """An end of the section along the joists, large: the row at the far edge, or the one at the house."""
    level, p = planned.laid.main, planned.brief.printer
    group = max(level.grid.groups, key=lambda g: g.t1 - g.t0)
    joist, view = _longest(level, group), _view(level, along_joists=True)
    s = joist.s if joist else (group.s0 + group.s1) / 2
    cut = cut_shapes(level.parts, view, _depth(level, view, s))
    low, high = level.frame_top_mm - level.joist_mm - 40.0, planned.brief.height_mm + 60.0
    end, way = (group.t1, 1.0) if name == "edge" else (group.t0, -1.0)
    board, reach = Sketch(), sorted((end - way * SHOWN_MM, end + way * 170.0))
    shapes = within(cut, (reach[0], low), (reach[1], high))
    for shape in shapes:
        board.add(shape)
    rows = sorted(
        (min(x for x, _ in q.points), max(x for x, _ in q.points))
        for q in shapes
        if q.look == "board" and _lies(q, level)
    )
    row = (rows[-1] if way > 0 else rows[0]) if rows else None
    if row:
        board.dim((row[0], planned.brief.height_mm), (row[1], planned.brief.height_mm), p.fine(row[1] - row[0]), 1.0)
        if len(rows) > 1:
            beside = (rows[-2][1], row[0]) if way > 0 else (row[1], rows[1][0])
            board.text((sum(beside) / 2, high + 70), f"{p.fine(beside[1] - beside[0])} gap", "label")
        past = row[1] - end if way > 0 else end - row[0]
        if abs(past) > 0.5:
            bottom = level.frame_top_mm - level.joist_mm
            board.dim(
                (min(end, end + way * past), bottom), (max(end, end + way * past), bottom), p.fine(abs(past)), -1.0
            )
    return board.scene(name, f"{EDGES[name]}, cut along a joist", 50.0)


def _lies(shape: Shape, level: DeckLevel) -> bool:
    """Whether what is cut lies on the frame."""
    return min(y for _, y in shape.points) >= level.frame_top_mm - 1
