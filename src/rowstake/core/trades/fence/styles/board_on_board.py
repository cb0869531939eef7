"""Board on board: the geometry of lapped boards, every second one on the far face."""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.trades.fence.styles import lapped
from rowstake.core.trades.fence.styles.base import BoardStretch, Laid, Style, in_a_row


def lay(s: BoardStretch) -> Laid:
    """As lapped boards, but a lap is at most half a board, where the boards of one face meet edge to edge; a short stretch
    that would ask more ends on a ripped board."""
    most = s.board_mm / 2
    laid = lapped.lay(replace(s, lap_mm=min(s.lap_mm, most)))
    if laid.lap_mm <= most + 1e-9 or len(laid.boards) < 3:
        return laid
    whole = len(laid.boards) - 1
    return Laid((*in_a_row(whole, s.board_mm, most), (whole * most, s.length_mm - whole * most)), 0.0, most)


def jig(board_mm: float, laid: Laid) -> tuple[str, float] | None:
    """Between two boards of one face: what the board on the other face covers, less its two laps."""
    return ("spacer between boards of one face", max(0.0, board_mm - 2 * laid.lap_mm))


STYLE = Style("board_on_board", lay, lapped.solidity, lapped.ways_out, jig)
