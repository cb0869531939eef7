"""Post and board: three or four boards with equal gaps, the top one at the top of the fence."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.trades.fence.styles.base import BoardsLaid, BoardStretch, Style, gap_spacer, no_way_out
from rowstake.core.trades.fence.styles.spaced_pickets import solidity


def lay(s: BoardStretch) -> BoardsLaid:
    """Three boards up to 1.2 m, four above, evenly from the foot to the top."""
    count = 3 if s.length_mm <= CATALOGUE.materials.rails.two_up_to_mm else 4
    count = min(count, max(2, int(s.length_mm // s.board_mm)))
    pitch = s.length_mm / count
    gap = pitch - s.board_mm
    return BoardsLaid(tuple((pitch * i + gap, s.board_mm) for i in range(count)), gap)


STYLE = Style("post_and_board", lay, solidity, no_way_out, gap_spacer)
