"""A section through a deck along its joists: the height stack, the ground under it, the door sill and the thresholds."""

from __future__ import annotations

import itertools
from collections.abc import Callable

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.drawing.scene import Board, Look, Scene, Shape
from rowstake.core.space.views import cut, page
from rowstake.core.trades.deck.frame import Group
from rowstake.core.trades.deck.laid import DeckPlan
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.stack import ground_at, joist_depth

OUTWARDS = page((0.0, -1.0, 0.0), (0.0, 0.0, 1.0))
"""A cut square to the house, which stands at the left: seen from the deck's left end."""
ALONG = page((1.0, 0.0, 0.0), (0.0, 0.0, 1.0))
"""A cut along the house, seen towards it."""
LOOKS: dict[str, Look] = {"concrete": "concrete", "gravel": "gravel"}


def deck_section_scene(planned: DeckPlan) -> Scene:
    """Cut where the joists are longest; what bears on what, from the house outwards (or from left to right)."""
    board, brief, p = Board(), planned.brief, planned.brief.printer
    grid, supports = planned.laid.main.grid, planned.laid.main.supports
    group = max(grid.groups, key=lambda g: g.t1 - g.t0)
    s = (group.s0 + group.s1) / 2
    top = brief.height_mm
    frame, depth = top - brief.field.thickness_mm - brief.strip_mm, joist_depth(brief, supports)

    def ground(t: float) -> float:
        return ground_at(brief, grid.on_plan((s, t)))

    ends = (group.t0 - 500.0, group.t1 + 900.0)
    board.line((ends[0], ground(ends[0])), (ends[1], ground(ends[1])), "ground")
    if brief.ground.paving_mm:
        foot = ground(group.t1)
        board.add(
            Shape(
                "poly",
                (
                    (group.t1, foot),
                    (ends[1], ground(ends[1])),
                    (ends[1], ground(ends[1]) + brief.ground.paving_mm),
                    (group.t1, foot + brief.ground.paving_mm),
                ),
                "gravel",
                "paving",
            )
        )
    if not grid.turned:
        _house(board, planned)
    for beam in supports.beams:
        if beam.group == group:
            first = next(q for q in planned.laid.main.posts if q.beam == beam)
            _under(board, planned, first.label, beam.t, ground(beam.t))
            high = frame if supports.flush else frame - depth
            board.rect(
                beam.t - beam.wide_mm / 2,
                high - beam.section.width_mm,
                beam.t + beam.wide_mm / 2,
                high,
                "rail",
                beam.label,
            )
    _joist(board, planned.laid.main, group, frame, depth)
    _boards(board, planned, group.t0, group.t1, top)
    _fascia(board, planned, 1 if grid.turned else 0, s)
    if not grid.turned:
        _lower_levels(board, planned)
    _stack(board, planned, group, ground, frame, depth)
    _heights(board, planned, group.t1 + brief.deck.boards.overhang_mm, ground, top)
    where = "along the house" if grid.turned else "from the house outwards"
    return board.scene("elevation", f"Section {where}; finished {p.length(top)}", 160.0)


def _joist(board: Board, level: DeckLevel, group: Group, frame: float, depth: float) -> None:
    """The longest joist of a group, with what closes the frame at its ends."""
    grid, supports = level.grid, level.supports
    line = max((j for j in grid.joists if group.s0 < j.s < group.s1), key=lambda j: j.length_mm, default=None)
    if line is not None:
        thick = grid.thick_mm
        if group.ledger:
            board.rect(line.t0 - thick, frame - depth, line.t0, frame, "rail", "L1")
        else:
            board.rect(line.t0 - thick, frame - depth, line.t0, frame, "frame")
        if not supports.flush:
            board.rect(line.t1, frame - depth, line.t1 + thick, frame, "frame")
        board.rect(line.t0, frame - depth, line.t1, frame, "frame")


def _lower_levels(board: Board, planned: DeckPlan) -> None:
    """The boards and joists of the levels before it, each at its own height, with the step down."""
    p, above = planned.brief.printer, planned.brief.height_mm
    for low in planned.laid.lower:
        near, far, top = low.place.y_mm, low.place.y_mm + low.brief.shape.out_mm, low.top_mm
        thick = low.brief.field.thickness_mm
        board.rect(near, top - thick, far, top, "board", low.place.name)
        board.rect(near, top - thick - low.supports.joist.width_mm, far, top - thick, "frame", low.place.name)
        board.dim((near + 120, top), (near + 120, above), p.length(above - top), 1.0)
        above = top


def _stack(
    board: Board, planned: DeckPlan, group: Group, ground: Callable[[float], float], frame: float, depth: float
) -> None:
    """What stands over what at the outer beam, one under the other."""
    p = planned.brief.printer
    outer = max((b for b in planned.laid.main.supports.beams if b.group == group), key=lambda b: b.t, default=None)
    if outer is None:
        return
    post = next(q for q in planned.laid.main.posts if q.beam == outer)
    x = outer.t - outer.wide_mm / 2 - 40
    beam = post.beam_mm
    board.dim((x, frame - depth), (x, frame), p.bare(depth), 1.0)
    if beam:
        board.dim((x, frame - depth - beam), (x, frame - depth), p.bare(beam), 1.0)
    foot = ground(outer.t) + post.foot_mm - post.ground_mm
    if post.height_mm > 0:
        board.dim((x, foot), (x, foot + post.height_mm), p.bare(post.height_mm), 1.0)
    else:
        board.text((outer.t, foot - 120), f"{p.length(-post.height_mm)} short: it does not fit", "label", post.label)


def _house(board: Board, planned: DeckPlan) -> None:
    """The wall and its sill, with the step down to the boards."""
    p, brief = planned.brief.printer, planned.brief
    sill, top = brief.deck.house.sill_mm, brief.height_mm
    high = max(sill, top) + 500.0
    board.add(Shape("poly", ((-240.0, -200.0), (0.0, -200.0), (0.0, high), (-240.0, high)), "zone"))
    if sill > top:
        board.line((-240.0, sill), (60.0, sill), "string", "sill")
        board.text((60.0, sill), f"sill {p.length(sill - top)} above", "quiet", "sill", towards=(61.0, sill + 1))


def _under(board: Board, planned: DeckPlan, label: str, t: float, ground: float) -> None:
    """A post and its footing."""
    f = next(x for x in planned.laid.main.footings if x.post.label == label)
    facts = CATALOGUE.materials.deck
    r = f.dug.across_mm / 2
    for layer in f.dug.layers:
        wide = planned.brief.post.width_mm / 2 + facts.pier_over_post_mm / 2 if "pier" in layer.what else r
        look = LOOKS.get(layer.material)
        if look:
            board.rect(t - wide, ground + layer.bottom_mm, t + wide, ground + layer.top_mm, look, f.label)
    post = f.post
    if post.height_mm > 0:
        half = planned.brief.post.width_mm / 2
        foot = ground + post.foot_mm - post.ground_mm
        board.rect(t - half, foot, t + half, foot + post.height_mm, "post", label)


def _boards(board: Board, planned: DeckPlan, low: float, high: float, top: float) -> None:
    """Boards end on, row by row; side on where they lie the other way."""
    brief, laying = planned.brief, planned.laid.main.laying
    thick = brief.field.thickness_mm
    if brief.deck.boards.run == "diagonal":
        board.rect(low, top - thick, high + brief.deck.boards.overhang_mm, top, "board")
        return
    seen = set()
    for b in laying.boards:
        x0, y0, x1, y1 = b.shape.bounds
        a, z = (x0, x1) if planned.laid.main.grid.turned else (y0, y1)
        key = (round(a), round(z))
        if b.kind == "board" and key not in seen:
            seen.add(key)
            board.rect(a, top - thick, z, top, "board", f"D{b.number}")


def _fascia(board: Board, planned: DeckPlan, across: int, at: float) -> None:
    """The fascia where the cut, at `at` on plan axis `across`, goes through it."""
    view, depth = (OUTWARDS, -at) if across == 0 else (ALONG, at)
    for part in planned.laid.main.parts:
        if part.kind == "fascia" and part.solid:
            for rings in cut(part.solid, view, depth):
                board.add(Shape("poly", rings[0], "board", part.label))


def _heights(board: Board, planned: DeckPlan, x: float, ground: Callable[[float], float], top: float) -> None:
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
    """A section across the joists, in the middle of the way out: joists end on, the outer beam and its posts behind them."""
    board, brief, p = Board(), planned.brief, planned.brief.printer
    grid, supports = planned.laid.main.grid, planned.laid.main.supports
    top = brief.height_mm
    frame, depth = top - brief.field.thickness_mm - brief.strip_mm, joist_depth(brief, supports)
    middle = (grid.poly.bounds[1] + grid.poly.bounds[3]) / 2
    low, high = grid.poly.bounds[0], grid.poly.bounds[2]

    def ground(s: float, t: float) -> float:
        return ground_at(brief, grid.on_plan((s, t)))

    board.line((low - 400, ground(low - 400, middle)), (high + 400, ground(high + 400, middle)), "ground")
    for beam in supports.beams:
        if beam.outer:
            foot = frame if supports.flush else frame - depth
            board.rect(beam.s0, foot - beam.section.width_mm, beam.s1, foot, "rail", beam.label, hidden=True)
            for post in (q for q in planned.laid.main.posts if q.beam == beam):
                s = grid.on_plan(post.at)[0]
                _under(board, planned, post.label, s, ground(s, beam.t))
    half = grid.thick_mm / 2
    joists = grid.covering(middle)
    for joist in joists:
        board.rect(joist.s - half, frame - depth, joist.s + half, frame, "frame")
    board.rect(
        low - brief.deck.boards.overhang_mm,
        top - brief.field.thickness_mm,
        high + brief.deck.boards.overhang_mm,
        top,
        "board",
    )
    _fascia(board, planned, 0 if grid.turned else 1, middle)
    for a, b in list(itertools.pairwise(joists))[:4]:
        board.dim((a.s, top), (b.s, top), p.bare(b.s - a.s), 1.0)
    board.dim((low, frame - depth), (high, frame - depth), p.length(high - low), -3.4)
    return board.scene("across", "Section across the joists", 160.0)
