"""A reading from the laser, in one press."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Query

from rowstake.core.measure import Printer
from rowstake.core.record.reading import Reading, taken
from rowstake.server.session import LaserHere

router = APIRouter(prefix="/api/laser", tags=["laser"])


@router.get("/{kind}")
def measure(
    kind: Literal["distance", "staff"],
    laser: LaserHere,
    units: Literal["mm", "ft-in"] = "mm",
    fraction: Literal["8", "16", "32"] = "16",
    near_mm: Annotated[float | None, Query(ge=0, le=1_000_000)] = None,
) -> Reading:
    """The mean of some readings, with their spread; what is bad of them is thrown out, and told. `near_mm` is what it is pointed at, about."""
    return taken(laser.readings(kind, near_mm), Printer(units, int(fraction)))
