"""Board on board: the geometry of lapped boards, every second one on the far face, where at a lap of half a board those of one face
meet edge to edge."""

from __future__ import annotations

from rowstake.core.trades.fence.styles import lapped
from rowstake.core.trades.fence.styles.base import BoardsLaid, Style


def jig(board_mm: float, laid: BoardsLaid) -> tuple[str, float] | None:
    """Between two boards of one face: what the board on the other face covers, less its two laps."""
    return ("spacer between boards of one face", max(0.0, board_mm - 2 * laid.lap_mm))


STYLE = Style("board_on_board", lapped.lay, lapped.solidity, lapped.ways_out, jig)
