"""Pickets with one even gap: the count, the gap and the left edge of every picket."""

from __future__ import annotations

from typing import Literal

from pydantic import model_validator

from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import (
    Inputs,
    Length,
    LengthOrZero,
    Outputs,
    Reckoner,
    counted,
    running_marks,
    up,
    whole,
)


class PicketGaps(Inputs):
    """`edges` tells what stands at both ends of the clear: a gap or a board."""

    clear_mm: Length
    width_mm: Length
    edges: Literal["gap", "board"] = "gap"
    max_gap_mm: LengthOrZero | None = None
    target_gap_mm: LengthOrZero | None = None

    @model_validator(mode="after")
    def _one_gap(self) -> PicketGaps:
        if self.max_gap_mm is None and self.target_gap_mm is None:
            raise ValueError("give the largest gap allowed or the gap wanted")
        return self


class Gaps(Outputs):
    count: int
    gap_mm: float
    marks_mm: list[float]


def _gap(given: PicketGaps, count: int) -> float:
    gaps = count + 1 if given.edges == "gap" else count - 1
    left = given.clear_mm - count * given.width_mm
    return left / gaps if gaps else left


def _least_count(given: PicketGaps, limit: float) -> int:
    """The least count whose gap does not pass `limit`."""
    edge = 1 if given.edges == "gap" else -1
    return max(1, up((given.clear_mm - edge * limit) / (given.width_mm + limit)))


def run(given: PicketGaps) -> Gaps:
    """Pickets n and their gap `(clear − n · width) / (n + 1)` (n − 1 where they start at the ends): the least n whose gap is at most
    the largest allowed, or that nearest the gap wanted.

    Lengths in mm. Raises `JobFault` where no picket fits, or none keeps within its limits. Source: trade practice.
    """
    most = counted(whole(given.clear_mm / given.width_mm), "width_mm", given.width_mm)
    if most < 1:
        raise refuse(
            "width_mm",
            f"{given.width_mm:g}",
            f"at most {given.clear_mm:g}",
            "The board is wider than the clear",
        )
    lone = given.edges == "board" and given.clear_mm - given.width_mm > 0.05
    least = min(most, 2) if lone else 1
    if given.max_gap_mm is not None:
        least = max(least, _least_count(given, given.max_gap_mm))
    if least > most or (lone and most < 2):
        raise refuse(
            "clear_mm", f"{given.clear_mm:g}", "a clear that whole boards can fill within the gap",
            "No whole number of boards leaves a gap that small",
        )  # fmt: skip
    count = least
    if given.target_gap_mm is not None:
        target = given.target_gap_mm
        near = _least_count(given, target)
        tries = {min(max(n, least), most) for n in (near - 1, near, near + 1)}
        count = min(sorted(tries), key=lambda n: abs(_gap(given, n) - target))
    gap = max(0.0, _gap(given, count))
    first = gap if given.edges == "gap" else 0.0
    return Gaps(count=count, gap_mm=gap, marks_mm=running_marks(given.width_mm + gap, count, first))


def say(given: PicketGaps, out: Gaps, p: Printer) -> str:
    ends = "a gap" if given.edges == "gap" else "a board"
    return f"{out.count} boards with {p.fine(out.gap_mm)} between them, {ends} at both ends."


RECKONER = Reckoner(
    "picket-gaps", "boards", "Picket gaps", "One even gap, from the largest allowed or nearest to the one wanted.",
    PicketGaps, Gaps, run, say, {"clear_mm": 2349.5, "width_mm": 88.9, "edges": "gap", "target_gap_mm": 63.5},
)  # fmt: skip
