"""Joists that just miss a length on sale: a deck a little less deep cuts them from one length shorter."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.advice.base import put_level
from rowstake.core.trades.deck.level import DeckLevel
from rowstake.core.trades.deck.members import MEETS

NEAR_MM = 75.0


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, brief = planned.brief.printer, planned.brief
    joists = [(label, s) for label, s in planned.sticks if s.kind == "joist" and MEETS not in s.ends]
    for stock in sorted(planned.supports.joist.lengths_mm)[:-1]:
        over = [(label, s.length_mm - stock) for label, s in joists if 0.05 < s.length_mm - stock <= NEAR_MM]
        if len(over) < max(3, len(joists) / 2):
            continue
        most = max(x for _, x in over)
        key = "width_mm" if brief.turned else "out_mm"
        size = getattr(brief.shape, key)
        yield found(
            f"{len(over)} joists are {p.fine(most)} or less over {p.length(stock)}, a length on sale",
            "Each is cut from the next length, and most of the difference is thrown away.",
            [label for label, _ in over],
            [put_level(planned, f"{p.length(size)} → {p.length(size - most)}", **{f"shape__{key}": size - most})]
            if not planned.brief.deck.joists.left_long
            else [],
        )
        return
