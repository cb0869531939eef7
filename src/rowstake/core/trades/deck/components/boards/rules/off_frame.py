"""Pieces of board that lie wholly past the frame: the scraps a slanting row leaves at a corner."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from shapely.geometry import Polygon
from shapely.prepared import prep

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding, Fix
from rowstake.core.trades.deck.boards import lay_boards
from rowstake.core.trades.deck.frame import Grid
from rowstake.core.trades.deck.laying import DeckBoard, Laying
from rowstake.core.trades.deck.level import DeckLevel

STEP_MM = 0.5
HAIR_MM = 4.0
"""A board of which most lies past the frame, and the rest less than this over its edge, lies on nothing."""


def _past(laying: Laying, grid: Grid) -> list[DeckBoard]:
    frame = Polygon([grid.on_plan((x, y)) for x, y in grid.poly.exterior.coords])
    well_in = prep(frame.buffer(-HAIR_MM, join_style="mitre"))
    off = [b for b in laying.of("board") if not well_in.intersects(b.shape)]
    return [b for b in off if frame.intersection(b.shape).area < b.shape.area / 2]


def _other_gap(planned: DeckLevel) -> Iterator[Fix]:
    """The gap nearest this one, within what its product allows, that leaves no scrap."""
    brief, now = planned.brief, planned.laying.gap_mm
    least, most = brief.product.gap_least_mm, brief.product.gap_most_mm
    gaps = [least + STEP_MM * k for k in range(int((most - least) / STEP_MM) + 1)]
    for gap in sorted(gaps, key=lambda g: abs(g - now)):
        boards = brief.deck.boards.model_copy(update={"gap_mm": gap})
        other = replace(brief, deck=brief.deck.model_copy(update={"boards": boards}))
        if not _past(lay_boards(other, planned.grid), planned.grid):
            yield put_deck(f"Gaps of {brief.printer.fine(gap)}", boards__gap_mm=gap)
            return


def look(planned: DeckLevel) -> Iterator[Finding]:
    past = _past(planned.laying, planned.grid)
    if not past:
        return

    def named(board: DeckBoard) -> str:
        return planned.place.label(f"D{board.number}")

    p, worst = planned.brief.printer, max(past, key=lambda b: b.shape.area)
    more = f" So do {len(past) - 1} more." if len(past) > 1 else ""
    yield found(
        f"{named(worst)}, {p.fine(worst.width_mm)} wide, lies wholly past the frame",
        f"Nothing under it carries it.{more} Change the gap a little, lay a border that turns the corner, or glue the scrap to "
        "the board beside it.",
        [named(b) for b in past],
        list(_other_gap(planned)),
    )
