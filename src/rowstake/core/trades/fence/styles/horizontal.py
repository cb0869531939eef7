"""Horizontal boards: courses laid up the height, from the bottom; the top one whole or ripped."""

from __future__ import annotations

from rowstake.core.reckoners.deck_boards import whole_gap
from rowstake.core.trades.fence.styles.base import BoardsLaid, BoardStretch, Style, gap_spacer, in_a_row
from rowstake.core.trades.fence.styles.close_butted import exact
from rowstake.core.trades.fence.styles.spaced_pickets import solidity


def lay(s: BoardStretch) -> BoardsLaid:
    """`whole`: the gap nearest the one wanted, within its limit, at which whole courses fill the height; where there
    is none, and for `exact`, the gap as set and the top course ripped."""
    gap = whole_gap(s.length_mm, s.board_mm, s.gap_mm, 0.0, s.most_gap_mm) if s.fit == "whole" else None
    if gap is None:
        return exact(s, s.gap_mm)
    count = round((s.length_mm + gap) / (s.board_mm + gap))
    return BoardsLaid(in_a_row(count, s.board_mm, s.board_mm + max(0.0, gap)), max(0.0, gap))


def ways_out(s: BoardStretch) -> list[tuple[str, float, float, str]]:
    return [("whole", s.gap_mm, s.lap_mm, "Open the gaps to end on a whole course")]


STYLE = Style("horizontal", lay, solidity, ways_out, gap_spacer)
