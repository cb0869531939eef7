"""A ledger on a wall that may not carry one."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.ledger import bracketed
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    p, house, ledger = planned.brief.printer, planned.brief.deck.house, planned.brief.deck.ledger
    if not planned.brief.attached:
        return
    free = put_deck("Stand it free of the house", house__support="free")
    if house.siding == "veneer" and ledger.bracket_kn is None:
        yield found(
            "A ledger may not hang on brick veneer",
            "The brick is only a skin tied to the wall behind. Use a bracket system rated for veneer, by its maker's rules, or stand free.",
            ("L1",),
            [free],
        )
    if bracketed(planned.brief) and (ledger.veneer_gap_mm is None or ledger.veneer_gap_mm > ledger.bracket_gap_most_mm):
        told = "has not been measured" if ledger.veneer_gap_mm is None else f"is {p.length(ledger.veneer_gap_mm)}"
        yield found(
            f"The gap from the wall's frame to the face of the brick {told}; the brackets reach {p.length(ledger.bracket_gap_most_mm)}",
            "A bracket used past its range bends. Measure through a hole in the mortar, and go by its maker.",
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
