"""Spaced pickets: one even gap across a stretch, or a set gap (a spacer stick) with a last piece."""

from __future__ import annotations

from rowstake.core.faults import JobFault
from rowstake.core.reckoners.base import whole
from rowstake.core.reckoners.picket_gaps import Gaps, PicketGaps
from rowstake.core.reckoners.picket_gaps import run as picket_gaps
from rowstake.core.trades.fence.styles.base import NOTHING_MM, BoardsLaid, BoardStretch, Style, gap_spacer, in_a_row


def _even(s: BoardStretch) -> BoardsLaid:
    """The gap nearest the one wanted; never past the style's limit unless the builder wants more."""
    if s.length_mm < 2 * s.board_mm:
        width = min(s.length_mm, s.board_mm)
        return BoardsLaid((((s.length_mm - width) / 2, width),), max(0.0, s.length_mm - width))

    def gaps(**wanted: float) -> Gaps:
        return picket_gaps(PicketGaps(clear_mm=s.length_mm, width_mm=s.board_mm, edges=s.edges, **wanted))

    out = gaps(target_gap_mm=s.gap_mm)
    if out.gap_mm > s.most_gap_mm + 1e-6 and s.gap_mm <= s.most_gap_mm:
        try:
            out = gaps(max_gap_mm=s.most_gap_mm)
        except JobFault:  # no whole number of pickets leaves so little: the spacer stick, and a rip at the end
            return _exact(s)
    return BoardsLaid(in_a_row(out.count, s.board_mm, s.board_mm + out.gap_mm, out.marks_mm[0]), out.gap_mm)


def _exact(s: BoardStretch) -> BoardsLaid:
    """The spacer stick from the start; what is left at the end is a ripped picket if a board belongs there."""
    first = s.gap_mm if s.edges == "gap" else 0.0
    pitch = s.board_mm + s.gap_mm
    full = max(0, whole((s.length_mm - first + s.gap_mm) / pitch))
    rip = s.length_mm - first - full * pitch
    boards = in_a_row(full, s.board_mm, pitch, first)
    if rip >= NOTHING_MM and s.edges == "board":
        boards = (*boards, (first + full * pitch, rip))
    return BoardsLaid(boards or ((0.0, min(s.length_mm, s.board_mm)),), s.gap_mm)


def lay(s: BoardStretch) -> BoardsLaid:
    return _even(s) if s.fit == "even" else _exact(s)


def solidity(board_mm: float, laid: BoardsLaid) -> float:
    return board_mm / (board_mm + laid.gap_mm)


def ways_out(s: BoardStretch) -> list[tuple[str, float, float, str]]:
    return [("even", s.gap_mm, s.lap_mm, "Share one even gap, to end on a whole picket")]


STYLE = Style("spaced_pickets", lay, solidity, ways_out, gap_spacer)
