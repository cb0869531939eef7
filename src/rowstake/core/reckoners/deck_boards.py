"""Rows of deck boards over a run, the last rip, and the gap that would end on a whole board."""

from __future__ import annotations

from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, LengthOrZero, Outputs, Reckoner, counted, up, whole

NOTHING_MM = 0.05


class DeckBoards(Inputs):
    run_mm: Length
    board_mm: Length
    gap_mm: LengthOrZero = 5
    min_gap_mm: LengthOrZero = 3
    max_gap_mm: LengthOrZero = 8


class Rows(Outputs):
    full_boards: int
    last_rip_mm: float
    full_board_gap_mm: float | None


def whole_gap(run_mm: float, board_mm: float, wanted: float, least: float, most: float) -> float | None:
    """The gap within its limits, nearest to the one wanted, at which whole boards fill the run."""
    first = max(2, up((run_mm + least) / (board_mm + most)) if most >= least else 2)
    last = whole((run_mm + least) / (board_mm + least))
    near = (run_mm + wanted) / (board_mm + wanted)
    tries = {n for n in (first, last, whole(near), up(near)) if n >= 2}
    gaps = [(run_mm - n * board_mm) / (n - 1) for n in tries]
    return min((g for g in gaps if least - 1e-9 <= g <= most + 1e-9), key=lambda g: abs(g - wanted), default=None)


def run(given: DeckBoards) -> Rows:
    """Whole boards `n = ⌊(run + gap) / (board + gap)⌋`, the rip `run − n · (board + gap)`, and the gap that would end on a whole one,
    `(run − n · board) / (n − 1)` or for one board more, within its limits.

    Lengths in mm. No rip where the last board ends within 0.05 of the edge. Source: trade practice.
    """
    pitch = given.board_mm + given.gap_mm
    full = counted(whole((given.run_mm + given.gap_mm) / pitch), "board_mm", given.board_mm)
    rip = given.run_mm - full * pitch
    return Rows(
        full_boards=full,
        last_rip_mm=rip if rip >= NOTHING_MM else 0.0,
        full_board_gap_mm=whole_gap(given.run_mm, given.board_mm, given.gap_mm, given.min_gap_mm, given.max_gap_mm),
    )


def say(given: DeckBoards, out: Rows, p: Printer) -> str:
    rip = f" and a last rip of {p.fine(out.last_rip_mm)}" if out.last_rip_mm else ", ending on a whole board"
    ways = (
        f" A gap of {p.fine(out.full_board_gap_mm)} ends on a whole board."
        if out.last_rip_mm and out.full_board_gap_mm is not None
        else " No gap within the limits ends on a whole board." if out.last_rip_mm else ""
    )  # fmt: skip
    return f"{out.full_boards} whole boards{rip}.{ways}"


RECKONER = Reckoner(
    "deck-boards", "boards", "Deck board rows", "Whole boards, the last rip, and the gap that finishes whole.",
    DeckBoards, Rows, run, say,
    {"run_mm": 3600, "board_mm": 137, "gap_mm": 5, "min_gap_mm": 3, "max_gap_mm": 8},
)  # fmt: skip
