"""A sliver at the end of a stretch of boards."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from rowstake.core.advice.base import found, put
from rowstake.core.catalogue import CATALOGUE
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan
from rowstake.core.trades.fence.skin import style_of


def look(planned: FencePlan) -> Iterator[Finding]:
    p, board = planned.brief.printer, planned.brief.board.width_mm
    least = CATALOGUE.materials.limits.sliver_of_board * board
    bad = [c for c in planned.laid.courses if c.last_mm < least - 0.05 and c.stretch.length_mm > 2 * board]
    if not bad:
        return
    skin = planned.brief.fence.skin
    worst = min(bad, key=lambda c: c.last_mm)
    style = style_of(planned.brief)
    fixes = [
        put(words, skin__fit=fit, skin__gap_mm=gap, skin__lap_mm=lap)
        for fit, gap, lap, words in style.ways_out(worst.stretch)
        if fit != skin.fit
        and style.lay(replace(worst.stretch, fit=fit, gap_mm=gap, lap_mm=lap)).narrowest_mm > worst.last_mm + 0.5
    ]
    where = f"{worst.label} on leg {worst.leg + 1}"
    others = f" {len(bad) - 1} more stretches end narrow too." if len(bad) > 1 else ""
    yield found(
        f"A {p.fine(worst.last_mm)} sliver at the end of {where}",
        f"The last board is less than half of {p.length(board)}: it splits at its fixings and shows.{others}",
        [c.label for c in bad],
        fixes,
    )
