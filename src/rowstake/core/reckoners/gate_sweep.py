"""A gate leaf over rising ground: where along its arc it comes nearest, and the bottom gap it needs."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import LONGEST, Inputs, Length, LengthOrZero, Outputs, Reckoner

Level = Annotated[float, Field(ge=-LONGEST, le=LONGEST)]


class GateSweep(Inputs):
    """`ground_levels_mm` lie at even angles from shut to `open_deg`, each the highest ground under the leaf there,
    above the level its bottom gap is measured from."""

    leaf_width_mm: Length
    bottom_gap_mm: LengthOrZero = 50
    ground_levels_mm: Annotated[list[Level], Field(min_length=2, max_length=10_000)]
    open_deg: Annotated[float, Field(ge=1, le=270)] = 90


class Swept(Outputs):
    worst_angle_deg: float
    clearance_mm: float
    gap_needed_mm: float
    opens: bool
    stops_at_deg: float | None


def run(given: GateSweep) -> Swept:
    """The least clearance `bottom edge − ground` over the angles, where it is, and the gap that the highest ground asks for.

    Levels in mm along the arc, evenly from shut to `open_deg`. Source: geometry.
    """
    step = given.open_deg / (len(given.ground_levels_mm) - 1)
    clear = [given.bottom_gap_mm - level for level in given.ground_levels_mm]
    worst = min(range(len(clear)), key=lambda i: clear[i])
    stop = next((i * step for i, c in enumerate(clear) if c < -1e-9), None)
    return Swept(
        worst_angle_deg=worst * step,
        clearance_mm=clear[worst],
        gap_needed_mm=max(0.0, *given.ground_levels_mm),
        opens=stop is None,
        stops_at_deg=stop,
    )


def say(given: GateSweep, out: Swept, p: Printer) -> str:
    if out.opens:
        return f"It opens: {p.length(out.clearance_mm)} clear at the tightest, {out.worst_angle_deg:.0f}° open."
    return (
        f"It grounds at {out.stops_at_deg:.0f}°. To open fully it needs {p.length(out.gap_needed_mm)} under the leaf, "
        f"{p.length(-out.clearance_mm)} more than it has."
    )


RECKONER = Reckoner(
    "gate-sweep", "gates", "Gate over rising ground", "The bottom edge less the ground, at each angle of the arc.",
    GateSweep, Swept, run, say,
    {"leaf_width_mm": 1000, "bottom_gap_mm": 50, "ground_levels_mm": [0, 20, 45, 70, 80], "open_deg": 90},
)  # fmt: skip
