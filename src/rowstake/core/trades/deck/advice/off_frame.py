"""Pieces of board that lie wholly past the frame: the scraps a slanting row leaves at a corner."""

from __future__ import annotations

from collections.abc import Iterator

from shapely.geometry import Polygon
from shapely.prepared import prep

from rowstake.core.advice.base import found
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    grid = planned.grid
    frame = prep(Polygon([grid.on_plan((x, y)) for x, y in grid.poly.exterior.coords]))
    past = [b for b in planned.laying.of("board") if not frame.intersects(b.shape)]
    if not past:
        return
    p, worst = planned.brief.printer, max(past, key=lambda b: b.shape.area)
    more = f" So do {len(past) - 1} more." if len(past) > 1 else ""
    yield found(
        f"D{worst.number}, {p.fine(worst.width_mm)} wide, lies wholly past the frame",
        f"Nothing under it carries it.{more} Change the gap a little, lay a border that turns the corner, or glue the scrap to "
        "the board beside it.",
        [f"D{b.number}" for b in past],
    )
