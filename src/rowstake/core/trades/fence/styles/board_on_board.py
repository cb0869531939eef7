"""Board on board: the geometry of lapped boards, every second one on the far face."""

from __future__ import annotations

from rowstake.core.trades.fence.styles.base import Laid, Style
from rowstake.core.trades.fence.styles.lapped import lay, solidity, ways_out


def jig(board_mm: float, laid: Laid) -> tuple[str, float] | None:
    """Between two boards of one face: what the board on the other face covers, less its two laps."""
    return ("spacer between boards of one face", max(0.0, board_mm - 2 * laid.lap_mm))


STYLE = Style("board_on_board", lay, solidity, ways_out, jig)
