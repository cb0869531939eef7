"""The year in the boards: how wide they and their joints are in each month, from the moisture they were fixed at."""

from __future__ import annotations

from rowstake.core.catalogue import CATALOGUE, pick
from rowstake.core.trades.fence.resolve import Brief
from rowstake.core.trades.fence.skin import Course
from rowstake.core.year import Year, fixed_pct, live_through


def fixed_moisture_pct(brief: Brief) -> float:
    """The boards' moisture when they are fixed: by where they were kept, or by the meter."""
    return fixed_pct(brief.fence.skin.stock, brief.fence.skin.meter_pct)


def year(brief: Brief, laid: list[Course]) -> Year:
    """A year of the closest joint in the fence."""
    climate = pick(CATALOGUE.climates, brief.job.site.climate or brief.region.climate, "site.climate")
    lap = brief.style.joint == "lap"
    joint = min((c.laid.lap_mm if lap else c.laid.gap_mm for c in laid), default=0.0)
    moves = brief.species.moves_as if brief.board.density_kg_m3 is None else None
    return live_through(climate, fixed_moisture_pct(brief), brief.board.width_mm, moves, joint, lap)
