"""A strip of a few boards at full size for each month, so that the joints can be seen to move."""

from __future__ import annotations

from rowstake.core.drawing.scene import Scene, Sketch
from rowstake.core.measure import Printer
from rowstake.core.year import Year

SHOWN = 5
THICK = 40.0


def season_scenes(year: Year, wide: float, p: Printer) -> list[Scene]:
    """One scene a month, seen from above; board middles stay where they are fixed."""
    pitch = wide - year.fixed_joint_mm if year.lap else wide + year.fixed_joint_mm
    out = []
    for month in year.months:
        board = Sketch()
        half = month.board_mm / 2
        for i in range(SHOWN):
            middle = wide / 2 + pitch * i
            lift = THICK * 0.5 * (i % 2) if year.lap else 0.0
            board.rect(middle - half, lift, middle + half, lift + THICK * 0.45, "board", f"board {i + 1}")
        left, right = wide / 2 + half, wide / 2 + pitch - half
        word = "lap" if year.lap else "gap"
        board.text(((left + right) / 2, THICK * 1.7), f"{word} {p.fine(month.joint_mm)}", "label")
        ends = (-0.06 * wide, pitch * (SHOWN - 1) + wide * 1.06)
        board.line((ends[0], -4.0), (ends[1], -4.0), "ground")
        out.append(board.scene("season", month.name, 12.0))
    return out
