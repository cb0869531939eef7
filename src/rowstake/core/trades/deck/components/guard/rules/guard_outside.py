"""Guard posts outside the rim."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.components.guard.line import lay_line
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    outside = [n for n, q in enumerate(lay_line(planned).posts, 1) if q.mount == "outside"]
    if outside:
        yield found(
            f"{len(outside)} guard posts stand outside the rim",
            "They go on through-bolts with washers, never on lag screws, and on no loose shims: behind each a block and a hold-down take "
            "the pull, or the rim rolls. A fascia behind them is solid packing or cut away.",
            [planned.place.label(f"Y{n}") for n in outside],
            [put_deck("Inside the rim", guard__mount="inside")],
        )
