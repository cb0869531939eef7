"""A ledger on a wall that may not carry one."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.planned_deck import DeckPlanned


def look(planned: DeckPlanned) -> Iterator[Finding]:
    house = planned.brief.deck.house
    if not planned.brief.attached:
        return
    free = put_deck("Stand it free of the house", house__support="free")
    if house.siding == "veneer":
        yield found(
            "A ledger may not hang on brick veneer",
            "The brick is only a skin tied to the wall behind. Use a bracket system rated for veneer, by its maker's rules, or stand free.",
            ("L1",),
            [free],
        )
    if house.cantilevered_floor:
        yield found(
            "A ledger may not hang on a floor that overhangs its wall",
            "The floor was not made to carry a deck at its end.",
            ("L1",),
            [free],
        )
