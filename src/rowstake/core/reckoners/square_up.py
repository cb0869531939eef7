"""Square a frame by its diagonals: how far out it is, and how far to push."""

from __future__ import annotations

from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Outputs, Reckoner
from rowstake.core.reckoners.closed import out_of_square, push, true_diagonal


class SquareUp(Inputs):
    length_mm: Length
    width_mm: Length
    diagonal_a_mm: Length
    diagonal_b_mm: Length


class Push(Outputs):
    target_diagonal_mm: float
    out_mm: float
    push_mm: float


def run(given: SquareUp) -> Push:
    """How far out of square a frame is, `a − b`, and the push along the far edge, `(a² − b²) / (4 · length)`; above zero the end of
    diagonal a moves in. The target is `√(length² + width²)`.

    Lengths in mm. Source: geometry of a parallelogram of fixed sides.
    """
    a, b = given.diagonal_a_mm, given.diagonal_b_mm
    return Push(
        target_diagonal_mm=true_diagonal(given.length_mm, given.width_mm),
        out_mm=out_of_square(a, b),
        push_mm=push(a, b, given.length_mm),
    )


def say(given: SquareUp, out: Push, p: Printer) -> str:
    if abs(out.push_mm) < 0.5:
        return f"Square: both diagonals should read {p.length(out.target_diagonal_mm)}."
    which = "a" if out.push_mm > 0 else "b"
    return (
        f"Push the far edge {p.fine(abs(out.push_mm))} so that diagonal {which} gets shorter, "
        f"until both read {p.length(out.target_diagonal_mm)}."
    )


RECKONER = Reckoner(
    "square-up", "line", "Square up", "Equal diagonals; push the far edge.",
    SquareUp, Push, run, say,
    {"length_mm": 4876.8, "width_mm": 3657.6, "diagonal_a_mm": 6108.7, "diagonal_b_mm": 6083.3},
)  # fmt: skip
