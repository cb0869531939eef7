"""Lapped boards: one even lap across a stretch, or a set lap with the last board ripped."""

from __future__ import annotations

from dataclasses import replace

from rowstake.core.reckoners.base import whole
from rowstake.core.reckoners.lap_boards import LapBoards
from rowstake.core.reckoners.lap_boards import run as lap_boards
from rowstake.core.trades.fence.styles.base import NOTHING_MM, BoardsLaid, BoardStretch, Style, in_a_row


def lay(s: BoardStretch) -> BoardsLaid:
    """No lap is over what the stretch allows; a short stretch that would ask more ends on a ripped board."""
    most = min(s.most_lap_mm, s.board_mm / 2)
    laid = _laid(replace(s, lap_mm=min(s.lap_mm, most)))
    if laid.lap_mm <= most + 1e-9 or len(laid.boards) < 3:
        return laid
    return _laid(replace(s, fit="exact", lap_mm=most))


def _laid(s: BoardStretch) -> BoardsLaid:
    """`even`: the fewest boards that keep the lap, then one lap. `exact`: the lap as set, the last board ripped."""
    if s.length_mm <= s.board_mm:
        return BoardsLaid(((0.0, s.length_mm),), 0.0, s.lap_mm)
    if s.fit == "even":
        out = lap_boards(LapBoards(length_mm=s.length_mm, width_mm=s.board_mm, min_lap_mm=s.lap_mm))
        return BoardsLaid(in_a_row(out.count, s.board_mm, out.pitch_mm), 0.0, out.lap_mm)
    pitch = s.board_mm - s.lap_mm
    full = whole((s.length_mm - s.lap_mm) / pitch)
    boards = in_a_row(full, s.board_mm, pitch)
    rip = s.length_mm - full * pitch
    if rip - s.lap_mm >= NOTHING_MM:
        boards = (*boards, (full * pitch, rip))
    return BoardsLaid(boards, 0.0, s.lap_mm)


def solidity(board_mm: float, laid: BoardsLaid) -> float:
    return 1.0


def ways_out(s: BoardStretch) -> list[tuple[str, float, float, str]]:
    return [("even", s.gap_mm, s.lap_mm, "Share one even lap, to end on a whole board")]


def jig(_: float, laid: BoardsLaid) -> tuple[str, float] | None:
    return ("jig, as wide as the lap", laid.lap_mm)


STYLE = Style("lapped", lay, solidity, ways_out, jig)
