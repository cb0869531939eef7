"""A gravel board that has no room under the boards: the ground gap is set before the rails are."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    p, fence = planned.brief.printer, planned.brief.fence
    if not fence.trims.gravel_board:
        return
    board, gap = CATALOGUE.sections[fence.trims.gravel_board], fence.skin.ground_gap_mm
    wanted = board.width_mm + CATALOGUE.materials.trims.drain_mm
    if gap >= wanted - 1e-6:
        return
    lower = fence.skin.height_mm - (wanted - gap)
    fixes = [put(f"Lift the boards to {p.length(wanted)}", skin__ground_gap_mm=wanted)]
    if lower >= 300:
        fixes.append(
            put(
                f"Lift them and keep the top: boards {p.length(lower)}",
                skin__ground_gap_mm=wanted,
                skin__height_mm=lower,
            )
        )
    yield found(
        f"A gravel board of {p.length(board.width_mm)} has no room under boards {p.length(gap)} off the ground",
        f"With {p.length(CATALOGUE.materials.trims.drain_mm)} to drain below it, the boards must start {p.length(wanted)} up: decide it before the rails go on.",
        (),
        fixes,
    )
