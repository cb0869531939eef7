"""Boards straight out from the house on a ledger: the joists no longer reach the house."""

from __future__ import annotations

from collections.abc import Iterator

from rowstake.core.advice.base import found, put_deck
from rowstake.core.parts import Finding
from rowstake.core.trades.deck.level import DeckLevel


def look(planned: DeckLevel) -> Iterator[Finding]:
    if planned.brief.turned and planned.brief.deck.house.support == "ledger":
        yield found(
            "Boards laid straight out lie on joists that run along the house",
            "The house then carries no joists: the frame stands on its own beams, and the wall gets no ledger.",
            (),
            [
                put_deck("Stand it free of the house", house__support="free"),
                put_deck("Lay the boards along the house", boards__run="along"),
            ],
        )
