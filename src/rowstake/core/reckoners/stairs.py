"""Equal risers for a straight flight."""

from __future__ import annotations

import math

from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, LengthOrZero, Outputs, Reckoner, counted, up


class Stairs(Inputs):
    """`stringer_width_mm` is the depth of the board that stringers are cut from; None: bought or not cut."""

    total_rise_mm: Length
    max_riser_mm: Length
    tread_run_mm: Length
    tread_thickness_mm: LengthOrZero = 0
    stringer_width_mm: Length | None = None


class StairWay(Outputs):
    """Another way of taking the rise."""

    risers: int
    riser_mm: float
    total_run_mm: float
    step_mm: float


class StairFlight(Outputs):
    risers: int
    riser_mm: float
    treads: int
    total_run_mm: float
    bottom_riser_cut_mm: float
    step_mm: float
    throat_mm: float | None
    stringer_mm: float
    """Along the slope, from the first nose to the last."""
    ways: list[StairWay]
    """One riser fewer, where there are that many, and one more."""


def run(given: Stairs) -> StairFlight:
    """Risers `n = ⌈rise / max⌉` each `rise / n`, one tread fewer; the first riser is cut shorter by a tread; a step is
    `2 · riser + run`; the throat `width − riser · run / √(riser² + run²)` is what the notches leave of a cut stringer.

    Lengths in mm. Source: trade practice and the usual prescriptive limits. Raises `JobFault` where a tread is thicker than its riser, or the notches cut the stringer through.
    """
    risers = counted(max(1, up(given.total_rise_mm / given.max_riser_mm)), "max_riser_mm", given.max_riser_mm)
    riser = given.total_rise_mm / risers
    if riser - given.tread_thickness_mm < 0:
        raise refuse(
            "tread_thickness_mm", f"{given.tread_thickness_mm:g} mm", f"at most the riser, {riser:.1f} mm",
            f"Risers of {riser:.1f} mm leave no room under a tread of {given.tread_thickness_mm:g} mm",
        )  # fmt: skip
    run_mm, width = given.tread_run_mm, given.stringer_width_mm
    notch = riser * run_mm / math.hypot(riser, run_mm)
    if width is not None and width <= notch:
        raise refuse(
            "stringer_width_mm", f"{width:g} mm", f"more than {notch:.0f} mm", "The notches cut the stringer through"
        )
    return StairFlight(
        risers=risers,
        riser_mm=riser,
        treads=risers - 1,
        total_run_mm=(risers - 1) * given.tread_run_mm,
        bottom_riser_cut_mm=riser - given.tread_thickness_mm,
        step_mm=2 * riser + run_mm,
        throat_mm=None if width is None else width - notch,
        stringer_mm=max(0, risers - 2) * math.hypot(riser, run_mm),
        ways=[_way(given, n) for n in (risers - 1, risers + 1) if n >= 1],
    )


def _way(given: Stairs, risers: int) -> StairWay:
    riser = given.total_rise_mm / risers
    return StairWay(
        risers=risers,
        riser_mm=riser,
        total_run_mm=(risers - 1) * given.tread_run_mm,
        step_mm=2 * riser + given.tread_run_mm,
    )


def say(given: Stairs, out: StairFlight, p: Printer) -> str:
    return (
        f"{out.risers} risers of {p.length(out.riser_mm)} and {out.treads} treads over {p.length(out.total_run_mm)}; "
        f"cut the bottom riser to {p.length(out.bottom_riser_cut_mm)}."
        + "".join(
            f" With {w.risers}: risers of {p.length(w.riser_mm)} over {p.length(w.total_run_mm)}." for w in out.ways
        )
        + (f" The notches leave {p.length(out.throat_mm)} of the stringer." if out.throat_mm is not None else "")
    )


RECKONER = Reckoner(
    "stairs", "steps", "Stairs", "Equal risers within the limit; the bottom one is cut shorter by a tread.",
    Stairs, StairFlight, run, say,
    {"total_rise_mm": 914.4, "max_riser_mm": 196.85, "tread_run_mm": 279.4, "tread_thickness_mm": 25.4},
)  # fmt: skip
