"""Sheet panels: sheets side by side in a bay, the joint gap between; one sheet where the bay is the sheet's module."""

from __future__ import annotations

from rowstake.core.trades.fence.styles.base import BoardsLaid, BoardStretch, Style, gap_spacer, no_way_out
from rowstake.core.trades.fence.styles.close_butted import exact


def lay(s: BoardStretch) -> BoardsLaid:
    """Whole sheets and what is left; a last piece too narrow to fix is left out of no bay: it is a ripped sheet."""
    return exact(s, s.gap_mm)


def solidity(board_mm: float, laid: BoardsLaid) -> float:
    return 1.0


STYLE = Style("sheet_panels", lay, solidity, no_way_out, gap_spacer)
