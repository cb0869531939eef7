"""A gap that closes up in the wet, or opens past what a heel or the maker allows."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.laid import DeckPlan


def look(planned: DeckPlan) -> Iterator[Finding]:
    p, year, brief = planned.brief.printer, planned.laid.year, planned.brief
    if brief.product.moves != "timber":
        return
    if year.least.joint_mm < 1.0:
        more = brief.deck.boards.gap_mm + 2.0 - year.least.joint_mm
        fixes = [put_deck(f"Leave {p.fine(more)}", boards__gap_mm=more)]
        if brief.deck.boards.stock != "wet":
            fixes.append(put_deck("Lay them wet", boards__stock="wet"))
        yield found(
            f"Gaps of {p.fine(brief.deck.boards.gap_mm)} close by {year.least.name}",
            f"Laid at {year.fixed_pct:.0f} % the boards swell to {year.least.moisture_pct:.0f} % and leave {p.fine(max(0.0, year.least.joint_mm))}: "
            "water stands on them.",
            (),
            fixes,
        )
    elif year.most.joint_mm > brief.product.gap_most_mm + 4:
        less = max(0.0, brief.deck.boards.gap_mm - (year.most.joint_mm - brief.product.gap_most_mm))
        yield found(
            f"Gaps open to {p.fine(year.most.joint_mm)} by {year.most.name}",
            f"Laid at {year.fixed_pct:.0f} % they dry out: a heel goes through.",
            (),
            [
                put_deck(f"Lay them with {p.fine(less)}", boards__gap_mm=less),
                put_deck("Use boards dried in the yard", boards__stock="yard"),
            ],
        )
