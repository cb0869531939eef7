"""Boards stacked in channels: edge to edge up the height, whole boards or the top one ripped."""

from __future__ import annotations

from rowstake.core.reckoners.base import whole
from rowstake.core.trades.fence.styles.base import BoardsLaid, BoardStretch, Style, in_a_row, no_jig
from rowstake.core.trades.fence.styles.close_butted import exact


def lay(s: BoardStretch) -> BoardsLaid:
    """`whole`: as many whole boards as the height takes, the stack ending below it; `exact`: the top one ripped."""
    if s.fit == "whole":
        return BoardsLaid(in_a_row(max(1, whole(s.length_mm / s.board_mm)), s.board_mm, s.board_mm))
    return exact(s, 0.0)


def solidity(board_mm: float, laid: BoardsLaid) -> float:
    return 1.0


def ways_out(s: BoardStretch) -> list[tuple[str, float, float, str]]:
    return [("whole", s.gap_mm, s.lap_mm, "Stop at the last whole board")]


STYLE = Style("stacked_channels", lay, solidity, ways_out, no_jig)
