"""Boards that just miss a length on sale: a slightly lower fence buys them one length shorter."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put
from rowstake.core.parts import Finding
from rowstake.core.planned import Planned

NEAR_MM = 40.0
SHARE = 0.5
"""Of all upright boards: at least as many have to gain by it."""


def look(planned: Planned) -> Iterator[Finding]:
    brief, p = planned.brief, planned.brief.printer
    if brief.along:
        return
    boards = [part for part in planned.parts if part.kind == "board"]
    for stock in sorted(brief.board.lengths_mm)[:-1]:
        over = [b for b in boards if 0.05 < b.length_mm - stock <= NEAR_MM]
        if len(over) < max(3, SHARE * len(boards)):
            continue
        less = max(b.length_mm for b in over) - stock
        lower = brief.fence.skin.height_mm - less
        yield found(
            f"{len(over)} boards are {p.fine(less)} or less over {p.length(stock)}, a length on sale",
            f"Boards {p.length(lower)} high would each come from one length of {p.length(stock)}.",
            [b.label for b in over],
            [put(f"Lower the boards to {p.length(lower)}", skin__height_mm=lower)],
        )
        return
