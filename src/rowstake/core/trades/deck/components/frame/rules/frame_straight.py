"""Steps of the outline too small for a joist: the frame runs straight past them, and the boards reach further over it."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.frame import straight_frame
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, over = planned.brief.printer, planned.brief.deck.boards.overhang_mm
    taken = straight_frame(planned.brief)[1]
    if not taken:
        return
    at, most = max(taken, key=lambda step: step[1])
    along, out = planned.told_at(at)
    more = f" So does it past {len(taken) - 1} more." if len(taken) > 1 else ""
    yield found(
        f"The frame runs straight past a step of {p.fine(most)}; boards reach {p.fine(over + most)} over it there",
        f"The step, or the side that begins {p.length(along)} along and {p.length(out)} out, lies nearer to another than a joist is thick, "
        f"so that one joist closes both.{more} "
        f"Make the step {p.fine(planned.grid.thick_mm)} or more, or do without it, if the boards reach too far.",
    )
