"""A lap of more than half a board, where three boards would lie on each other, or those of one face in one another; or one at which thick
boards lean too far."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.trades.fence.laid import FencePlan


def look(planned: FencePlan) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    asked, most = brief.fence.skin.lap_mm, brief.most_lap_mm
    half = most > brief.board.width_mm / 2 - 0.05
    why = (
        "The boards of one face meet edge to edge at"
        if brief.style.faces > 1
        else "No more than two boards lie on each other up to"
    ) + f" half a board, {p.fine(most)}"
    if not half:
        why = (
            f"With more than {p.fine(most)} boards of this thickness lean so far that screws through them miss the rail"
        )
    if brief.style.joint == "lap" and asked > most + 1e-6:
        yield found(
            f"A lap of {p.fine(asked)} is more than {'half a board' if half else 'these boards take'}",
            f"{why}: they are laid so, and no closer.",
            (),
            [put(f"Lap them {p.fine(most)}", skin__lap_mm=most)],
        )
