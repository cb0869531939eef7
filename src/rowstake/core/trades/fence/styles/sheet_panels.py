"""Sheet panels: sheets side by side in a bay, the joint gap between; one sheet where the bay is the sheet's module."""

from __future__ import annotations

import math

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.fence.styles.base import BoardsLaid, BoardStretch, Style, gap_spacer, in_a_row, no_way_out


def lay(s: BoardStretch) -> BoardsLaid:
    """As few sheets as reach, all alike, so that none is a strip that no screw holds. Where they lack less than a strip that is cut they are
    whole, and the rest is left open at the last joint, under its batten."""
    pitch, strip = s.board_mm + s.gap_mm, CATALOGUE.materials.limits.strip_mm
    count = max(1, math.ceil((s.length_mm + s.gap_mm - strip) / pitch))
    wide = min(s.board_mm, (s.length_mm + s.gap_mm) / count - s.gap_mm)
    return BoardsLaid(in_a_row(count, wide, wide + s.gap_mm), s.gap_mm)


def solidity(board_mm: float, laid: BoardsLaid) -> float:
    return 1.0


STYLE = Style("sheet_panels", lay, solidity, no_way_out, gap_spacer)
