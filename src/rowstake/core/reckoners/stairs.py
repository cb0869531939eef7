"""Equal risers for a straight flight."""

from __future__ import annotations

from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, LengthOrZero, Outputs, Reckoner, up


class Stairs(Inputs):
    total_rise_mm: Length
    max_riser_mm: Length
    tread_run_mm: Length
    tread_thickness_mm: LengthOrZero = 0


class Flight(Outputs):
    risers: int
    riser_mm: float
    treads: int
    total_run_mm: float
    bottom_riser_cut_mm: float


def run(given: Stairs) -> Flight:
    """`risers = ceil(rise/max)`, one tread fewer; the first riser is cut shorter by a tread."""
    risers = max(1, up(given.total_rise_mm / given.max_riser_mm))
    riser = given.total_rise_mm / risers
    return Flight(
        risers=risers,
        riser_mm=riser,
        treads=risers - 1,
        total_run_mm=(risers - 1) * given.tread_run_mm,
        bottom_riser_cut_mm=riser - given.tread_thickness_mm,
    )


def say(given: Stairs, out: Flight, p: Printer) -> str:
    return (
        f"{out.risers} risers of {p.length(out.riser_mm)} and {out.treads} treads over {p.length(out.total_run_mm)}; "
        f"cut the bottom riser to {p.length(out.bottom_riser_cut_mm)}."
    )


RECKONER = Reckoner(
    "stairs", "Stairs", "Equal risers within the limit; the bottom one is cut shorter by a tread.",
    Stairs, Flight, run, say,
    {"total_rise_mm": 914.4, "max_riser_mm": 196.85, "tread_run_mm": 279.4, "tread_thickness_mm": 25.4},
)  # fmt: skip
