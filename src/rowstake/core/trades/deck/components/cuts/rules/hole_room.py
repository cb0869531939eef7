"""A hole so near an edge or another hole that its frame does not fit between them, or one that breaks through the edge."""

from __future__ import annotations

from collections.abc import Iterator

from shapely.geometry import Point

from rowstake.core.advice.base import found
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.deck.advice.base import put_level
from rowstake.core.trades.deck.document import Cut
from rowstake.core.trades.deck.headers import HoleStrip
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.shape import cut_away
from rowstake.core.trades.deck.spread import rim_room


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, grid, shape = planned.brief.printer, planned.grid, planned.brief.shape
    for cut in shape.cuts:
        if cut.id in grid.broken:
            yield found(
                f"The hole {cut.id} breaks through the edge of the frame",
                "Neither a rim nor a header can pass there. Move it in, make it smaller, or take a notch instead.",
                (),
                [
                    put_level(
                        planned, f"No hole {cut.id}", shape__cuts=[c.model_dump() for c in shape.cuts if c.id != cut.id]
                    )
                ],
            )
    for ring in planned.crossed:
        within = _cut_at(planned, ring.centroid)
        if within and within.id not in grid.broken:
            yield found(
                f"The trimmers of another hole stand into the hole {within.id}",
                "They run on from end to end of the joists and need their own place beside it. Move one of the holes along the joists' "
                "spacing, or make one opening of both.",
                (),
                [
                    put_level(
                        planned,
                        f"No hole {within.id}",
                        shape__cuts=[c.model_dump() for c in shape.cuts if c.id != within.id],
                    )
                ],
            )
    for strip in grid.narrow:
        hole = _cut_of(planned, strip)
        if hole is None or hole.id in grid.broken:
            continue
        what = "the next hole" if strip.opposite.hole else "the edge"
        yield found(
            f"Between {hole.id} and {what} are {p.length(max(0.0, strip.wide_mm))} of frame",
            f"A rim of {p.length(rim_room(planned.brief))} has to pass there, or a joist of {p.length(grid.thick_mm)} on each side of the strip. "
            "What is drawn there stands into the hole, or bears on too little.",
            (),
            list(_fixes(planned, strip, hole)),
        )


def _cut_of(planned: DeckLevel, strip: HoleStrip) -> Cut | None:
    """The hole whose edge a strip begins at."""
    (ax, ay), (bx, by) = strip.hole.a, strip.hole.b
    return _cut_at(planned, Point((ax + bx) / 2, (ay + by) / 2))


def _cut_at(planned: DeckLevel, at: Point) -> Cut | None:
    """The hole at a place of the frame."""
    shape, over = planned.brief.shape, planned.brief.deck.boards.overhang_mm
    middle = Point(planned.grid.on_plan((at.x, at.y)))
    return next(
        (
            c
            for c in shape.cuts
            if c.kind == "hole" and cut_away(c, shape.width_mm, shape.out_mm).distance(middle) <= over + 1
        ),
        None,
    )


def _fixes(planned: DeckLevel, strip: HoleStrip, hole: Cut) -> Iterator[Fix]:
    """Moved off by as much as a rim and a whole header take, where that stays inside; or no hole."""
    brief, grid = planned.brief, planned.grid
    shape, snap = brief.shape, brief.region.snap_mm
    off = -(-(rim_room(brief) + grid.plies * grid.thick_mm - strip.wide_mm) // snap) * snap
    dx, dy = grid.on_plan((-strip.hole.inward[0] * off, -strip.hole.inward[1] * off))
    moved = hole.model_copy(update={"x_mm": hole.x_mm + dx, "y_mm": hole.y_mm + dy})
    inside = (
        1 <= moved.x_mm <= shape.width_mm - moved.along_mm - 1 and 1 <= moved.y_mm <= shape.out_mm - moved.out_mm - 1
    )
    others = [c for c in shape.cuts if c.id != hole.id]
    if inside:
        label = f"Move {hole.id} by {brief.printer.length(off)}"
        yield put_level(
            planned, label, shape__cuts=[(moved if c.id == hole.id else c).model_dump() for c in shape.cuts]
        )
    yield put_level(planned, f"No hole {hole.id}", shape__cuts=[c.model_dump() for c in others])
