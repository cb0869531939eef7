"""What a region takes for granted."""

from __future__ import annotations

from typing import Literal

from rowstake.core.catalogue.models.base import Fact


class Region(Fact):
    id: str
    name: str
    climate: str
    units: Literal["mm", "ft-in"]
    augers_mm: list[float]
    bags: list[str]
    species: str
    height_mm: float
    max_bay_mm: float
    fixed_depth_mm: float
    ground_gap_mm: float
    gravel_mm: float
    post: str
    gate_post: str
    rail: str
    batten: str
    gate_frame: str
    gate_opening_mm: float
    proud_mm: float
    hinge_gap_mm: float
    latch_gap_mm: float
    snap_mm: float
    answers: dict[str, str | float] = {}
    """What quick answers begin with here, by field, beside what follows from the rest."""
    decking: str
    live_kpa: float
    dead_kpa: float
    overhang_mm: float
    sill_step_mm: float
    riser_mm: float
    guard_over_mm: float
    guard_high_mm: float
    freezes: bool
    """True where ground freezes deep enough that a frost depth of nothing is more likely forgotten than meant."""
    currency: str
    tax_pct: float | None = None
    """What is put on a price here; None where it differs from place to place, or is not told."""
