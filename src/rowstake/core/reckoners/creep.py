"""Board rows that run out of parallel: the gap to use at each end until they are true again."""

from __future__ import annotations

from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, LengthOrZero, Outputs, Reckoner, counted
from rowstake.core.reckoners.closed import boards_left, gap_at


class Creep(Inputs):
    remaining_a_mm: Length
    remaining_b_mm: Length
    board_mm: Length
    gap_mm: LengthOrZero = 5
    min_gap_mm: LengthOrZero = 3
    max_gap_mm: LengthOrZero = 8


class Corrected(Outputs):
    boards_left: int
    gap_a_mm: float
    gap_b_mm: float
    within_limits: bool


def run(given: Creep) -> Corrected:
    """The gap to use at each end: k boards and k gaps fill what remains, `gap = remaining / k − board` at each end; of all k the one
    whose mean gap is nearest the design gap.

    Lengths in mm; raises `JobFault` for less than half a board left; gaps outside their limits are told. Source: trade practice.
    """
    mean = (given.remaining_a_mm + given.remaining_b_mm) / 2
    if mean < given.board_mm / 2:
        raise refuse(
            "remaining_a_mm",
            f"{mean:g}",
            f"at least half a board, {given.board_mm / 2:g}",
            "No board is left",
        )
    left = boards_left(given.remaining_a_mm, given.remaining_b_mm, given.board_mm, given.gap_mm)
    boards = counted(int(left), "board_mm", given.board_mm)
    gap_a = gap_at(given.remaining_a_mm, boards, given.board_mm)
    gap_b = gap_at(given.remaining_b_mm, boards, given.board_mm)
    inside = all(given.min_gap_mm <= g <= given.max_gap_mm for g in (gap_a, gap_b))
    return Corrected(boards_left=boards, gap_a_mm=gap_a, gap_b_mm=gap_b, within_limits=inside)


def say(given: Creep, out: Corrected, p: Printer) -> str:
    limits = (
        "" if out.within_limits else " That is outside the limits: spread it over more boards, or rip one to a taper."
    )
    return (
        f"{out.boards_left} boards left: {p.fine(out.gap_a_mm)} at end A and {p.fine(out.gap_b_mm)} at end B.{limits}"
    )


RECKONER = Reckoner(
    "creep", "boards", "Creep of board rows", "What remains at both ends, shared over the boards left.",
    Creep, Corrected, run, say,
    {"remaining_a_mm": 1016, "remaining_b_mm": 1003.3, "board_mm": 139.7, "gap_mm": 4.76, "min_gap_mm": 3,
     "max_gap_mm": 8},
)  # fmt: skip
