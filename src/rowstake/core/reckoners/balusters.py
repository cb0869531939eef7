"""Balusters between two posts: the fewest whose equal gap stays within the limit, a gap at both ends."""

from __future__ import annotations

from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Outputs, Reckoner, counted, running_marks, up


class Balusters(Inputs):
    """`clear_mm` between the faces of the posts."""

    clear_mm: Length
    baluster_mm: Length
    max_gap_mm: Length


class Spindled(Outputs):
    """`marks_mm` are the near edges, from the face of the first post."""

    count: int
    gap_mm: float
    marks_mm: list[float]


def run(given: Balusters) -> Spindled:
    """Balusters `n = ⌈(clear − max) / (baluster + max)⌉`, none where the clear itself is within the limit; the gap
    `(clear − n · baluster) / (n + 1)`; near edges at `gap + i · (baluster + gap)`.

    Lengths in mm; at most 20,000 balusters. Source: arithmetic of the trade.
    """
    wanted = max(0, up((given.clear_mm - given.max_gap_mm) / (given.baluster_mm + given.max_gap_mm)))
    count = counted(wanted, "max_gap_mm", given.max_gap_mm)
    gap = (given.clear_mm - count * given.baluster_mm) / (count + 1)
    return Spindled(count=count, gap_mm=gap, marks_mm=running_marks(given.baluster_mm + gap, count, gap))


def say(given: Balusters, out: Spindled, p: Printer) -> str:
    if not out.count:
        return f"None: the clear of {p.length(given.clear_mm)} is within the limit."
    return f"{out.count} balusters, {p.fine(out.gap_mm)} between: cut one spacer to that. The first edge at {p.fine(out.marks_mm[0])}."


RECKONER = Reckoner(
    "balusters", "steps", "Balusters in a bay", "The fewest whose equal gap stays within the limit.",
    Balusters, Spindled, run, say, {"clear_mm": 1739.9, "baluster_mm": 34.925, "max_gap_mm": 98.4},
)  # fmt: skip
