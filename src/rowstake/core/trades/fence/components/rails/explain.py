"""Workings of rails and of what holds boards on them."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Notebook
from rowstake.core.trades.fence.laying import FenceLaying
from rowstake.core.trades.fence.rails import row_offsets_mm
from rowstake.core.trades.fence.skin import board_screw


def explain(laying: FenceLaying, book: Notebook) -> None:
    """Their rows, and what holds the boards on them."""
    brief, p, facts = laying.brief, laying.brief.printer, CATALOGUE.materials
    heights = ", ".join(p.length(h) for h in row_offsets_mm(brief, brief.fence.skin.height_mm)) if brief.rows else ""
    book.note(
        "rails", "Rows of rails", str(brief.rows),
        rule=f"Two rows up to {p.length(facts.rails.two_up_to_mm)}, three up to {p.length(facts.rails.three_up_to_mm)}, "
        f"four above. The top and bottom rails lie {p.length(facts.rails.from_board_end_mm)} from the board ends, the rest equal. "
        "Face-fixed rails run two bays with their joints on post centres, staggered from row to row.",
        formula=f"boards of {p.length(brief.fence.skin.height_mm)} → {brief.rows} rows, middles at {heights} above the foot of the boards"
        if brief.rows
        else "these boards lie from post to post and need no rails",
        source=facts.rails.source,
        changes="Height, or the number of rows you choose.",
    )  # fmt: skip
    screw, length, grip = board_screw(brief)
    book.note(
        "screws", "Board fixing", screw.words,
        rule=f"At least {facts.fixings.board_times:g} × the board and {p.fine(facts.fixings.grip_mm)} into the rail; where that "
        "would come out behind the rail, the longest that does not.",
        formula=f"board {p.fine(brief.board.thickness_mm)}, rail {p.fine(brief.rail.thickness_mm)} → {p.fine(length)}, {p.fine(grip)} in the "
        f"rail; {brief.style.per_crossing} at each crossing",
        source=facts.fixings.source,
        changes="Board, rail, style.",
    )  # fmt: skip
