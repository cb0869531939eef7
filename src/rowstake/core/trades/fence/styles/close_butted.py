"""Close boards, butted: whole boards and a last rip, a rip at both ends, or gaps opened to end whole."""

from __future__ import annotations

from rowstake.core.reckoners.base import whole
from rowstake.core.reckoners.deck_boards import whole_gap
from rowstake.core.trades.fence.styles.base import NOTHING_MM, BoardsLaid, BoardStretch, Style, gap_spacer, in_a_row


def exact(s: BoardStretch, gap: float) -> BoardsLaid:
    """The gap as given; what is left over is the last rip."""
    pitch = s.board_mm + gap
    full = whole((s.length_mm + gap) / pitch)
    rip = s.length_mm - full * pitch
    boards = in_a_row(full, s.board_mm, pitch)
    if rip >= NOTHING_MM:
        boards = (*boards, (full * pitch, rip))
    return BoardsLaid(boards, gap)


def _balanced(s: BoardStretch, gap: float) -> BoardsLaid:
    """Both end boards ripped to the same width e, with 2e + (n − 2) boards + (n − 1) gaps = length: at least half a board
    less half a gap each. Gaps wider than boards may leave no rip: then whole boards are spread over the length."""
    plain = exact(s, gap)
    if len(plain.boards) < 3 and s.length_mm < 2 * s.board_mm + gap:
        return plain
    count = len(plain.boards) + (s.length_mm - sum(plain.boards[-1]) >= NOTHING_MM)
    end = (s.board_mm + s.length_mm - (count - 1) * (s.board_mm + gap)) / 2
    if end >= s.board_mm - NOTHING_MM:
        return plain
    if end < NOTHING_MM:
        gap = (s.length_mm - (count - 1) * s.board_mm) / (count - 2)
        return BoardsLaid(in_a_row(count - 1, s.board_mm, s.board_mm + gap), gap)
    inner = in_a_row(count - 2, s.board_mm, s.board_mm + gap, end + gap)
    return BoardsLaid(((0.0, end), *inner, (s.length_mm - end, end)), gap)


def lay(s: BoardStretch) -> BoardsLaid:
    """`exact`: the gap as set, the last board ripped. `balanced`: a rip at each end. `whole`: gaps opened, where
    the limit allows it, so that the last board is whole; else as `balanced`."""
    if s.fit == "whole":
        gap = whole_gap(s.length_mm, s.board_mm, s.gap_mm, 0.0, s.most_gap_mm)
        if gap is not None:
            count = round((s.length_mm + gap) / (s.board_mm + gap))
            return BoardsLaid(in_a_row(count, s.board_mm, s.board_mm + max(0.0, gap)), max(0.0, gap))
        return _balanced(s, s.gap_mm)
    return _balanced(s, s.gap_mm) if s.fit == "balanced" else exact(s, s.gap_mm)


def solidity(board_mm: float, laid: BoardsLaid) -> float:
    return board_mm / (board_mm + laid.gap_mm)


def ways_out(s: BoardStretch) -> list[tuple[str, float, float, str]]:
    ways = [("balanced", s.gap_mm, s.lap_mm, "Rip both end boards alike")]
    if whole_gap(s.length_mm, s.board_mm, s.gap_mm, 0.0, s.most_gap_mm) is not None:
        ways.append(("whole", s.gap_mm, s.lap_mm, "Open the joints to end on a whole board"))
    return ways


STYLE = Style("close_butted", lay, solidity, ways_out, gap_spacer)
