"""How much a board's width changes with its moisture."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from rowstake.core.catalogue import CATALOGUE
from rowstake.core.faults import refuse
from rowstake.core.measure import Printer
from rowstake.core.reckoners.base import Inputs, Length, Outputs, Reckoner

Moisture = Annotated[float, Field(ge=0, le=200)]


class WoodMovement(Inputs):
    species: str = "southern_pine"
    width_mm: Length
    grain: Literal["flat", "quarter"] = "flat"
    moisture_from_pct: Moisture
    moisture_to_pct: Moisture


class WoodMovementOut(Outputs):
    change_mm: float


def run(given: WoodMovement) -> WoodMovementOut:
    """How much a width changes, `width · C · (MC₂ − MC₁)`, mm; moisture over the fibre saturation point, 28 %, counts as that.

    C per % of moisture, flat-sawn, quarter-sawn or between. Raises `JobFault` for a species without one. Source: published
    dimensional change coefficients.
    """
    facts = CATALOGUE.movement
    if given.species not in facts.flat_quarter:
        raise refuse("species", given.species, ", ".join(facts.flat_quarter), "That species has no movement value")
    flat, quarter = facts.flat_quarter[given.species]
    wettest = facts.fibre_saturation_pct
    change = min(given.moisture_to_pct, wettest) - min(given.moisture_from_pct, wettest)
    return WoodMovementOut(change_mm=given.width_mm * (flat if given.grain == "flat" else quarter) * change)


def say(given: WoodMovement, out: WoodMovementOut, p: Printer) -> str:
    if abs(out.change_mm) < 0.05:
        return "The board keeps its width."
    return f"Each board {'swells' if out.change_mm > 0 else 'shrinks'} by {p.fine(abs(out.change_mm))}."


RECKONER = Reckoner(
    "wood-movement", "timber", "Wood movement", "Width × coefficient × change of moisture.",
    WoodMovement, WoodMovementOut, run, say,
    {"species": "western_red_cedar", "width_mm": 139.7, "grain": "flat", "moisture_from_pct": 19,
     "moisture_to_pct": 12},
)  # fmt: skip
