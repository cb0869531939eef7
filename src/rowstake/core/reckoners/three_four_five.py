"""Square a corner with three, four and five: the largest triangle that fits both sides."""

from __future__ import annotations

import math

from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Outputs, Reckoner


class ThreeFourFive(Inputs):
    """`unit_mm` is what three, four and five are counted in: a foot, or 300 mm."""

    side_a_mm: Length
    side_b_mm: Length
    unit_mm: Length


class Squared(Outputs):
    multiple: int
    a_mm: float
    b_mm: float
    diagonal_mm: float


def run(given: ThreeFourFive) -> Squared:
    """The largest whole k with 3·k·unit on one side and 4·k·unit on the other, either way round; where both come to the same k, the three
    lies on a. The diagonal is 5·k·unit.

    Lengths in mm. Source: the right triangle of whole sides. Raises `JobFault` for sides too short for one.
    """

    def whole(side: float, times: int) -> int:
        return math.floor(side / (times * given.unit_mm) + 1e-9)

    on_a = min(whole(given.side_a_mm, 3), whole(given.side_b_mm, 4))
    on_b = min(whole(given.side_a_mm, 4), whole(given.side_b_mm, 3))
    k = max(on_a, on_b)
    if k < 1:
        raise refuse("unit_mm", f"{given.unit_mm:g} mm", "at most a third of one side and a quarter of the other",
                     "Three and four of these do not fit the sides")  # fmt: skip
    three, four = (3, 4) if on_a >= on_b else (4, 3)
    return Squared(
        multiple=k, a_mm=three * k * given.unit_mm, b_mm=four * k * given.unit_mm, diagonal_mm=5 * k * given.unit_mm
    )


def say(given: ThreeFourFive, out: Squared, p: Printer) -> str:
    return f"Mark {p.length(out.a_mm)} on one side and {p.length(out.b_mm)} on the other; it is square when they are {p.length(out.diagonal_mm)} apart."


RECKONER = Reckoner(
    "three-four-five", "line", "Square a corner with a tape", "Three, four and five, as large as the sides allow.",
    ThreeFourFive, Squared, run, say, {"side_a_mm": 4876.8, "side_b_mm": 3657.6, "unit_mm": 304.8},
)  # fmt: skip
