"""The width of a gate leaf in its opening, and the diagonal that shows it square."""

from __future__ import annotations

import math
from typing import Annotated

from pydantic import Field

from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, LengthOrZero, Outputs, Reckoner


class GateLeaf(Inputs):
    opening_mm: Length
    leaves: Annotated[int, Field(ge=1, le=2)] = 1
    hinge_gap_mm: LengthOrZero = 10
    latch_gap_mm: LengthOrZero = 12
    leaf_height_mm: Length


class LeafTold(Outputs):
    leaf_width_mm: float
    diagonal_mm: float


def run(given: GateLeaf) -> LeafTold:
    """The width of a leaf, `W − hinge − latch`, of two `(W − 2 · hinge − centre) / 2`, and its diagonal `√(w² + h²)`.

    Lengths in mm. Raises `JobFault` where the gaps leave no leaf. Source: trade practice.
    """
    width = (given.opening_mm - given.leaves * given.hinge_gap_mm - given.latch_gap_mm) / given.leaves
    if width <= 0:
        gaps = given.leaves * given.hinge_gap_mm + given.latch_gap_mm
        raise refuse("opening_mm", f"{given.opening_mm:g}", f"more than the gaps, {gaps:g}", "No leaf is left")
    return LeafTold(leaf_width_mm=width, diagonal_mm=math.hypot(width, given.leaf_height_mm))


def say(given: GateLeaf, out: LeafTold, p: Printer) -> str:
    leaf = "The leaf is" if given.leaves == 1 else "Each leaf is"
    return f"{leaf} {p.length(out.leaf_width_mm)} wide; square when both diagonals read {p.length(out.diagonal_mm)}."


RECKONER = Reckoner(
    "gate-leaf", "gates", "Gate leaf", "The opening less its gaps.",
    GateLeaf, LeafTold, run, say,
    {"opening_mm": 1066.8, "leaves": 1, "hinge_gap_mm": 9.525, "latch_gap_mm": 12.7, "leaf_height_mm": 1752.6},
)  # fmt: skip
