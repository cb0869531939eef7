"""Boards that touch the soil."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    p, skin = planned.brief.printer, planned.brief.fence.skin
    wanted = max(CATALOGUE.materials.limits.soil_clear_mm, planned.brief.region.ground_gap_mm)
    if skin.ground_gap_mm >= CATALOGUE.materials.limits.soil_clear_mm - 0.5:
        return
    if all(p.label in planned.laid.levels.walled for p in planned.laid.layout.posts):
        return  # over masonry a drainage gap is enough
    shorter = skin.height_mm - (wanted - skin.ground_gap_mm)
    yield found(
        f"Boards {p.length(skin.ground_gap_mm)} above the soil will rot" if skin.ground_gap_mm else "Boards touch the soil",
        f"Keep end grain {p.length(wanted)} clear of soil so that it dries, or fix a gravel board below.",
        (),
        [
            put(f"Lift the boards to {p.length(wanted)}", skin__ground_gap_mm=wanted),
            put(f"Lift them and keep the top: boards {p.length(shorter)}", skin__ground_gap_mm=wanted,
                skin__height_mm=shorter),
        ],
    )  # fmt: skip
