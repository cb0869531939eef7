"""Pieces of board that nothing carries: the scraps a slanting row leaves past the frame at a corner, or two holes leave between them."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from shapely import STRtree
from shapely.geometry import Polygon
from shapely.geometry.base import BaseGeometry
from shapely.prepared import prep

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.deck.boards import lay_boards
from rowstake.core.trades.deck.hardware import beam_outline
from rowstake.core.trades.deck.laying import BoardLaying, DeckBoard
from rowstake.core.trades.deck.level import DeckLevel

STEP_MM = 0.5
HAIR_MM = 4.0
"""A board of which most lies past the frame, and the rest less than this over its edge, lies on nothing."""


def _loose(planned: DeckLevel, laying: BoardLaying) -> list[DeckBoard]:
    """Those that lie past the frame, and those that lie on none of its pieces."""
    grid, frame = planned.grid, _frame(planned)
    well_in = prep(frame.buffer(-HAIR_MM, join_style="mitre"))
    off = [b for b in laying.of("board") if not well_in.intersects(b.shape)]
    past = [b for b in off if frame.intersection(b.shape).area < b.shape.area / 2]
    pieces = [list(s.outline()) for _, s in planned.sticks]
    if planned.supports.flush:
        pieces += [beam_outline(b) for b in planned.supports.beams]
    carries = STRtree([Polygon([grid.on_plan(q) for q in piece]) for piece in pieces])
    bare = [b for b in laying.of("board") if b not in past and not carries.query(_core(b), predicate="intersects").size]
    return [*past, *bare]


def _frame(planned: DeckLevel) -> Polygon:
    """The frame's outline on the plan, over its holes."""
    return Polygon([planned.grid.on_plan((x, y)) for x, y in planned.grid.poly.exterior.coords])


def _core(board: DeckBoard) -> BaseGeometry:
    """A board but for a hair all round, for what it laps by no more than that does not carry it; or its middle where there is no more of it."""
    inner = board.shape.buffer(-HAIR_MM, join_style="mitre")
    return board.shape.representative_point() if inner.is_empty else inner


def _other_gap(planned: DeckLevel) -> Iterator[Fix]:
    """The gap nearest this one, within what its product allows, that leaves no scrap."""
    brief, now = planned.brief, planned.laying.gap_mm
    least, most = brief.product.gap_least_mm, brief.product.gap_most_mm
    gaps = [least + STEP_MM * k for k in range(int((most - least) / STEP_MM) + 1)]
    for gap in sorted(gaps, key=lambda g: abs(g - now)):
        boards = brief.deck.boards.model_copy(update={"gap_mm": gap})
        other = replace(brief, deck=brief.deck.model_copy(update={"boards": boards}))
        if not _loose(planned, lay_boards(other, planned.grid)):
            yield put_deck(f"Gaps of {brief.printer.fine(gap)}", boards__gap_mm=gap)
            return


def look(planned: DeckLevel) -> Iterator[Finding]:
    past = _loose(planned, planned.laying)
    if not past:
        return

    def named(board: DeckBoard) -> str:
        return planned.place.label(f"D{board.number}")

    p, worst = planned.brief.printer, max(past, key=lambda b: b.shape.area)
    more = f" So do {len(past) - 1} more." if len(past) > 1 else ""
    inside = _frame(planned).contains(worst.shape.representative_point())
    where = "on nothing of the frame" if inside else "wholly past the frame"
    yield found(
        f"{named(worst)}, {p.fine(worst.width_mm)} wide, lies {where}",
        f"Nothing under it carries it.{more} Change the gap a little, lay a border that turns the corner, or glue the scrap to "
        "the board beside it.",
        [named(b) for b in past],
        list(_other_gap(planned)),
    )
