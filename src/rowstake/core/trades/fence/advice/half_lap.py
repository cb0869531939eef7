"""A lap of more than half a board, board on board: the boards of one face would lie in one another."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    asked, most = brief.fence.skin.lap_mm, brief.board.width_mm / 2
    if brief.style.faces > 1 and brief.style.joint == "lap" and asked > most + 1e-6:
        yield found(
            f"A lap of {p.fine(asked)} is more than half a board",
            f"The boards of one face meet edge to edge at half a board, {p.fine(most)}: they are laid so, and no closer.",
            (),
            [put(f"Lap them {p.fine(most)}", skin__lap_mm=most)],
        )
